/** The counter under the wall along its true line, open where the range stands or the floor is. */
import type { Placed, Surface, SurfacePlan } from "../api/client";
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
    return (
      <path
        d={`M${scale.x(x0)} ${scale.y(plan.frame[1])}H${scale.x(x1)}`}
        stroke="#5c5346"
        strokeWidth={1.5}
      />
    );
  }
  const gaps = surface.things.filter(({ kind }) => kind === "range-gap" || kind === "floor");
  const stretches = uncovered(x0, x1, gaps);
  return (
    <g>
      {gaps.map((gap) => (
        <Gap key={gap.id} gap={gap} scale={scale} />
      ))}
      {stretches.map(([from, to]) => {
        const a = scale.x(from) - (from === x0 ? OUT : 0);
        const b = scale.x(to) + (to === x1 ? OUT : 0);
        const line = surface.counter.filter(([x]) => x > from && x < to);
        const upper = [
          `${a} ${scale.y(heightAt(surface.counter, from))}`,
          ...line.map(([x, y]) => `${scale.x(x)} ${scale.y(y)}`),
          `${b} ${scale.y(heightAt(surface.counter, to))}`,
        ];
        const foot = scale.y(lowest(surface.counter)) + THICK;
        const deep = scale.y(plan.frame[1]) + 2;
        return (
          <g key={from}>
            {deep > foot && (
              <path d={`M${upper.join("L")}L${b} ${deep}L${a} ${deep}Z`} fill="#e8e4da" />
            )}
            <path d={`M${upper.join("L")}L${b} ${foot}L${a} ${foot}Z`} fill="#3b3733" />
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
        stroke="#3b3733"
        strokeWidth={1.2}
        strokeDasharray="6 4"
      />
      <text
        x={x + width / 2}
        y={foot + 26}
        textAnchor="middle"
        className="tape"
        fontSize={13}
        fill="#3b3733"
      >
        {gap.name}
      </text>
    </g>
  );
}

function lowest(line: Surface["counter"]): number {
  return Math.min(...line.map(([, y]) => y));
}

function heightAt(line: Surface["counter"], x: number): number {
  let before = line[0] ?? [0, 0];
  for (const point of line) {
    if (x <= point[0]) {
      const run = point[0] - before[0];
      return run > 0 ? before[1] + ((point[1] - before[1]) * (x - before[0])) / run : point[1];
    }
    before = point;
  }
  return before[1];
}

function uncovered(x0: number, x1: number, gaps: readonly Placed[]): [number, number][] {
  const left: [number, number][] = [];
  let at = x0;
  for (const { box } of [...gaps].sort((a, b) => a.box[0] - b.box[0])) {
    if (box[0] > at) left.push([at, Math.min(box[0], x1)]);
    at = Math.max(at, box[2]);
  }
  if (at < x1) left.push([at, x1]);
  return left;
}
