/** The survey of the wall: each thing on it with its measures, all of them typed. */
import type { ReactNode } from "react";
import { type Addable, addThing, removeThing } from "../job/edits";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { TextField } from "../parts/TextField";

type Group = "overheads" | "openings" | "devices";

const ENDS = [
  { value: "corner", label: "inside corner" },
  { value: "open", label: "open end, with trim" },
  { value: "casing", label: "door casing" },
  { value: "cabinet", label: "tall cabinet" },
];

export function MeasuresPaper() {
  const { editor, draft, view } = useEditor();
  const { wall } = view.job;
  const choose = (pointer: string, to: string, label: string) =>
    editor.commit(replaced(draft, pointer, to), label);
  return (
    <div className="space-y-3">
      <Row name="Wall">
        <LengthField pointer="/wall/length" label="Length" className="w-28" />
        <LengthField pointer="/wall/top/height" label="Tile stops at" className="w-28" />
        <Chosen label="Top is">
          <Select
            label="Top is"
            value={wall.top.kind ?? "open"}
            onChange={(kind) => choose("/wall/top/kind", kind, "Top")}
            options={[
              { value: "open", label: "an open line, with trim" },
              { value: "ceiling", label: "the ceiling" },
            ]}
          />
        </Chosen>
        {(["left", "right"] as const).map((side) => (
          <Chosen key={side} label={`${side === "left" ? "Left" : "Right"} end`}>
            <Select
              label={`${side} end`}
              value={wall[side]?.kind ?? "corner"}
              onChange={(kind) => choose(`/wall/${side}/kind`, kind, `${side} end`)}
              options={ENDS}
            />
          </Chosen>
        ))}
      </Row>
      <Things
        group="overheads"
        title="Cabinets and hoods"
        add={["cabinet", "hood"]}
        fields={OVERHEAD}
      />
      <Things group="openings" title="Windows" add={["window"]} fields={OPENING} />
      <Things
        group="devices"
        title="Outlets and switches"
        add={["outlet", "switch"]}
        fields={DEVICE}
      >
        <p className="aside">
          Breaker off and each device proved dead before a plate or screw is touched; live parts are
          a licensed electrician's, and local codes decide.
        </p>
      </Things>
    </div>
  );
}

const OVERHEAD = [
  ["x", "Left side at"],
  ["width", "Width"],
  ["bottom", "Clear height"],
] as const;
const OPENING = [
  ["x", "Left jamb at"],
  ["width", "Width"],
  ["sill", "Sill at"],
  ["height", "Height"],
] as const;
const DEVICE = [
  ["x", "Centre at"],
  ["y", "Centre height"],
  ["box_width", "Box width"],
  ["box_height", "Box height"],
  ["plate_width", "Plate width"],
  ["plate_height", "Plate height"],
] as const;

interface ThingsProps {
  group: Group;
  title: string;
  add: readonly Addable[];
  fields: readonly (readonly [string, string])[];
  children?: ReactNode;
}

function Things({ group, title, add, fields, children }: ThingsProps) {
  const { editor, draft, view } = useEditor();
  const things: readonly { id: string; name: string }[] = view.job.wall[group] ?? [];
  return (
    <section aria-label={title} className="border-rule border-t pt-2">
      <div className="mb-1 flex flex-wrap items-baseline justify-between gap-2">
        <h3 className="heading">{title}</h3>
        <span className="flex gap-1">
          {add.map((kind) => (
            <button
              key={kind}
              type="button"
              className="button"
              onClick={() => addThing(editor, kind)}
            >
              + {kind}
            </button>
          ))}
        </span>
      </div>
      {children}
      <div className="space-y-2">
        {things.map((thing, index) => {
          const pointer = `/wall/${group}/${index}`;
          return (
            <Row key={thing.id} name={String(at(draft, `${pointer}/name`) ?? thing.name)}>
              <TextField pointer={`${pointer}/name`} label="Name" className="w-36" />
              {fields.map(([field, label]) => (
                <LengthField
                  key={field}
                  pointer={`${pointer}/${field}`}
                  label={label}
                  className="w-24"
                />
              ))}
              {group === "devices" && (
                <TextField pointer={`${pointer}/gangs`} label="Gangs" number className="w-14" />
              )}
              <button
                type="button"
                className="button self-end"
                aria-label={`Remove ${thing.name}`}
                onClick={() => removeThing(editor, thing)}
              >
                Remove
              </button>
            </Row>
          );
        })}
      </div>
    </section>
  );
}

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <fieldset className="flex flex-wrap items-start gap-2">
      <legend className="sr-only">{name}</legend>
      {children}
    </fieldset>
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
