/** The cuts: like pieces together, with their marks; a piece picked on the wall opens its own. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef } from "react";
import { Link, useSearchParams } from "react-router";
import type { CutSheet, CutText } from "../api/client";
import { cutsOptions } from "../api/queries";
import { CutDrawing, TileDrawing } from "../drawing/CutDrawing";
import { useBeside } from "../job/beside";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { FLAG, MATERIALS } from "../palette";
import { PaperHead } from "../parts/PaperHead";
import { Select } from "../parts/Select";
import { Tape } from "../parts/Tape";

interface Props {
  picked: ReadonlySet<string>;
  onPieces: (pieces: readonly string[]) => void;
}

export function CutsPaper({ picked, onPieces }: Props) {
  const { editor, view } = useEditor();
  const { surface, all } = useWall();
  useBeside("cuts");
  const { data, error, isPending } = useQuery(cutsOptions(view.job));
  const [only] = picked.size === 1 ? picked : [];
  const mine = data?.cuts.find(({ pieces }) => only !== undefined && pieces.includes(only));
  const here = (data?.cuts ?? []).filter(
    (cut) => all || cut.surfaces.includes(surface.id) || cut === mine,
  );
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <Link className="button" to={`/jobs/${editor.id}/cuts`}>
          Cut sheet, to print
        </Link>
        <Link className="button" to={`/jobs/${editor.id}/saw`}>
          At the saw
        </Link>
        <span className="aside">
          {all ? "All walls" : surface.name}; pick a piece on the wall for its marks.
        </span>
      </div>
      {error && <p role="alert">✗ The cuts could not be worked out: {error.message}.</p>}
      {isPending && <p className="aside">Working the cuts out…</p>}
      {data && (
        <>
          <p className="font-medium">
            <Tape text={data.stock} />
          </p>
          <Sheets sheets={data.sheets ?? []} onPieces={onPieces} />
          <Stages sheet={data} cuts={here} picked={only} onPieces={onPieces} />
        </>
      )}
    </>
  );
}

interface SheetsProps {
  sheets: NonNullable<CutSheet["sheets"]>;
  onPieces?: (pieces: readonly string[]) => void;
}

/** Chips on sheets: how each must lie, at which levels, and what is cut of those in part. */
function Sheets({ sheets, onPieces }: SheetsProps) {
  return sheets.map((one) => (
    <section key={one.of} aria-label="Sheets" className="my-2">
      <h3 className="heading">Sheets</h3>
      <div className="flex items-start gap-4">
        <SheetPicture picture={one.pictures[0]} />
        <div>
          {one.lies.map((says) => (
            <p key={says}>△ {says}.</p>
          ))}
        </div>
      </div>
      {one.pictures.length > 1 && (
        <ul aria-label="How sheets must lie" className="my-2 flex flex-wrap gap-3">
          {one.pictures.slice(1).map((picture) => (
            <li key={picture.name}>
              <SheetPicture picture={picture} />
              <p className={`max-w-48 text-sm ${picture.wrong ? "text-flag" : "aside"}`}>
                {picture.wrong ? `✗ ${picture.name}: its zigzag breaks` : `↑ ${picture.name}`}
              </p>
            </li>
          ))}
        </ul>
      )}
      <ul className="tape my-1 text-[15px]">
        {one.levels.map((says) => (
          <li key={says}>
            <Tape text={says} />
          </li>
        ))}
      </ul>
      <ol>
        {one.parts.map((part) => (
          <li key={part.id} className="border-rule border-b py-1">
            <button
              type="button"
              className="tape text-left hover:underline"
              title="Show these chips on the wall"
              disabled={!onPieces}
              onClick={() => onPieces?.(part.pieces)}
            >
              {part.id}
            </button>{" "}
            <span className="aside">
              {part.where}, {part.taken_from}:{" "}
            </span>
            <Tape text={part.says} />
          </li>
        ))}
      </ol>
    </section>
  ));
}

type Picture = NonNullable<CutSheet["sheets"]>[number]["pictures"][number];

/** How sheets lie at one place, with an arrow to their top; a line where two walls meet. */
function SheetPicture({ picture }: { picture: Picture | undefined }) {
  if (!picture) return null;
  const { width, height, fold, wrong } = picture;
  // The chips of a zigzag reach past the sheet's own rectangle.
  const past = Math.min(width, height) * 0.14;
  const path = picture.chips
    .map((ring) => `M${ring.map(([x, y]) => `${x} ${height - y}`).join("L")}Z`)
    .join("");
  const arrow = `M${-past * 2} ${height * 0.8}V${height * 0.2}m${-past * 0.5} ${past * 0.7}l${past * 0.5} ${-past * 0.7}l${past * 0.5} ${past * 0.7}`;
  return (
    <svg
      role="img"
      aria-label={wrong ? `Wrong: ${picture.name}` : picture.name}
      className="h-32 w-48 shrink-0"
      viewBox={`${-past * 3} ${-past} ${width + past * 4} ${height + past * 2}`}
    >
      <path d={path} fill={picture.colour} fillOpacity={wrong ? 0.75 : 1} />
      <g stroke="currentColor" fill="none" strokeWidth={past / 5}>
        {!wrong && <path d={arrow} />}
        {fold != null && (
          <path
            d={`M${fold} ${-past}V${height + past}`}
            strokeDasharray={`${past} ${past / 2}`}
            strokeWidth={past / 4}
          />
        )}
        {wrong && (
          <path
            d={`M${width / 2} ${-past}V${height + past}`}
            stroke={FLAG}
            strokeWidth={past / 3}
          />
        )}
      </g>
    </svg>
  );
}

interface StagesProps {
  sheet: CutSheet;
  cuts: readonly CutText[];
  picked?: string | undefined;
  onPieces?: (pieces: readonly string[]) => void;
}

/** The cuts by when they are made. */
export function Stages({ sheet, cuts, picked, onPieces }: StagesProps) {
  return (
    <>
      {Object.entries(sheet.stages).map(([stage, title]) => {
        const own = cuts.filter((cut) => cut.stage === stage);
        if (own.length === 0) return null;
        return (
          <section key={stage} aria-label={title} className="mt-2">
            <h3 className="heading border-slab border-b">{title}</h3>
            <ul>
              {own.map((cut) => (
                <OneCut
                  key={cut.number}
                  sheet={sheet}
                  cut={cut}
                  picked={picked !== undefined && cut.pieces.includes(picked) ? picked : undefined}
                  onPieces={onPieces}
                />
              ))}
            </ul>
          </section>
        );
      })}
    </>
  );
}

interface OneCutProps {
  sheet: CutSheet;
  cut: CutText;
  picked: string | undefined;
  onPieces: ((pieces: readonly string[]) => void) | undefined;
}

function OneCut({ sheet, cut, picked, onPieces }: OneCutProps) {
  const { view } = useEditor();
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (picked) row.current?.scrollIntoView({ block: "nearest" });
  }, [picked]);
  const piece = picked ?? cut.pieces[0] ?? "";
  const from = cut.tiles.find((one) => one.piece === piece);
  const tile = sheet.tiles.find(
    ({ number, pieces }) => number === from?.tile && pieces.some(([id]) => id === piece),
  );
  const colour = view.job.tile.colour ?? MATERIALS.tile;
  return (
    <li
      ref={row}
      data-cut={cut.number}
      className={`flex break-inside-avoid flex-wrap gap-x-3 border-rule border-b py-1.5 ${picked ? "bg-chalk-pale" : ""}`}
    >
      <CutDrawing cut={cut} colour={colour} width={250} />
      <div className="min-w-52 grow basis-52">
        <p>
          <button
            type="button"
            className="text-left hover:underline"
            title="Show these pieces on the wall"
            disabled={!onPieces}
            onClick={() => onPieces?.(cut.pieces)}
          >
            <span className="tape text-[19px]">{cut.pieces.length} ×</span>{" "}
            <span className="font-medium">{cut.title}</span>
          </button>{" "}
          <span className="aside">
            {cut.tool}: {cut.how}
          </span>
        </p>
        <ul className="text-sm">
          {cut.marks.map((mark) => (
            <li key={mark.says}>
              <Tape text={mark.says} />
            </li>
          ))}
        </ul>
        <p className="aside">
          {cut.where}
          {cut.hides && `; cut edge to: ${cut.hides}`}
          {cut.play && (
            <>
              ; <Tape text={cut.play} />
            </>
          )}
        </p>
        {cut.risk && <p className="text-sm text-wax">△ {cut.risk}</p>}
        <p className="tape text-[15px] leading-snug">
          {cut.tiles.map(({ piece: id, tile: number, others }, index) => (
            <span key={id} className={id === picked ? "font-bold" : ""}>
              {index > 0 && " · "}
              {id}
              <span className="text-pencil-soft">
                {" "}
                tile {number}
                {others.length > 0 && ` with ${others.join(", ")}`}
              </span>
            </span>
          ))}
        </p>
      </div>
      {tile && (
        <figure>
          <figcaption className="aside">Tile {tile.number}</figcaption>
          <TileDrawing tile={tile} size={cut} piece={piece} colour={colour} width={150} />
        </figure>
      )}
    </li>
  );
}

/** The whole sheet on a page of its own, filtered by wall, course and tool, to be printed. */
export function CutSheetPage() {
  const { editor, view } = useEditor();
  const { data, error } = useQuery(cutsOptions(view.job));
  const [search, setSearch] = useSearchParams();
  const wanted = {
    wall: search.get("wall") ?? "",
    course: search.get("course") ?? "",
    tool: search.get("tool") ?? "",
  };
  const want = (key: string) => (value: string) =>
    setSearch((old) => ({ ...Object.fromEntries(old), [key]: value }), { replace: true });
  const surfaces = view.plan.kitchen.surfaces;
  const pieces = useMemo(
    () =>
      new Map(view.plan.surfaces.flatMap((one) => one.pieces.map((piece) => [piece.id, piece]))),
    [view.plan.surfaces],
  );
  const courseOf = (id: string) => String((pieces.get(id)?.course ?? 0) + 1);
  const keep = (id: string) =>
    (!wanted.wall || pieces.get(id)?.wall === wanted.wall) &&
    (!wanted.course || courseOf(id) === wanted.course);
  const cuts = (data?.cuts ?? [])
    .filter(({ tool }) => !wanted.tool || tool === wanted.tool)
    .map((cut) => ({
      ...cut,
      pieces: cut.pieces.filter(keep),
      tiles: cut.tiles.filter(({ piece }) => keep(piece)),
    }))
    .filter(({ pieces }) => pieces.length > 0);
  const courses = [
    ...new Set((data?.cuts ?? []).flatMap(({ pieces }) => pieces.map(courseOf))),
  ].sort((a, b) => Number(a) - Number(b));
  return (
    <main className="mx-auto max-w-4xl px-4 py-4 print:max-w-none print:p-0">
      <PaperHead title={`${view.job.name}: cut sheet`} csv={`/api/jobs/${editor.id}/cuts.csv`}>
        <Link className="button" to={`/jobs/${editor.id}/saw`}>
          At the saw
        </Link>
        <Select
          label="Wall"
          value={wanted.wall}
          onChange={want("wall")}
          options={[
            { value: "", label: "every wall" },
            ...surfaces.map(({ id, name, code }) => ({ value: id, label: `${code} ${name}` })),
          ]}
        />
        <Select
          label="Course"
          value={wanted.course}
          onChange={want("course")}
          options={[
            { value: "", label: "every course" },
            ...courses.map((course) => ({ value: course, label: `course ${course}` })),
          ]}
        />
        <Select
          label="Tool"
          value={wanted.tool}
          onChange={want("tool")}
          options={[
            { value: "", label: "every tool" },
            ...(data?.tools ?? []).map(({ tool }) => ({ value: tool, label: tool })),
          ]}
        />
      </PaperHead>
      {error && <p role="alert">✗ The cuts could not be worked out: {error.message}.</p>}
      {data && (
        <>
          <p className="font-medium">
            <Tape text={data.stock} />
          </p>
          <p className="aside">
            {data.assumes} Marks are taken from the tile’s own edges, face up, as it will sit. The
            code is wall, course and place: pencil it on the tile’s back. ↻ is a tile turned round.
          </p>
          <ul className="mt-1">
            {data.tools.map(({ tool, says, caution }) => (
              <li key={tool}>
                <span className="font-medium">{tool}:</span> {says}.{" "}
                <span className="aside">△ {caution}</span>
              </li>
            ))}
          </ul>
          {cuts.length === 0 && <p className="mt-3">No cuts here: all tiles are whole.</p>}
          <Sheets sheets={data.sheets ?? []} />
          <Stages sheet={data} cuts={cuts} />
        </>
      )}
    </main>
  );
}
