/**
 * How much slack the start has one way: the whole range of starts over a module, where something
 * must be cured (high), something is to be looked at (half high), and where all is well (a line).
 */
import { useQuery } from "@tanstack/react-query";
import { slackOptions } from "../api/queries";
import { nudged } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { CHALK, FLAG, MATERIALS, PENCIL } from "../palette";
import { Tape } from "../parts/Tape";

const WIDE = 280;
const HIGH = 30;

export function SlackStrip({ axis }: { axis: "across" | "up" }) {
  const { editor, view, kept, status } = useEditor();
  const { starts, startAt, counter } = useWall();
  const { data } = useQuery({
    ...slackOptions(kept, starts),
    enabled: status === "kept",
  });
  const found = data?.find(({ slack }) => slack.way === axis);
  if (!found) return null;
  const { stretches } = found.slack;
  const low = stretches[0]?.low ?? 0;
  const whole = (stretches.at(-1)?.high ?? 1) - low;
  const x = (mm: number) => ((mm - low) / whole) * WIDE;
  const step = view.sheet.step_mm;
  const ways =
    axis === "across"
      ? ["left", "right"]
      : counter
        ? ["to the front", "to the wall"]
        : ["down", "up"];
  return (
    <figure className="mt-2">
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the nudge buttons and arrow keys do the same */}
      <svg
        viewBox={`0 -2 ${WIDE} ${HIGH + 4}`}
        className="block h-9 w-full max-w-md cursor-pointer"
        preserveAspectRatio="none"
        role="img"
        aria-label={`How far the start can move ${axis}: ${found.says}`}
        data-testid={`slack-${axis}`}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const mm = low + ((event.clientX - box.left) / box.width) * whole;
          const by = Math.round(mm / step) * step;
          const job = nudged(
            editor.get().draft,
            view,
            startAt,
            axis === "across" ? by : 0,
            axis === "up" ? by : 0,
          );
          editor.commit(job, "Moved the start");
        }}
      >
        <rect x={0} y={0} width={WIDE} height={HIGH} fill="#fff" />
        {stretches.map(({ low: from, high: to, never, avoid }) => {
          const high = never > 0 ? HIGH : avoid > 0 ? HIGH / 2 : 3;
          return (
            <rect
              key={from}
              x={x(from)}
              y={HIGH - high}
              width={Math.max(0.4, x(to) - x(from))}
              height={high}
              fill={never > 0 ? FLAG : avoid > 0 ? MATERIALS.amber : CHALK}
              fillOpacity={never > 0 ? Math.min(1, 0.45 + never * 0.12) : 0.9}
            >
              <title>{`${never} to fix, ${avoid} to decide`}</title>
            </rect>
          );
        })}
        <path d={`M${x(0)} -2V${HIGH + 2}`} stroke={PENCIL} strokeWidth={1.6} />
      </svg>
      <figcaption className="aside">
        From half a tile {ways[0]} to half a tile {ways[1]}; high is to fix, half high to decide.
        How far the start can move: <Tape text={found.says} />. Click to move there.
      </figcaption>
    </figure>
  );
}
