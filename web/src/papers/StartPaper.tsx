/** Where the pennant is planted: left to right, bottom to top, and by how much it was nudged. */
import { type Across, type Up, withAcross, withUp } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { Choices } from "../parts/Choices";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { Tape } from "../parts/Tape";
import { BestStarts } from "./BestStarts";
import { CounterStart } from "./CounterStart";
import { Nudge } from "./Nudge";
import { SlackStrip } from "./SlackStrip";

type School =
  | "full-left"
  | "full-right"
  | "tile"
  | "joint"
  | "full-at"
  | "fitted"
  | "folded"
  | "from-counter";

interface PointProps {
  pointing: boolean;
  onPointing: (pointing: boolean) => void;
}

interface Props extends PointProps {
  /** Shows every start and what they are ranked by. */
  onCompare: () => void;
}

export function StartPaper({ pointing, onPointing, onCompare }: Props) {
  const { view } = useEditor();
  const { wall, own, counter } = useWall();
  if (counter) return <CounterStart />;
  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      {view.job.walls.length > 1 && (
        <p className="aside -mb-2 md:col-span-2">
          The start of <span className="font-medium text-pencil">{wall.name}</span>
          {!own && "; what is tiled inside its openings goes on from it"}
        </p>
      )}
      <BestStarts onMore={onCompare} />
      <AcrossChoice pointing={pointing} onPointing={onPointing} />
      <UpChoice />
      <Floats />
    </div>
  );
}

function AcrossChoice({ pointing, onPointing }: PointProps) {
  const { editor, view } = useEditor();
  const { wall, number, pointer, plan, startAt, things } = useWall();
  const { across } = wall.start;
  const lines = useLines();
  const joined = number > 0 && view.job.walls[number - 1]?.corner != null;
  const courses = view.job.pattern.kind === "courses" && !view.job.tile.sheet;
  const carried = view.job.counters.filter(
    (counter) =>
      counter.wall === wall.id &&
      view.sheet.counters?.some((one) => one.counter === counter.id && one.joints === ""),
  );
  const school: School = across.kind === "centred" ? across.what : across.kind;
  const plant = (to: Across, label: string) =>
    editor.commit(withAcross(editor.get().draft, view, startAt, to), label);

  function choose(next: School) {
    if (next === "full-left" || next === "full-right") {
      plant(
        { kind: next, nudge: 0 },
        `Start: full tile ${next === "full-left" ? "left" : "right"}`,
      );
      return;
    }
    if (next === "from-counter") {
      const [first] = carried;
      if (first) plant({ kind: next, counter: first.id, nudge: 0 }, "Start: joints carried up");
      return;
    }
    if (next === "folded") {
      plant({ kind: next, nudge: 0 }, "Start: folded round the corner");
      return;
    }
    if (next === "full-at" || next === "fitted") {
      const openings = new Set(things.filter(({ form }) => form === "opening").map(({ id }) => id));
      const owner = lines.find((line) => openings.has(line.owner))?.owner ?? wall.id;
      if (next === "full-at")
        plant({ kind: next, line: `${owner}:left`, nudge: 0 }, "Start: full at a line");
      else
        plant(
          { kind: next, lines: [`${owner}:left`, `${owner}:right`], how: "ends", nudge: 0 },
          "Start: fitted between lines",
        );
      return;
    }
    const first = things.find(({ kind }) => kind === "window") ?? things[0];
    const place =
      across.kind === "centred"
        ? across
        : first
          ? { on: "thing" as const, thing: first.id }
          : { on: "wall" as const };
    plant({ ...place, kind: "centred", what: next, nudge: 0 }, `Start: ${next} centred`);
  }

  function centreOn(value: string) {
    if (across.kind !== "centred") return;
    const base = { kind: "centred" as const, what: across.what, nudge: 0 };
    if (value === "wall") plant({ ...base, on: "wall" }, "Start: centred on the wall");
    else if (value === "point") {
      const x = Math.round(plan.pennant.x / view.sheet.step_mm) * view.sheet.step_mm;
      plant({ ...base, on: "point", x }, "Start: centred on a point");
      onPointing(true);
    } else plant({ ...base, on: "thing", thing: value }, "Start: centred on a thing");
  }

  return (
    <section aria-label="Left to right">
      <h3 className="heading mb-1">Left to right</h3>
      <Choices<School>
        label="Left to right"
        value={school}
        onChange={choose}
        choices={[
          { value: "full-left", label: "Full at left end" },
          { value: "full-right", label: "Full at right end" },
          { value: "tile", label: "Tile centered" },
          { value: "joint", label: "Joint on centre" },
          { value: "full-at", label: "Full at a line" },
          ...(courses ? [{ value: "fitted" as const, label: "Trimmed to fit between edges" }] : []),
          ...(joined ? [{ value: "folded" as const, label: "One tile split at the corner" }] : []),
          ...(carried.length > 0 || school === "from-counter"
            ? [{ value: "from-counter" as const, label: "Joints up from the counter" }]
            : []),
        ]}
      />
      {across.kind === "full-at" && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <span className="aside">a full tile against</span>
          <Select
            label="Line"
            value={across.line}
            onChange={(line) => plant({ ...across, line }, "Start: full at another line")}
            options={lines.map(({ id, name }) => ({ value: id, label: name }))}
          />
        </div>
      )}
      {across.kind === "fitted" && <FittedChoice across={across} lines={lines} plant={plant} />}
      {across.kind === "centred" && (
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <span className="aside pb-1.5">centre of</span>
          <Select
            label="Centre of"
            value={across.on === "thing" ? (across.thing ?? "") : across.on}
            onChange={centreOn}
            options={[
              { value: "wall", label: "the tiled wall" },
              ...things.map(({ id, name }) => ({ value: id, label: name })),
              { value: "point", label: "a point" },
            ]}
          />
          {across.on === "point" && (
            <>
              <LengthField
                pointer={`${pointer}/start/across/x`}
                label="From left end"
                className="w-28"
              />
              <button
                type="button"
                className={`button ${pointing ? "button-main" : ""}`}
                aria-pressed={pointing}
                onClick={() => onPointing(!pointing)}
              >
                {pointing ? "Click the wall…" : "Show it on the wall"}
              </button>
            </>
          )}
        </div>
      )}
      <Nudge axis="across" minus="Move left" plus="Move right" signs={["◀", "▶"]} />
      <SlackStrip axis="across" />
    </section>
  );
}

interface LineName {
  id: string;
  owner: string;
  name: string;
}

/** The upright lines of the wall at which tile stops, from left to right. */
function useLines(): LineName[] {
  const { plan, sheet } = useWall();
  const names = new Map(sheet.edges.map(({ edge, name }) => [edge, name]));
  return plan.edges
    .filter(({ side }) => side === "left" || side === "right")
    .sort((a, b) => a.at - b.at)
    .map(({ edge, owner }) => ({ id: edge, owner, name: names.get(edge) ?? edge }));
}

interface FittedProps {
  across: Extract<Across, { kind: "fitted" }>;
  lines: readonly LineName[];
  plant: (to: Across, label: string) => void;
}

function FittedChoice({ across, lines, plant }: FittedProps) {
  const chosen = new Set(across.lines);
  function toggle(id: string) {
    const next = lines.filter((line) => (line.id === id ? !chosen.has(id) : chosen.has(line.id)));
    if (next.length >= 2 && next.length <= 8)
      plant({ ...across, lines: next.map((line) => line.id) }, "Start: fitted between lines");
  }
  return (
    <div className="mt-2">
      <fieldset>
        <legend className="aside">
          Whole tiles from line to line, and a fresh start beyond; at least two lines:
        </legend>
        <div className="mb-1.5 grid gap-x-3 sm:grid-cols-2">
          {lines.map(({ id, name }) => (
            <label key={id} className="flex items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                checked={chosen.has(id)}
                disabled={chosen.has(id) && chosen.size <= 2}
                onChange={() => toggle(id)}
              />
              {name}
            </label>
          ))}
        </div>
      </fieldset>
      <Choices<FittedProps["across"]["how"]>
        label="What gives"
        value={across.how}
        onChange={(how) => plant({ ...across, how }, "Start: what gives")}
        choices={[
          { value: "ends", label: "Shave the end tiles" },
          { value: "all", label: "Shave every tile a little" },
          { value: "joints", label: "Draw the joints" },
        ]}
      />
    </div>
  );
}

/** Where ends and a top that the survey lets float are taken. */
function Floats() {
  const { wall, pointer, number } = useWall();
  const { view } = useEditor();
  const shown = (mm: string) => view.sheet.lengths[mm]?.shown ?? "0";
  const joinsLeft = number > 0 && view.job.walls[number - 1]?.corner != null;
  const joinsRight = wall.corner != null && number < view.job.walls.length - 1;
  const sides = [
    { side: "left", label: "Left end, moved right by", end: wall.left, skip: joinsLeft },
    { side: "right", label: "Right end, moved right by", end: wall.right, skip: joinsRight },
    { side: "top", label: "Top line, moved up by", end: wall.top, skip: false },
  ].filter(
    ({ end, skip }) =>
      !skip && end?.kind === "open" && ((end.ahead ?? 0) > 0 || (end.back ?? 0) > 0),
  );
  if (sides.length === 0) return null;
  return (
    <section aria-label="Lines that may float" className="md:col-span-2">
      <h3 className="heading mb-1">Lines that may float</h3>
      <div className="flex flex-wrap gap-3">
        {sides.map(({ side, label }) => (
          <div key={side}>
            <LengthField pointer={`${pointer}/start/${side}`} label={label} className="w-44" />
            <p className="aside">
              from <Tape text={shown(`${pointer}/${side}/back`)} /> short of its line to{" "}
              <Tape text={shown(`${pointer}/${side}/ahead`)} /> past it
            </p>
          </div>
        ))}
      </div>
    </section>
  );
}

function UpChoice() {
  const { editor, view } = useEditor();
  const { wall, number, startAt, things } = useWall();
  const { up } = wall.start;
  const hung =
    up.kind === "full-top" || up.kind === "equal-cuts" || up.kind === "whole-courses" ? up : null;
  const overheads = things.filter(({ form }) => form === "hanging");
  const under = things.filter(({ under_tile }) => under_tile);
  const joined = number > 0 && view.job.walls[number - 1]?.corner != null;
  const courses = view.job.pattern.kind === "courses" && !view.job.tile.sheet;
  const plant = (to: Up, label: string) =>
    editor.commit(withUp(editor.get().draft, view, startAt, to), label);

  function choose(kind: Up["kind"]) {
    if (kind === "full-counter") plant({ kind, nudge: 0 }, "Start: full course at the counter");
    else if (kind === "carried") plant({ kind, nudge: 0 }, "Start: courses carried round");
    else if (kind === "full-on") {
      const on = under[0]?.id;
      if (on) plant({ kind, on, nudge: 0 }, "Start: full course on the upstand");
    } else if (kind === "flat-counter") plant({ kind, nudge: 0 }, "Start: cut flat at the counter");
    else {
      const place = hung ? (hung.under ?? null) : (overheads[0]?.id ?? null);
      const label = {
        "full-top": "Start: full course at the top",
        "equal-cuts": "Start: equal cuts",
        "whole-courses": "Start: whole courses",
      }[kind];
      plant({ kind, under: place, nudge: 0 }, label);
    }
  }

  return (
    <section aria-label="Bottom to top">
      <h3 className="heading mb-1">Bottom to top</h3>
      <Choices<Up["kind"]>
        label="Bottom to top"
        value={up.kind}
        onChange={choose}
        choices={[
          ...(joined
            ? [{ value: "carried" as const, label: "Same heights as the last wall" }]
            : []),
          { value: "full-counter", label: "Full at counter" },
          ...(under.length > 0
            ? [{ value: "full-on" as const, label: "Full on upstand or shelf" }]
            : []),
          { value: "full-top", label: "Full at top" },
          { value: "equal-cuts", label: "Equal cuts" },
          ...(courses
            ? [{ value: "whole-courses" as const, label: "Whole courses, joints adjusted" }]
            : [{ value: "flat-counter" as const, label: "Cut flat at counter" }]),
        ]}
      />
      {hung && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <span className="aside">{hung.kind === "full-top" ? "under" : "counter and under"}</span>
          <Select
            label="Under"
            value={hung.under ?? ""}
            onChange={(value) => plant({ ...hung, under: value || null }, "Start: under another")}
            options={[
              ...overheads.map(({ id, name }) => ({ value: id, label: name })),
              { value: "", label: "the top line" },
            ]}
          />
        </div>
      )}
      {up.kind === "full-on" && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <span className="aside">standing on</span>
          <Select
            label="Standing on"
            value={up.on}
            onChange={(on) => plant({ ...up, on }, "Start: on another")}
            options={under.map(({ id, name }) => ({ value: id, label: name }))}
          />
        </div>
      )}
      <Nudge axis="up" minus="Move down" plus="Move up" signs={["▼", "▲"]} />
      <SlackStrip axis="up" />
    </section>
  );
}
