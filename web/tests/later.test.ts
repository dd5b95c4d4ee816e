import { describe, expect, it } from "vitest";
import { Later } from "../src/parts/later";

const Plain = () => null;

describe("a page that comes when it is opened", () => {
  it("is fetched once, however often it is asked for", async () => {
    let fetched = 0;
    const page = new Later(async () => {
      fetched += 1;
      return Plain;
    });
    expect(page.here).toBeNull();
    await Promise.all([page.load(), page.load()]);
    expect(await page.load()).toBe(Plain);
    expect(page.here).toBe(Plain);
    expect(fetched).toBe(1);
  });

  it("is fetched again after it did not come", async () => {
    let fails = true;
    const page = new Later(async () => {
      if (fails) throw new Error("no server");
      return Plain;
    });
    await expect(page.load()).rejects.toThrow("no server");
    expect(page.here).toBeNull();
    fails = false;
    expect(await page.load()).toBe(Plain);
  });
});
