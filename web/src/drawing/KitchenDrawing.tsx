/** All walls unrolled side by side to one scale, folds where they join; picking one shows it large. */
import { useMemo } from "react";
import { useEditor } from "../job/useEditor";
import { useShowWall } from "../job/useWall";
import { FLAG, PAPER, PENCIL, PENCIL_SOFT } from "../palette";
import { Tape } from "../parts/Tape";
import { Devices } from "./Devices";
import { Surroundings } from "./Surroundings";
import { type Scale, scaleOf } from "./scale";
import { coloursOf, Tiles } from "./Tiles";
import { useSize } from "./useSize";
import { facesOf, Patterns } from "./WallDrawing";

const MARGIN = { side: 46, top: 58, bottom: 58 };
/** Pixels between walls that stand apart. */
const APART = 70;
const NONE: ReadonlySet<string> = new Set();
const ignore = () => undefined;

export function KitchenDrawing() {
  const { view } = useEditor();
  const { job } = view;
  const colours = useMemo(() => coloursOf(job), [job]);
  const show = useShowWall();
  const [box, size] = useSize<HTMLDivElement>();
  const walls = useMemo(() => {
    const { surfaces } = view.plan.kitchen;
    return surfaces.flatMap((surface, index) => {
      const plan = view.plan.surfaces[index];
      const sheet = view.sheet.surfaces[index];
      const number = view.job.walls.findIndex(({ id }) => id === surface.id);
      const wall = view.job.walls[number];
      return plan && sheet && wall ? [{ surface, plan, sheet, wall, number }] : [];
    });
  }, [view]);
  const { scales, width, height } = useMemo(
    () => unrolled(walls, size.width, size.height),
    [walls, size],
  );
  return (
    <div ref={box} className="relative h-full w-full overflow-x-auto overflow-y-hidden">
      {size.width > 0 && (
        // biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset, but it holds buttons
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={`${view.job.name}: ${walls.length} walls unrolled. ${view.sheet.summary}.`}
          className="block select-none"
        >
          <Patterns />
          {walls.map(({ surface, plan, sheet, wall, number }, index) => {
            const scale = scales[index];
            if (!scale) return null;
            const joined = wall.corner != null && index < walls.length - 1;
            const [x0, y0, x1, y1] = plan.frame;
            return (
              <g key={surface.id}>
                <g>
                  <Tiles
                    plan={plan}
                    scale={scale}
                    {...colours}
                    picked={NONE}
                    roles={sheet.roles}
                    onHover={ignore}
                    onPick={ignore}
                  />
                  <Surroundings
                    surface={surface}
                    plan={plan}
                    lines={view.sheet.notebooks[number]?.lines ?? []}
                    lengths={view.sheet.lengths}
                    active={null}
                    scale={scale}
                    onThing={ignore}
                    small
                  />
                  <Devices surface={surface} faces={facesOf(wall)} scale={scale} />
                  <Flag x={scale.x(plan.pennant.x)} y={scale.y(plan.pennant.y)} />
                  <text
                    x={scale.x((x0 + x1) / 2)}
                    y={scale.y(y1) - 16}
                    textAnchor="middle"
                    className="tape"
                    fontSize={15}
                    fill={PENCIL}
                  >
                    {`${surface.code} · ${surface.name} `}
                    <Tape text={sheet.overall.text} Part="tspan" />
                  </text>
                  {joined && (
                    <path
                      d={`M${scale.x(x1)} ${scale.y(y1) - 34}V${scale.y(Math.min(y0, 0)) + 30}`}
                      stroke={PENCIL}
                      strokeWidth={1.6}
                      strokeDasharray="10 5"
                    />
                  )}
                </g>
                {/* biome-ignore lint/a11y/useSemanticElements: a wall in a drawing cannot be a button element */}
                <rect
                  role="button"
                  tabIndex={0}
                  aria-label={`Show ${surface.name} large`}
                  data-wall={surface.id}
                  className="cursor-pointer"
                  x={scale.x(x0)}
                  y={scale.y(y1) - 30}
                  width={scale.x(x1) - scale.x(x0)}
                  height={scale.y(y0) - scale.y(y1) + 30}
                  fill="transparent"
                  onClick={() => show(surface.id)}
                  onKeyDown={(event) => {
                    if (event.key === "Enter" || event.key === " ") show(surface.id);
                  }}
                />
                {joined && (
                  <text
                    x={scale.x(x1)}
                    y={scale.y(Math.min(y0, 0)) + 44}
                    textAnchor="middle"
                    className="tape"
                    fontSize={13}
                    fill={PENCIL_SOFT}
                  >
                    {wall.corner?.kind === "outside" ? "outside corner" : "inside corner"}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}

interface Unrolled {
  plan: { frame: [number, number, number, number] | number[] };
  wall: { corner?: unknown };
}

/** One scale for all walls, each moved along so that joined ones meet at their fold. */
function unrolled(walls: readonly Unrolled[], width: number, height: number) {
  const frames = walls.map(({ plan }) => plan.frame as [number, number, number, number]);
  const low = Math.min(...frames.map(([, y0]) => y0));
  const high = Math.max(...frames.map(([, , , y1]) => y1));
  const length = frames.reduce((sum, [x0, , x1]) => sum + x1 - x0, 0);
  const gaps = walls.filter(({ wall }, n) => n < walls.length - 1 && wall.corner == null).length;
  const across = (width - 2 * MARGIN.side - gaps * APART) / length;
  const up = (height - MARGIN.top - MARGIN.bottom) / (high - low);
  const k = Math.max(Math.min(across, up), Math.min(0.07, up), 0.02);
  const drawn = Math.max(width, length * k + gaps * APART + 2 * MARGIN.side);
  let x = (drawn - length * k - gaps * APART) / 2;
  const y = MARGIN.top + Math.max(0, height - MARGIN.top - MARGIN.bottom - (high - low) * k) / 2;
  const scales: Scale[] = walls.map(({ wall }, index) => {
    const [x0, , x1] = frames[index] ?? [0, 0, 0, 0];
    const scale = scaleOf(k, x - x0 * k, y + high * k, drawn, height);
    x += (x1 - x0) * k + (wall.corner == null ? APART : 0);
    return scale;
  });
  return { scales, width: drawn, height };
}

function Flag({ x, y }: { x: number; y: number }) {
  return (
    <g pointerEvents="none">
      <path d={`M${x} ${y}V${y - 34}`} stroke={PENCIL} strokeWidth={2} />
      <path d={`M${x} ${y - 34}l22 6l-22 7Z`} fill={FLAG} stroke={PAPER} />
    </g>
  );
}
