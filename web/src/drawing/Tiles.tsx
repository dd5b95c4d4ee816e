/** The pieces: full tiles in glaze, cuts hatched as with a pencil, picked ones outlined. */
import { memo } from "react";
import type { Piece, SurfacePlan, View } from "../api/client";
import type { Scale } from "./scale";

interface Props {
  plan: SurfacePlan;
  scale: Scale;
  colour: string;
  /** The colours of the job's other tiles, by what pieces call them. */
  others: Record<string, string>;
  /** The colour of the joints. */
  joint: string | undefined;
  picked: ReadonlySet<string>;
  bad: ReadonlySet<string>;
  onHover: (id: string | null) => void;
  onPick: (id: string) => void;
}

/** The colours of a job's other tiles: the border's, those of areas and of their liners. */
export function otherColours({ pattern, areas }: View["job"]): Record<string, string> {
  const found: Record<string, string> = {};
  if (pattern.kind === "courses" && pattern.border) found.border = pattern.border.tile.colour;
  for (const area of areas) {
    found[area.id] = area.tile.colour;
    if (area.liner) found[`${area.id}.liner`] = area.liner.tile.colour;
  }
  return found;
}

/** The outline of a piece as a path in pixels. */
export function piecePath(piece: Piece, scale: Scale): string {
  return piece.outline
    .map(
      (ring) =>
        `M${ring.map(([x, y]) => `${scale.x(x).toFixed(2)} ${scale.y(y).toFixed(2)}`).join("L")}Z`,
    )
    .join("");
}

/** The tile's colour, a little lighter or darker from tile to tile, as glaze is; always the same. */
function glaze(colour: string, tile: string): string {
  let hash = 7;
  for (const letter of tile) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x9e3779b1);
  // Neighbours' names differ by one letter: stir, or whole runs of tile come out alike.
  hash = Math.imul(hash ^ (hash >>> 15), 0x85ebca6b);
  const lighter = ((hash ^ (hash >>> 13)) >>> 0) / 2 ** 32 - 0.5;
  const toward = lighter > 0 ? 255 : 40;
  const share = Math.abs(lighter) * 0.16;
  const channels = [1, 3, 5].map((at) => {
    const own = Number.parseInt(colour.slice(at, at + 2), 16);
    return Math.round(own + (toward - own) * share);
  });
  return `rgb(${channels.join(" ")})`;
}

export const Tiles = memo(function Tiles(props: Props) {
  const { plan, scale, colour, others, joint, picked, bad, onHover, onPick } = props;
  const [x0, y0, x1, y1] = plan.field;
  const paths = plan.pieces.map((piece) => ({ piece, d: piecePath(piece, scale) }));
  const cuts = paths.filter(({ piece }) => piece.kind !== "full");
  const held = new Set(plan.held);
  const target = (event: React.SyntheticEvent) =>
    (event.target as Element).getAttribute("data-piece");
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the lists beside the wall are the keyboard's way to a piece
    <g
      onPointerOver={(event) => onHover(target(event))}
      onPointerLeave={() => onHover(null)}
      onClick={(event) => {
        const id = target(event);
        if (id) onPick(id);
      }}
    >
      <rect
        x={scale.x(x0)}
        y={scale.y(y1)}
        width={scale.px(x1 - x0)}
        height={scale.px(y1 - y0)}
        fill={joint ?? "#f0ece2"}
      />
      {paths.map(({ piece, d }) => (
        <path
          key={piece.id}
          data-piece={piece.id}
          d={d}
          fill={glaze(others[piece.of] ?? colour, piece.tile)}
          fillRule="evenodd"
        />
      ))}
      <g pointerEvents="none">
        <path d={cuts.map(({ d }) => d).join("")} fill="url(#pencil)" fillRule="evenodd" />
        <path
          d={paths
            .filter(({ piece }) => held.has(piece.id))
            .map(({ d }) => d)
            .join("")}
          fill="url(#waits)"
        />
        {paths
          .filter(({ piece }) => bad.has(piece.id))
          .map(({ piece, d }) => (
            <path key={piece.id} d={d} fill="url(#wax)" stroke="#c4432b" strokeWidth={1.2} />
          ))}
        {paths
          .filter(({ piece }) => picked.has(piece.id))
          .map(({ piece, d }) => (
            <path
              key={piece.id}
              d={d}
              data-picked={piece.id}
              fill="#1f5a93"
              fillOpacity={0.28}
              stroke="#1f5a93"
              strokeWidth={2.5}
            />
          ))}
      </g>
    </g>
  );
});
