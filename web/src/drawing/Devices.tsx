/** Boxes and their plates, pipes and their collars: the hole solid, the cover as its outline. */
import { memo } from "react";
import type { Placed, Surface } from "../api/client";
import { PAPER, PENCIL, PENCIL_SOFT } from "../palette";
import type { Scale } from "./scale";

/** How many switches or outlets a device has side by side, and whether it lies on its side. */
export interface Face {
  gangs: number;
  sideways: boolean;
}

const ONE: Face = { gangs: 1, sideways: false };

interface Props {
  surface: Surface;
  faces: ReadonlyMap<string, Face>;
  scale: Scale;
}

export const Devices = memo(function Devices({ surface, faces, scale }: Props) {
  return (
    <g pointerEvents="none">
      {surface.things.map((thing) => {
        if (thing.round) return <Round key={thing.id} thing={thing} scale={scale} />;
        if (!thing.cover || thing.form === "cut-out") return null;
        return <Box key={thing.id} thing={thing} face={faces.get(thing.id) ?? ONE} scale={scale} />;
      })}
    </g>
  );
});

function Box({ thing, face, scale }: { thing: Placed; face: Face; scale: Scale }) {
  const { gangs, sideways } = face;
  const [x0, y0, x1, y1] = thing.box;
  const [width, height] = [x1 - x0, y1 - y0];
  return (
    <g>
      <rect
        x={scale.x(x0)}
        y={scale.y(y1)}
        width={scale.px(width)}
        height={scale.px(height)}
        fill={PENCIL_SOFT}
      />
      {Array.from({ length: gangs }, (_, gang) => {
        const cell = sideways ? height / gangs : width / gangs;
        const at = (gang + 0.25) * cell;
        return (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: gangs have no other name than their place
            key={gang}
            x={scale.x(sideways ? x0 + width * 0.22 : x0 + at)}
            y={scale.y(sideways ? y1 - at : y1 - height * 0.22)}
            width={scale.px(sideways ? width * 0.56 : cell / 2)}
            height={scale.px(sideways ? cell / 2 : height * 0.56)}
            fill={PAPER}
          />
        );
      })}
      {thing.cover && <Cover rect={thing.cover} scale={scale} />}
    </g>
  );
}

/** A plate or a rim that hides a cut: dashed, for the tile goes on under it. */
export function Cover({ rect, scale }: { rect: readonly number[]; scale: Scale }) {
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = rect;
  return (
    <rect
      x={scale.x(x0)}
      y={scale.y(y1)}
      width={scale.px(x1 - x0)}
      height={scale.px(y1 - y0)}
      rx={3}
      fill="none"
      stroke={PENCIL}
      strokeWidth={1.3}
      strokeDasharray="4 2.5"
    />
  );
}

function Round({ thing, scale }: { thing: Placed; scale: Scale }) {
  const [x, y, radius] = thing.round ?? [0, 0, 0];
  return (
    <g>
      <circle cx={scale.x(x)} cy={scale.y(y)} r={scale.px(radius)} fill={PENCIL_SOFT} />
      {thing.cover && (
        <circle
          cx={scale.x(x)}
          cy={scale.y(y)}
          r={scale.px((thing.cover[2] - thing.cover[0]) / 2)}
          fill="none"
          stroke={PENCIL}
          strokeWidth={1.3}
          strokeDasharray="4 2.5"
        />
      )}
    </g>
  );
}
