/** Labels on the wall: each thing's where the pennant is not, edges' numbers clear of both. */
import { describe, expect, it } from "vitest";
import type { Placed, SurfacePlan } from "../src/api/client";
import { flagBox, keptClear, labelBox, labelOf, SHIFTS } from "../src/drawing/labels";
import { scaleFor } from "../src/drawing/scale";

const FRAME: SurfacePlan["frame"] = [0, 0, 2400, 1200];
const scale = scaleFor(FRAME, 1280, 700);
const window_ = {
  id: "w",
  name: "Window",
  kind: "window",
  form: "opening",
  box: [800, 200, 1600, 1000],
};

const planAt = (x: number, y: number) =>
  ({ frame: FRAME, pennant: { x, y, tile_x: x, tile_y: y } }) as unknown as SurfacePlan;

const apart = (a: ReturnType<typeof flagBox>, b: ReturnType<typeof flagBox>) =>
  a.x1 <= b.x0 || b.x1 <= a.x0 || a.y1 <= b.y0 || b.y1 <= a.y0;

describe("the label of a thing", () => {
  const thing = window_ as unknown as Placed;

  it("stands near its top where the pennant is elsewhere", () => {
    const at = labelOf(thing, planAt(100, 100), scale);
    expect(at).not.toBeNull();
    expect(at?.sizes).toBe(2);
  });

  it("goes under the pennant's foot where that flies over it, wherever it is planted", () => {
    const high = labelOf(thing, planAt(100, 100), scale);
    for (let y = 250; y <= 1000; y += 25) {
      const plan = planAt(1200, y);
      const at = labelOf(thing, plan, scale);
      if (!at || !high) throw new Error("there is room for a label");
      expect(apart(labelBox(thing, at, FRAME[3], scale), flagBox(plan, scale)), `${y} mm`).toBe(
        true,
      );
    }
  });
});

describe("labels of edges", () => {
  it("keep clear of what is taken and of one another, the urgent first", () => {
    const one = { x: 100, y: 100, anchor: "start" as const, widths: [40], shifts: SHIFTS };
    const taken = { x0: 90, y0: 90, x1: 200, y1: 104 };
    const [first, second] = keptClear(
      [
        { ...one, urgent: false },
        { ...one, urgent: true },
      ],
      [taken],
    );
    if (!first || !second) throw new Error("both have room");
    // Down is tried before up.
    expect([second.y, first.y]).toEqual([one.y + 16, one.y - 16]);
    expect(second.y - 12 >= taken.y1 || second.y + 3 <= taken.y0).toBe(true);
    expect(Math.abs(first.y - second.y)).toBeGreaterThanOrEqual(15);
  });
});
