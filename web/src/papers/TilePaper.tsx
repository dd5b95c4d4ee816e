/** The tile as it measures, how it lies, its bond and its joint. */
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { Choices } from "../parts/Choices";
import { LengthField } from "../parts/LengthField";
import { TextField } from "../parts/TextField";

const BONDS = [
  { value: "0/1", label: "Stack" },
  { value: "1/2", label: "Half" },
  { value: "1/3", label: "Third" },
  { value: "1/4", label: "Quarter" },
] as const;

export function TilePaper() {
  const { editor, draft, view } = useEditor();
  const { pattern, tile } = view.job;
  const bond = { p: pattern.bond?.p ?? 1, q: pattern.bond?.q ?? 2 };
  const value = `${bond.p}/${bond.q}`;
  const way = pattern.bond?.way ?? "onward";
  const named = BONDS.some((known) => known.value === value);
  const change = (pointer: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, pointer, to), label);

  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      <section aria-label="Tile">
        <h3 className="heading mb-1">Tile, as it measures</h3>
        <TextField pointer="/tile/name" label="Name" />
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <LengthField pointer="/tile/length" label="Length" />
          <LengthField pointer="/tile/height" label="Height" />
          <LengthField pointer="/tile/thickness" label="Thickness" />
        </div>
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <TextField pointer="/tile/per_box" label="Tiles in a box" number />
          <div>
            <label htmlFor="colour" className="aside block">
              On the drawing
            </label>
            <input
              id="colour"
              type="color"
              className="field p-0.5"
              value={tile.colour}
              onChange={(event) => change("/tile/colour", event.target.value, "Tile colour")}
            />
          </div>
        </div>
      </section>
      <section aria-label="Pattern">
        <h3 className="heading mb-1">Pattern</h3>
        <Choices
          label="Lay"
          value={pattern.lay ?? "lying"}
          onChange={(lay) => change("/pattern/lay", lay, `Tile ${lay}`)}
          choices={[
            { value: "lying", label: "Lying" },
            { value: "standing", label: "Standing" },
          ]}
        />
        <p className="aside mt-2 mb-1">Each course shifted from the one below by</p>
        <Choices<string>
          label="Bond"
          value={named ? value : "other"}
          onChange={(next) => {
            if (next === "other") change("/pattern/bond", { p: 2, q: 5, way }, "Bond: 2/5");
            else {
              const [p, q] = next.split("/").map(Number);
              change("/pattern/bond", { p, q, way }, `Bond: ${next}`);
            }
          }}
          choices={[...BONDS, { value: "other", label: "Other" }]}
        />
        {!named && (
          <div className="mt-1.5 flex items-end gap-2">
            <TextField pointer="/pattern/bond/p" label="Shift" number className="w-16" />
            <span className="aside pb-1.5">of</span>
            <TextField pointer="/pattern/bond/q" label="Parts" number className="w-16" />
          </div>
        )}
        {bond.p > 0 && (bond.q > 2 || way === "back") && (
          <div className="mt-2">
            <Choices
              label="Direction of the bond"
              value={way}
              onChange={(next) => change("/pattern/bond/way", next, "Direction of the bond")}
              choices={[
                { value: "onward", label: "Onward, in stairs" },
                { value: "back", label: "To and fro" },
              ]}
            />
          </div>
        )}
        <LengthField pointer="/pattern/joint" label="Joint between tiles" className="mt-2 w-36" />
      </section>
    </div>
  );
}
