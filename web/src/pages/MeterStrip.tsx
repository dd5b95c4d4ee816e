/** The laser meter: whether it answers, where its next reading goes, and the last one. */
import { useEffect, useRef } from "react";
import { at } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { useMeter } from "../job/useMeter";
import { useKeyed } from "../parts/keyed";

const SAYS = {
  off: "",
  looking: "Looking for the meter…",
  ready: "Meter ready",
};

export function MeterStrip() {
  const { editor, view } = useEditor();
  const { field } = useKeyed();
  const target = useRef(field);
  useEffect(() => {
    target.current = field;
  }, [field]);
  const { state, trouble, last, shoot, forget } = useMeter(true, (mm) => {
    const now = target.current;
    if (!now) return null;
    now.put(`${mm} mm`);
    now.keep("laser");
    return now.label;
  });
  // A simulated meter has no eyes: it is aimed at what the survey has there now.
  const aim = field ? at(view.job, field.pointer) : null;
  return (
    // Pressing its buttons must not take the focus from the field that the reading is for.
    <section
      aria-label="Laser meter"
      className="no-print flex flex-wrap items-center gap-2 border-rule border-b bg-chalk-pale px-3 py-1"
      onPointerDown={(event) => event.preventDefault()}
    >
      <span className="font-medium">{SAYS[state]}</span>
      {trouble && (
        <span className="aside">
          {trouble}; start it, or a simulated one with <code>pennant meter</code>
        </span>
      )}
      <span className="aside grow">
        {field ? `The next reading goes to: ${field.label}` : "Click into a length to measure it"}
      </span>
      {last && (
        <span aria-live="polite" className="tape text-[16px]">
          {last.reading.mm === null
            ? `✗ No reading: ${last.reading.failure}`
            : `${last.reading.mm.toFixed(1)} mm ${last.field ? `→ ${last.field}` : "went nowhere: no field was open"}`}
        </span>
      )}
      {last?.field && (
        <button
          type="button"
          className="button"
          onClick={() => {
            forget();
            editor.undo();
          }}
        >
          ↶ Take it back
        </button>
      )}
      <button
        type="button"
        className="button button-main"
        disabled={state !== "ready"}
        onClick={() => shoot(typeof aim === "number" ? Math.abs(aim) : null)}
      >
        Shoot
      </button>
    </section>
  );
}
