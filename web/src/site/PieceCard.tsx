/** What can be noted of the pieces that were touched on the wall. */
import { useOnSite } from "./onSite";
import type { Entry } from "./settled";
import { counted } from "./units";

interface Props {
  pieces: readonly string[];
  onMeasure: () => void;
  onClose: () => void;
}

/** More than these are counted. */
const MOST_NAMED = 12;

type Event = Extract<Entry, { kind: "pieces" }>["event"];

export function PieceCard({ pieces, onMeasure, onClose }: Props) {
  const { kit, site, note } = useOnSite();
  const wall = kit.surfaces.find((one) => one.pieces.some(({ id }) => id === pieces[0]));
  const states = new Set(pieces.map((id) => site.record.states[id] ?? "to come"));
  const can: [Event, string][] = [];
  if (states.has("to come") || states.has("broken")) can.push(["cut", "✓ Cut"]);
  if (!states.has("set") || states.size > 1) can.push(["set", "✓ Set"]);
  can.push(["broken", "✗ Broken"]);
  if (states.has("set")) can.push(["taken off", "Taken off"]);
  const again = site.record.again.filter(({ piece }) => pieces.includes(piece));
  return (
    <section aria-label="Chosen" className="mt-2 border border-pencil bg-paper p-2">
      <p className="flex items-baseline gap-2">
        <span className="tape grow text-2xl">
          {pieces.length > MOST_NAMED ? counted(wall, pieces) : pieces.join(", ")}
        </span>
        <span className="aside">{[...states].join(", ")}</span>
        <button type="button" className="button min-h-12" aria-label="Close" onClick={onClose}>
          ✕
        </button>
      </p>
      {again.map(({ piece, says }) => (
        <p key={piece}>Cut again: {says}</p>
      ))}
      <div className="mt-1 flex flex-wrap gap-2">
        {can.map(([event, label]) => (
          <button
            key={event}
            type="button"
            className="button min-h-12 grow px-3 text-lg"
            onClick={() => {
              note({ kind: "pieces", event, pieces: [...pieces], lot: "" });
              onClose();
            }}
          >
            {label}
          </button>
        ))}
        <button type="button" className="button min-h-12 grow px-3 text-lg" onClick={onMeasure}>
          Measure from here
        </button>
      </div>
    </section>
  );
}
