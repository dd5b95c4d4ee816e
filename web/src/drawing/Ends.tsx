/** How a wall ends: the next wall falling away, a fold, the trim of an open end, a casing. */
import type { Surface, SurfacePlan } from "../api/client";
import { MATERIALS, THINGS, TIMBER_LINE } from "../palette";
import type { Scale } from "./scale";

interface Props {
  surface: Surface;
  plan: SurfacePlan;
  scale: Scale;
  /** Where walls are unrolled, a corner that two of them share is the fold between them. */
  unrolled: boolean;
}

const JOINED = new Set(["lapped", "met", "laps", "folded"]);

export function Ends({ surface, plan, scale, unrolled }: Props) {
  const [x0, y0, x1] = plan.frame;
  const left = { x: scale.x(x0), top: scale.y(surface.top_left), foot: scale.y(Math.max(y0, 0)) };
  const right = { ...left, x: scale.x(x1), top: scale.y(surface.top_right) };
  return (
    <g>
      {(surface.top === "ceiling" || surface.top_left !== surface.top_right) && (
        <path
          d={`M${left.x - 16} ${left.top}L${left.x} ${left.top}L${right.x} ${right.top}H${right.x + 16}`}
          fill="none"
          stroke={TIMBER_LINE}
          strokeWidth={surface.top === "ceiling" ? 2.5 : 1.2}
        />
      )}
      {!(unrolled && JOINED.has(surface.left)) && <End kind={surface.left} out={-1} {...left} />}
      {!(unrolled && JOINED.has(surface.right)) && <End kind={surface.right} out={1} {...right} />}
    </g>
  );
}

interface EndProps {
  kind: string;
  x: number;
  out: 1 | -1;
  top: number;
  foot: number;
}

/** A corner shows the other wall falling away; an open end its trim; the rest a plain upright. */
function End({ kind, x, out, top, foot }: EndProps) {
  const height = foot - top;
  switch (kind) {
    case "corner":
    case "lapped":
    case "met":
    case "laps":
      return (
        <path
          d={`M${x} ${top}l${out * 16} -9V${foot + 9}L${x} ${foot}Z`}
          fill={MATERIALS.plaster}
          stroke={TIMBER_LINE}
        />
      );
    case "folded":
    case "outside":
      return (
        <path
          d={`M${x} ${top}l${out * 12} 8V${foot + 12}L${x} ${foot}Z`}
          fill={MATERIALS["plaster-back"]}
          stroke={TIMBER_LINE}
          strokeDasharray="8 4"
        />
      );
    case "open":
    case "front": {
      const face = out < 0 ? x : x - 3;
      return <rect x={face} y={top} width={3} height={height} fill={MATERIALS.metal} />;
    }
    case "edged":
      // Edge pieces, seen from above.
      return (
        <rect
          x={out < 0 ? x - 6 : x}
          y={top}
          width={6}
          height={height}
          fill={MATERIALS.metal}
          stroke={TIMBER_LINE}
        />
      );
    case "edge":
      return null;
    case "frame":
      return <path d={`M${x} ${top}V${foot}`} stroke={TIMBER_LINE} strokeWidth={2.5} />;
    default: {
      const body = out < 0 ? x - 16 : x;
      return (
        <rect
          x={body}
          y={top - 8}
          width={16}
          height={height + 8}
          fill={THINGS.cabinet}
          stroke={TIMBER_LINE}
        />
      );
    }
  }
}
