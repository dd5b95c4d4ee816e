/** One tile with the piece that is cut from it: what stays in glaze, what falls off hatched. */
import type { CutSheet, CutText } from "../api/client";
import { CHALK, PENCIL, PENCIL_SOFT, SKIM, WAX } from "../palette";
import { Tape } from "../parts/Tape";

const ROOM = { side: 46, top: 26 };
/** At the saw figures are larger, and so is the room beside the tile for them. */
const BIG_ROOM = { side: 84, top: 34 };

interface Props {
  cut: CutText;
  colour: string;
  /** Pixels, of the whole drawing. */
  width: number;
  /** Larger numbers, for the saw. */
  big?: boolean;
}

type Point = readonly [number, number];

export function CutDrawing({ cut, colour, width, big }: Props) {
  const room = big ? BIG_ROOM : ROOM;
  const k = Math.min((width - 2 * room.side) / cut.width, (big ? 260 : 110) / cut.height);
  const height = cut.height * k + 2 * room.top;
  const left = (width - cut.width * k) / 2;
  const x = (mm: number) => left + mm * k;
  const y = (mm: number) => height - room.top - mm * k;
  const path = (ring: readonly Point[]) =>
    `M${ring.map((p) => `${x(p[0])} ${y(p[1])}`).join("L")}Z`;
  const piece = (cut.outline as unknown as Point[][]).map(path).join("");
  const tile = path(cut.shape as unknown as Point[]);
  const font = big ? 24 : 14;
  /** How far along the tile's side a slanted line meets it, written beside where it does. */
  const end = (at: Point, text: string) => {
    const low = at[1] < cut.height / 4;
    const high = at[1] > (cut.height * 3) / 4;
    const dx = low || high ? 0 : at[0] < cut.width / 2 ? -4 : 4;
    return (
      <text
        x={x(at[0]) + dx}
        y={y(at[1]) + (low ? font : high ? -6 : 5)}
        textAnchor={dx === 0 ? "middle" : dx < 0 ? "end" : "start"}
      >
        <Tape text={text} Part="tspan" />
      </text>
    );
  };
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="block max-w-full"
      role="img"
      aria-label={`${cut.title}: ${cut.marks.map(({ says }) => says).join("; ")}`}
    >
      <defs>
        <pattern
          id="waste"
          width={6}
          height={6}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke={PENCIL_SOFT} strokeOpacity={0.35} strokeWidth={1} />
        </pattern>
      </defs>
      <path d={tile} fill="#fff" />
      <path d={tile} fill="url(#waste)" stroke={PENCIL_SOFT} strokeDasharray="3 3" />
      <path d={piece} fill={colour} fillRule="evenodd" stroke={PENCIL} strokeWidth={1.6} />
      <g className="tape" fontSize={font} fill={CHALK}>
        {cut.marks.map((mark) => {
          const [a, b] = [mark.a as unknown as Point, mark.b as unknown as Point];
          const upright = Math.abs(a[0] - b[0]) < Math.abs(a[1] - b[1]);
          const { round } = mark;
          const mid: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
          const inside = upright || round;
          return (
            <g key={mark.says}>
              {!round && (
                <path
                  d={`M${x(a[0])} ${y(a[1])}L${x(b[0])} ${y(b[1])}`}
                  stroke={CHALK}
                  strokeWidth={2.4}
                />
              )}
              {mark.at_a && end(a, mark.at_a)}
              {mark.at_b && end(b, mark.at_b)}
              {!(mark.at_a && mark.at_b) && (
                <text
                  x={inside ? x(mid[0]) : mid[0] > cut.width / 2 ? x(cut.width) + 4 : x(0) - 4}
                  y={
                    inside
                      ? mid[1] > cut.height / 2
                        ? y(cut.height) - 6
                        : y(0) + font
                      : y(mid[1]) + 5
                  }
                  textAnchor={inside ? "middle" : mid[0] > cut.width / 2 ? "start" : "end"}
                >
                  <Tape text={mark.size} Part="tspan" />
                </text>
              )}
            </g>
          );
        })}
      </g>
    </svg>
  );
}

interface TileProps {
  tile: CutSheet["tiles"][number];
  size: { width: number; height: number };
  /** The piece in hand. */
  piece: string;
  colour: string;
  width: number;
}

/** The tile that a piece comes from, with the other pieces and the offcuts that it gives. */
export function TileDrawing({ tile, size, piece, colour, width }: TileProps) {
  const k = Math.min((width - 4) / size.width, 90 / size.height);
  const height = size.height * k + 4;
  const box = ([x0 = 0, y0 = 0, x1 = 0, y1 = 0]: readonly number[]) => ({
    x: 2 + x0 * k,
    y: height - 2 - y1 * k,
    width: (x1 - x0) * k,
    height: (y1 - y0) * k,
  });
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="block max-w-full"
      role="img"
      aria-label={`Tile ${tile.number}: ${tile.pieces.map(([id]) => id).join(", ")}`}
    >
      <rect {...box([0, 0, size.width, size.height])} fill="#fff" stroke={PENCIL_SOFT} />
      {tile.offcuts.map((offcut) => (
        <rect key={offcut.join()} {...box(offcut)} fill="none" stroke={WAX} strokeDasharray="4 3" />
      ))}
      {tile.pieces.map(([id, outline, turned]) => {
        const ring = outline as unknown as Point[];
        const middle = (axis: 0 | 1) => ring.reduce((sum, p) => sum + p[axis], 0) / ring.length;
        return (
          <g key={id}>
            <path
              d={`M${ring.map((p) => `${2 + p[0] * k} ${height - 2 - p[1] * k}`).join("L")}Z`}
              fill={id === piece ? colour : SKIM}
              stroke={PENCIL}
            />
            <text
              className="tape"
              fontSize={13}
              textAnchor="middle"
              x={2 + middle(0) * k}
              y={height - 2 - middle(1) * k + 4}
            >
              {id}
              {turned ? " ↻" : ""}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
