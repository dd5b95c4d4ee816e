/**
 * Very many pieces, such as chips on sheets, painted instead of drawn: one element for all of them.
 * A thousand outlines in one path take a browser several times as long as so many by themselves.
 */
import { memo, useLayoutEffect, useRef } from "react";
import type { Piece, SurfacePlan } from "../api/client";
import type { Scale } from "./scale";

interface Props {
  plan: SurfacePlan;
  /** The pieces that are cut. */
  cut: ReadonlySet<string>;
  scale: Scale;
  shadeOf: (piece: Piece) => string;
  /** The colour of the joints. */
  joint: string;
}

export const Crowd = memo(function Crowd({ plan, cut, scale, shadeOf, joint }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [x0, y0, x1, y1] = plan.field;
  const room = {
    x: scale.x(x0),
    y: scale.y(y1),
    width: scale.px(x1 - x0),
    height: scale.px(y1 - y0),
  };
  useLayoutEffect(() => {
    const brush = canvas.current?.getContext("2d", { alpha: false });
    if (!brush) return;
    const dots = window.devicePixelRatio || 1;
    brush.setTransform(dots, 0, 0, dots, -room.x * dots, -room.y * dots);
    brush.fillStyle = joint;
    brush.fillRect(room.x, room.y, room.width, room.height);
    const cuts: Piece[] = [];
    for (const piece of plan.pieces) {
      brush.fillStyle = shadeOf(piece);
      paint(brush, piece, scale);
      if (cut.has(piece.id)) cuts.push(piece);
    }
    brush.fillStyle = hatch(brush, dots) ?? "transparent";
    for (const piece of cuts) paint(brush, piece, scale);
  });
  const dots = window.devicePixelRatio || 1;
  return (
    <foreignObject {...room} pointerEvents="none">
      <canvas
        ref={canvas}
        data-crowd={plan.pieces.length}
        width={Math.ceil(room.width * dots)}
        height={Math.ceil(room.height * dots)}
        style={{ display: "block", width: room.width, height: room.height }}
      />
    </foreignObject>
  );
});

function paint(brush: CanvasRenderingContext2D, piece: Piece, scale: Scale): void {
  brush.beginPath();
  for (const ring of piece.outline) {
    let begun = false;
    for (const [x, y] of ring) {
      if (begun) brush.lineTo(scale.x(x), scale.y(y));
      else brush.moveTo(scale.x(x), scale.y(y));
      begun = true;
    }
    brush.closePath();
  }
  brush.fill("evenodd");
}

/** Slanted strokes as with a pencil, as other drawings have them in a cut. */
function hatch(brush: CanvasRenderingContext2D, dots: number): CanvasPattern | null {
  const tile = document.createElement("canvas");
  tile.width = tile.height = 5 * dots;
  const own = tile.getContext("2d");
  if (!own) return null;
  own.fillStyle = "rgb(42 43 43 / 0.3)";
  own.fillRect(0, 0, 1.1 * dots, 5 * dots);
  const pattern = brush.createPattern(tile, "repeat");
  pattern?.setTransform(new DOMMatrix().rotate(45).scale(1 / dots));
  return pattern;
}
