/** Where the tile of a counter begins: along it, and from its front. */
import { type Across, type Up, withAcross, withUp } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { Choices } from "../parts/Choices";
import { Select } from "../parts/Select";
import { Nudge } from "./Nudge";
import { SlackStrip } from "./SlackStrip";

type Along = "full-left" | "full-right" | "tile" | "joint";

export function CounterStart() {
  const { editor, draft, view } = useEditor();
  const { counter: shown, startAt, start, wall } = useWall();
  if (!shown) return null;
  const { counter } = shown;
  const { across, up } = start;
  const along: Along =
    across.kind === "centred"
      ? across.what
      : across.kind === "full-right"
        ? across.kind
        : "full-left";
  const plant = (to: Across, label: string) =>
    editor.commit(withAcross(draft, view, startAt, to), label);
  const plantUp = (kind: "full-counter" | "full-top" | "equal-cuts", label: string) => {
    const to: Up = kind === "full-counter" ? { kind, nudge: 0 } : { kind, under: null, nudge: 0 };
    editor.commit(withUp(draft, view, startAt, to), label);
  };

  function choose(next: Along) {
    if (next === "full-left" || next === "full-right") {
      plant(
        { kind: next, nudge: 0 },
        `Counter: full tile ${next === "full-left" ? "left" : "right"}`,
      );
      return;
    }
    const [first] = counter.cut_outs;
    const place =
      across.kind === "centred"
        ? { on: across.on, thing: across.thing ?? null }
        : first
          ? { on: "thing" as const, thing: first.id }
          : { on: "wall" as const };
    plant({ ...place, kind: "centred", what: next, nudge: 0 }, `Counter: ${next} centred`);
  }

  const carried =
    wall.start.across.kind === "from-counter" && wall.start.across.counter === counter.id;
  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      <p className="aside -mb-2 md:col-span-2">
        The start of <span className="font-medium text-pencil">{counter.name}</span>, seen from
        above, its front edge below.
        {carried && ` Its joints go on up ${wall.name}, which moves with it.`}
      </p>
      <section aria-label="Along the counter">
        <h3 className="heading mb-1">Along the counter</h3>
        <Choices<Along>
          label="Along the counter"
          value={along}
          onChange={choose}
          choices={[
            { value: "full-left", label: "Full at left end" },
            { value: "full-right", label: "Full at right end" },
            { value: "tile", label: "Tile centered" },
            { value: "joint", label: "Joint on centre" },
          ]}
        />
        {across.kind === "centred" && (
          <div className="mt-2 flex flex-wrap items-end gap-2">
            <span className="aside pb-1.5">centre of</span>
            <Select
              label="Centre of"
              value={across.on === "thing" ? (across.thing ?? "") : "wall"}
              onChange={(to) =>
                plant(
                  to === "wall"
                    ? { kind: "centred", what: across.what, on: "wall", nudge: 0 }
                    : { kind: "centred", what: across.what, on: "thing", thing: to, nudge: 0 },
                  "Counter: centred on another",
                )
              }
              options={[
                { value: "wall", label: "the counter" },
                ...counter.cut_outs.map(({ id, name }) => ({ value: id, label: name })),
              ]}
            />
          </div>
        )}
        <Nudge axis="across" minus="Move left" plus="Move right" signs={["◀", "▶"]} />
        <SlackStrip axis="across" />
      </section>
      <section aria-label="From the front">
        <h3 className="heading mb-1">From the front</h3>
        <Choices<"full-counter" | "full-top" | "equal-cuts">
          label="From the front"
          value={up.kind === "full-top" || up.kind === "equal-cuts" ? up.kind : "full-counter"}
          onChange={(kind) =>
            plantUp(
              kind,
              {
                "full-counter": "Counter: full row at the front",
                "full-top": "Counter: full row at the wall",
                "equal-cuts": "Counter: equal cuts",
              }[kind],
            )
          }
          choices={[
            { value: "full-counter", label: "Full row at the front" },
            { value: "full-top", label: "Full row at the wall" },
            { value: "equal-cuts", label: "Equal cuts" },
          ]}
        />
        <Nudge
          axis="up"
          minus="Move to the front"
          plus="Move to the wall"
          signs={["▼", "▲"]}
          says="Then moved to the wall by"
        />
        <SlackStrip axis="up" />
      </section>
    </div>
  );
}
