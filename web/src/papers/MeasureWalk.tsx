/** For the phone: the wall's measures one at a time, each as a question, the wall above it. */
import { useEffect, useState } from "react";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { useKeyed } from "../parts/keyed";
import { LengthField } from "../parts/LengthField";

export function MeasureWalk({ onActive }: { onActive: (id: string | null) => void }) {
  const { view } = useEditor();
  const { wall, number, pointer } = useWall();
  const { lines } = view.sheet.notebooks[number] ?? { lines: [] };
  const [place, setPlace] = useState<number | null>(null);
  const { field: keyed } = useKeyed();
  const questions = [
    { id: null, pointer: `${pointer}/length`, asks: `${wall.name}: overall` },
    { id: null, pointer: `${pointer}/top/height`, asks: `${wall.name}: height where tile stops` },
    ...lines.flatMap((line) =>
      line.measures.map((measure) => ({
        id: line.id,
        pointer: measure.pointer,
        asks: measure.asks,
      })),
    ),
  ];
  const now = place === null ? null : questions[Math.min(place, questions.length - 1)];
  useEffect(() => {
    if (now) onActive(now.id);
  }, [now, onActive]);
  if (!now || place === null) {
    return (
      <button
        type="button"
        className="button button-main mb-2 min-h-12 w-full md:hidden"
        onClick={() => setPlace(0)}
      >
        Measure one at a time ({questions.length})
      </button>
    );
  }
  return (
    <section aria-label="One measure at a time" className="mb-3 border border-pencil p-2 md:hidden">
      <p className="aside">
        {place + 1} of {questions.length}
      </p>
      <p className="mb-1 font-medium text-[18px]">{now.asks}</p>
      <LengthField
        key={now.pointer}
        pointer={now.pointer}
        label="Reads"
        className="big"
        focused
        steps={{
          asks: `${place + 1} of ${questions.length}. ${now.asks}`,
          back: place > 0 ? () => setPlace(place - 1) : undefined,
          next: place < questions.length - 1 ? () => setPlace(place + 1) : undefined,
        }}
      />
      {/* The keys have these themselves while they are up. */}
      <div className={`mt-2 grid grid-cols-3 gap-2 ${keyed ? "hidden" : ""}`}>
        <button
          type="button"
          className="button min-h-12"
          disabled={place === 0}
          onClick={() => setPlace(place - 1)}
        >
          ◀ Before
        </button>
        <button type="button" className="button min-h-12" onClick={() => setPlace(null)}>
          Done
        </button>
        <button
          type="button"
          className="button button-main min-h-12"
          disabled={place >= questions.length - 1}
          onClick={() => setPlace(place + 1)}
        >
          After ▶
        </button>
      </div>
    </section>
  );
}
