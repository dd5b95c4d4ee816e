/** Where sheets of chips lie: each one's place, those dashed that are not set as they come. */
import { memo, useId } from "react";
import type { SurfaceSheet } from "../api/client";
import { PENCIL } from "../palette";
import type { Scale } from "./scale";

interface Props {
  sheets: NonNullable<SurfaceSheet["sheets"]>;
  /** x0, y0, x1, y1 of what is tiled: a sheet's place may reach beyond it. */
  field: readonly number[];
  scale: Scale;
}

export const SheetPlaces = memo(function SheetPlaces({ sheets, field, scale }: Props) {
  const id = useId();
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = field;
  if (sheets.length === 0) return null;
  return (
    <g pointerEvents="none" clipPath={`url(#${id})`}>
      <clipPath id={id}>
        <rect
          x={scale.x(x0)}
          y={scale.y(y1)}
          width={scale.px(x1 - x0)}
          height={scale.px(y1 - y0)}
        />
      </clipPath>
      {sheets.map(({ id: sheet, room: [left, low, right, high], whole }) => (
        <rect
          key={sheet}
          x={scale.x(left)}
          y={scale.y(high)}
          width={scale.px(right - left)}
          height={scale.px(high - low)}
          fill="none"
          stroke={PENCIL}
          strokeOpacity={0.65}
          strokeWidth={1.4}
          strokeDasharray={whole ? undefined : "5 4"}
        />
      ))}
    </g>
  );
});
