/** A photograph that cannot be sent waits, and is sent once. */
import { beforeEach, describe, expect, it, vi } from "vitest";
import {
  keepPhotograph,
  sendPhotographs,
  waitingPhotographs,
} from "../src/site/waitingPhotographs";

/** The browser's store, as far as it is used. */
class Store {
  readonly held = new Map<string, Response>();
  full = false;
  keys = async () => [...this.held.keys()].map((path) => ({ url: `http://desk${path}` }));
  match = async (at: string | { url: string }) => this.held.get(pathOf(at))?.clone();
  delete = async (at: string) => this.held.delete(at);
  put = async (at: string, response: Response) => {
    if (this.full) throw new DOMException("full", "QuotaExceededError");
    this.held.set(at, response);
  };
}

const pathOf = (at: string | { url: string }) =>
  typeof at === "string" ? at : new URL(at.url).pathname;

let store: Store;

beforeEach(() => {
  store = new Store();
  vi.stubGlobal("caches", { open: async () => store });
});

const photograph = (key: string, takenAt: string) => ({ key, words: `Wall “${key}”`, takenAt });
const PICTURE = new Blob(["x"], { type: "image/jpeg" });

describe("a photograph", () => {
  it("waits with its words, the first that was taken first, job by job", async () => {
    await keepPhotograph("one", photograph("b", "2026-01-02T10:00:00Z"), PICTURE);
    await keepPhotograph("one", photograph("a", "2026-01-02T09:00:00Z"), PICTURE);
    await keepPhotograph("two", photograph("c", "2026-01-02T08:00:00Z"), PICTURE);
    expect((await waitingPhotographs("one")).map(({ words }) => words)).toEqual([
      "Wall “a”",
      "Wall “b”",
    ]);
  });

  it("goes when it was kept, and stays where the server is away", async () => {
    await keepPhotograph("one", photograph("a", "1"), PICTURE);
    await keepPhotograph("one", photograph("b", "2"), PICTURE);
    const sent: string[] = [];
    const left = await sendPhotographs("one", async ({ key }) => {
      sent.push(key);
      return key === "a" ? "kept" : "later";
    });
    expect([sent, left]).toEqual([["a", "b"], 1]);
    expect((await waitingPhotographs("one")).map(({ key }) => key)).toEqual(["b"]);
  });

  it("goes when it can never be kept, and stands in no other's way", async () => {
    await keepPhotograph("one", photograph("a", "1"), PICTURE);
    await keepPhotograph("one", photograph("b", "2"), PICTURE);
    const answer = async ({ key }: { key: string }) => (key === "a" ? "never" : "kept") as "kept";
    expect(await sendPhotographs("one", answer)).toBe(0);
  });

  it("is told of where there is no room for it", async () => {
    store.full = true;
    await expect(keepPhotograph("one", photograph("a", "1"), PICTURE)).rejects.toThrow();
  });
});
