/** Where a thing's name and sizes are written on it, so that numbers at its edges keep clear. */

import type { Placed, SurfacePlan } from "../api/client";
import type { Scale } from "./scale";

type Form = Placed["form"];

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

/** Pixels: what a letter of the tape's figures takes, and a size with its word. */
export const LETTER = 7.2;
const SIZE = 84;
/** Pixels: how high the pennant flies over its foot, and how far its cloth and a label reach. */
const FLAG = { high: 62, wide: 70 };

/**
 * Returns where the label of a thing so large (in pixels) goes; null where there is no room.
 * `flag` is the pennant's foot from the thing's upper left: the label goes under it where it can.
 */
export function labelPlace(
  form: Form,
  width: number,
  height: number,
  flag?: { x: number; y: number },
): LabelPlace | null {
  if (width <= 96 || height <= 78) return null;
  const opening = form === "opening";
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
  if (covered && flag.y + 20 < height - 12 - LINE) {
    // There is room for its name alone; its sizes stand over the drawing and in the notebook.
    return { at: flag.y + 20, stacked: false, sizes: 0, below: flag.y + 20 + 21 };
  }
  const sizes = stacked && height <= 120 ? 1 : 2;
  return { at, stacked, sizes, below: at + LINE * (stacked ? sizes : 1) + 21 };
}

/** Where the label of a thing goes in the drawing of its surface, under the pennant if need be. */
export function labelOf(thing: Placed, plan: SurfacePlan, scale: Scale): LabelPlace | null {
  const [x0, y0, x1, high] = thing.box;
  const top = Math.min(high, plan.frame[3]);
  const flag = {
    x: scale.x(plan.pennant.x) - scale.x(x0),
    y: scale.y(plan.pennant.y) - scale.y(top),
  };
  return labelPlace(thing.form, scale.px(x1 - x0), scale.px(top - y0), flag);
}

/** The room of a label of a thing: its name, and its sizes under it. */
export function labelBox(thing: Placed, at: LabelPlace, top: number, scale: Scale): Box {
  const middle = scale.x((thing.box[0] + thing.box[2]) / 2);
  const sizes = at.sizes === 0 ? 0 : at.stacked ? SIZE : at.sizes * SIZE;
  const half = Math.max(thing.name.length * LETTER, sizes) / 2;
  const y = scale.y(Math.min(thing.box[3], top)) + at.at;
  const lines = at.sizes === 0 ? 0 : at.stacked ? at.sizes : 1;
  return { x0: middle - half, y0: y - 12, x1: middle + half, y1: y + lines * LINE + 4 };
}

/** The room of the pennant's cloth and staff. */
export function flagBox(plan: SurfacePlan, scale: Scale): Box {
  const [x, y] = [scale.x(plan.pennant.x), scale.y(plan.pennant.y)];
  return { x0: x - 4, y0: y - 56, x1: x + 37, y1: y + 5 };
}

/** Whether numbers at a thing's sides are written inside it, under its name. */
export function holdsNumbers(form: Form): boolean {
  return form === "opening" || form === "hanging";
}

export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** A label that is to be written: where it would like to stand, with fewer rows where it must. */
export interface Wanted {
  x: number;
  /** The first baseline. */
  y: number;
  anchor: "start" | "middle" | "end";
  /** How wide each row is, in pixels. */
  widths: readonly number[];
  /** How far it may be moved down or up, in half rows; the first that is clear counts. */
  shifts: readonly number[];
  /** Whether it goes first where two want one place. */
  urgent: boolean;
}

/** Where a label stands, and how many of its rows. */
export interface Stood {
  y: number;
  rows: number;
}

const ROW = 16;
export const SHIFTS: readonly number[] = [0, 1, -1, 2, -2, 3, -3, 4, -4];

/**
 * Places labels so that none covers another or what is `taken`: moved up or down a little, with
 * fewer rows, or left out (null) where there is no room at all. Urgent ones choose first.
 */
export function keptClear(wanted: readonly Wanted[], taken: readonly Box[]): (Stood | null)[] {
  const found: (Stood | null)[] = wanted.map(() => null);
  const boxes = [...taken];
  const order = wanted.map((_, index) => index);
  order.sort((a, b) => Number(wanted[b]?.urgent) - Number(wanted[a]?.urgent) || a - b);
  for (const index of order) {
    const one = wanted[index];
    if (!one) continue;
    for (let rows = one.widths.length; rows > 0 && !found[index]; rows -= 1) {
      for (const shift of one.shifts) {
        const y = one.y + (shift * ROW) / 2;
        const box = boxOf(one, y, rows);
        if (boxes.every((other) => !overlap(box, other))) {
          boxes.push(box);
          found[index] = { y, rows };
          break;
        }
      }
    }
  }
  return found;
}

function boxOf({ x, anchor, widths }: Wanted, y: number, rows: number): Box {
  const width = Math.max(...widths.slice(0, rows));
  const x0 = anchor === "start" ? x : anchor === "end" ? x - width : x - width / 2;
  return { x0, y0: y - 12, x1: x0 + width, y1: y + (rows - 1) * ROW + 3 };
}

function overlap(a: Box, b: Box): boolean {
  return a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;
}
