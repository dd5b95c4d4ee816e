/** A wall as it stands: set, cut, broken and still to come, each piece to be chosen by a touch. */
import { type CSSProperties, useEffect, useRef } from "react";
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
  const next = site.sections.find(({ wall, to_do }) => wall === surface.surface && to_do.length > 0)
    ?.to_do[0];
  useEffect(() => {
    if (shown) bringUp(box.current, next);
  }, [shown, next]);
  const [x0, y0, x1, y1] = surface.frame;
  const width = x1 - x0;
  const text = Math.max(width / 80, 18);
  return (
    <div className="border border-rule bg-paper p-1">
      <div className="max-h-[38vh] overflow-auto lg:max-h-none" ref={box}>
        <svg
          viewBox={`${x0} ${-y1} ${width} ${y1 - y0}`}
          className="block w-[var(--wall)] lg:max-h-[46vh] lg:w-full"
          style={{ "--wall": `max(100%, ${Math.round(width * PIXELS_A_MM)}px)` } as CSSProperties}
          role="img"
          aria-label="The wall as it stands"
        >
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

function pathOf(piece: SitePiece): string {
  return piece.outline.map((ring) => `M${ring.map(([x, y]) => `${x},${-y}`).join("L")}Z`).join("");
}
