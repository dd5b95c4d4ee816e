/** A reading taken on the wall: what it means, the ways to go on, and one key that takes a way. */
import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { api, ask, type Reading, type SaidRefit, type View } from "../api/client";
import { useEditor } from "../job/useEditor";
import { Choices } from "../parts/Choices";
import { Refused } from "../parts/Refused";
import { Select } from "../parts/Select";
import { Tape } from "../parts/Tape";
import type { Entry } from "./useSite";

type Kind = Reading["kind"];
type Way = SaidRefit["ways"][number];

const KINDS: readonly { value: Kind; label: string }[] = [
  { value: "left", label: "What is left" },
  { value: "height", label: "Height of a course" },
  { value: "joint", label: "A joint" },
  { value: "lean", label: "A corner out of plumb" },
  { value: "box", label: "A box" },
];

interface Props {
  piece: string;
  note: (entry: Entry) => void;
}

export function Measuring({ piece, note }: Props) {
  const { editor, view, state } = useEditor();
  const [kind, setKind] = useState<Kind>("left");
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [taken, setTaken] = useState("");
  const asked = useMutation({
    mutationFn: (reading: Reading) =>
      ask<SaidRefit>(
        api.POST("/api/jobs/{id_}/refit", {
          params: { path: { id_: editor.id } },
          body: { units: view.job.units ?? "in", reading },
        }),
      ),
  });
  const [read, setRead] = useState<Reading | null>(null);
  const value = (name: string, usual = "") => typed[name] ?? usual;
  const set = (name: string) => (text: string) => {
    setTyped({ ...typed, [name]: text });
    asked.reset();
    setTaken("");
  };
  const reading = readingOf(kind, (name) => value(name, usualOf(view, name, piece)));
  const keepReading = () => {
    if (read) note({ kind: "reading", reading: read } as Entry);
    setRead(null);
  };
  const take = async (way: Way) => {
    keepReading();
    note({ kind: "refit", words: way.label } as Entry);
    editor.commit(way.job, way.label);
    asked.reset();
    setTaken(way.title);
  };
  const fields = { value: (name: string) => value(name, usualOf(view, name, piece)), set, view };
  return (
    <section aria-label="Measure" className="mt-3">
      <h2 className="heading">Measure what is left</h2>
      <Choices
        label="What was measured"
        value={kind}
        choices={KINDS}
        onChange={(next) => {
          setKind(next);
          asked.reset();
        }}
      />
      <form
        className="mt-2 grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          setRead(reading);
          asked.mutate(reading);
        }}
      >
        <Fields kind={kind} {...fields} />
        <button type="submit" className="button button-main min-h-14 text-lg">
          What does it mean?
        </button>
      </form>
      {asked.error && <Refused error={asked.error} title="Not read." named={namedReading} />}
      {taken && (
        <p role="status" className="mt-2 border-pencil border-l-4 pl-2">
          ✓ {taken}: taken and noted, as edition {state.edition}. The cut sheet follows it.
        </p>
      )}
      {asked.data && (
        <Means said={asked.data} onTake={take} onKeep={read ? keepReading : undefined} />
      )}
    </section>
  );
}

interface MeansProps {
  said: SaidRefit;
  onTake: (way: Way) => void;
  onKeep: (() => void) | undefined;
}

function Means({ said, onTake, onKeep }: MeansProps) {
  return (
    <div className="mt-2 grid gap-2" role="status">
      <p className="text-lg">
        <Tape text={said.means} />.
      </p>
      {said.release && (
        <p className="border-pencil border-l-4 pl-2 font-medium text-lg">
          <Tape text={said.release} />
        </p>
      )}
      {onKeep && (
        <button type="button" className="button min-h-12" onClick={onKeep}>
          Only note it
        </button>
      )}
      {said.ways.map((way) => (
        <article key={way.kind} aria-label={way.title} className="border border-rule bg-paper p-2">
          <h3 className="font-medium text-lg">{way.title}</h3>
          <p>
            <Tape text={way.does} />
          </p>
          <p className="aside">
            <Tape text={way.gets.join("; ")} />
          </p>
          <p>{way.in_short}.</p>
          <ul>
            {way.fates
              .filter(({ fate }) => fate !== "fits")
              .map(({ piece, says, fate }) => (
                <li key={piece}>
                  {fate === "lost" ? "✗" : "△"} <Tape text={says} />
                </li>
              ))}
          </ul>
          <button
            type="button"
            className="button button-main mt-1 min-h-12 w-full text-lg"
            onClick={() => onTake(way)}
          >
            Take it
          </button>
        </article>
      ))}
      {said.blocked.map((why) => (
        <p key={why} className="aside">
          {why}.
        </p>
      ))}
    </div>
  );
}

interface FieldsProps {
  kind: Kind;
  value: (name: string) => string;
  set: (name: string) => (text: string) => void;
  view: View;
}

function Fields({ kind, value, set, view }: FieldsProps) {
  const text = (name: string, label: string) => (
    <Labelled label={label}>
      <input
        className="field tape min-h-12 text-xl"
        aria-label={label}
        value={value(name)}
        maxLength={40}
        autoComplete="off"
        onChange={(event) => set(name)(event.target.value)}
      />
    </Labelled>
  );
  const sides = (label: string) => (
    <Labelled label={label}>
      <Select
        label={label}
        value={value("side")}
        options={[
          { value: "right", label: "right" },
          { value: "left", label: "left" },
        ]}
        onChange={set("side")}
      />
    </Labelled>
  );
  if (kind === "left") {
    return (
      <>
        {text("piece", "From the set piece")}
        {sides("On its")}
        {text("value", "To the wall, casing or side itself")}
      </>
    );
  }
  if (kind === "height") {
    return (
      <>
        {text("piece", "The set piece")}
        {text("value", "Its top over the counter, there")}
      </>
    );
  }
  if (kind === "joint") {
    return (
      <>
        {text("piece", "Between the set piece")}
        {text("other", "and the set piece")}
        {text("value", "The joint")}
      </>
    );
  }
  if (kind === "lean") {
    return (
      <>
        <Labelled label="Wall">
          <Select
            label="Wall"
            value={value("wall")}
            options={view.job.walls.map((wall) => ({
              value: wall.id,
              label: wall.name ?? "Wall",
            }))}
            onChange={set("wall")}
          />
        </Labelled>
        {sides("Its end on the")}
        {text("value", "The top stands so far to the right of the foot (left: −)")}
      </>
    );
  }
  return (
    <>
      <Labelled label="Box">
        <Select
          label="Box"
          value={value("thing")}
          options={boxesOf(view).map(({ id, name }) => ({ value: id, label: name }))}
          onChange={set("thing")}
        />
      </Labelled>
      {text("right", "Further right than drawn (left: −)")}
      {text("up", "Higher than drawn (lower: −)")}
    </>
  );
}

function Labelled({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid gap-0.5">
      <span className="aside">{label}</span>
      {children}
    </div>
  );
}

function boxesOf(view: View): { id: string; name: string }[] {
  return view.plan.kitchen.surfaces.flatMap(({ things }) =>
    (things ?? [])
      .filter(({ kind }) => kind === "outlet" || kind === "switch")
      .map(({ id, name }) => ({ id, name })),
  );
}

function usualOf(view: View, name: string, piece: string): string {
  if (name === "piece") return piece;
  if (name === "side") return "right";
  if (name === "wall") return view.job.walls[0]?.id ?? "";
  if (name === "thing") return boxesOf(view)[0]?.id ?? "";
  return "";
}

function readingOf(kind: Kind, value: (name: string) => string): Reading {
  const fields: Record<Kind, readonly string[]> = {
    left: ["piece", "side", "value"],
    height: ["piece", "value"],
    joint: ["piece", "other", "value"],
    lean: ["wall", "side", "value"],
    box: ["thing", "right", "up"],
  };
  const found: Record<string, string> = { kind };
  for (const name of fields[kind]) found[name] = value(name).trim() || (kind === "box" ? "0" : "");
  return found as unknown as Reading;
}

const FIELD_NAMES: Record<string, string> = {
  piece: "Set piece:",
  other: "Other piece:",
  value: "Reading:",
  wall: "Wall:",
  thing: "Box:",
  right: "Further right:",
  up: "Higher:",
};

function namedReading(pointer: string): string {
  return FIELD_NAMES[pointer.split("/").at(-1) ?? ""] ?? "";
}
