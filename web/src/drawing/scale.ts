/** From wall millimetres (y up) to pixels (y down), with room around the wall for its numbers. */
import type { Plan } from "../api/client";

export const MARGIN = { left: 108, right: 108, top: 72, bottom: 46 };

export interface Scale {
  width: number;
  height: number;
  px: (mm: number) => number;
  x: (mm: number) => number;
  y: (mm: number) => number;
  /** Back from pixels within the drawing. */
  wallX: (pixels: number) => number;
}

/**
 * Fits the wall into a space in pixels; on a narrow screen it may run over sideways instead,
 * as far as its height allows, so that numbers stay readable.
 */
export function scaleFor(frame: Plan["frame"], width: number, height: number, least = 0): Scale {
  const [, , length, top] = frame;
  const high = (height - MARGIN.top - MARGIN.bottom) / top;
  const fit = Math.min((width - MARGIN.left - MARGIN.right) / length, high);
  const k = Math.max(fit, Math.min(least, high), 0.02);
  const drawn = Math.max(width, length * k + MARGIN.left + MARGIN.right);
  const left = (drawn - length * k) / 2;
  const tall = top * k + MARGIN.top + MARGIN.bottom;
  const slack = Math.max(0, (height - tall) / 2);
  return {
    width: drawn,
    height: Math.max(height, tall),
    px: (mm) => mm * k,
    x: (mm) => left + mm * k,
    y: (mm) => MARGIN.top + slack + (top - mm) * k,
    wallX: (pixels) => (pixels - left) / k,
  };
}
