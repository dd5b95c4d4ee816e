/** The measures of one thing as they were taken: from where to where, each number a field. */
import type { Placed, View } from "../api/client";
import { CHALK, PAPER } from "../palette";
import { Measure } from "./Measure";
import type { Scale } from "./scale";

interface Props {
  thing: Placed;
  lengths: View["sheet"]["lengths"];
  labels: Record<string, string>;
  scale: Scale;
}

export function Taken({ thing, lengths, labels, scale }: Props) {
  return (
    <g className="tape" fontSize={15} fill={CHALK}>
      {thing.taken.map(({ pointer, x0, y0, x1, y1 }) => {
        const shown = lengths[pointer]?.shown;
        if (!shown) return null;
        const [ax, ay, bx, by] = [scale.x(x0), scale.y(y0), scale.x(x1), scale.y(y1)];
        const upright = x0 === x1;
        const slash = upright ? "m-4 3l8 -6" : "m-3 4l6 -8";
        return (
          <g key={pointer}>
            <path
              d={`M${ax} ${ay}L${bx} ${by}M${ax} ${ay}${slash}M${bx} ${by}${slash}`}
              stroke={CHALK}
              strokeWidth={1.4}
              fill="none"
            />
            <text
              x={(ax + bx) / 2 + (upright ? 6 : 0)}
              y={(ay + by) / 2 + (upright ? 5 : -5)}
              textAnchor={upright ? "start" : "middle"}
              stroke={PAPER}
              strokeWidth={5}
              paintOrder="stroke"
            >
              <Measure pointer={pointer} label={labels[pointer] ?? ""} shown={shown} />
            </text>
          </g>
        );
      })}
    </g>
  );
}
