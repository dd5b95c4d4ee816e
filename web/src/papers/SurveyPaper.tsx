/** The survey of one wall: its own measures, and the notebook of what stands on it. */
import type { ReactNode } from "react";
import { type Join, joinWall, removeWall } from "../job/edits";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { TextField } from "../parts/TextField";
import { BoxSizes } from "./BoxSizes";
import { CounterPaper, WallCounters } from "./CounterPaper";
import { Notebook } from "./Notebook";

const ENDS = [
  { value: "corner", label: "inside corner" },
  { value: "outside", label: "outside corner" },
  { value: "open", label: "open end, with trim" },
  { value: "casing", label: "door casing" },
  { value: "cabinet", label: "tall cabinet" },
];
const TOPS = [
  { value: "open", label: "an open line, with trim" },
  { value: "ceiling", label: "the ceiling" },
];

interface Props {
  active: string | null;
  onActive: (id: string | null) => void;
}

export function SurveyPaper({ active, onActive }: Props) {
  const { editor, draft, view } = useEditor();
  const { wall, number, pointer, counter } = useWall();
  const joinedBefore = number > 0 && view.job.walls[number - 1]?.corner != null;
  const last = number === view.job.walls.length - 1;
  const choose = (field: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, `${pointer}/${field}`, to), label);
  if (counter) return <CounterPaper />;
  return (
    <div className="space-y-3">
      <Notebook active={active} onActive={onActive} />
      <section aria-label="The wall itself" className="border-rule border-t pt-2">
        <h3 className="heading mb-1">The wall itself</h3>
        <div className="flex flex-wrap items-start gap-2">
          <TextField pointer={`${pointer}/name`} label="Name" className="w-40" />
          <LengthField pointer={`${pointer}/length`} label="Overall" className="w-28" />
          <Chosen label="Top is">
            <Select
              label="Top is"
              value={wall.top.kind ?? "open"}
              onChange={(kind) => choose("top/kind", kind, "Top")}
              options={TOPS}
            />
          </Chosen>
          <LengthField pointer={`${pointer}/top/height`} label="Tile stops at" className="w-24" />
          <OtherEnd
            field="top/height_right"
            value={wall.top.height_right ?? null}
            start={wall.top.height}
            label="and at its right"
          />
        </div>
        <div className="mt-2 flex flex-wrap items-start gap-2">
          <Chosen label="Left end">
            {joinedBefore ? (
              <p className="aside pt-1.5">joins the wall before</p>
            ) : (
              <Select
                label="Left end"
                value={wall.left?.kind ?? "corner"}
                onChange={(kind) => choose("left/kind", kind, "Left end")}
                options={ENDS}
              />
            )}
          </Chosen>
          <LengthField pointer={`${pointer}/left_lean`} label="leans right by" className="w-24" />
          <Chosen label="Right end">
            {wall.corner != null ? (
              <p className="aside pt-1.5">joins the next wall</p>
            ) : (
              <Select
                label="Right end"
                value={wall.right?.kind ?? "corner"}
                onChange={(kind) => choose("right/kind", kind, "Right end")}
                options={ENDS}
              />
            )}
          </Chosen>
          <LengthField pointer={`${pointer}/right_lean`} label="leans right by" className="w-24" />
        </div>
        {wall.top.kind === "open" && <Float field="top" says="The top line may still move" />}
        {!joinedBefore && <EndMore side="left" />}
        {wall.corner == null && <EndMore side="right" />}
        <div className="mt-2 flex flex-wrap items-end gap-2">
          {!last && (
            <Chosen label="Corner with the next wall">
              <Select
                label="Corner with the next wall"
                value={wall.corner?.kind ?? "none"}
                onChange={(join) => joinWall(editor, wall.id, join as Join)}
                options={[
                  { value: "inside", label: "inside corner" },
                  { value: "outside", label: "outside corner" },
                  { value: "none", label: "they stand apart" },
                ]}
              />
            </Chosen>
          )}
          {!last && wall.corner != null && (
            <Chosen label="Tiled second, and laps the other">
              <Select
                label="Which wall laps"
                value={wall.corner.laps ?? "next"}
                onChange={(laps) => choose("corner/laps", laps, "Which wall laps")}
                options={[
                  { value: "this", label: wall.name ?? "this wall" },
                  { value: "next", label: view.job.walls[number + 1]?.name ?? "the next wall" },
                ]}
              />
            </Chosen>
          )}
          {view.job.walls.length > 1 && (
            <button
              type="button"
              className="button"
              onClick={() => removeWall(editor, { id: wall.id, name: wall.name ?? wall.id })}
            >
              Remove this wall
            </button>
          )}
        </div>
      </section>
      <WallCounters />
      <BoxSizes />
    </div>
  );
}

/** A second height where a line is not level; without it the line is taken as level. */
function OtherEnd({
  field,
  value,
  start,
  label,
}: {
  field: string;
  value: number | null;
  start: number;
  label: string;
}) {
  const { editor, draft } = useEditor();
  const { pointer } = useWall();
  const set = (to: number | null) =>
    editor.commit(replaced(draft, `${pointer}/${field}`, to), "Height at the right");
  if (value === null) {
    return (
      <button type="button" className="button self-end" onClick={() => set(start)}>
        not level…
      </button>
    );
  }
  return (
    <>
      <LengthField pointer={`${pointer}/${field}`} label={label} className="w-24" />
      <button type="button" className="button self-end" onClick={() => set(null)}>
        level
      </button>
    </>
  );
}

/** What more is to say of an end: how deep its casing is, or how far its line may move. */
function EndMore({ side }: { side: "left" | "right" }) {
  const { editor, draft } = useEditor();
  const { wall, pointer } = useWall();
  const end = wall[side];
  const name = side === "left" ? "Left" : "Right";
  const set = (field: string, to: unknown) =>
    editor.commit(replaced(draft, `${pointer}/${side}/${field}`, to), `${name} end`);
  if (end?.kind === "casing" || end?.kind === "cabinet") {
    return end.depth == null ? (
      <button type="button" className="button mt-2 mr-2" onClick={() => set("depth", 19)}>
        {name} end: how far it stands out…
      </button>
    ) : (
      <div className="mt-2 flex items-end gap-2">
        <LengthField
          pointer={`${pointer}/${side}/depth`}
          label={`${name} end stands out by`}
          className="w-40"
        />
        <button type="button" className="button" onClick={() => set("depth", null)}>
          not measured
        </button>
      </div>
    );
  }
  if (end?.kind !== "open") return null;
  return <Float field={side} says={`The ${side} end's line may still move`} />;
}

/** How far a line that is not settled may go either way. */
function Float({ field, says }: { field: "top" | "left" | "right"; says: string }) {
  const { pointer } = useWall();
  return (
    <div className="mt-2 flex flex-wrap items-end gap-2">
      <span className="aside pb-1.5">{says}</span>
      <LengthField pointer={`${pointer}/${field}/ahead`} label="further out by" className="w-28" />
      <LengthField pointer={`${pointer}/${field}/back`} label="or back by" className="w-28" />
    </div>
  );
}

function Chosen({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div>
      <span className="aside block">{label}</span>
      {children}
    </div>
  );
}
