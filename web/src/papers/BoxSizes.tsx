/** The list of boxes and plates that devices go by unless they have sizes of their own. */
import { useEditor } from "../job/useEditor";
import { LengthField } from "../parts/LengthField";

const SIDES = [
  ["box_width", "box width"],
  ["box_height", "box height"],
  ["plate_width", "plate width"],
  ["plate_height", "plate height"],
] as const;

export function BoxSizes() {
  const { view } = useEditor();
  return (
    <details className="border-rule border-t pt-2">
      <summary className="heading cursor-pointer">Boxes and plates in this kitchen</summary>
      <p className="aside mb-1">
        Set upright, by gangs. Breaker off and each device proved dead before a plate or a screw is
        touched; live parts are a licensed electrician's, and local codes decide.
      </p>
      {view.job.boxes?.map((size, index) => (
        <fieldset key={size.gangs} className="mb-1 flex flex-wrap items-end gap-2">
          <legend className="float-left w-16 pt-6 font-medium text-sm">{size.gangs} gang</legend>
          {SIDES.map(([side, label]) => (
            <LengthField
              key={side}
              pointer={`/boxes/${index}/${side}`}
              label={label}
              className="w-24"
            />
          ))}
        </fieldset>
      ))}
    </details>
  );
}
