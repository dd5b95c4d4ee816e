/** What others could still move so that less is to fix; one press wishes for it, Undo takes it back. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { movesOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";
import { Tape } from "../parts/Tape";

export function Moves() {
  const [asked, setAsked] = useState(false);
  return (
    <section aria-label="What others could still move" className="mt-3 border-rule border-t pt-2">
      <h3 className="heading">What could others still move?</h3>
      <p className="aside">
        While the hood is not hung, a shelf not fixed or the wall still open, a small move may spare
        a cut.
      </p>
      <p className="mt-1 flex flex-wrap items-center gap-2">
        {!asked && (
          <button type="button" className="button" onClick={() => setAsked(true)}>
            Find the smallest moves
          </button>
        )}
        <WishedLink />
      </p>
      {asked && <Found onWished={() => setAsked(false)} />}
    </section>
  );
}

/** To what is wished of the other trades, where anything is. */
export function WishedLink() {
  const { editor, view } = useEditor();
  const { wished } = view.sheet;
  if (!wished) return null;
  return (
    <Link className="button" to={`/jobs/${editor.id}/wished`}>
      Print for the other trades: {wished}
    </Link>
  );
}

function Found({ onWished }: { onWished: () => void }) {
  const { editor, kept } = useEditor();
  const { data, error } = useQuery(movesOptions(kept));
  if (error) return <p role="alert">✗ The moves could not be found: {error.message}.</p>;
  if (!data) {
    return (
      <p className="aside" role="status">
        Moving each thing mark by mark, and planning the kitchen each time…
      </p>
    );
  }
  return (
    <>
      <p className="aside mt-1">
        <Tape text={data.says} />
      </p>
      <ul className="mt-1 divide-y divide-rule" aria-label="Moves">
        {data.moves.map((move) => (
          <li key={move.title} className="flex items-baseline gap-2 py-1">
            <button
              type="button"
              className="button shrink-0"
              onClick={() => {
                editor.commit(move.job, `Wished: ${move.title}`);
                onWished();
              }}
            >
              Wish for it
            </button>
            <span className="text-[14px]">
              <span className="font-medium">
                <Tape text={move.title} />
              </span>
              : <Tape text={move.gives} />.{" "}
              <span className="aside">
                Ask {move.ask}. {move.limit}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
