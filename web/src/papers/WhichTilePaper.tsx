/**
 * Which tile: the tiles that the job is being chosen from, and each laid at its best start. Rows come
 * as they are found; one is taken with its start.
 */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { searchTiles, type TileRow } from "../api/client";
import { shelfOptions } from "../api/queries";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { Tape } from "../parts/Tape";
import { TextField } from "../parts/TextField";

const MOST = 40;
const BONDS = [
  { says: "stack", p: 0, q: 1 },
  { says: "half", p: 1, q: 2 },
  { says: "third", p: 1, q: 3 },
] as const;

export function WhichTilePaper() {
  const { editor, draft, view } = useEditor();
  const candidates = view.job.candidates ?? [];
  const put = (to: readonly unknown[], label: string) =>
    editor.commit(replaced(editor.get().draft, "/candidates", to), label);

  const { data: shelf } = useQuery(shelfOptions());
  const tiles = shelf?.tile ?? [];

  function add(tile: unknown, label: string) {
    const next = { tile, joints: [view.job.pattern.joint] };
    put([...(draft.candidates ?? []), next], label);
  }

  return (
    <div className="grid gap-3">
      <section aria-label="Tiles to choose from">
        <h3 className="heading mb-1">Tiles to choose from</h3>
        {candidates.length === 0 && (
          <p className="aside mb-1.5">
            Not sure which tile? Write down the sizes that you are choosing from. Each is laid on
            this kitchen at its best start, beside the tile that the job has now.
          </p>
        )}
        {candidates.map((candidate, index) => (
          <CandidateFields
            // biome-ignore lint/suspicious/noArrayIndexKey: candidates have only their places
            key={index}
            index={index}
            name={candidate.tile.name ?? "Tile"}
          />
        ))}
        {candidates.length < MOST && (
          <span className="flex flex-wrap items-center gap-2">
            <button
              type="button"
              className="button"
              onClick={() => {
                const { name, ...tile } = view.job.tile;
                add({ ...tile, name: `Tile ${candidates.length + 2}` }, "A tile more");
              }}
            >
              Add a tile
            </button>
            <Select
              label="Add a tile from the shelf"
              value=""
              onChange={(name) => {
                const tile = tiles.find((one) => one.name === name);
                if (tile) add(tile, `A tile more: ${name}`);
              }}
              options={[
                { value: "", label: "or one from the shelf…" },
                ...tiles.map(({ name }) => ({
                  value: name ?? "",
                  label: name ?? "",
                  typed: true,
                })),
              ]}
            />
          </span>
        )}
      </section>
      {candidates.length > 0 && (
        <>
          <Compared />
          <p>
            <Link className="button" to={`/jobs/${editor.id}/which-tile`}>
              On a page, to print
            </Link>
          </p>
        </>
      )}
    </div>
  );
}

function CandidateFields({ index, name }: { index: number; name: string }) {
  const { editor, draft } = useEditor();
  const root = `/candidates/${index}`;
  const bonds = draft.candidates?.[index]?.bonds ?? [];
  function toggle({ says, p, q }: (typeof BONDS)[number], on: boolean) {
    const rest = bonds.filter((one) => one.p !== p || one.q !== q);
    editor.commit(
      replaced(draft, `${root}/bonds`, on ? [...rest, { p, q }] : rest),
      `${name}: ${says} bond`,
    );
  }
  return (
    <fieldset className="mb-2 border-rule border-t pt-1.5">
      <legend className="sr-only">{name}</legend>
      <div className="flex flex-wrap items-end gap-2">
        <TextField pointer={`${root}/tile/name`} label="Name" className="w-28 grow" />
        <LengthField pointer={`${root}/tile/length`} label="Length" className="w-20" />
        <LengthField pointer={`${root}/tile/height`} label="Height" className="w-20" />
        <LengthField pointer={`${root}/joints/0`} label="Joint" className="w-16" />
        <TextField pointer={`${root}/tile/per_box`} label="In a box" number className="w-16" />
        <TextField pointer={`${root}/tile/price`} label="Its price" number className="w-16" />
        <button
          type="button"
          className="button"
          aria-label={`Remove ${name}`}
          onClick={() =>
            editor.commit(
              replaced(
                draft,
                "/candidates",
                (draft.candidates ?? []).filter((_, place) => place !== index),
              ),
              `${name} removed`,
            )
          }
        >
          ✕
        </button>
      </div>
      <div className="mt-1 flex flex-wrap gap-x-4 text-sm">
        {BONDS.map((bond) => (
          <label key={bond.says} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={bonds.some((one) => one.p === bond.p && one.q === bond.q)}
              onChange={(event) => toggle(bond, event.target.checked)}
            />
            {bond.says} bond
          </label>
        ))}
        {bonds.length === 0 && <span className="aside">none ticked: laid as the job is</span>}
      </div>
    </fieldset>
  );
}

type Column = "to_fix" | "smallest" | "cut" | "tiles" | "boxes" | "days" | "cost";

/** Columns of figures; what is better is more of the smallest piece and less of all else. */
const COLUMNS: readonly { column: Column; says: string; title: string }[] = [
  { column: "to_fix", says: "fix", title: "Findings to fix, and to decide" },
  { column: "smallest", says: "smallest", title: "The smallest piece" },
  { column: "cut", says: "cuts", title: "Cut pieces" },
  { column: "tiles", says: "tiles", title: "Tiles to get" },
  { column: "boxes", says: "boxes", title: "Boxes of tile" },
  { column: "days", says: "days", title: "Days on which somebody works" },
  { column: "cost", says: "cost", title: "Of all on the list that has a price" },
];

export function Compared() {
  const { editor, view } = useEditor();
  const [rows, setRows] = useState<readonly TileRow[]>([]);
  const [of, setOf] = useState("");
  const [failed, setFailed] = useState("");
  const [stop, setStop] = useState<AbortController | null>(null);
  const [by, setBy] = useState<Column | null>(null);
  const asked = JSON.stringify([view.job.walls, view.job.candidates, view.job.tile]);

  async function compare() {
    const control = new AbortController();
    setStop(control);
    setRows([]);
    setOf(asked);
    setFailed("");
    try {
      await searchTiles(view.job, control.signal, (row) => setRows((known) => [...known, row]));
    } catch (error) {
      if (!control.signal.aborted)
        setFailed(error instanceof Error ? error.message : String(error));
    }
    setStop(null);
  }

  function take(row: TileRow) {
    const { takes } = row;
    if (!takes) return;
    const { draft } = editor.get();
    const walls = draft.walls.map((wall, index) => {
      const start = takes.starts[view.job.walls[index]?.id ?? ""];
      return start ? { ...wall, start } : wall;
    });
    editor.commit(
      { ...draft, tile: takes.tile, pattern: takes.pattern, walls },
      `Tile: ${row.name}, ${row.laid}`,
    );
  }

  const shown = by === null ? rows : [...rows].sort((a, b) => order(a, b, by));
  return (
    <section aria-label="Side by side">
      <div className="mb-1 flex flex-wrap items-center gap-2 print:hidden">
        {stop ? (
          <button type="button" className="button" onClick={() => stop.abort()}>
            Stop
          </button>
        ) : (
          <button type="button" className="button button-main" onClick={() => void compare()}>
            Compare them
          </button>
        )}
        <span className="aside" aria-live="polite">
          {stop && `${rows.length} laid so far…`}
          {!stop && rows.length > 0 && of !== asked && "The job has changed since: compare again."}
        </span>
        {failed && <span role="alert">✗ The tiles could not be compared: {failed}</span>}
      </div>
      {rows.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-sm">
            <thead>
              <tr className="text-left align-bottom">
                <th className="w-28" aria-label="Drawing" />
                <th className="font-normal">
                  <button type="button" className="underline" onClick={() => setBy(null)}>
                    as written
                  </button>
                </th>
                {COLUMNS.map(({ column, says, title }) => (
                  <th
                    key={column}
                    className="pr-2 font-normal"
                    aria-sort={by === column ? "ascending" : "none"}
                  >
                    <button
                      type="button"
                      title={`${title}: the better first`}
                      className={by === column ? "font-medium" : "underline"}
                      onClick={() => setBy(column)}
                    >
                      {says}
                    </button>
                  </th>
                ))}
                <th aria-label="Take" className="print:hidden" />
              </tr>
            </thead>
            {shown.map((row) => (
              <Row key={`${row.candidate} ${row.laid}`} row={row} onTake={() => take(row)} />
            ))}
          </table>
        </div>
      )}
    </section>
  );
}

function Row({ row, onTake }: { row: TileRow; onTake: () => void }) {
  const cell = "tape whitespace-nowrap py-1 pr-2 text-[16px]";
  return (
    <tbody className="break-inside-avoid border-rule border-t align-top">
      <tr>
        <td rowSpan={2} className="py-1 pr-2">
          {row.svg && (
            <img
              src={`data:image/svg+xml,${encodeURIComponent(row.svg)}`}
              alt=""
              className="w-28 object-contain"
            />
          )}
        </td>
        <th scope="row" className="py-1 pr-2 text-left font-normal">
          <span data-typed className="font-medium">
            {row.name}
          </span>
          {row.candidate === null && <span className="aside"> as it is now</span>}
        </th>
        {row.refused ? (
          <td colSpan={COLUMNS.length + 1} className="py-1">
            ✗ cannot be laid
          </td>
        ) : (
          <>
            <td className={cell}>
              {row.to_fix}
              <span className="aside"> +{row.to_decide}</span>
            </td>
            <td className={cell}>
              <Tape text={row.smallest_says ?? ""} />
            </td>
            <td className={cell}>{row.cut}</td>
            <td className={cell}>{row.tiles}</td>
            <td className={cell}>{row.boxes}</td>
            <td className={cell}>{row.days ?? "—"}</td>
            <td className={cell}>{row.cost?.toFixed(2) ?? "—"}</td>
            <td className="py-1 print:hidden">
              <button type="button" className="button min-h-8 py-0" onClick={onTake}>
                Use this
              </button>
            </td>
          </>
        )}
      </tr>
      <tr>
        <td colSpan={COLUMNS.length + 2} className="pb-1.5">
          <Tape text={row.laid} />
          <span className="aside block">{row.refused || <Tape text={row.why} />}</span>
        </td>
      </tr>
    </tbody>
  );
}

/** The better first; what has no figure is last, and of two alike the one with less to decide. */
function order(a: TileRow, b: TileRow, by: Column): number {
  const [own, other] = [a[by] ?? null, b[by] ?? null];
  if (own === null || other === null) return Number(own === null) - Number(other === null);
  const better = by === "smallest" ? other - own : own - other;
  return better || (a.to_decide ?? 0) - (b.to_decide ?? 0);
}
