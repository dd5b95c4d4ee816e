import { act, createElement, Fragment, useLayoutEffect } from "react";
import { createRoot } from "react-dom/client";
import { describe, expect, it } from "vitest";
import { Later, ShowLater } from "../src/parts/later";

const Plain = () => null;
const Shown = () => createElement("p", null, "The page");

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

describe("what is shown of it", () => {
  /** What stands in the document after all that was drawn has come to rest. */
  async function shown(page: Later, beside: () => null = Plain): Promise<string | null> {
    const at = document.createElement("div");
    const drawn = createElement(
      Fragment,
      null,
      createElement(ShowLater, { page }),
      createElement(beside),
    );
    Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
    const root = createRoot(at);
    await act(async () => root.render(drawn));
    const text = at.textContent;
    await act(async () => root.unmount());
    return text;
  }

  it("is the page when its script has come", async () => {
    expect(await shown(new Later(async () => Shown))).toBe("The page");
  });

  it("is the page also where the script came between drawing and looking for it", async () => {
    const page = new Later(async () => Shown);
    const beside = () => {
      useLayoutEffect(() => {
        page.here = Shown;
      });
      return null;
    };
    expect(await shown(page, beside)).toBe("The page");
  });

  it("is a notice until then", async () => {
    expect(await shown(new Later(() => new Promise(() => {})))).toBe("Opening…");
  });
});
