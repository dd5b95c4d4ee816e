/** Boxes and their plates: the hole solid, the plate as the outline that has to land on tile. */
import { memo } from "react";
import type { View } from "../api/client";
import type { Scale } from "./scale";

export const Devices = memo(function Devices({ view, scale }: { view: View; scale: Scale }) {
  return (
    <g pointerEvents="none">
      {view.job.wall.devices?.map((device) => {
        const { x, y, box_width, box_height, plate_width, plate_height, gangs } = device;
        return (
          <g key={device.id}>
            <rect
              x={scale.x(x - box_width / 2)}
              y={scale.y(y + box_height / 2)}
              width={scale.px(box_width)}
              height={scale.px(box_height)}
              fill="#5d5a53"
            />
            {Array.from({ length: gangs ?? 1 }, (_, gang) => (
              <rect
                // biome-ignore lint/suspicious/noArrayIndexKey: gangs have no other name than their place
                key={gang}
                x={scale.x(x - box_width / 2 + (gang + 0.25) * (box_width / (gangs ?? 1)))}
                y={scale.y(y + box_height * 0.28)}
                width={scale.px(box_width / (gangs ?? 1) / 2)}
                height={scale.px(box_height * 0.56)}
                fill="#fbf9f3"
              />
            ))}
            <rect
              x={scale.x(x - plate_width / 2)}
              y={scale.y(y + plate_height / 2)}
              width={scale.px(plate_width)}
              height={scale.px(plate_height)}
              rx={3}
              fill="none"
              stroke="#2a2b2b"
              strokeWidth={1.3}
              strokeDasharray="4 2.5"
            />
          </g>
        );
      })}
    </g>
  );
});
