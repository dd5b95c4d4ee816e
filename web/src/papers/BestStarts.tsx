/** The best starts of a wall, drawn, best first: one press takes one, one more shows all. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Board } from "../api/client";
import { firstStartsOptions, startsOptions } from "../api/queries";
import { withStart } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { StartCard } from "./StartCard";

const SHOWN = 3;
/** A search is begun when nothing was typed for so long: it would only keep the next key waiting. */
const REST_MS = 1_200;

export function BestStarts({ onMore }: { onMore: () => void }) {
  const { editor, view } = useEditor();
  const { wall, counter, starts, start, startAt } = useWall();
  const client = useQueryClient();
  const [rested, setRested] = useState<typeof view.job | null>(null);
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(view.job), REST_MS);
    return () => {
      window.clearTimeout(timer);
      // The next key ends a search that still runs: it is of a job that is no more.
      for (const what of ["starts", "first starts"]) {
        void client.cancelQueries({ queryKey: [what] });
      }
    };
  }, [view.job, client]);
  const job = rested ?? view.job;
  // A tile that nobody chose has no start.
  const chosen = !view.sheet.steps?.some((one) => one.step === "tile" && one.open);
  // Of a lattice, and of chips on sheets, it takes many seconds: whoever wants it begins it.
  const quick = view.job.pattern.kind === "courses" && !view.job.tile.sheet;
  const [asked, setAsked] = useState(quick);
  const ready = rested !== null && chosen;
  const enabled = ready && asked;
  const every = useQuery({ ...startsOptions(job, starts), enabled });
  const { data: all, error, fetchStatus, refetch } = every;
  const ended = enabled && all === undefined && error === null && fetchStatus === "idle";
  useEffect(() => {
    // A search that a nudge has ended is begun again: its question is still the same.
    if (ended && job === view.job) void refetch();
  }, [ended, job, view.job, refetch]);
  const { data: first } = useQuery({
    ...firstStartsOptions(job, starts),
    enabled: ready && !all,
  });
  const data = all ?? first;
  const at = useRef(startAt);
  at.current = startAt;
  const use = useCallback(
    (one: Board["starts"][number]) =>
      editor.commit(withStart(editor.get().draft, at.current, one.start), `Start: ${one.title}`),
    [editor],
  );
  if (!chosen) return null;
  const planted = JSON.stringify(start);
  const name = counter?.counter.name ?? wall.name;
  return (
    <section aria-label="Best starts" className="md:col-span-2">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-3">
        <h3 className="heading">Best for {name}</h3>
        {!asked ? (
          <>
            <button type="button" className="button" onClick={() => setAsked(true)}>
              Plan every start
            </button>
            {first && <span className="aside">These are the usual ones.</span>}
          </>
        ) : all ? (
          <button type="button" className="text-sm underline" onClick={onMore}>
            More, and what they are ranked by
          </button>
        ) : (
          !error && (
            <span className="aside" aria-live="polite">
              {first ? "These are the usual ones; planning every other start…" : "Planning starts…"}
            </span>
          )
        )}
      </div>
      {error ? (
        <p role="alert">✗ The starts could not be compared: {error.message}.</p>
      ) : (
        (asked || first) && (
          <ol className="grid min-h-40 grid-cols-3 gap-2 max-sm:grid-cols-1">
            {!data &&
              [1, 2, 3].map((rank) => (
                <li
                  key={rank}
                  className="aside grid place-items-center border border-rule border-dashed"
                >
                  {rank}
                </li>
              ))}
            {data?.starts.slice(0, SHOWN).map((one, index) => (
              <li
                key={one.title}
                className={`flex ${(all || !asked) && job === view.job ? "" : "opacity-70"}`}
              >
                <StartCard
                  brief
                  start={one}
                  rank={index + 1}
                  here={JSON.stringify(one.start) === planted}
                  onUse={use}
                />
              </li>
            ))}
          </ol>
        )
      )}
    </section>
  );
}
