/** A view put together of what changed and what was there: no surface is lost, none drawn twice. */
import { describe, expect, it } from "vitest";
import type { ViewChanges } from "../src/api/client";
import { NONE, tagsOf, together } from "../src/job/changes";

const TRIANGLE = [
  [10, 20],
  [40, 20],
  [25, 50],
];
/** A whole tile, and a half of one. */
const PIECES = {
  alike: [
    { kind: "full", width: 30 },
    { kind: "angled", width: 15 },
  ],
  rows: [
    [0, "A1.1", null, 0, [TRIANGLE], [10, 20]],
    [1, "A1.2a", "A1.2", 1, [TRIANGLE], [40, 20]],
  ],
};

/** What the server sends of some surfaces; those named by their tag alone are left out. */
function sent(...surfaces: (string | [string])[]): ViewChanges {
  return {
    job: { name: "A" },
    plan: { kitchen: {}, surfaces: [] },
    sheet: { summary: "", surfaces: [] },
    surfaces: surfaces.map((one) =>
      typeof one === "string"
        ? { tag: one, plan: { surface: one }, pieces: PIECES, sheet: { surface: one } }
        : { tag: one[0], plan: null, sheet: null },
    ),
  } as unknown as ViewChanges;
}

describe("a view put together", () => {
  it("has every surface in its order, sent now or before", () => {
    const first = together(sent("a1", "b1", "c1"), NONE);
    expect(first?.view.plan.surfaces.map(({ surface }) => surface)).toEqual(["a1", "b1", "c1"]);
    const next = together(sent(["a1"], "b2", ["c1"]), first?.parts ?? NONE);
    expect(next?.view.plan.surfaces.map(({ surface }) => surface)).toEqual(["a1", "b2", "c1"]);
    expect(next?.view.sheet.surfaces.map(({ surface }) => surface)).toEqual(["a1", "b2", "c1"]);
  });

  it("has pieces whole, of what they have in common and what is their own", () => {
    const pieces = together(sent("a1"), NONE)?.view.plan.surfaces[0]?.pieces;
    const box = [10, 20, 40, 50];
    expect(pieces?.[0]).toMatchObject({ id: "A1.1", tile: "A1.1", kind: "full", width: 30, box });
    expect(pieces?.[1]).toMatchObject({ id: "A1.2a", tile: "A1.2", kind: "angled", course: 1 });
  });

  it("leaves what did not change the very same object", () => {
    const first = together(sent("a1", "b1"), NONE);
    const next = together(sent("a2", ["b1"]), first?.parts ?? NONE);
    expect(next?.view.plan.surfaces[1]).toBe(first?.view.plan.surfaces[1]);
    expect(next?.view.plan.surfaces[0]).not.toBe(first?.view.plan.surfaces[0]);
  });

  it("names what it has, and nothing that is gone", () => {
    const first = together(sent("a1", "b1"), NONE);
    expect(tagsOf(first?.parts ?? NONE)).toBe("a1 b1");
    const next = together(sent("a2"), first?.parts ?? NONE);
    expect(tagsOf(next?.parts ?? NONE)).toBe("a2");
  });

  it("is none where something was left out that is not here", () => {
    expect(together(sent("a1", ["b9"]), NONE)).toBeNull();
  });
});
