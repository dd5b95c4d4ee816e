/** What stands on the wall and around it: cabinets, windows, devices, ends, the counter. */
import { memo } from "react";
import type { View } from "../api/client";
import { Measure, measureAt } from "./Measure";
import type { Scale } from "./scale";

interface Props {
  view: View;
  scale: Scale;
  onField: (pointer: string) => void;
}

const LINE = "#5c5346";

export const Surroundings = memo(function Surroundings({ view, scale, onField }: Props) {
  const { wall } = view.job;
  const shown = (pointer: string) => view.sheet.lengths[pointer]?.shown ?? "";
  const [, , length, top] = view.plan.frame;
  return (
    <g>
      <Ends view={view} scale={scale} />
      {wall.overheads?.map((thing, index) => {
        const at = `/wall/overheads/${index}`;
        const width = scale.px(thing.width);
        return (
          <Thing
            key={thing.id}
            x={scale.x(thing.x)}
            y={scale.y(top)}
            width={width}
            height={scale.px(top - thing.bottom)}
            fill="#d8c8ac"
            name={thing.name}
            measures={[
              {
                pointer: `${at}/width`,
                label: "Width",
                shown: shown(`${at}/width`),
                says: " wide, ",
              },
              {
                pointer: `${at}/bottom`,
                label: "Clear height",
                shown: shown(`${at}/bottom`),
                says: " clear",
              },
            ]}
            labelAt={30}
            onPick={() => onField(`${at}/bottom`)}
          >
            {thing.kind === "cabinet" && (
              <Doors
                x={scale.x(thing.x)}
                y={scale.y(top)}
                width={width}
                height={scale.px(top - thing.bottom)}
              />
            )}
          </Thing>
        );
      })}
      {wall.openings?.map((thing, index) => {
        const at = `/wall/openings/${index}`;
        const head = Math.min(thing.sill + thing.height, top);
        return (
          <Thing
            key={thing.id}
            x={scale.x(thing.x)}
            y={scale.y(head)}
            width={scale.px(thing.width)}
            height={scale.px(head - thing.sill)}
            fill="#dfe8ec"
            name={thing.name}
            measures={[
              {
                pointer: `${at}/width`,
                label: "Width",
                shown: shown(`${at}/width`),
                says: " wide, sill at ",
              },
              { pointer: `${at}/sill`, label: "Sill at", shown: shown(`${at}/sill`), says: "" },
            ]}
            labelAt={56}
            onPick={() => onField(`${at}/x`)}
          >
            <rect
              x={scale.x(thing.x) + 4}
              y={scale.y(head) + 4}
              width={Math.max(0, scale.px(thing.width) - 8)}
              height={Math.max(0, scale.px(head - thing.sill) - 8)}
              fill="none"
              stroke={LINE}
              strokeWidth={0.7}
            />
          </Thing>
        );
      })}
      <rect
        x={scale.x(0) - 30}
        y={scale.y(0)}
        width={scale.px(length) + 60}
        height={14}
        fill="#3b3733"
      />
    </g>
  );
});

interface ThingProps {
  x: number;
  y: number;
  width: number;
  height: number;
  fill: string;
  name: string;
  measures: readonly { pointer: string; label: string; shown: string; says: string }[];
  labelAt: number;
  onPick: () => void;
  children?: React.ReactNode;
}

function Thing({
  x,
  y,
  width,
  height,
  fill,
  name,
  measures,
  labelAt,
  onPick,
  children,
}: ThingProps) {
  const roomy = width > 96 && height > 54;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a shortcut to a field that the keyboard reaches by itself
    <g
      onClick={(event) => {
        if (!measureAt(event.target)) onPick();
      }}
      className="cursor-pointer"
    >
      <title>{`${name}. Click a number to change it here, or elsewhere for all its measures.`}</title>
      <rect x={x} y={y} width={width} height={height} fill={fill} stroke={LINE} strokeWidth={1.2} />
      {children}
      {roomy && (
        <text
          x={x + width / 2}
          y={height > 120 ? y + labelAt : y + height / 2 - 4}
          textAnchor="middle"
          className="tape"
          fontSize={14}
          fill="#2a2b2b"
          stroke={fill}
          strokeWidth={5}
          paintOrder="stroke"
        >
          {name}
          <tspan x={x + width / 2} dy={17} fontSize={14} fontWeight={500}>
            {measures.map((measure) => (
              <Measure key={measure.pointer} {...measure} />
            ))}
          </tspan>
        </text>
      )}
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
      stroke={LINE}
      strokeWidth={0.7}
    />
  ));
}

function Ends({ view, scale }: { view: View; scale: Scale }) {
  const { left, right } = view.job.wall;
  const [, , length, top] = view.plan.frame;
  return (
    <>
      <End
        kind={left?.kind ?? "corner"}
        x={scale.x(0)}
        out={-1}
        top={scale.y(top)}
        foot={scale.y(0)}
      />
      <End
        kind={right?.kind ?? "corner"}
        x={scale.x(length)}
        out={1}
        top={scale.y(top)}
        foot={scale.y(0)}
      />
    </>
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
  if (kind === "corner") {
    return (
      <path
        d={`M${x} ${top}l${out * 16} -9V${foot + 9}L${x} ${foot}Z`}
        fill="#cbc4b4"
        stroke={LINE}
      />
    );
  }
  if (kind === "open") {
    const face = out < 0 ? x : x - 3;
    return <rect x={face} y={top} width={3} height={height} fill="#8f8a80" />;
  }
  const body = out < 0 ? x - 16 : x;
  return <rect x={body} y={top - 8} width={16} height={height + 8} fill="#d8c8ac" stroke={LINE} />;
}
