/** What matters to the client, in order: moved by keys or by dragging, switched on and off. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Wish } from "../api/client";
import { wishesOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";
import { Select } from "../parts/Select";

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
  const places = (kind: string) => {
    const bound = data?.find((one) => one.kind === kind)?.bound ?? [];
    return view.job.walls.flatMap((wall) => [
      ...(bound.includes("wall") ? [{ value: wall.id, label: wall.name ?? wall.id }] : []),
      ...(wall.things ?? [])
        .filter((thing) => bound.includes(thing.kind))
        .map((thing) => ({ value: thing.id ?? "", label: thing.name || (thing.id ?? "") })),
    ]);
  };
  // Where sheets begin is asked only of tile that comes on sheets.
  const meant = ({ kind }: Wish) => kind !== "own-start" || view.job.tile.sheet != null;
  const on = wishes.flatMap((wish, index) => (meant(wish) && (wish.on ?? true) ? [index] : []));
  const off = wishes.flatMap((wish, index) => (meant(wish) && !(wish.on ?? true) ? [index] : []));
  const tick = (index: number) => {
    const wish = wishes[index];
    if (!wish) return null;
    return (
      <>
        <label className="flex grow items-center gap-2">
          <input
            type="checkbox"
            checked={wish.on ?? true}
            onChange={(event) =>
              keep(
                wishes.map((one, n) => (n === index ? { ...one, on: event.target.checked } : one)),
                `${event.target.checked ? "Wished" : "Not wished"}: ${said(wish.kind)}`,
              )
            }
          />
          {said(wish.kind)}
        </label>
        {(wish.on ?? true) && places(wish.kind).length > 0 && (
          <Select
            label={`Where: ${said(wish.kind)}`}
            value={wish.at ?? ""}
            onChange={(at) =>
              keep(
                wishes.map((one, n) => (n === index ? { ...one, at } : one)),
                `Where: ${said(wish.kind)}`,
              )
            }
            options={[
              { value: "", label: wish.kind === "centred" ? "of what?" : "anywhere" },
              ...places(wish.kind),
            ]}
          />
        )}
      </>
    );
  };
  return (
    <section aria-label="What matters to the client" className="mb-2">
      <h3 className="heading">What matters to the client, in order</h3>
      <ol className="border-rule border-t">
        {on.map((index, rank) => (
          <li
            key={wishes[index]?.kind}
            draggable
            onDragStart={() => setHeld(index)}
            onDragOver={(event) => event.preventDefault()}
            onDrop={() => {
              if (held !== null) move(held, index);
              setHeld(null);
            }}
            className={`flex cursor-grab items-center gap-2 border-rule border-b px-1 py-0.5 ${held === index ? "bg-chalk-pale" : ""}`}
          >
            <span className="tape w-5 text-right text-[17px]">{rank + 1}</span>
            {tick(index)}
            <Step
              says={`${said(wishes[index]?.kind ?? "")}: more important`}
              sign="↑"
              to={on[rank - 1]}
              go={(to) => move(index, to)}
            />
            <Step
              says={`${said(wishes[index]?.kind ?? "")}: less important`}
              sign="↓"
              to={on[rank + 1]}
              go={(to) => move(index, to)}
            />
          </li>
        ))}
      </ol>
      {off.length > 0 && (
        <details>
          <summary className="aside cursor-pointer px-1 py-0.5">
            {off.length} more to wish for
          </summary>
          <ul className="grid gap-x-4 px-1 sm:grid-cols-2">
            {off.map((index) => (
              <li key={wishes[index]?.kind}>{tick(index)}</li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

interface StepProps {
  says: string;
  sign: string;
  to: number | undefined;
  go: (to: number) => void;
}

function Step({ says, sign, to, go }: StepProps) {
  return (
    <button
      type="button"
      className="button min-h-7 px-1.5 py-0"
      aria-label={says}
      disabled={to === undefined}
      onClick={() => to !== undefined && go(to)}
    >
      {sign}
    </button>
  );
}
