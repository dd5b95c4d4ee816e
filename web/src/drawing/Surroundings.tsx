/** What stands on the wall and around it: cabinets, windows, ledges, ends, the counter. */
import { memo, type ReactNode } from "react";
import type { LineText, Placed, Surface, SurfacePlan, View } from "../api/client";
import { CHALK, MATERIALS, PAPER, PENCIL, THINGS, TIMBER_LINE } from "../palette";
import { Counter } from "./Counter";
import { Cover } from "./Devices";
import { Ends } from "./Ends";
import { LINE as LABEL_LINE, labelOf } from "./labels";
import { Measure, measureAt } from "./Measure";
import type { Scale } from "./scale";

interface Props {
  surface: Surface;
  plan: SurfacePlan;
  lines: readonly LineText[];
  lengths: View["sheet"]["lengths"];
  active: string | null;
  scale: Scale;
  onThing: (id: string) => void;
  /** Names and numbers are left out where walls are drawn small. */
  small?: boolean;
}

/** What is written on a thing: the measures that one would ask first, and the words around each. */
const SAYS: Record<string, readonly [field: string, before: string, after: string][]> = {
  cabinet: [
    ["/width", "", " wide"],
    ["/clear/value", "", " clear"],
  ],
  hood: [
    ["/width", "", " wide"],
    ["/clear/value", "", " clear"],
  ],
  window: [
    ["/width", "", " wide"],
    ["/sill/value", "sill at ", ""],
  ],
  hatch: [
    ["/width", "", " wide"],
    ["/sill/value", "sill at ", ""],
  ],
  niche: [
    ["/width", "", " wide"],
    ["/height", "", " high"],
  ],
};

export const Surroundings = memo(function Surroundings(props: Props) {
  const { surface, plan, lines, lengths, active, scale, onThing, small } = props;
  const top = plan.frame[3];
  return (
    <g>
      <Ends surface={surface} plan={plan} scale={scale} unrolled={small ?? false} />
      <Counter surface={surface} plan={plan} scale={scale} />
      {surface.things.map((thing) => {
        const fill = THINGS[thing.kind];
        if (thing.kind === "mark") return <Mark key={thing.id} thing={thing} scale={scale} />;
        if (!fill) return null;
        const pointer = lines.find(({ id }) => id === thing.id)?.pointer ?? "";
        return (
          <Thing
            key={thing.id}
            {...{ thing, fill, pointer, lengths, scale, onThing }}
            top={top}
            plan={plan}
            active={thing.id === active}
            small={small ?? false}
          />
        );
      })}
    </g>
  );
});

interface ThingProps {
  thing: Placed;
  fill: string;
  pointer: string;
  lengths: View["sheet"]["lengths"];
  scale: Scale;
  top: number;
  plan: SurfacePlan;
  active: boolean;
  small: boolean;
  onThing: (id: string) => void;
}

/** Pixels: how far a thing that goes on over the tile is drawn, short of the measures above. */
const OVER = 8;

/** The outline of a thing in pixels; over the line where tile stops it soon breaks off. */
function path(outline: Placed["outline"], scale: Scale, top: number): string {
  const highest = scale.y(top) - OVER;
  return `M${outline.map(([x, y]) => `${scale.x(x)} ${Math.max(scale.y(y), highest)}`).join("L")}Z`;
}

function Thing(props: ThingProps) {
  const { thing, fill, pointer, lengths, scale, top, plan, active, small, onThing } = props;
  const [x0, y0, x1, high] = thing.box;
  const y1 = Math.min(high, top);
  const [width, height] = [scale.px(x1 - x0), scale.px(y1 - y0)];
  const [x, y] = [scale.x(x0), scale.y(y1)];
  const says = (SAYS[thing.kind] ?? []).filter(([field]) => lengths[pointer + field]);
  const place = labelOf(thing, plan, scale);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a shortcut to a line that the keyboard reaches by itself
    <g
      onClick={(event) => {
        if (!measureAt(event.target)) onThing(thing.id);
      }}
      className="cursor-pointer"
      data-thing={thing.id}
    >
      <title>{`${thing.name}${thing.unsettled ? ", not settled yet" : ""}. Click it for its line in the notebook.`}</title>
      <path
        d={path(thing.outline, scale, top)}
        fill={fill}
        stroke={active ? CHALK : TIMBER_LINE}
        strokeWidth={active ? 2.5 : 1.2}
        strokeDasharray={thing.unsettled ? "7 4" : undefined}
      />
      {thing.cover && <Cover rect={thing.cover} scale={scale} />}
      <Inside thing={thing} scale={scale} top={top} x={x} y={y} width={width} height={height} />
      {thing.stool && <Box rect={thing.stool} scale={scale} fill={MATERIALS.sill} />}
      {place && !small && (
        <Label x={x + width / 2} y={y + place.at} fill={fill}>
          {thing.name}
          {thing.unsettled ? " ?" : ""}
          {says
            .slice(says.length - Math.min(place.sizes, says.length))
            .map(([field, before, after], index) => (
              <tspan
                key={field}
                {...(index === 0 || place.stacked ? { x: x + width / 2, dy: LABEL_LINE } : {})}
                fontSize={14}
                fontWeight={500}
              >
                {index > 0 && !place.stacked && ", "}
                {before}
                <Measure
                  pointer={pointer + field}
                  label={field.slice(1)}
                  shown={lengths[pointer + field]?.shown ?? ""}
                  says={after}
                />
              </tspan>
            ))}
        </Label>
      )}
    </g>
  );
}

/** What makes a thing plain at a glance: doors, a hood's rim, the panes and casing of a window. */
function Inside({
  thing,
  scale,
  top,
  x,
  y,
  width,
  height,
}: {
  thing: Placed;
  scale: Scale;
  top: number;
  x: number;
  y: number;
  width: number;
  height: number;
}) {
  const inner = (by: number) => (
    <rect
      x={x + by}
      y={y + by}
      width={Math.max(0, width - 2 * by)}
      height={Math.max(0, height - 2 * by)}
      fill="none"
      stroke={TIMBER_LINE}
      strokeWidth={0.7}
    />
  );
  switch (thing.kind) {
    case "cabinet":
      return <Doors x={x} y={y} width={width} height={height} />;
    case "hood":
      return (
        <path
          d={`M${x} ${y + height - 9}h${width}M${x + width * 0.3} ${y + height - 9}L${x + width * 0.36} ${y}M${x + width * 0.7} ${y + height - 9}L${x + width * 0.64} ${y}`}
          stroke={TIMBER_LINE}
          strokeWidth={0.7}
          fill="none"
        />
      );
    case "window":
    case "hatch":
      if (thing.jambs)
        return <Box rect={under(thing.jambs, top)} scale={scale} fill={MATERIALS.glass} />;
      return inner(4);
    case "niche":
      return inner(5);
    default:
      return null;
  }
}

/** What of a rectangle lies under a height. */
function under([x0, y0, x1, y1]: Placed["box"], top: number): Placed["box"] {
  return [x0, y0, x1, Math.min(y1, top)];
}

function Box({ rect, scale, fill }: { rect: Placed["box"]; scale: Scale; fill: string }) {
  const [x0, y0, x1, y1] = rect;
  return (
    <rect
      x={scale.x(x0)}
      y={scale.y(y1)}
      width={scale.px(x1 - x0)}
      height={scale.px(y1 - y0)}
      fill={fill}
      stroke={TIMBER_LINE}
      strokeWidth={0.8}
    />
  );
}

function Label({
  x,
  y,
  fill,
  children,
}: {
  x: number;
  y: number;
  fill: string;
  children: ReactNode;
}) {
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      className="tape"
      fontSize={14}
      fill={PENCIL}
      stroke={fill}
      strokeWidth={5}
      paintOrder="stroke"
    >
      {children}
    </text>
  );
}

/** A centreline, as one pencils it: long and short dashes from foot to top. */
function Mark({ thing, scale }: { thing: Placed; scale: Scale }) {
  const [x, y0, , y1] = thing.box;
  return (
    <g pointerEvents="none">
      <path
        d={`M${scale.x(x)} ${scale.y(y0)}V${scale.y(y1)}`}
        stroke={PENCIL}
        strokeWidth={1.1}
        strokeDasharray="14 4 3 4"
      />
      <text
        x={scale.x(x) + 5}
        y={scale.y(y0) - 6}
        className="tape"
        fontSize={13}
        fill={PENCIL}
        stroke={PAPER}
        strokeWidth={4}
        paintOrder="stroke"
      >
        {thing.name}
      </text>
    </g>
  );
}

function Doors({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const count = Math.max(1, Math.round(width / 110));
  return Array.from({ length: count }, (_, door) => (
    <rect
      // biome-ignore lint/suspicious/noArrayIndexKey: doors have no other name than their place
      key={door}
      x={x + (door * width) / count + 4}
      y={y + 4}
      width={Math.max(0, width / count - 8)}
      height={Math.max(0, height - 8)}
      fill="none"
      stroke={TIMBER_LINE}
      strokeWidth={0.7}
    />
  ));
}
