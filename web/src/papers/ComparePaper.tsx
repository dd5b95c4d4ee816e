/** Every school's start, planned and ranked, as small true drawings; picking one plants it. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type BestSoFar, type Board, searchRound } from "../api/client";
import { startsOptions } from "../api/queries";
import { type Start, withStart } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { Tape } from "../parts/Tape";
import { LookedAt } from "./LookedAt";
import { StartCard } from "./StartCard";
import { Wishes } from "./Wishes";

interface Props {
  /** The start that is laid over the planted one on the drawing. */
  over: Start | null;
  onOver: (start: Start | null) => void;
}

export function ComparePaper({ over, onOver }: Props) {
  const { view } = useEditor();
  const { starts, start } = useWall();
  const { data, error, isPending } = useQuery(startsOptions(view.job, starts));
  const planted = JSON.stringify(start);
  return (
    <>
      <Wishes />
      <LookedAt />
      <BestEverywhere />
      {error && <p role="alert">✗ The starts could not be compared: {error.message}.</p>}
      {isPending && <p className="aside py-2">Trying every start…</p>}
      {data && <Starts board={data} planted={planted} over={over} onOver={onOver} />}
    </>
  );
}

interface StartsProps extends Props {
  board: Board;
  planted: string;
}

/** The best start on every wall, one after another; it can be stopped with what it has. */
function BestEverywhere() {
  const { editor, view } = useEditor();
  const [step, setStep] = useState<BestSoFar | null>(null);
  const [failed, setFailed] = useState("");
  const [stop, setStop] = useState<AbortController | null>(null);
  if (view.job.walls.length < 2) return null;
  async function search() {
    const control = new AbortController();
    let best: BestSoFar | null = null;
    setStop(control);
    setStep(null);
    setFailed("");
    try {
      await searchRound(view.job, control.signal, (found) => {
        best = found;
        setStep(found);
      });
    } catch (error) {
      if (!control.signal.aborted)
        setFailed(String(error instanceof Error ? error.message : error));
    }
    setStop(null);
    const found = best as BestSoFar | null;
    if (found) {
      const starts = found.job.walls.map((wall) => wall.start);
      const { draft } = editor.get();
      const walls = draft.walls.map((wall, index) => ({
        ...wall,
        start: starts[index] ?? wall.start,
      }));
      editor.commit({ ...draft, walls }, "Best starts on every wall");
    }
  }
  return (
    <div className="mb-2 flex flex-wrap items-center gap-2">
      {stop ? (
        <button type="button" className="button" onClick={() => stop.abort()}>
          Stop, and take the best so far
        </button>
      ) : (
        <button type="button" className="button" onClick={() => void search()}>
          Find the best on every wall
        </button>
      )}
      {(stop || step) && (
        <span className="aside" aria-live="polite">
          <progress
            value={step?.done ?? 0}
            max={step?.of ?? view.job.walls.length}
            aria-label="Walls searched"
            className="mr-1 h-2 w-24 align-middle"
          />
          {step ? `${step.done} of ${step.of}. ${step.says}` : "searching the first wall…"}
        </span>
      )}
      {failed && <span role="alert">✗ {failed}</span>}
    </div>
  );
}

function Starts({ board: data, planted, over, onOver }: StartsProps) {
  const { editor, draft } = useEditor();
  const { wall, startAt, counter } = useWall();
  const laid = JSON.stringify(over);
  return (
    <>
      {data.unmet.length > 0 && (
        <ul aria-label="Wishes not met" className="mb-2 border-wax border-l-4 pl-2 text-sm">
          {data.unmet.map((says) => (
            <li key={says}>
              <Tape text={says} />
            </li>
          ))}
        </ul>
      )}
      <p className="aside mb-2">
        {counter?.counter.name ?? wall.name}: the best of all starts that there are, and{" "}
        {data.compared} by the schools; {data.starts.length} shown, ranked by the wishes above. Pick
        one to plant it. What there is to look at weighs more where one looks first.
        {!data.both_ways &&
          " This job has very many pieces: one direction was changed at a time, the other left as planted."}
      </p>
      <ol className="grid gap-2 sm:grid-cols-2">
        {data.starts.map((start, index) => {
          const here = JSON.stringify(start.start) === planted;
          return (
            <li key={start.title} className="flex flex-col">
              <StartCard
                start={start}
                rank={index + 1}
                here={here}
                onUse={({ start: taken, title }) =>
                  editor.commit(withStart(draft, startAt, taken), `Start: ${title}`)
                }
              />
              {!here && (
                <label className="aside flex items-center gap-1.5 py-0.5">
                  <input
                    type="checkbox"
                    checked={laid === JSON.stringify(start.start)}
                    onChange={(event) => onOver(event.target.checked ? start.start : null)}
                  />
                  Show over the current one, dashed
                </label>
              )}
            </li>
          );
        })}
      </ol>
    </>
  );
}
