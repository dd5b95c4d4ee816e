/** Every school's start, planned and ranked, as small true drawings; picking one plants it. */
import { useQuery } from "@tanstack/react-query";
import type { Board } from "../api/client";
import { startsOptions } from "../api/queries";
import { withStart } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { Tape } from "../parts/Tape";
import { Wishes } from "./Wishes";

export function ComparePaper() {
  const { view } = useEditor();
  const { wall } = useWall();
  const { data, error, isPending } = useQuery(startsOptions(view.job, wall.id));
  const planted = JSON.stringify(wall.start);
  return (
    <>
      <Wishes />
      {error && <p role="alert">✗ The starts could not be compared: {error.message}.</p>}
      {isPending && <p className="aside py-2">Trying every start…</p>}
      {data && <Starts board={data} planted={planted} />}
    </>
  );
}

function Starts({ board: data, planted }: { board: Board; planted: string }) {
  const { editor, draft } = useEditor();
  const { wall, number } = useWall();
  return (
    <>
      <p className="aside mb-2">
        {wall.name}: the best of all starts that there are, and {data.compared} by the schools;{" "}
        {data.starts.length} shown, ranked by the wishes above. Pick one to plant it.
        {!data.both_ways &&
          " This job has very many pieces: one direction was changed at a time, the other left as planted."}
      </p>
      <ol className="grid gap-2 sm:grid-cols-2">
        {data.starts.map((start, index) => {
          const here = JSON.stringify(start.start) === planted;
          return (
            <li key={start.title}>
              <button
                type="button"
                aria-pressed={here}
                className={`flex h-full w-full flex-col items-start border bg-white p-2 text-left hover:border-pencil ${here ? "border-2 border-flag" : start.found ? "border-2 border-chalk" : "border-rule"}`}
                onClick={() =>
                  editor.commit(withStart(draft, number, start.start), `Start: ${start.title}`)
                }
              >
                <img
                  src={`data:image/svg+xml,${encodeURIComponent(start.svg)}`}
                  alt=""
                  className="mb-1 h-24 w-full object-contain"
                />
                <span className="font-medium text-sm">
                  {index + 1}. <Tape text={start.title} />
                  {here && <span className="text-flag"> · planted</span>}
                </span>
                <span className="aside">
                  <Tape text={start.gives} />
                </span>
                {start.why && <span className="aside italic">{start.why}</span>}
              </button>
            </li>
          );
        })}
      </ol>
    </>
  );
}
