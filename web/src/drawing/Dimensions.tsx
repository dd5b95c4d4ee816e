/** The overall and the chain of partials above the wall, as one reads them off a tape. */
import { memo } from "react";
import type { SurfaceSheet } from "../api/client";
import { PENCIL, SKIM } from "../palette";
import { Tape } from "../parts/Tape";
import { Measure } from "./Measure";
import type { Scale } from "./scale";

interface Props {
  sheet: SurfaceSheet;
  scale: Scale;
  top: number;
  /** The field that the overall is typed in; none for a return, whose size is its opening's. */
  pointer: string | undefined;
}

export const Dimensions = memo(function Dimensions({ sheet, scale, top, pointer }: Props) {
  const upper = scale.y(top) - 56;
  const lower = scale.y(top) - 34;
  return (
    <g className="tape" fontSize={14} fill={PENCIL} textAnchor="middle">
      <Run
        x0={scale.x(sheet.overall.x0)}
        x1={scale.x(sheet.overall.x1)}
        y={upper}
        text={sheet.overall.text}
        pointer={pointer}
      />
      {sheet.chain.length > 1 &&
        sheet.chain.map((run) => (
          <Run key={run.x0} x0={scale.x(run.x0)} x1={scale.x(run.x1)} y={lower} text={run.text} />
        ))}
    </g>
  );
});

interface RunProps {
  x0: number;
  x1: number;
  y: number;
  text: string;
  /** The field that this is the measure of, if it is one as it was typed. */
  pointer?: string | undefined;
}

function Run({ x0, x1, y, text, pointer }: RunProps) {
  const room = x1 - x0 > text.length * 5.6 + 6;
  return (
    <g>
      <path
        d={`M${x0} ${y}H${x1}M${x0 - 3} ${y + 4}l6 -8M${x1 - 3} ${y + 4}l6 -8`}
        stroke={PENCIL}
        fill="none"
      />
      {room && (
        <text x={(x0 + x1) / 2} y={y + 5} stroke={SKIM} strokeWidth={6} paintOrder="stroke">
          {pointer ? (
            <Measure pointer={pointer} label="Length" shown={text} />
          ) : (
            <Tape text={text} Part="tspan" />
          )}
        </text>
      )}
    </g>
  );
}
