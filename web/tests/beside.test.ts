/** Papers beside the wall: they come with its view, and are asked for by themselves where not. */
import { describe, expect, it } from "vitest";
import { rested } from "../src/api/rested";
import { comingOf, expecting, viewAsked } from "../src/job/beside";

let jobs = 0;
const job = (name = `Wall ${jobs++}`) => ({ name });
const open = () => new AbortController().signal;
const notAsked = () => Promise.reject(new Error("asked by itself"));

describe("a paper beside the wall", () => {
  it("comes with the view of its job", async () => {
    const of = job();
    const answer = expecting(of, ["cuts"]);
    const said = comingOf(of, "cuts", open(), notAsked);
    answer.took({ paper: "cuts", answer: ["A1.1"], refused: [] });
    expect(await said).toEqual(["A1.1"]);
  });

  it("is asked for by itself where no view brings it", async () => {
    const of = job();
    expect(await comingOf(of, "cuts", open(), async () => "own")).toBe("own");
    expecting(of, ["cuts"]);
    expect(await comingOf(of, "methods", open(), async () => "own")).toBe("own");
    expect(await comingOf(job(), "cuts", open(), async () => "own")).toBe("own");
  });

  it("is asked for by itself where it was refused, which says why", async () => {
    const of = job();
    const answer = expecting(of, ["days"]);
    const said = comingOf(of, "days", open(), async () => "why not");
    answer.took({ paper: "days", answer: null, refused: [] });
    expect(await said).toBe("why not");
  });

  it("is not asked for any more where another key has ended its view", async () => {
    const of = job();
    const asker = new AbortController();
    const answer = expecting(of, ["cuts"]);
    const said = comingOf(of, "cuts", asker.signal, notAsked);
    answer.ended();
    asker.abort(new Error("another view"));
    await expect(said).rejects.toThrow("another view");
  });

  it("comes with the next view of the same job where the first was cut short", async () => {
    const first = expecting(job("Kept"), ["days"]);
    const said = comingOf(job("Kept"), "days", open(), notAsked);
    first.ended();
    const second = expecting(job("Kept"), ["days"]);
    second.took({ paper: "days", answer: "two days", refused: [] });
    expect(await said).toBe("two days");
  });

  it("waits for a view that is asked for, however long that takes to begin", async () => {
    const first = expecting(job("Slow"), ["methods"]);
    const said = comingOf(job("Slow"), "methods", open(), notAsked);
    const begins = viewAsked();
    first.ended();
    await rested(400, open());
    const second = expecting(job("Slow"), ["methods"]);
    begins();
    second.took({ paper: "methods", answer: "a bed", refused: [] });
    expect(await said).toBe("a bed");
  });

  it("stays when the same job is asked for once more and that is cut short", async () => {
    const first = expecting(job("Twice"), ["cuts"]);
    first.took({ paper: "cuts", answer: ["A1.1"], refused: [] });
    first.ended();
    const second = expecting(job("Twice"), ["cuts"]);
    second.ended();
    expect(await comingOf(job("Twice"), "cuts", open(), notAsked)).toEqual(["A1.1"]);
  });

  it("still comes where it was asked for after it had come", async () => {
    const of = job();
    const answer = expecting(of, ["cuts", "days"]);
    answer.took({ paper: "cuts", answer: 1, refused: [] });
    answer.ended();
    expect(await comingOf(of, "cuts", open(), notAsked)).toBe(1);
  });
});
