/**
 * The walk along the wall as a notebook: one line a thing, typed as on a pad and drawn as it is
 * typed. Enter keeps a line and goes on to the next; the arrows go from line to line.
 */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import type { LineText, Problem } from "../api/client";
import { wordsOptions } from "../api/queries";
import { ADDABLE, addThing, removeThing } from "../job/edits";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { LengthField } from "../parts/LengthField";
import { usePause } from "../parts/usePause";
import { MeasureWalk } from "./MeasureWalk";

const TYPING_MS = 900;
const EXAMPLE = {
  in: "window 7 1/2 from last wide 34 3/8 sill 8 7/16 high 28 5/8",
  mm: "window 180 from last wide 870 sill 214 high 727",
};

interface Props {
  active: string | null;
  onActive: (id: string | null) => void;
}

export function Notebook({ active, onActive }: Props) {
  const { editor, view, kept: job } = useEditor();
  const { wall, number, pointer } = useWall();
  // What is being typed is on the drawing already; in the notebook it is still the new line.
  const kept = job.walls[number]?.things?.length ?? 0;
  const lines = view.sheet.notebooks[number]?.lines.slice(0, kept) ?? [];
  const list = useRef<HTMLOListElement>(null);
  const go = (from: HTMLElement, by: number) => {
    const fields = [...(list.current?.querySelectorAll<HTMLElement>("[data-line]") ?? [])];
    const next = fields[fields.indexOf(from) + by];
    next?.focus();
  };
  return (
    <section aria-label="Notebook">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-3">
        <h3 className="heading">Notebook, from left to right</h3>
        <span className="aside">
          One thing per line: what it is, where it starts, its size. Enter keeps it, ↑ ↓ go from
          line to line.
        </span>
      </div>
      <MeasureWalk onActive={onActive} />
      <ol ref={list} className="border-rule border-t">
        {lines.map((line, index) => (
          <Line
            key={line.id}
            line={line}
            number={index + 1}
            open={line.id === active}
            onActive={onActive}
            go={go}
          />
        ))}
        <NewLine
          key={`new ${wall.id}`}
          root={`${pointer}/things`}
          kept={kept}
          onActive={onActive}
          go={go}
        />
      </ol>
      <p className="mt-1.5 flex flex-wrap items-center gap-1">
        <span className="aside">Or put one in a free place and measure over it:</span>
        {ADDABLE.map((kind) => (
          <button
            key={kind}
            type="button"
            className="button"
            onClick={() => addThing(editor, wall.id, kind)}
          >
            + {kind.replace("-", " ")}
          </button>
        ))}
      </p>
    </section>
  );
}

interface LineProps {
  line: LineText;
  number: number;
  open: boolean;
  onActive: (id: string | null) => void;
  go: (from: HTMLElement, by: number) => void;
}

/** A kept line; typing into it changes the thing and leaves its id, so nothing loses hold of it. */
function Line({ line, number, open, onActive, go }: LineProps) {
  const { editor, draft, problems } = useEditor();
  const given = at(draft, line.pointer);
  const typed = typedLine(given);
  const [pausing, typing] = usePause(TYPING_MS);
  const text = typed ?? line.text;
  const keep = () => {
    typing(false);
    if (typed !== null) editor.commit(draft, `${line.name}: ${typed}`);
  };
  // What is wrong in one of its fields is said under that field.
  const wrong = pausing && typed !== null ? under(problems, line.pointer) : [];
  return (
    <li className={`border-rule border-b ${open ? "bg-chalk-pale/60" : ""}`}>
      <div className="flex items-baseline gap-2 px-1">
        <span className="aside w-5 text-right">{number}</span>
        <textarea
          rows={1}
          data-line={line.id}
          data-pointer={line.pointer}
          aria-label={`Line ${number}, ${line.name}`}
          aria-invalid={wrong.length > 0}
          className="line tape min-h-8 grow bg-transparent px-1 text-[16px] focus:bg-white"
          autoComplete="off"
          spellCheck={false}
          maxLength={400}
          value={text}
          onFocus={() => onActive(line.id)}
          onChange={(event) => {
            typing(true);
            const to = { id: line.id, line: event.target.value.replaceAll("\n", " ") };
            editor.preview(replaced(draft, line.pointer, to));
          }}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Escape") editor.revert();
            if (event.key === "Enter") {
              event.preventDefault();
              keep();
              go(event.currentTarget, 1);
            }
            if (event.key === "ArrowDown") go(event.currentTarget, 1);
            if (event.key === "ArrowUp") go(event.currentTarget, -1);
          }}
        />
        <button
          type="button"
          className="aside px-1 hover:text-flag"
          aria-label={`Remove ${line.name}`}
          title={`Remove ${line.name}`}
          onClick={() => {
            onActive(null);
            void removeThing(editor, line);
          }}
        >
          ✕
        </button>
      </div>
      <Wrong problems={wrong} root={line.pointer} />
      {open && (
        <fieldset className="flex flex-wrap items-start gap-2 px-2 pt-1 pb-2 pl-9">
          <legend className="sr-only">{line.name}</legend>
          {line.measures.map((measure) => (
            <LengthField
              key={measure.pointer}
              pointer={measure.pointer}
              label={measure.label}
              className="w-36"
              steps={{ asks: measure.asks }}
            />
          ))}
          <Hint kind={line.kind} />
        </fieldset>
      )}
    </li>
  );
}

interface NewLineProps {
  root: string;
  /** How many lines the wall has. */
  kept: number;
  onActive: (id: string | null) => void;
  go: (from: HTMLElement, by: number) => void;
}

/** The line after the last: Enter makes it one of the notebook's, and an empty one follows. */
function NewLine({ root, kept, onActive, go }: NewLineProps) {
  const { editor, draft, view, problems, turnedDown } = useEditor();
  const [text, setText] = useState("");
  const [pausing, typing] = usePause(TYPING_MS);
  /** The line as it was sent to be kept; what is typed after it belongs to the next one. */
  const sent = useRef<string | null>(null);
  /** The place that the line takes, settled with its first letter. */
  const place = useRef(kept);
  const pointer = `${root}/${place.current}`;
  const refused = under(problems, pointer);
  useEffect(() => {
    const line = sent.current;
    if (line === null || kept <= place.current) return;
    sent.current = null;
    setText((now) => (now.startsWith(line) ? now.slice(line.length).trimStart() : ""));
  }, [kept]);
  // A preview of the half-typed line may be refused after the whole line was sent: that is no answer
  // to what was sent.
  useEffect(() => {
    if (turnedDown > 0) sent.current = null;
  }, [turnedDown]);
  const keep = () => {
    typing(false);
    if (!text.trim() || sent.current !== null) return;
    sent.current = text;
    editor.commit(replaced(draft, pointer, text), `Notebook: ${text}`);
  };
  const clear = () => {
    setText("");
    editor.revert();
  };
  const wrong = pausing && text.trim() ? refused : [];
  return (
    <li className="border-rule border-b">
      <div className="flex items-baseline gap-2 px-1">
        <span className="aside w-5 text-right">{kept + 1}</span>
        <textarea
          rows={1}
          data-line="new"
          data-pointer={pointer}
          aria-label="New line"
          aria-invalid={wrong.length > 0}
          className="line tape min-h-9 grow bg-white px-1 text-[16px]"
          placeholder={EXAMPLE[view.job.units ?? "in"]}
          autoComplete="off"
          spellCheck={false}
          maxLength={400}
          value={text}
          onFocus={() => onActive(null)}
          onChange={(event) => {
            const line = event.target.value.replaceAll("\n", " ");
            typing(true);
            if (!text) place.current = (at(draft, root) as unknown[] | undefined)?.length ?? 0;
            setText(line);
            if (sent.current !== null) return;
            if (line.trim()) editor.preview(replaced(draft, `${root}/${place.current}`, line));
            else editor.revert();
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") {
              event.preventDefault();
              keep();
            }
            if (event.key === "Escape") clear();
            if (event.key === "ArrowUp") go(event.currentTarget, -1);
          }}
          onBlur={() => {
            if (refused.length === 0) keep();
          }}
        />
      </div>
      <Wrong problems={wrong} root={pointer} />
      <div className="px-2 pb-1 pl-9">
        <Hint kind={text.trim().split(/\s+/)[0] ?? ""} />
      </div>
    </li>
  );
}

/** What can be said of a thing, or with what a line can begin. */
function Hint({ kind }: { kind: string }) {
  const { data } = useQuery(wordsOptions());
  const said = useMemo(() => data?.find((words) => words.kind === kind), [data, kind]);
  if (!data) return null;
  return (
    <p className="aside basis-full">
      {said ? (
        <>
          <span className="font-medium">{said.kind}</span>:{" "}
          {said.words
            .map((word) => (word === "at" ? "a place (from left, right, last…)" : word))
            .join(", ")}
        </>
      ) : (
        <>Begin with: {data.map((words) => words.kind).join(", ")}</>
      )}
    </p>
  );
}

function Wrong({ problems, root }: { problems: readonly Problem[]; root: string }) {
  if (problems.length === 0) return null;
  return (
    <ul role="alert" className="pt-1.5 pb-1 pl-9 text-[13.5px] text-flag">
      {problems.map((problem) => (
        <li key={problem.pointer + problem.message}>
          ✗ {said(problem.pointer.slice(root.length))} {problem.message}
        </li>
      ))}
    </ul>
  );
}

function said(field: string): string {
  return field
    .replace(/\/value$/, "")
    .split("/")
    .filter(Boolean)
    .join(" ")
    .replaceAll("_", " ");
}

function under(problems: readonly Problem[], pointer: string): Problem[] {
  return problems.filter((p) => p.pointer === pointer || p.pointer.startsWith(`${pointer}/`));
}

/** The text of a line that is being typed; null once it has been read. */
function typedLine(given: unknown): string | null {
  if (typeof given === "string") return given;
  const line = (given as { line?: unknown } | undefined)?.line;
  return typeof line === "string" ? line : null;
}
