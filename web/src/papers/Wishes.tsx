/** What matters to the client, in order: moved by keys or by dragging, switched on and off. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Wish } from "../api/client";
import { wishesOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";

export function Wishes() {
  const { editor, draft, view } = useEditor();
  const { data } = useQuery(wishesOptions());
  const [held, setHeld] = useState<number | null>(null);
  const wishes = draft.wishes ?? view.job.wishes ?? [];
  const keep = (to: readonly Wish[], label: string) =>
    editor.commit({ ...draft, wishes: [...to] }, label);
  function move(from: number, to: number) {
    const wish = wishes[from];
    if (!wish || to < 0 || to >= wishes.length || from === to) return;
    const rest = wishes.filter((_, index) => index !== from);
    keep([...rest.slice(0, to), wish, ...rest.slice(to)], "Order of wishes");
  }
  const said = (kind: string) => data?.find((one) => one.kind === kind)?.says ?? kind;
  let rank = 0;
  return (
    <section aria-label="What matters to the client" className="mb-2">
      <h3 className="heading">What matters to the client, in order</h3>
      <ol className="border-rule border-t">
        {wishes.map((wish, index) => {
          const on = wish.on ?? true;
          rank += on ? 1 : 0;
          return (
            <li
              key={wish.kind}
              draggable
              onDragStart={() => setHeld(index)}
              onDragOver={(event) => event.preventDefault()}
              onDrop={() => {
                if (held !== null) move(held, index);
                setHeld(null);
              }}
              className={`flex cursor-grab items-center gap-2 border-rule border-b px-1 py-0.5 ${on ? "" : "text-pencil-soft"} ${held === index ? "bg-chalk-pale" : ""}`}
            >
              <span className="tape w-5 text-right text-[17px]">{on ? rank : ""}</span>
              <label className="flex grow items-center gap-2">
                <input
                  type="checkbox"
                  checked={on}
                  onChange={(event) =>
                    keep(
                      wishes.map((one, n) =>
                        n === index ? { ...one, on: event.target.checked } : one,
                      ),
                      `${event.target.checked ? "Wished" : "Not wished"}: ${said(wish.kind)}`,
                    )
                  }
                />
                {said(wish.kind)}
              </label>
              <button
                type="button"
                className="button min-h-7 px-1.5 py-0"
                aria-label={`${said(wish.kind)}: more important`}
                disabled={index === 0}
                onClick={() => move(index, index - 1)}
              >
                ↑
              </button>
              <button
                type="button"
                className="button min-h-7 px-1.5 py-0"
                aria-label={`${said(wish.kind)}: less important`}
                disabled={index === wishes.length - 1}
                onClick={() => move(index, index + 1)}
              >
                ↓
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
