/** What needs a decision before work goes on: a lost race, or a change that cannot be drawn. */
import { useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import type { JobDraft, Problem } from "../api/client";
import { at } from "../job/pointer";
import { useEditor } from "../job/useEditor";

const SETTLE_MS = 150;

export function Notices() {
  const { editor, conflict } = useEditor();
  const navigate = useNavigate();
  if (conflict) {
    return (
      <section role="alert" className="flex flex-wrap items-center gap-2 bg-wax-pale px-3 py-2">
        <p className="grow">
          <strong>This job was changed elsewhere</strong> (another tab, or another device) after you
          began your change. Both are safe; which is to stand?
        </p>
        <button type="button" className="button" onClick={() => editor.settle("mine")}>
          Mine, on top of it
        </button>
        <button
          type="button"
          className="button"
          onClick={async () => {
            const copy = await editor.settleAsCopy();
            if (copy) navigate(`/jobs/${copy}`);
          }}
        >
          Keep mine as a copy
        </button>
        <button type="button" className="button" onClick={() => editor.settle("theirs")}>
          The other; drop mine
        </button>
      </section>
    );
  }
  return <Unseen />;
}

/** What is wrong in a field that is not on any paper now in view; the others say it themselves. */
function Unseen() {
  const { editor, problems, draft } = useEditor();
  const [unseen, setUnseen] = useState<Problem[]>([]);
  const { search } = useLocation();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another paper shows other fields
  useEffect(() => {
    // Wait until the papers have settled, so that nothing flashes while one is still typing.
    const settled = window.setTimeout(() => {
      setUnseen(problems.filter(({ pointer }) => !isShown(pointer)));
    }, SETTLE_MS);
    return () => window.clearTimeout(settled);
  }, [problems, search]);
  if (unseen.length === 0) return null;
  return (
    <section role="alert" className="flex flex-wrap items-center gap-2 bg-flag-pale px-3 py-1.5">
      <p className="grow">
        <strong>✗ Not drawn, not saved.</strong>{" "}
        {unseen
          .map(({ pointer, message }) =>
            pointer === "" ? message : `${named(pointer, draft)} ${message}`,
          )
          .join("; ")}
        . The drawing shows the last state that can be built.
      </p>
      <button type="button" className="button" onClick={() => editor.revert()}>
        Take it back
      </button>
    </section>
  );
}

/** Whether a field, or the notebook's line that it is part of, is in view to say it itself. */
function isShown(pointer: string): boolean {
  if (document.querySelector(`[data-pointer="${pointer}"]`)) return true;
  const lines = document.querySelectorAll<HTMLElement>("[data-line]");
  return [...lines].some(({ dataset }) => pointer.startsWith(`${dataset.pointer}/`));
}

/** A field in words: the name of the thing or wall that it is part of, then what is measured. */
function named(pointer: string, draft: JobDraft): string {
  const parts = pointer.split("/").filter((part) => part !== "");
  for (let end = parts.length - 1; end > 1; end -= 1) {
    const name = at(draft, `/${parts.slice(0, end).join("/")}/name`);
    const field = parts.slice(end).filter((part) => part !== "value");
    if (typeof name === "string") return `${name}: ${field.join(" ").replaceAll("_", " ")}`;
  }
  return `The ${parts.slice(-2).join(" ").replaceAll("_", " ")}`;
}
