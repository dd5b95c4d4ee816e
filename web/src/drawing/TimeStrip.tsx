/** The days as a strip of time, drawn to scale: work solid, waits hatched, night shaded. */
import { useEffect, useRef } from "react";
import type { DayText } from "../api/client";
import {
  CHALK,
  FLAG,
  MATERIALS,
  PAPER,
  PENCIL,
  PENCIL_SOFT,
  RULE,
  SKIM,
  SKIM_DEEP,
  SLAB,
} from "../palette";

const DAY = 24 * 60;
const LEFT = 92;
const HOUR = 40;
const WORK = 24;
const LANE = 9;
const PAD = 5;
/** Room before the work for the day's name, on a phone. */
const NAME = 72;

interface Props {
  days: readonly DayText[];
  /** The card that is chosen, by its number. */
  chosen: number | null;
  onChosen: (card: number) => void;
}

export function TimeStrip({ days, chosen, onChosen }: Props) {
  const width = LEFT + 24 * HOUR + 22;
  const x = (minute: number) => LEFT + (minute / 60) * HOUR;
  const lanes = (day: DayText) => Math.max(0, ...day.waits.map(({ lane }) => lane + 1));
  const heights = days.map((day) =>
    day.work.length || day.blocks.length ? PAD * 2 + WORK + lanes(day) * LANE : PAD * 2 + LANE * 2,
  );
  const tops = heights.map((_, row) => 18 + heights.slice(0, row).reduce((a, b) => a + b, 0));
  const begin = Math.min(DAY, ...days.map(({ work }) => work[0]?.[0] ?? DAY));
  const strip = useRef<SVGSVGElement>(null);
  // Where the strip is wider than the screen it opens on the work, not on the night before it.
  useEffect(() => {
    const frame = strip.current?.parentElement;
    if (frame) frame.scrollLeft = LEFT + (begin / 60) * HOUR - NAME;
  }, [begin]);
  const height = 18 + heights.reduce((a, b) => a + b, 0) + 2;
  return (
    <svg
      ref={strip}
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      className="block max-w-none print:h-auto print:w-full"
      role="img"
      aria-label={`The days to scale: ${days.filter(({ blocks }) => blocks.length).length} days of work`}
    >
      <title>The days to scale</title>
      <defs>
        <pattern
          id="waits"
          width={5}
          height={5}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={5} height={5} fill={PAPER} />
          <rect width={1.6} height={5} fill={PENCIL_SOFT} />
        </pattern>
        <pattern
          id="holding-waits"
          width={5}
          height={5}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={5} height={5} fill={PAPER} />
          <rect width={2.4} height={5} fill={CHALK} />
        </pattern>
      </defs>
      {[0, 4, 8, 12, 16, 20, 24].map((hour) => (
        <text
          key={hour}
          x={x(hour * 60)}
          y={12}
          textAnchor="middle"
          className="aside"
          fontSize={12}
        >
          {hour}:00
        </text>
      ))}
      {days.map((day, row) => {
        const top = tops[row] ?? 0;
        const tall = heights[row] ?? 0;
        const first = day.work[0]?.[0];
        return (
          <g key={day.number}>
            <rect x={LEFT} y={top} width={24 * HOUR} height={tall} fill={MATERIALS.night} />
            {day.work.map(([from, until]) => (
              <rect
                key={from}
                x={x(from)}
                y={top}
                width={x(until) - x(from)}
                height={tall}
                fill={PAPER}
              />
            ))}
            {first !== undefined && (
              <text
                x={x(first) - 6}
                y={top + 17}
                textAnchor="end"
                className="tape md:hidden"
                fontSize={16}
              >
                {day.name}
              </text>
            )}
            <line x1={0} y1={top} x2={width} y2={top} stroke={RULE} />
            <text x={0} y={top + 17} className="tape" fontSize={16}>
              {day.name}
            </text>
            <text
              x={day.work.length ? 0 : 46}
              y={top + (day.work.length ? 31 : 17)}
              fontSize={12}
              fill={PENCIL_SOFT}
            >
              {day.work.length ? day.date : "no work"}
            </text>
            {day.waits.map((wait) => {
              const y =
                top + PAD + (day.blocks.length || day.work.length ? WORK : 2) + wait.lane * LANE;
              const ends = wait.end < DAY;
              return (
                <g key={`${wait.says} ${wait.start}`}>
                  <rect
                    x={x(wait.start)}
                    y={y + 2}
                    width={Math.max(x(wait.end) - x(wait.start), 1)}
                    height={LANE - 3}
                    fill={`url(#${wait.holds ? "holding-waits" : "waits"})`}
                    stroke={wait.holds ? CHALK : PENCIL_SOFT}
                    strokeWidth={0.8}
                  >
                    <title>{wait.says}</title>
                  </rect>
                  {ends && (
                    <path
                      d={`M${x(wait.end)} ${y + LANE / 2 + 1}V${top + PAD + WORK - 2}m-3 4l3 -5l3 5`}
                      fill="none"
                      stroke={wait.holds ? CHALK : PENCIL_SOFT}
                      strokeWidth={wait.holds ? 2 : 1}
                    />
                  )}
                </g>
              );
            })}
            {day.blocks.map((block) => {
              const left = x(block.start);
              const wide = Math.max(x(block.end) - left, 1.5);
              const small = block.part !== "work";
              const on = chosen === block.number;
              return (
                // biome-ignore lint/a11y/noStaticElementInteractions: the cards below are reached by keys
                <g
                  key={`${block.start} ${block.name} ${block.part}`}
                  className="cursor-pointer"
                  onClick={() => onChosen(block.number)}
                >
                  <rect
                    x={left}
                    y={top + PAD + (small ? WORK / 2 : 0)}
                    width={wide}
                    height={small ? WORK / 2 : WORK}
                    fill={FILL[block.phase]}
                    stroke={on ? FLAG : block.holds ? CHALK : PENCIL}
                    strokeWidth={on ? 3 : block.holds ? 2 : 0.8}
                  >
                    <title>{block.name}</title>
                  </rect>
                  {!small && wide >= 13 && (
                    <text
                      x={left + wide / 2}
                      y={top + PAD + 17}
                      textAnchor="middle"
                      className="tape"
                      fontSize={14}
                      fill={DARK.has(block.phase) ? "#fff" : PENCIL}
                    >
                      {block.number}
                      {wide > 90 ? ` ${block.name}`.slice(0, Math.floor(wide / 6.6) - 3) : ""}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}

const FILL: Record<string, string> = {
  before: SKIM_DEEP,
  prepare: MATERIALS.wood,
  "set out": MATERIALS["line-blue"],
  set: SLAB,
  grout: MATERIALS.grout,
  finish: MATERIALS.cloth,
  own: SKIM,
};
const DARK: ReadonlySet<string> = new Set(["set", "grout"]);
