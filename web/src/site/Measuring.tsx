/** A reading taken on the wall: what it means, the ways to go on, and one key that takes a way. */
import { useMutation } from "@tanstack/react-query";
import { Fragment, type ReactNode, useState } from "react";
import { type Reading, type RefitText, Refusal, type Site, type SiteKit } from "../api/client";
import { Choices } from "../parts/Choices";
import { Refused } from "../parts/Refused";
import { Select } from "../parts/Select";
import { Tape } from "../parts/Tape";
import { useOnSite } from "./onSite";
import type { Entry } from "./settled";

type Kind = Reading["kind"];
type Way = RefitText["ways"][number];

const KINDS: readonly { value: Kind; label: string }[] = [
  { value: "left", label: "What is left" },
  { value: "height", label: "Height of a course" },
  { value: "joint", label: "A joint" },
  { value: "lean", label: "A corner out of plumb" },
  { value: "box", label: "A box" },
];

export function Measuring({ piece }: { piece: string }) {
  const { kit, site, note, server } = useOnSite();
  const [kind, setKind] = useState<Kind>("left");
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [taken, setTaken] = useState("");
  /** What was asked and is not noted yet. */
  const [read, setRead] = useState<Reading | null>(null);
  const asked = useMutation({
    mutationFn: (reading: Reading) =>
      server ? server.refit(reading) : Promise.reject(new Refusal(null)),
    networkMode: "always",
  });
  const taking = useMutation({
    mutationFn: async ({ reading, way }: { reading: Reading; way: Way }) => {
      await server?.take(reading, way, read === null);
      setRead(null);
      return way;
    },
    networkMode: "always",
    onSuccess: ({ title, cause }) => {
      asked.reset();
      const follows =
        cause === "These tiles drifted"
          ? "noted. The plan stays as it is"
          : `noted, as edition ${kit.edition + 1}. The cut sheet follows it`;
      setTaken(`${title}: ${follows}`);
    },
  });
  const value = (name: string, usual = "") => typed[name] ?? usual;
  const set = (name: string) => (text: string) => {
    setTyped({ ...typed, [name]: text });
    asked.reset();
    setTaken("");
  };
  const reading = readingOf(kind, (name) => value(name, usualOf(kit, name, piece)));
  const keepReading = () => {
    if (read) note({ kind: "reading", reading: read } as Entry);
    setRead(null);
  };
  const fields = { value: (name: string) => value(name, usualOf(kit, name, piece)), set, kit };
  return (
    <section
      aria-label="Check"
      className="mt-3 max-lg:[&_[role=radio]]:min-h-12 max-lg:[&_select]:min-h-12"
    >
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
      {away(asked.error) && (
        <div role="status" className="mt-2 border-wax border-l-4 bg-wax-pale p-2">
          <p>
            △ What it means is worked out when the server is reached: it needs the whole plan. Until
            then set nothing beyond it that hangs on this measure.
          </p>
          <button
            type="button"
            className="button mt-1 min-h-12 w-full text-lg"
            disabled={!read}
            onClick={keepReading}
          >
            {read ? "Note the reading" : "✓ Noted"}
          </button>
        </div>
      )}
      {asked.error && !away(asked.error) && (
        <Refused error={asked.error} title="Not read." named={namedReading} />
      )}
      {taking.error && <Refused error={taking.error} title="Not taken." named={() => "It"} />}
      {server && <NotWorkedOut site={site} onAsk={(one) => asked.mutate(one)} />}
      {taken && (
        <p role="status" className="mt-2 border-pencil border-l-4 pl-2">
          ✓ {taken}.
        </p>
      )}
      {asked.data && (
        <Means
          said={asked.data}
          onTake={(way) => asked.variables && taking.mutate({ reading: asked.variables, way })}
          onKeep={read ? keepReading : undefined}
        />
      )}
    </section>
  );
}

/** Readings that were noted where no server was in reach, and nothing has followed from yet. */
function NotWorkedOut({ site, onAsk }: { site: Site; onAsk: (reading: Reading) => void }) {
  const kinds = site.standing.map(({ entry }) => entry.kind);
  const after = site.standing.slice(kinds.lastIndexOf("refit") + 1);
  const open = after.flatMap(({ key, entry }) =>
    entry.kind === "reading" ? [{ key, reading: entry.reading as Reading }] : [],
  );
  const says = (key: string) => site.entries.find((one) => one.key === key)?.says ?? "A reading";
  if (open.length === 0) return null;
  return (
    <ul className="mt-2 grid gap-1" aria-label="Readings that nothing followed from">
      {open.slice(-FEW_READINGS).map(({ key, reading }) => (
        <li key={key} className="flex items-center gap-2 border-rule border-b py-1">
          <span className="grow">
            <Tape text={says(key)} />
          </span>
          <button type="button" className="button min-h-12" onClick={() => onAsk(reading)}>
            Work it out
          </button>
        </li>
      ))}
    </ul>
  );
}

const FEW_READINGS = 3;

interface MeansProps {
  said: RefitText;
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
      {said.drift && (
        <p className="border-wax border-l-4 bg-wax-pale p-2">
          △ <Tape text={said.drift} />
        </p>
      )}
      {onKeep && (
        <button type="button" className="button min-h-12" onClick={onKeep}>
          Just record it
        </button>
      )}
      {said.ways.map((way, number) => (
        <Fragment key={way.kind}>
          {way.cause && way.cause !== said.ways[number - 1]?.cause && (
            <h3 className="heading mt-1">{way.cause}</h3>
          )}
          <article aria-label={way.title} className="border border-rule bg-paper p-2">
            <h4 className="font-medium text-lg">{way.title}</h4>
            <p>
              <Tape text={way.does} />
            </p>
            {way.gets.length > 0 && (
              <p className="aside">
                <Tape text={way.gets.join("; ")} />
              </p>
            )}
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
              Apply
            </button>
          </article>
        </Fragment>
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
  kit: SiteKit;
}

function Fields({ kind, value, set, kit }: FieldsProps) {
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
            options={kit.walls.map(({ id, name }) => ({ value: id, label: name }))}
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
          options={kit.boxes.map(({ id, name }) => ({ value: id, label: name }))}
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

/** Whether nothing answered at all: the reading itself may well be right. */
function away(error: Error | null): boolean {
  return error instanceof Refusal && error.problem === null;
}

function usualOf(kit: SiteKit, name: string, piece: string): string {
  if (name === "piece") return piece;
  if (name === "side") return "right";
  if (name === "wall") return kit.walls[0]?.id ?? "";
  if (name === "thing") return kit.boxes[0]?.id ?? "";
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
