/** The counter under the wall along its true line, open where the range stands or the floor is. */
import type { Placed, Surface, SurfacePlan } from "../api/client";
import { PENCIL_SOFT, SKIM, SLAB, TIMBER_LINE } from "../palette";
import type { Scale } from "./scale";

interface Props {
  surface: Surface;
  plan: SurfacePlan;
  scale: Scale;
}

const THICK = 14;
const OUT = 30;

export function Counter({ surface, plan, scale }: Props) {
  const [x0, , x1] = plan.frame;
  if (surface.bottom !== "counter") {
    const front = surface.bottom === "edged" || surface.bottom === "open";
    return (
      <g className="tape" fontSize={13} fill={PENCIL_SOFT}>
        <path
          d={`M${scale.x(x0)} ${scale.y(plan.frame[1])}H${scale.x(x1)}`}
          stroke={TIMBER_LINE}
          strokeWidth={front ? 3.5 : 1.5}
        />
        {front && (
          <>
            <text x={scale.x(x0) + 4} y={scale.y(plan.frame[3]) - 8}>
              along the wall, seen from above
            </text>
            <text x={scale.x(x0) + 4} y={scale.y(plan.frame[1]) + 20}>
              front edge
            </text>
          </>
        )}
      </g>
    );
  }
  const gaps = surface.things.filter(({ form }) => form === "gap");
  const deep = scale.y(plan.frame[1]) + 2;
  const lowest = Math.min(...surface.counter.map(([, y]) => y));
  const foot = scale.y(lowest) + THICK;
  return (
    <g>
      {gaps.map((gap) => (
        <Gap key={gap.id} gap={gap} scale={scale} />
      ))}
      {plan.counter.map((stretch) => {
        const points = stretch.map(([x, y]) => {
          const out = x === x0 ? -OUT : x === x1 ? OUT : 0;
          return [scale.x(x) + out, scale.y(y)] as const;
        });
        const upper = points.map((point) => point.join(" ")).join("L");
        const [a, b] = [points[0]?.[0] ?? 0, points.at(-1)?.[0] ?? 0];
        return (
          <g key={a}>
            {deep > foot && <path d={`M${upper}L${b} ${deep}L${a} ${deep}Z`} fill={SKIM} />}
            <path d={`M${upper}L${b} ${foot}L${a} ${foot}Z`} fill={SLAB} />
          </g>
        );
      })}
    </g>
  );
}

/** A stove's face in thin lines: something stands here, and tile goes on behind it. */
function Gap({ gap, scale }: { gap: Placed; scale: Scale }) {
  const [x0, , x1, y1] = gap.box;
  const [x, y, width] = [scale.x(x0), scale.y(y1), scale.px(x1 - x0)];
  const foot = Math.max(scale.y(gap.box[1]), y + THICK) + 6;
  return (
    <g pointerEvents="none">
      <path
        d={`M${x + 3} ${foot}V${y + 4}H${x + width - 3}V${foot}`}
        fill="none"
        stroke={SLAB}
        strokeWidth={1.2}
        strokeDasharray="6 4"
      />
      <text
        x={x + width / 2}
        y={foot + 26}
        textAnchor="middle"
        className="tape"
        fontSize={13}
        fill={SLAB}
      >
        {gap.name}
      </text>
    </g>
  );
}
