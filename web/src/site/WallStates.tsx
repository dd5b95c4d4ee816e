/** A wall as it stands: set, cut, broken and still to come, each piece to be chosen by a touch. */
import { type CSSProperties, useEffect, useRef, useState } from "react";
import type { Site, SitePiece, SiteWall } from "../api/client";

/** On a phone: a small tile is still wide enough for a finger in a glove. */
const PIXELS_A_MM = 0.5;

interface Props {
  surface: SiteWall;
  /** Whether it is on show: what is hidden cannot be scrolled. */
  shown: boolean;
  site: Site;
  chosen: readonly string[];
  onChosen: (piece: string) => void;
}

export function WallStates({ surface, shown, site, chosen, onChosen }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [whole, setWhole] = useState(false);
  const next = site.sections.find(({ wall, to_do }) => wall === surface.surface && to_do.length > 0)
    ?.to_do[0];
  // A piece that was asked for stays in sight until the next one to set is another.
  const [sought, setSought] = useState<{ piece: string; next: string | undefined } | null>(null);
  const inSight = sought && sought.next === next ? sought.piece : next;
  useEffect(() => {
    if (shown && !whole) bringUp(box.current, inSight);
  }, [shown, whole, inSight]);
  const [x0, y0, x1, y1] = frameOf(surface);
  const width = x1 - x0;
  const text = Math.max(width / 80, 18);
  const around = surface.around ?? [];
  return (
    <div className="border border-rule bg-paper p-1">
      <div className="mb-1 flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="button min-h-11 lg:hidden"
          aria-pressed={whole}
          onClick={() => setWhole(!whole)}
        >
          {whole ? "Near the next piece" : "The whole wall"}
        </button>
        <FindPiece
          surface={surface}
          onFound={(piece) => {
            setWhole(false);
            setSought({ piece, next });
            onChosen(piece);
          }}
        />
      </div>
      <div className="max-h-[38vh] overflow-auto lg:max-h-none" ref={box}>
        <svg
          viewBox={`${x0} ${-y1} ${width} ${y1 - y0}`}
          className={`block lg:max-h-[46vh] lg:w-full ${whole ? "w-full" : "w-[var(--wall)]"}`}
          style={{ "--wall": `max(100%, ${Math.round(width * PIXELS_A_MM)}px)` } as CSSProperties}
          role="img"
          aria-label="The wall as it stands"
        >
          {around.filter(({ role }) => role === "counter").map(drawn)}
          {surface.pieces.map((piece) => {
            const state = site.record.states[piece.id] ?? "to come";
            const on = chosen.includes(piece.id);
            return (
              // biome-ignore lint/a11y/noStaticElementInteractions: every piece is also in the lists beside it
              <g
                key={piece.id}
                data-piece={piece.id}
                data-state={state}
                onClick={() => onChosen(piece.id)}
              >
                <path
                  d={pathOf(piece)}
                  fill={FILLS[state]}
                  stroke={on ? "var(--color-flag)" : "var(--color-pencil)"}
                  strokeWidth={on ? 5 : 1.2}
                  vectorEffect="non-scaling-stroke"
                  strokeOpacity={on ? 1 : 0.5}
                />
                {fits(piece, text) && (
                  <text
                    x={(piece.box[0] + piece.box[2]) / 2}
                    y={-(piece.box[1] + piece.box[3]) / 2}
                    fontSize={text}
                    textAnchor="middle"
                    dominantBaseline="central"
                    fill={state === "set" ? "white" : "var(--color-pencil)"}
                    className="tape pointer-events-none"
                  >
                    {MARKS[state]}
                    {piece.label ?? piece.id}
                  </text>
                )}
              </g>
            );
          })}
          {around.filter(({ role }) => role !== "counter").map(drawn)}
          {around.map((thing) => {
            const [left, low, right, high] = boxAround(thing.outline);
            const size = text * 1.2;
            if (right - left < thing.name.length * size * 0.55 || high - low < size) return null;
            return (
              <text
                key={keyOf(thing)}
                x={(left + right) / 2}
                y={-(low + high) / 2}
                fontSize={size}
                textAnchor="middle"
                dominantBaseline="central"
                fill={thing.role === "counter" ? "white" : "var(--color-pencil-soft)"}
                className="pointer-events-none"
              >
                {thing.name}
              </text>
            );
          })}
        </svg>
      </div>
      <p className="aside mt-1 flex flex-wrap gap-x-4">
        {["to come", "cut", "set", "broken"].map((state) => (
          <span key={state} className="inline-flex items-center gap-1">
            <span
              className="inline-block h-3 w-5 border border-pencil-soft"
              style={{ background: FILLS[state] }}
              aria-hidden="true"
            />
            {MARKS[state]}
            {state}
          </span>
        ))}
      </p>
    </div>
  );
}

interface FindProps {
  surface: SiteWall;
  onFound: (piece: string) => void;
}

/** A piece by the code that is written on it, with or without its wall's letter. */
function FindPiece({ surface, onFound }: FindProps) {
  const [code, setCode] = useState("");
  const [missing, setMissing] = useState("");
  function find(event: React.FormEvent) {
    event.preventDefault();
    const wanted = code.trim().toUpperCase().replace(",", ".");
    const found = surface.pieces.find(({ id, label }) => id === wanted || label === wanted);
    setMissing(found ? "" : wanted);
    if (!found) return;
    setCode("");
    onFound(found.id);
  }
  return (
    <form className="flex grow items-center gap-1" onSubmit={find}>
      <input
        className="field min-h-11 w-24"
        aria-label="Code of a piece"
        placeholder={`such as ${surface.pieces[0]?.label ?? "1.1"}`}
        value={code}
        onChange={(event) => setCode(event.target.value)}
      />
      <button type="submit" className="button min-h-11" disabled={!code.trim()}>
        Find
      </button>
      {missing && (
        <span role="alert" className="text-sm">
          ✗ No piece {missing} on this wall.
        </span>
      )}
    </form>
  );
}

type Around = NonNullable<SiteWall["around"]>[number];

const LOOKS: Record<Around["role"], string> = {
  counter: "var(--color-slab)",
  overhead: "var(--color-skim-deep)",
  opening: "var(--color-skim)",
  device: "var(--color-pencil)",
};

/** What stands around the tile, one of several of one name told by its place. */
function keyOf({ name, outline }: Around): string {
  return `${name} ${outline[0]?.[0]?.join()}`;
}

function drawn(thing: Around) {
  return (
    <path
      key={keyOf(thing)}
      d={pathOf(thing)}
      data-around={thing.role}
      fill={LOOKS[thing.role]}
      fillOpacity={thing.role === "device" ? 0.55 : 1}
      stroke="var(--color-pencil-soft)"
      strokeWidth={1.2}
      vectorEffect="non-scaling-stroke"
      pointerEvents="none"
    >
      <title>{thing.name}</title>
    </path>
  );
}

type Box = [number, number, number, number];

function boxAround(outline: SitePiece["outline"]): Box {
  const [xs, ys] = [0, 1].map((axis) => outline.flat().map((point) => point[axis] as number));
  if (!xs || !ys) return [0, 0, 0, 0];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

/** The frame of the pieces, wide and high enough for what stands around them. */
function frameOf({ frame, around }: SiteWall): Box {
  return (around ?? [])
    .map(({ outline }) => boxAround(outline))
    .reduce<Box>(
      (all, one) => [
        Math.min(all[0], one[0]),
        Math.min(all[1], one[1]),
        Math.max(all[2], one[2]),
        Math.max(all[3], one[3]),
      ],
      [...frame] as Box,
    );
}

/** Scrolls to the piece that is set next; work begins at the counter. */
function bringUp(box: HTMLElement | null, piece: string | undefined): void {
  if (!box) return;
  const at = piece && box.querySelector(`[data-piece="${CSS.escape(piece)}"]`);
  if (!at) {
    box.scrollTop = box.scrollHeight;
    return;
  }
  const [own, room] = [at.getBoundingClientRect(), box.getBoundingClientRect()];
  box.scrollTop += own.bottom - room.bottom + room.height / 3;
  box.scrollLeft += own.left - room.left - room.width / 4;
}

const FILLS: Record<string, string> = {
  "to come": "white",
  cut: "var(--color-chalk-pale)",
  set: "var(--color-slab)",
  broken: "var(--color-flag-pale)",
};
const MARKS: Record<string, string> = { "to come": "", cut: "· ", set: "✓ ", broken: "✗ " };

function fits(piece: SitePiece, text: number): boolean {
  const [x0, y0, x1, y1] = piece.box;
  // One that leans has its box's corners beside it.
  if (piece.turn % 90 !== 0) return Math.min(piece.width, piece.height) > text * 2.6;
  return x1 - x0 > text * 2.6 && y1 - y0 > text * 1.1;
}

function pathOf(piece: Pick<SitePiece, "outline">): string {
  return piece.outline.map((ring) => `M${ring.map(([x, y]) => `${x},${-y}`).join("L")}Z`).join("");
}
