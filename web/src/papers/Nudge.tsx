/** The start moved a step of the tape at a time, or by a length. */
import { nudged, unnudged } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { LengthField } from "../parts/LengthField";

interface NudgeProps {
  axis: "across" | "up";
  minus: string;
  plus: string;
  signs: [string, string];
  /** What the field is called, where it is not left and right or up and down. */
  says?: string;
}

export function Nudge({ axis, minus, plus, signs, says }: NudgeProps) {
  const { editor, view } = useEditor();
  const { start, startAt } = useWall();
  const step = view.sheet.step_mm;
  const move = (by: number) =>
    editor.burst(
      nudged(editor.get().draft, view, startAt, axis === "across" ? by : 0, axis === "up" ? by : 0),
      "Nudged the start",
    );
  const moved = start[axis].nudge !== 0;
  return (
    <div className="mt-2 flex items-end gap-1.5">
      <LengthField
        pointer={`${startAt}/${axis}/nudge`}
        label={says ?? (axis === "across" ? "Move right" : "Move up")}
        className="w-36"
      />
      <button
        type="button"
        className="button"
        aria-label={`${minus}, ${signs[0]} ${view.sheet.step}`}
        onClick={() => move(-step)}
      >
        {signs[0]} {view.sheet.step}
      </button>
      <button
        type="button"
        className="button"
        aria-label={`${plus}, ${signs[1]} ${view.sheet.step}`}
        onClick={() => move(step)}
      >
        {signs[1]} {view.sheet.step}
      </button>
      {moved && (
        <button
          type="button"
          className="button"
          onClick={() =>
            editor.commit(unnudged(editor.get().draft, view, startAt, axis), "Nudge taken out")
          }
        >
          Clear
        </button>
      )}
    </div>
  );
}
