/** The survey of a tiled counter: its size, its ends, what is let into it, what lies under its tile. */
import type { View } from "../api/client";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { type Counter, useShowWall, useWall } from "../job/useWall";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { Tape } from "../parts/Tape";
import { TextField } from "../parts/TextField";

const ENDS = [
  { value: "wall", label: "a wall or another counter" },
  { value: "open", label: "in view" },
  { value: "side", label: "a tall cabinet or appliance" },
];
const HEIGHTS = [
  { value: "finished", label: "the finished counter" },
  { value: "bare", label: "what is there now" },
];

/** The counters of the wall on show, and a further one. */
export function WallCounters() {
  const { editor, draft, view } = useEditor();
  const { wall } = useWall();
  const show = useShowWall();
  const mine = view.job.counters.filter((one) => one.wall === wall.id);

  function add() {
    const next = newCounter(view, wall);
    const counters = [...(draft.counters ?? []), next] as typeof draft.counters;
    editor.commit({ ...draft, counters }, "A tiled counter");
    show(next.id);
  }

  return (
    <section aria-label="Tiled counters" className="border-rule border-t pt-2">
      <h3 className="heading mb-1">The counter below it</h3>
      {mine.length === 0 && (
        <p className="aside mb-1.5">
          Where the counter is tiled as well, it is laid from above, built up in layers, and its
          joints can go on up the wall.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {mine.map(({ id, name }) => (
          <button key={id} type="button" className="button" onClick={() => show(id)}>
            {name}
          </button>
        ))}
        <button type="button" className="button" onClick={add}>
          {mine.length > 0 ? "Tile another counter" : "Tile the counter"}
        </button>
      </div>
    </section>
  );
}

function newCounter(view: View, wall: View["job"]["walls"][number]) {
  const { counters, tile, pattern, units } = view.job;
  const taken = new Set(counters.map(({ id }) => id));
  let number = 1;
  while (taken.has(`counter-${number}`)) number += 1;
  const end = counters
    .filter((one) => one.wall === wall.id)
    .reduce((most, one) => Math.max(most, one.at + one.width), 0);
  const left = wall.length - end;
  return {
    id: `counter-${number}`,
    name: number === 1 ? "Counter" : `Counter ${number}`,
    wall: wall.id,
    at: left > 0 ? end : 0,
    width: left > 0 ? left : wall.length,
    depth: units === "in" ? "25" : "620",
    tile: {
      ...tile,
      sheet: null,
      ledger: null,
      material: "porcelain",
      name: "Counter tile",
      colour: "#a8694d",
    },
    pattern: {
      kind: "courses",
      joint: pattern.joint || (units === "in" ? "1/8" : "3"),
      bond: { p: 0, q: 1 },
    },
  };
}

export function CounterPaper() {
  const { editor, draft, view } = useEditor();
  const { counter: shown, wall, number } = useWall();
  const show = useShowWall();
  if (!shown) return null;
  const { counter, pointer } = shown;
  const change = (field: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, `${pointer}${field}`, to), label);
  const said = view.sheet.counters?.find((one) => one.counter === counter.id);

  function takeOut() {
    const counters = (draft.counters ?? []).filter(({ id }) => id !== counter.id);
    const { across } = wall.start;
    const next = { ...draft, counters };
    const carried = across.kind === "from-counter" && across.counter === counter.id;
    show(wall.id);
    editor.commit(
      carried
        ? replaced(next, `/walls/${number}/start/across`, { kind: "full-left", nudge: 0 })
        : next,
      `${counter.name} taken out`,
    );
  }

  return (
    <div className="space-y-3">
      <section aria-label="The counter itself">
        <h3 className="heading mb-1">{counter.name}</h3>
        <div className="flex flex-wrap items-end gap-2">
          <TextField pointer={`${pointer}/name`} label="Name" className="w-40" />
          <LengthField pointer={`${pointer}/at`} label="From wall's left end" className="w-32" />
          <LengthField pointer={`${pointer}/width`} label="Along the wall" className="w-28" />
          <LengthField pointer={`${pointer}/depth`} label="Wall to front edge" className="w-28" />
        </div>
        <div className="mt-2 flex flex-wrap items-end gap-3">
          {(["left", "right"] as const).map((side) => (
            <div key={side}>
              <span className="aside block">Its {side} end is at</span>
              <Select
                label={`${side === "left" ? "Left" : "Right"} end of the counter`}
                value={counter[side]}
                onChange={(to) => change(`/${side}`, to, `The counter's ${side} end`)}
                options={ENDS}
              />
            </div>
          ))}
          <div>
            <span className="aside block">Heights were taken over</span>
            <Select
              label="Heights were taken over"
              value={counter.heights}
              onChange={(to) => change("/heights", to, "What heights were taken over")}
              options={HEIGHTS}
            />
          </div>
          <button type="button" className="button" onClick={takeOut}>
            Take this counter out
          </button>
        </div>
      </section>
      <CutOuts counter={counter} pointer={pointer} change={change} />
      <Layers counter={counter} pointer={pointer} change={change} />
      <FrontEdge counter={counter} pointer={pointer} change={change} />
      {said && (
        <p className="text-sm">
          <Tape text={`${said.builds_up} ${said.edge}`} />
        </p>
      )}
      {said?.joints && (
        <p className="aside">
          <Tape text={`Its joints cannot go on up the wall: ${said.joints}.`} />
        </p>
      )}
    </div>
  );
}

interface PartProps {
  counter: Counter;
  pointer: string;
  change: (field: string, to: unknown, label: string) => void;
}

/** What is let into the counter, each with where it lies. */
function CutOuts({ counter, pointer, change }: PartProps) {
  const { view } = useEditor();
  const inch = view.job.units === "in";
  const middle = counter.at + counter.width / 2;
  const free = (kind: string) => {
    const taken = new Set(counter.cut_outs.map(({ id }) => id));
    let number = 1;
    const named = (n: number) => `${counter.id}-${kind}${n > 1 ? `-${n}` : ""}`;
    while (taken.has(named(number))) number += 1;
    return named(number);
  };
  function add(kind: "sink" | "hob" | "hole") {
    const wide = inch ? 22 * 25.4 : 560;
    const one =
      kind === "hole"
        ? {
            kind,
            id: free("tap"),
            name: "Tap",
            at: middle,
            front: Math.max(counter.depth - 55, counter.depth / 2),
            diameter: inch ? "1 3/8" : "35",
            cover: inch ? "2" : "50",
          }
        : {
            kind,
            id: free(kind),
            name: kind === "sink" ? "Sink" : "Hob",
            at: Math.max(counter.at, middle - wide / 2),
            width: Math.min(wide, counter.width),
            front: counter.depth * 0.15,
            depth: counter.depth * 0.65,
            rim: inch ? "1/2" : "12",
          };
    change("/cut_outs", [...counter.cut_outs, one], `${one.name} let in`);
  }
  const drop = (place: number, name: string) =>
    change(
      "/cut_outs",
      counter.cut_outs.filter((_, n) => n !== place),
      `${name} taken out`,
    );
  return (
    <section aria-label="Let into the counter" className="border-rule border-t pt-2">
      <h3 className="heading mb-1">Let into it</h3>
      {counter.cut_outs.map((one, n) => {
        const root = `${pointer}/cut_outs/${n}`;
        return (
          <div key={one.id} className="mb-2 flex flex-wrap items-end gap-2">
            <TextField pointer={`${root}/name`} label="Name" className="w-28" />
            {one.kind === "hole" ? (
              <>
                <LengthField pointer={`${root}/at`} label="Centre from left" className="w-28" />
                <LengthField pointer={`${root}/front`} label="from the front" className="w-24" />
                <LengthField pointer={`${root}/diameter`} label="Hole" className="w-20" />
                <LengthField pointer={`${root}/cover`} label="Its plate" className="w-20" />
              </>
            ) : (
              <>
                <LengthField pointer={`${root}/at`} label="From wall's left end" className="w-32" />
                <LengthField pointer={`${root}/width`} label="Wide" className="w-20" />
                <LengthField pointer={`${root}/front`} label="from the front" className="w-24" />
                <LengthField pointer={`${root}/depth`} label="Deep" className="w-20" />
                <LengthField
                  pointer={`${root}/rim`}
                  label="Rim covers"
                  hint="0 where it hangs under the counter"
                  className="w-24"
                />
              </>
            )}
            <button
              type="button"
              className="button"
              aria-label={`Remove ${one.name}`}
              onClick={() => drop(n, one.name)}
            >
              Remove
            </button>
          </div>
        );
      })}
      <div className="flex flex-wrap gap-2">
        {(["sink", "hob", "hole"] as const).map((kind) => (
          <button key={kind} type="button" className="button" onClick={() => add(kind)}>
            + {kind === "hole" ? "tap hole" : kind}
          </button>
        ))}
      </div>
    </section>
  );
}

/** Plywood and board under the tile, from the bottom up. */
function Layers({ counter, pointer, change }: PartProps) {
  const { view } = useEditor();
  const inch = view.job.units === "in";
  const add = (kind: "plywood" | "board") =>
    change(
      "/layers",
      [
        ...counter.layers,
        {
          kind,
          name: kind === "plywood" ? "Plywood" : "Board",
          thickness: kind === "plywood" ? (inch ? "3/4" : "18") : inch ? "1/2" : "12",
        },
      ],
      `A layer of ${kind}`,
    );
  return (
    <section aria-label="Layers under the tile" className="border-rule border-t pt-2">
      <h3 className="heading mb-1">Layers under the tile, from the bottom up</h3>
      {counter.layers.map((layer, n) => {
        const root = `${pointer}/layers/${n}`;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place alone
          <div key={n} className="mb-2 flex flex-wrap items-end gap-2">
            <span className="aside pb-1.5">
              {n + 1}. {layer.kind === "plywood" ? "plywood, screwed" : "board, bedded and screwed"}
            </span>
            <TextField pointer={`${root}/name`} label="Name" className="w-32" />
            <LengthField pointer={`${root}/thickness`} label="Thick" className="w-20" />
            <LengthField pointer={`${root}/width`} label="Sheet wide" className="w-24" />
            <LengthField pointer={`${root}/length`} label="Sheet long" className="w-24" />
            <button
              type="button"
              className="button"
              aria-label={`Remove layer ${n + 1}`}
              onClick={() =>
                change(
                  "/layers",
                  counter.layers.filter((_, place) => place !== n),
                  "A layer taken out",
                )
              }
            >
              Remove
            </button>
          </div>
        );
      })}
      {counter.layers.length < 4 && (
        <div className="flex gap-2">
          <button type="button" className="button" onClick={() => add("plywood")}>
            + plywood
          </button>
          <button type="button" className="button" onClick={() => add("board")}>
            + board
          </button>
        </div>
      )}
    </section>
  );
}

/** Pieces along the front edge and every end in view, or a trim. */
function FrontEdge({ counter, pointer, change }: PartProps) {
  const { draft, view } = useEditor();
  const inch = view.job.units === "in";
  const { front } = counter;
  return (
    <section aria-label="Front edge" className="border-rule border-t pt-2">
      <h3 className="heading mb-1">Its front edge</h3>
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          checked={at(draft, `${pointer}/front`) != null}
          onChange={(event) =>
            change(
              "/front",
              event.target.checked
                ? {
                    tile: {
                      ...counter.tile,
                      sheet: null,
                      name: "Edge piece",
                      height: inch ? "2" : "50",
                      colour: "#8a4f38",
                    },
                  }
                : null,
              event.target.checked ? "Edge pieces" : "A trim along the edge",
            )
          }
        />
        edge pieces along the front and every end in view; without, a trim
      </label>
      {front && (
        <div className="mt-1.5 flex flex-wrap items-end gap-2">
          <Select
            label="Set on"
            value={front.on}
            onChange={(to) => change("/front/on", to, `Edge pieces on ${to}`)}
            options={[
              { value: "board", label: "set on board, in the bed" },
              { value: "wood", label: "set on wood, in an adhesive that gives" },
            ]}
          />
          <LengthField
            pointer={`${pointer}/front/below`}
            label="Edge below the layers"
            className="w-36"
          />
          <LengthField
            pointer={`${pointer}/front/over`}
            label="Leg over the counter"
            className="w-36"
          />
        </div>
      )}
    </section>
  );
}
