/** Areas of a wall that are tiled otherwise: where each lies, its tile, pattern and liner. */
import type { View } from "../api/client";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { TextField } from "../parts/TextField";
import { PatternPaper } from "./PatternPaper";

type Area = View["job"]["areas"][number];

const MOST = 8;
/** Things that a panel is usually centred on. */
const CENTRES = ["hood", "range-gap", "window"];

export function AreasPaper() {
  const { editor, draft, view } = useEditor();
  const { wall, surface } = useWall();
  const { areas, tile, units } = view.job;
  const mine = areas
    .map((area, index) => ({ area, index }))
    .filter((one) => one.area.wall === wall.id);

  function add() {
    const ids = new Set(areas.map(({ id }) => id));
    let number = 1;
    while (ids.has(`panel-${number}`)) number += 1;
    const things = wall.things ?? [];
    const on = CENTRES.flatMap((kind) => things.filter((thing) => thing.kind === kind))[0];
    const box = surface.things.find(({ id }) => id === on?.id)?.box;
    const inch = units === "in";
    const next = {
      id: `panel-${number}`,
      name: on ? `Panel at ${on.name}` : `Panel ${number}`,
      wall: wall.id,
      centre: on?.id ?? null,
      width: box ? Math.min(box[2] - box[0], 24 * 25.4) : inch ? "24" : "600",
      bottom: inch ? "4" : "100",
      height: inch ? "14" : "350",
      tile: { ...tile, name: "Panel tile", colour: "#d9b08c" },
      pattern: { kind: "herringbone", joint: view.job.pattern.joint },
    };
    editor.commit(replaced(draft, "/areas", [...(draft.areas ?? []), next]), "An area of its own");
  }

  return (
    <section aria-label="Areas" className="md:col-span-2">
      <h3 className="heading mb-1">Areas tiled otherwise on {wall.name}</h3>
      {mine.length === 0 && (
        <p className="aside mb-1.5">
          A framed panel behind the range, another tile above a shelf: each area has a tile, pattern
          and start of its own.
        </p>
      )}
      {mine.map(({ area, index }) => (
        <AreaCard key={area.id} area={area} index={index} />
      ))}
      {areas.length < MOST && (
        <button type="button" className="button" onClick={add}>
          Add an area
        </button>
      )}
    </section>
  );
}

function AreaCard({ area, index }: { area: Area; index: number }) {
  const { editor, draft, view } = useEditor();
  const { things } = useWall();
  const root = `/areas/${index}`;
  const change = (pointer: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, `${root}${pointer}`, to), label);
  const { units, tile } = view.job;
  return (
    <div className="mb-3 grid gap-x-6 gap-y-2 border-line border-t pt-2 md:grid-cols-2">
      <div>
        <div className="flex items-end gap-2">
          <TextField pointer={`${root}/name`} label="Name" className="grow" />
          <button
            type="button"
            className="button"
            onClick={() =>
              editor.commit(
                replaced(
                  draft,
                  "/areas",
                  (draft.areas ?? []).filter((_, place) => place !== index),
                ),
                `${area.name} taken out`,
              )
            }
          >
            Remove
          </button>
        </div>
        <div className="mt-1.5 flex flex-wrap items-end gap-2">
          <Select
            label="Centred on"
            value={area.centre ?? ""}
            onChange={(to) => change("/centre", to || null, "Area centred")}
            options={[
              { value: "", label: "begun from the left end" },
              ...things.map((one) => ({
                value: one.id ?? "",
                label: `centred on ${one.name ?? ""}`,
              })),
            ]}
          />
          {area.centre == null && (
            <LengthField pointer={`${root}/left`} label="From left end" className="w-28" />
          )}
        </div>
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <LengthField pointer={`${root}/width`} label="Width" />
          <LengthField pointer={`${root}/bottom`} label="Lower edge" />
          <LengthField pointer={`${root}/height`} label="Height" />
        </div>
        <h4 className="aside mt-2">Its tile</h4>
        <div className="flex items-end gap-2">
          <TextField pointer={`${root}/tile/name`} label="Name" className="grow" />
          <input
            type="color"
            aria-label={`${area.name} on the drawing`}
            className="field w-14 p-0.5"
            value={area.tile.colour}
            onChange={(event) => change("/tile/colour", event.target.value, "Colour of the area")}
          />
        </div>
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <LengthField pointer={`${root}/tile/length`} label="Length" />
          <LengthField pointer={`${root}/tile/height`} label="Height" />
          <TextField pointer={`${root}/tile/per_box`} label="Tiles in a box" number />
        </div>
        <label className="mt-2 flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={area.joints === "through"}
            onChange={(event) =>
              change(
                "/joints",
                event.target.checked ? "through" : "broken",
                event.target.checked
                  ? "Joints go on through the area"
                  : "Joints broken at the area",
              )
            }
          />
          the wall's joints go on through it
        </label>
        <label className="mt-1 flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={area.liner != null}
            onChange={(event) =>
              change(
                "/liner",
                event.target.checked
                  ? {
                      tile: {
                        ...tile,
                        name: "Liner",
                        height: units === "in" ? "3/4" : "20",
                        colour: "#5f7684",
                      },
                    }
                  : null,
                event.target.checked ? "A liner around the area" : "No liner",
              )
            }
          />
          a liner all round
        </label>
        {area.liner != null && (
          <div className="mt-1 flex flex-wrap items-end gap-2">
            <LengthField pointer={`${root}/liner/tile/length`} label="Length" className="w-24" />
            <LengthField pointer={`${root}/liner/tile/height`} label="Face" className="w-24" />
            <Select
              label="Its corners"
              value={area.liner.corners}
              onChange={(to) => change("/liner/corners", to, `Liner ${to}`)}
              options={[
                { value: "mitred", label: "mitred" },
                { value: "butted", label: "butted" },
              ]}
            />
            <input
              type="color"
              aria-label="Liner on the drawing"
              className="field w-14 p-0.5"
              value={area.liner.tile.colour}
              onChange={(event) =>
                change("/liner/tile/colour", event.target.value, "Colour of the liner")
              }
            />
          </div>
        )}
      </div>
      <PatternPaper
        pointer={`${root}/pattern`}
        pattern={area.pattern}
        starts={[{ pointer: `${root}/start`, start: area.start }]}
      />
    </div>
  );
}
