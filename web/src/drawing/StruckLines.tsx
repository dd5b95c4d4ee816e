/** The lines of the setting-out as chalked on the wall: the start line, and the story pole's marks. */
import type { SettingOut, SurfacePlan } from "../api/client";
import { CHALK, SKIM } from "../palette";
import { Tape } from "../parts/Tape";
import type { Scale } from "./scale";

/** Pixels from one number to the next above it. */
const LETTERS = 13;

interface Props {
  lines: SettingOut;
  plan: SurfacePlan;
  scale: Scale;
}

export function StruckLines({ lines, plan, scale }: Props) {
  const [x0, y0, x1, y1] = plan.frame;
  const start = lines.start[0];
  // Where rows lie close, every mark is drawn and only as many are told as can be read.
  let last = Number.POSITIVE_INFINITY;
  const told = new Set<string>();
  for (const { what, y } of [...lines.heights].sort((a, b) => (a.y ?? 0) - (b.y ?? 0))) {
    if (typeof y !== "number" || last - scale.y(y) < LETTERS) continue;
    told.add(what);
    last = scale.y(y);
  }
  return (
    <g className="tape" fontSize={13.5} fill={CHALK} pointerEvents="none">
      {lines.heights.map((line) =>
        typeof line.y === "number" ? (
          <g key={line.what}>
            <path
              d={`M${scale.x(x0) - 26} ${scale.y(line.y)}H${scale.x(x1) + 8}`}
              stroke={CHALK}
              strokeWidth={1}
              strokeDasharray="2 3"
            />
            {told.has(line.what) && (
              <text x={scale.x(x0) - 30} y={scale.y(line.y) + 4.5} textAnchor="end">
                <Tape text={line.reads} Part="tspan" />
              </text>
            )}
          </g>
        ) : null,
      )}
      {(lines.diagonals ?? []).map(
        ({ what, to }) =>
          to && (
            <path
              key={what}
              d={`M${scale.x(to[0])} ${scale.y(to[1])}L${scale.x(to[2])} ${scale.y(to[3])}`}
              stroke={CHALK}
              strokeWidth={1.5}
            />
          ),
      )}
      {start && typeof start.x === "number" && (
        <g>
          <path
            d={`M${scale.x(start.x)} ${scale.y(y1) - 6}V${scale.y(y0) + 8}`}
            stroke={CHALK}
            strokeWidth={2}
          />
          <text
            x={scale.x(start.x)}
            y={scale.y(y0) + 26}
            textAnchor="middle"
            stroke={SKIM}
            strokeWidth={4}
            paintOrder="stroke"
          >
            <Tape text={`${start.reads} from the left end`} Part="tspan" />
          </text>
        </g>
      )}
    </g>
  );
}
