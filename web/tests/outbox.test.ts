import { describe, expect, it } from "vitest";
import { notesIn } from "../src/site/outbox";

/** Outboxes as earlier versions kept them, by their files. */
const KEPT = import.meta.glob<unknown[]>("../../tests/kept/outbox_*.json", {
  import: "default",
  eager: true,
});
const NOTE = {
  key: "key-0001",
  entry: { kind: "pieces", event: "set", pieces: ["A1.1"] },
  said_at: "2026-03-17T09:00:00Z",
};

describe("what an outbox holds that is no note keeps no page from opening", () => {
  it("notes are read as they were kept", () => {
    expect(notesIn(JSON.stringify([NOTE]))).toEqual({ notes: [NOTE], odd: false });
  });

  it.each(Object.entries(KEPT))("what an earlier version kept is read whole: %s", (_, kept) => {
    expect(notesIn(JSON.stringify(kept))).toEqual({ notes: kept, odd: false });
  });

  it.each([
    ["nothing", null],
    ["a number", 7],
    ["no key", { ...NOTE, key: 3 }],
    ["no entry", { ...NOTE, entry: null }],
    ["no kind", { ...NOTE, entry: {} }],
    ["no time", { ...NOTE, said_at: "yesterday" }],
    ["pieces that are none", { ...NOTE, entry: { ...NOTE.entry, pieces: [4] } }],
    ["pieces that are missing", { ...NOTE, entry: { kind: "pieces", event: "set" } }],
  ])("%s is left out, and the others stay", (_, odd) => {
    expect(notesIn(JSON.stringify([odd, NOTE]))).toEqual({ notes: [NOTE], odd: true });
  });

  it.each(["null", "{}", "7", "[{", ""])("a text that is no list: %s", (text) => {
    expect(notesIn(text)).toEqual({ notes: [], odd: true });
  });
});
