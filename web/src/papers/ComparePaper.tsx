/** Every school's start, planned and ranked, as small true drawings; picking one plants it. */
import { useQuery } from "@tanstack/react-query";
import { startsOptions } from "../api/queries";
import { withStart } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { Tape } from "../parts/Tape";

export function ComparePaper() {
  const { editor, draft, view } = useEditor();
  const { wall, number } = useWall();
  const { data, error, isPending } = useQuery(startsOptions(view.job, wall.id));
  if (error) return <p role="alert">✗ The starts could not be compared: {error.message}.</p>;
  if (isPending) return <p className="aside py-4">Trying every start…</p>;
  const planted = JSON.stringify(wall.start);
  return (
    <>
      <p className="aside mb-2">
        {wall.name}: {data.compared} starts lay the tile differently; the best {data.starts.length},
        ranked by what must be cured, what is to be looked at, the smallest piece, cuts and tiles.
        Pick one to plant it.
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
                className={`flex h-full w-full flex-col items-start border bg-white p-2 text-left hover:border-pencil ${here ? "border-2 border-flag" : "border-rule"}`}
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
