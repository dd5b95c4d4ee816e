/** Sheets are counted, set and noted as one holds them; other tile by the piece. */
import { describe, expect, it } from "vitest";
import type { SiteKit, SiteWall } from "../src/api/client";
import { counted, heldWith, setSoFar } from "../src/site/units";

const unit = (id: string, pieces: string[]) => ({
  id,
  name: `Sheet ${id}`,
  place: "",
  says: "",
  pieces,
  box: [0, 0, 1, 1],
});

function wall(units: ReturnType<typeof unit>[]): SiteWall {
  return { surface: "a", name: "Wall", frame: [0, 0, 1, 1], pieces: [], units } as never;
}

const SHEETS = wall([unit("As1", ["A1.1", "A1.2"]), unit("As1+", ["A2.1"]), unit("As2", ["A1.3"])]);

describe("what one holds", () => {
  it("is the sheet of a chip, and else the piece alone", () => {
    expect(heldWith(SHEETS, "A1.2")).toEqual(["A1.1", "A1.2"]);
    expect(heldWith(wall([]), "A1.2")).toEqual(["A1.2"]);
  });

  it("is counted by sheets, and by chips that are set singly", () => {
    expect(counted(SHEETS, ["A1.1", "A1.2", "A2.1"])).toBe("1 sheet and 1 chip");
    expect(counted(SHEETS, ["A1.1", "A1.3"])).toBe("2 sheets");
    expect(counted(wall([]), ["A1.1"])).toBe("1 piece");
    expect(counted(undefined, ["A1.1", "A1.2"])).toBe("2 pieces");
  });

  it("is set when all of a sheet is", () => {
    const kit = { surfaces: [SHEETS] } as SiteKit;
    expect(setSoFar(kit, { "A1.1": "set", "A1.3": "set" })).toBe("1 of 2 sheets set");
    expect(setSoFar({ surfaces: [wall([])] } as SiteKit as never, {})).toBe("");
  });
});
