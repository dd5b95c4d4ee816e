/** The codes of cut pieces on the wall, as the cut sheet calls them; where there is room for one. */
import { memo } from "react";
import type { SurfacePlan, SurfaceSheet } from "../api/client";
import { PAPER, PENCIL } from "../palette";
import type { Scale } from "./scale";

/** Pixels that a letter takes, and that a code is high. */
const LETTER = 5.6;
const HIGH = 10;

interface Props {
  plan: SurfacePlan;
  sheet: SurfaceSheet;
  scale: Scale;
}

export const Codes = memo(function Codes({ plan, sheet, scale }: Props) {
  const cut = new Set(sheet.roles.cut);
  return (
    <g pointerEvents="none" className="tape" fontSize={11} textAnchor="middle" fill={PENCIL}>
      {plan.pieces.map(({ id, box }) => {
        const wide = scale.px(box[2] - box[0]);
        const high = scale.px(box[3] - box[1]);
        if (!cut.has(id) || wide < id.length * LETTER || high < HIGH) return null;
        return (
          <text
            key={id}
            x={scale.x((box[0] + box[2]) / 2)}
            y={scale.y((box[1] + box[3]) / 2) + 4}
            stroke={PAPER}
            strokeWidth={2.4}
            paintOrder="stroke"
          >
            {id}
          </text>
        );
      })}
    </g>
  );
});
