/** Papers under the drawing show a new view once the drawing of it has been painted. */
import { describe, expect, it } from "vitest";
import type { View } from "../src/api/client";
import { LateView } from "../src/job/lateView";

/** An editor whose views are told apart by their names alone. */
function anEditor(first: string) {
  const listeners = new Set<() => void>();
  let view = { name: first } as unknown as View;
  return {
    get: () => ({ view }),
    subscribe(listener: () => void) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    show(name: string) {
      view = { name } as unknown as View;
      for (const listener of listeners) listener();
    },
  };
}

/** Frames that are painted when they are told to be. */
function frames() {
  const waiting = new Set<() => void>();
  return {
    later(then: () => void) {
      waiting.add(then);
      return () => waiting.delete(then);
    },
    paint() {
      const now = [...waiting];
      waiting.clear();
      for (const then of now) then();
    },
  };
}

const named = (late: LateView) => (late.get() as unknown as { name: string }).name;

describe("a late view", () => {
  it("stays as it was until the drawing of the new one is painted", () => {
    const editor = anEditor("first");
    const { later, paint } = frames();
    const late = new LateView(editor, later);
    let told = 0;
    late.subscribe(() => {
      told += 1;
    });
    late.follow();
    editor.show("second");
    expect([named(late), told]).toEqual(["first", 0]);
    paint();
    expect([named(late), told]).toEqual(["second", 1]);
  });

  it("skips those that another has followed by then", () => {
    const editor = anEditor("first");
    const { later, paint } = frames();
    const late = new LateView(editor, later);
    const seen: string[] = [];
    late.subscribe(() => seen.push(named(late)));
    late.follow();
    editor.show("second");
    editor.show("third");
    paint();
    paint();
    expect(seen).toEqual(["third"]);
    editor.show("fourth");
    paint();
    expect(seen).toEqual(["third", "fourth"]);
  });

  it("has what came before it was followed, and nothing after", () => {
    const editor = anEditor("first");
    const { later, paint } = frames();
    const late = new LateView(editor, later);
    editor.show("second");
    expect(named(late)).toBe("first");
    const stop = late.follow();
    expect(named(late)).toBe("second");
    editor.show("third");
    stop();
    paint();
    editor.show("fourth");
    paint();
    expect(named(late)).toBe("second");
  });

  it("is there at once where nothing is painted", () => {
    const editor = anEditor("first");
    const late = new LateView(editor, (then) => {
      then();
      return () => undefined;
    });
    late.follow();
    editor.show("second");
    editor.show("third");
    expect(named(late)).toBe("third");
  });
});
