/** The pieces: full tiles in glaze, cuts hatched as with a pencil, picked ones outlined. */
import { memo, useCallback } from "react";
import type { Piece, SurfacePlan, SurfaceSheet, View } from "../api/client";
import { FLAG, MATERIALS, PENCIL } from "../palette";
import { Crowd } from "./Crowd";
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
  /** Which pieces are cut, are to be cured, or wait. */
  roles: SurfaceSheet["roles"];
  /** All tiles in one tint, so that hatching shows; else each a little lighter or darker. */
  flat?: boolean;
  onHover: (id: string | null) => void;
  onPick: (id: string) => void;
}

/** What a job's tiles and joints are drawn in; where none was told, what is usual. */
export function coloursOf(job: View["job"]) {
  return {
    colour: job.tile.colour ?? MATERIALS.tile,
    others: otherColours(job),
    joint: job.products?.grout?.colour,
  };
}

/** The colours of a job's other tiles: the border's, those of areas, their liners, and counters. */
function otherColours({ pattern, areas, counters }: View["job"]): Record<string, string> {
  const found: Record<string, string> = {};
  if (pattern.kind === "courses" && pattern.border) found.border = pattern.border.tile.colour;
  for (const area of areas) {
    found[area.id] = area.tile.colour;
    if (area.liner) found[`${area.id}.liner`] = area.liner.tile.colour;
  }
  for (const counter of counters) {
    found[counter.id] = counter.tile.colour;
    if (counter.front) found[`${counter.id}.edge`] = counter.front.tile.colour;
  }
  return found;
}

/** The outline of a piece as a path in pixels. */
export function piecePath(piece: Piece, scale: Scale): string {
  return piece.outline
    .map(
      (ring) =>
        `M${ring.map(([x, y]) => `${pixels(scale.x(x))} ${pixels(scale.y(y))}`).join("L")}Z`,
    )
    .join("");
}

/** To a hundredth; a good deal quicker than toFixed, and a wall of chips has tens of thousands. */
const pixels = (at: number): number => Math.round(at * 100) / 100;

/** The colour of joints where no grout is chosen. */
const JOINT = MATERIALS.joint;
/** So many pieces on a surface are painted: chips on sheets. */
const CROWD = 1200;
/** Shades of a colour in a crowd. */
const SHADES = 9;

/** The piece at a place on the wall (mm), if there is one. */
function pieceAt(pieces: readonly Piece[], x: number, y: number): Piece | undefined {
  return pieces.find(
    ({ box, outline }) =>
      x >= box[0] &&
      y >= box[1] &&
      x <= box[2] &&
      y <= box[3] &&
      outline.reduce((within, ring) => within !== isInside(ring, x, y), false),
  );
}

/** Whether a ring goes round a place: a ray to the right crosses it an odd number of times. */
function isInside(ring: readonly (readonly [number, number])[], x: number, y: number): boolean {
  let inside = false;
  let [px, py] = ring[ring.length - 1] ?? [0, 0];
  for (const [qx, qy] of ring) {
    if (py > y !== qy > y && x < px + ((y - py) / (qy - py)) * (qx - px)) inside = !inside;
    [px, py] = [qx, qy];
  }
  return inside;
}

/** The tile's colour, a little lighter or darker from tile to tile, as glaze is; always the same. */
function glaze(colour: string, tile: string, shades = 0): string {
  let hash = 7;
  for (const letter of tile) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x9e3779b1);
  // Neighbours' names differ by one letter: stir, or whole runs of tile come out alike.
  hash = Math.imul(hash ^ (hash >>> 15), 0x85ebca6b);
  let lighter = ((hash ^ (hash >>> 13)) >>> 0) / 2 ** 32 - 0.5;
  if (shades) lighter = Math.round(lighter * shades) / shades;
  const toward = lighter > 0 ? 255 : 40;
  const share = Math.abs(lighter) * 0.16;
  const channels = [1, 3, 5].map((at) => {
    const own = Number.parseInt(colour.slice(at, at + 2), 16);
    return Math.round(own + (toward - own) * share);
  });
  return `rgb(${channels.join(" ")})`;
}

export const Tiles = memo(function Tiles(props: Props) {
  const { plan, scale, colour, others, joint, picked, roles, flat, onHover, onPick } = props;
  const [x0, y0, x1, y1] = plan.field;
  const crowd = plan.pieces.length >= CROWD;
  const cut = new Set(roles.cut);
  const bad = new Set(roles.objection);
  const held = new Set(roles.waits);
  const singly = crowd
    ? plan.pieces.filter(({ id }) => held.has(id) || bad.has(id) || picked.has(id))
    : plan.pieces;
  const paths = singly.map((piece) => ({ piece, d: piecePath(piece, scale) }));
  const cuts = crowd ? [] : paths.filter(({ piece }) => cut.has(piece.id));
  const shadeOf = useCallback(
    (piece: Piece, shades = 0) => {
      const own = others[piece.of] ?? colour;
      return flat ? own : glaze(own, piece.tile, shades);
    },
    [others, colour, flat],
  );
  const inCrowd = useCallback((piece: Piece) => shadeOf(piece, SHADES), [shadeOf]);
  const target = (event: React.MouseEvent<SVGGElement>) => {
    if (!crowd) return (event.target as Element).getAttribute("data-piece");
    const room = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    const [x, y] = [event.clientX - (room?.left ?? 0), event.clientY - (room?.top ?? 0)];
    return pieceAt(plan.pieces, scale.wallX(x), scale.wallY(y))?.id ?? null;
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the lists beside the wall are the keyboard's way to a piece
    <g
      onPointerOver={crowd ? undefined : (event) => onHover(target(event))}
      onPointerMove={crowd ? (event) => onHover(target(event)) : undefined}
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
        fill={joint ?? JOINT}
      />
      {crowd ? (
        <Crowd plan={plan} cut={cut} scale={scale} joint={joint ?? JOINT} shadeOf={inCrowd} />
      ) : (
        paths.map(({ piece, d }) => (
          <path
            key={piece.id}
            data-piece={piece.id}
            d={d}
            fill={shadeOf(piece)}
            fillRule="evenodd"
          />
        ))
      )}
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
            <path key={piece.id} d={d} fill="url(#wax)" stroke={FLAG} strokeWidth={1.2} />
          ))}
        {paths
          .filter(({ piece }) => picked.has(piece.id))
          .map(({ piece, d }) => (
            <path
              key={piece.id}
              d={d}
              data-picked={piece.id}
              fill={PENCIL}
              fillOpacity={0.16}
              stroke={PENCIL}
              strokeWidth={2.5}
            />
          ))}
      </g>
    </g>
  );
});
