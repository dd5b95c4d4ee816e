/** The tile of a counter, how it is laid, and the pieces along its edge. */
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { TextField } from "../parts/TextField";
import { PatternPaper } from "./PatternPaper";
import { MATERIALS } from "./TilePaper";

export function CounterTile() {
  const { editor, draft } = useEditor();
  const { counter: shown, startAt, start, wall, number } = useWall();
  if (!shown) return null;
  const { counter, pointer } = shown;
  const change = (field: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, `${pointer}${field}`, to), label);
  const { tile, front } = counter;
  const { across } = wall.start;
  const carried = across.kind === "from-counter" && across.counter === counter.id;
  const ofWall = { pointer: `/walls/${number}/start`, start: wall.start };
  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      <section aria-label="Tile of the counter">
        <h3 className="heading mb-1">Tile of {counter.name}</h3>
        <TextField pointer={`${pointer}/tile/name`} label="Name" />
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <LengthField pointer={`${pointer}/tile/length`} label="Length" />
          <LengthField pointer={`${pointer}/tile/height`} label="Height" />
          <LengthField pointer={`${pointer}/tile/thickness`} label="Thickness" />
        </div>
        <div className="mt-1.5 flex flex-wrap items-end gap-2">
          <Select
            label="Material"
            value={tile.material}
            onChange={(to) => change("/tile/material", to, `Material: ${to}`)}
            options={MATERIALS.filter((one) => one !== "stick-on").map((value) => ({
              value,
              label: value,
            }))}
          />
          <TextField
            pointer={`${pointer}/tile/per_box`}
            label="Tiles in a box"
            number
            className="w-24"
          />
          <input
            type="color"
            aria-label={`${counter.name} on the drawing`}
            className="field w-14 p-0.5"
            value={tile.colour}
            onChange={(event) =>
              change("/tile/colour", event.target.value, "Colour of the counter")
            }
          />
        </div>
        <label className="mt-1.5 flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={at(draft, `${pointer}/tile/porous`) === true}
            onChange={(event) =>
              change("/tile/porous", event.target.checked, "Whether it is open-pored")
            }
          />
          open-pored
        </label>
        {front && <EdgeTile pointer={`${pointer}/front`} front={front} change={change} />}
      </section>
      <PatternPaper
        pointer={`${pointer}/pattern`}
        pattern={counter.pattern}
        starts={[{ pointer: startAt, start }, ...(carried ? [ofWall] : [])]}
      />
    </div>
  );
}

interface EdgeProps {
  pointer: string;
  front: NonNullable<NonNullable<ReturnType<typeof useWall>["counter"]>["counter"]["front"]>;
  change: (field: string, to: unknown, label: string) => void;
}

function EdgeTile({ pointer, front, change }: EdgeProps) {
  return (
    <>
      <h3 className="heading mt-3 mb-1">Pieces along its edge</h3>
      <TextField pointer={`${pointer}/tile/name`} label="Name" />
      <div className="mt-1.5 grid grid-cols-3 gap-2">
        <LengthField pointer={`${pointer}/tile/length`} label="Length" />
        <LengthField pointer={`${pointer}/tile/height`} label="Face height" />
        <LengthField pointer={`${pointer}/tile/thickness`} label="Thickness" />
      </div>
      <div className="mt-1.5 flex flex-wrap items-end gap-2">
        <TextField
          pointer={`${pointer}/tile/per_box`}
          label="Pieces in a box"
          number
          className="w-24"
        />
        <input
          type="color"
          aria-label="Edge pieces on the drawing"
          className="field w-14 p-0.5"
          value={front.tile.colour}
          onChange={(event) =>
            change("/front/tile/colour", event.target.value, "Colour of the edge pieces")
          }
        />
      </div>
    </>
  );
}
