/** A bare wall over its counter, with the part that is asked about in chalk blue. */
import { CHALK, MATERIALS, PAPER, PENCIL, PENCIL_SOFT, THINGS } from "../palette";

export type Asked = "length" | "height" | "above" | "left" | "right" | "tile";

interface Props {
  asked: Asked;
  left: string;
  right: string;
  above: string;
}

const X0 = 90;
const X1 = 510;
const TOP = 50;
const COUNTER = 190;

export function NewWall({ asked, left, right, above }: Props) {
  const stroke = (part: Asked) => (asked === part ? CHALK : PENCIL_SOFT);
  const wide = (part: Asked) => (asked === part ? 4 : 1.5);
  return (
    <svg viewBox="0 0 600 240" role="img" aria-label="The wall that is asked about">
      <rect x={X0} y={TOP} width={X1 - X0} height={COUNTER - TOP} fill={PAPER} />
      {above === "ceiling" && (
        <path d={`M${X0 - 50} ${TOP}H${X1 + 50}`} stroke={PENCIL} strokeWidth={3} />
      )}
      <path
        d={`M${X0} ${TOP}H${X1}`}
        stroke={stroke("above")}
        strokeWidth={wide("above")}
        strokeDasharray={above === "ceiling" ? undefined : "8 5"}
      />
      <End x={X0} way={-1} kind={left} on={asked === "left"} />
      <End x={X1} way={1} kind={right} on={asked === "right"} />
      <rect x={X0 - 40} y={COUNTER} width={X1 - X0 + 80} height={14} fill={PENCIL} />
      <path
        d={`M${X0} ${COUNTER + 32}H${X1}M${X0} ${COUNTER + 24}v16M${X1} ${COUNTER + 24}v16`}
        stroke={stroke("length")}
        strokeWidth={wide("length")}
      />
      <path
        d={`M${X0 + 30} ${TOP}V${COUNTER}M${X0 + 22} ${TOP}h16M${X0 + 22} ${COUNTER}h16`}
        stroke={stroke("height")}
        strokeWidth={wide("height")}
      />
      {[0, 1, 2, 3, 4].map((n) => (
        <rect
          key={n}
          x={220 + (n % 2) * 30 + Math.floor(n / 2) * 64}
          y={COUNTER - 24 - (n % 2) * 24}
          width={60}
          height={20}
          fill={asked === "tile" ? MATERIALS.tile : "none"}
          stroke={stroke("tile")}
          strokeWidth={asked === "tile" ? 2 : 1}
          strokeDasharray={asked === "tile" ? undefined : "4 4"}
        />
      ))}
    </svg>
  );
}

interface EndProps {
  x: number;
  way: 1 | -1;
  kind: string;
  on: boolean;
}

/** What a wall ends at: a wall that comes forward, one that goes back, a cabinet, a casing, trim. */
function End({ x, way, kind, on }: EndProps) {
  const line = { stroke: on ? CHALK : PENCIL_SOFT, strokeWidth: on ? 4 : 1.5, fill: "none" };
  const out = x + way * 34;
  switch (kind) {
    case "corner":
      return <path d={`M${x} ${TOP}V${COUNTER}L${out} ${COUNTER + 14}V${TOP - 18}Z`} {...line} />;
    case "outside":
      return <path d={`M${x} ${TOP}V${COUNTER}M${x} ${TOP}L${out} ${TOP + 18}`} {...line} />;
    case "cabinet":
      return (
        <rect
          x={Math.min(x, out)}
          y={TOP - 24}
          width={34}
          height={COUNTER - TOP + 24}
          {...line}
          fill={THINGS.cabinet}
        />
      );
    case "casing":
      return (
        <path d={`M${x} ${TOP - 24}V${COUNTER}M${x + way * 12} ${TOP - 24}V${COUNTER}`} {...line} />
      );
    default:
      return <path d={`M${x} ${TOP}V${COUNTER}`} {...line} strokeDasharray="8 5" />;
  }
}
