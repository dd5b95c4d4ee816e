/** From wall millimetres (y up) to pixels (y down), with room around the wall for its numbers. */
import type { SurfacePlan } from "../api/client";

export const MARGIN = { left: 108, right: 108, top: 72, bottom: 46 };

export interface Scale {
  width: number;
  height: number;
  px: (mm: number) => number;
  x: (mm: number) => number;
  y: (mm: number) => number;
  /** Back from pixels within the drawing. */
  wallX: (pixels: number) => number;
  wallY: (pixels: number) => number;
}

/**
 * Fits the wall into a space in pixels; on a narrow screen it may run over sideways instead,
 * as far as its height allows, so that numbers stay readable.
 */
export function scaleFor(
  frame: SurfacePlan["frame"],
  width: number,
  height: number,
  least = 0,
): Scale {
  const [x0, y0, x1, y1] = frame;
  const length = x1 - x0;
  const tall = y1 - y0;
  const high = (height - MARGIN.top - MARGIN.bottom) / tall;
  const fit = Math.min((width - MARGIN.left - MARGIN.right) / length, high);
  const k = Math.max(fit, Math.min(least, high), 0.02);
  const drawn = Math.max(width, length * k + MARGIN.left + MARGIN.right);
  const left = (drawn - length * k) / 2;
  const needed = tall * k + MARGIN.top + MARGIN.bottom;
  const slack = Math.max(0, (height - needed) / 2);
  return scaleOf(k, left - x0 * k, MARGIN.top + slack + y1 * k, drawn, Math.max(height, needed));
}

/** A scale of `k` pixels a millimetre with the wall's origin (left end, datum) at a pixel. */
export function scaleOf(k: number, x0: number, y0: number, width: number, height: number): Scale {
  return {
    width,
    height,
    px: (mm) => mm * k,
    x: (mm) => x0 + mm * k,
    y: (mm) => y0 - mm * k,
    wallX: (pixels) => (pixels - x0) / k,
    wallY: (pixels) => (y0 - pixels) / k,
  };
}
