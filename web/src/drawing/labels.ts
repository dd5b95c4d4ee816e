/** Where a thing's name and sizes are written on it, so that numbers at its edges keep clear. */

const OPENINGS = new Set(["window", "hatch", "niche"]);
const HANGING = new Set(["cabinet", "hood", "shelf"]);
/** Pixels from one line of a label to the next. */
export const LINE = 17;

export interface LabelPlace {
  /** From the thing's top to the name's baseline, in pixels. */
  at: number;
  /** Whether each size has a line of its own, where the thing is too narrow for one line. */
  stacked: boolean;
  /** How many of its sizes there is room for, the last of them. */
  sizes: number;
  /** From the thing's top to the first baseline that is free below it all. */
  below: number;
}

/** Pixels: how high the pennant flies over its foot, and how far its cloth and a label reach. */
const FLAG = { high: 62, wide: 70 };

/**
 * Returns where the label of a thing so large (in pixels) goes; null where there is no room.
 * `flag` is the pennant's foot from the thing's upper left: the label goes under it where it can.
 */
export function labelPlace(
  kind: string,
  width: number,
  height: number,
  flag?: { x: number; y: number },
): LabelPlace | null {
  if (width <= 96 || height <= 78) return null;
  const opening = OPENINGS.has(kind);
  const at = height <= 120 ? 19 : opening ? 56 : 30;
  const stacked = width < 175;
  const covered =
    flag !== undefined &&
    Math.abs(flag.x - width / 2) < FLAG.wide &&
    flag.y - FLAG.high < at + LINE &&
    flag.y > at - LINE;
  if (covered && flag.y + 20 + 2 * LINE < height - 12) {
    return { at: flag.y + 20, stacked: false, sizes: 2, below: flag.y + 20 + LINE + 21 };
  }
  const sizes = stacked && height <= 120 ? 1 : 2;
  return { at, stacked, sizes, below: at + LINE * (stacked ? sizes : 1) + 21 };
}

/** Whether numbers at a thing's sides are written inside it, under its name. */
export function holdsNumbers(kind: string): boolean {
  return OPENINGS.has(kind) || HANGING.has(kind);
}
