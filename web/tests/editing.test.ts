/** Editing one job: what is shown and what is sent, whatever happens in whatever order. */
import { describe, expect, it } from "vitest";
import type { JobDraft, JobState, ProblemDetails, Takes, WholeView } from "../src/api/client";
import type { Draft } from "../src/job/drafts";
import {
  after,
  begun,
  type Editing,
  type Effect,
  type Happened,
  type Opened,
} from "../src/job/editing";

const LATE = {} as unknown as Takes;
const job = (name: string) => ({ name }) as unknown as JobDraft;
const view = (name: string) => ({ job: { name } }) as unknown as WholeView;
const state = (edition: number, name: string) =>
  ({ id: "j", edition, view: view(name) }) as unknown as Opened;
const refusal = (status: number, more: Partial<ProblemDetails> = {}): ProblemDetails =>
  ({ status, title: "No", detail: "not so", ...more }) as ProblemDetails;

/** A job that is edited, with all that was to be done so far. */
class Desk {
  editing: Editing;
  done: Effect[] = [];

  constructor(left: Draft | null = null, edition = 4) {
    this.editing = begun(state(edition, "Kept"), left);
  }

  get shown() {
    return this.editing.snapshot;
  }

  when(...happened: Happened[]): Effect[] {
    const from = this.done.length;
    for (const one of happened) {
      const [now, effects] = after(this.editing, one);
      this.editing = now;
      this.done.push(...effects);
    }
    return this.done.slice(from);
  }

  /** What was sent to be kept, by its name and the edition that it builds on. */
  get sent(): [string, number][] {
    return this.done.flatMap((one) =>
      one.do === "keep"
        ? [[String(one.draft.job.name), one.draft.edition] as [string, number]]
        : [],
    );
  }

  /** What lies in the browser's storage. */
  get stored(): string | null {
    let name: string | null = null;
    for (const one of this.done) {
      if (one.do === "store") name = String(one.draft.job.name);
      if (one.do === "unstore") name = null;
    }
    return name;
  }
}

const typed = (name: string): Happened => ({ is: "committed", job: job(name), label: name });
const kept = (edition: number, name: string): Happened => ({
  is: "kept",
  state: state(edition, name),
});

describe("a change that is let go of while it is on its way", () => {
  it("is refused without a word", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "view refused", why: refusal(422) }, { is: "reverted" });
    desk.when({ is: "not kept", why: refusal(422) });
    expect(desk.shown.problems).toEqual([]);
    expect(desk.shown.status).toBe("kept");
    expect(desk.shown.turnedDown).toBe(0);
    expect(desk.stored).toBeNull();
  });

  it("is shown where the server has kept it all the same, and can be undone", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "reverted" }, kept(5, "A"));
    expect(desk.shown.draft).toEqual(job("A"));
    expect(desk.shown.state.edition).toBe(5);
  });

  it("does not keep a later refusal from being told", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "reverted" }, typed("B"));
    desk.when({ is: "not kept", why: refusal(422) }, { is: "not kept", why: refusal(422) });
    expect(desk.shown.problems).toHaveLength(1);
    expect(desk.shown.turnedDown).toBe(1);
  });
});

describe("a change", () => {
  it("is drawn at once, stored, sent, and let go of when it is acknowledged", () => {
    const desk = new Desk();
    desk.when(typed("A"));
    expect(desk.done.map((one) => one.do)).toEqual(["view", "store", "keep"]);
    expect(desk.shown.status).toBe("keeping");
    expect(desk.stored).toBe("A");
    desk.when(kept(5, "A"));
    expect(desk.shown.status).toBe("kept");
    expect(desk.stored).toBeNull();
  });

  it("that is only previewed is neither stored nor sent", () => {
    const desk = new Desk();
    desk.when({ is: "previewed", job: job("A") });
    expect(desk.done.map((one) => one.do)).toEqual(["view"]);
    expect(desk.shown.status).toBe("typing");
    desk.when({ is: "reverted" });
    expect(desk.shown.draft).toEqual({ name: "Kept" });
    expect(desk.shown.status).toBe("kept");
  });

  it("made while another is on its way goes after it, on its edition", () => {
    const desk = new Desk();
    desk.when(typed("A"), typed("B"), typed("C"));
    expect(desk.sent).toEqual([["A", 4]]);
    desk.when(kept(5, "A"));
    expect(desk.sent).toEqual([
      ["A", 4],
      ["C", 5],
    ]);
    expect(desk.stored).toBe("C");
    desk.when(kept(6, "C"));
    expect(desk.shown.status).toBe("kept");
  });

  it("acknowledged while more is typed leaves what is typed alone", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "previewed", job: job("AB") }, kept(5, "A"));
    expect(desk.shown.draft).toEqual({ name: "AB" });
    expect(desk.shown.kept).toEqual({ name: "A" });
    expect(desk.shown.status).toBe("typing");
  });

  it("has a label no longer than the history holds", () => {
    const desk = new Desk();
    desk.when({ is: "committed", job: job("A"), label: "x".repeat(400) });
    expect(desk.editing.pending?.label).toHaveLength(120);
  });
});

describe("a burst of nudges", () => {
  const nudged = (name: string): Happened => ({ is: "nudged", job: job(name), label: "Nudge" });

  it("is one step, kept when it is over, and stored all along", () => {
    const desk = new Desk();
    desk.when(nudged("1"), nudged("2"), nudged("3"));
    expect(desk.sent).toEqual([]);
    expect(desk.stored).toBe("3");
    desk.when({ is: "burst over" });
    expect(desk.sent).toEqual([["3", 4]]);
  });

  it("is kept when the page is left in the midst of it", () => {
    const desk = new Desk();
    desk.when(nudged("1"), { is: "closed" });
    expect(desk.sent).toEqual([["1", 4]]);
    expect(desk.stored).toBe("1");
  });

  it("is kept before a step back is gone", () => {
    const desk = new Desk();
    const effects = desk.when(nudged("1"), { is: "stepped", which: "undo" });
    expect(effects.map((one) => one.do)).not.toContain("step");
    expect(desk.when(kept(5, "1"))).toContainEqual({ do: "step", which: "undo", edition: 5 });
  });
});

describe("a step through the history", () => {
  const done = (edition: number, name: string): Happened => ({
    is: "step done",
    state: state(edition, name),
  });

  it("is on its way until the server has answered", () => {
    const desk = new Desk();
    desk.when({ is: "stepped", which: "undo" });
    expect(desk.shown.status).toBe("keeping");
    desk.when(done(5, "Before"));
    expect(desk.shown.status).toBe("kept");
    expect(desk.shown.draft).toEqual(job("Before"));
  });

  it("is gone as often as it is pressed, one after the other", () => {
    const desk = new Desk();
    desk.when({ is: "stepped", which: "undo" }, { is: "stepped", which: "undo" });
    expect(desk.when(done(5, "B"))).toContainEqual({ do: "step", which: "undo", edition: 5 });
    desk.when(done(6, "A"));
    expect(desk.shown.status).toBe("kept");
  });

  it("is no conflict with what one changes while it is on its way: that goes on top", () => {
    const desk = new Desk();
    desk.when({ is: "stepped", which: "undo" });
    desk.when(typed("Mine"));
    expect(desk.sent).toEqual([]);
    expect(desk.stored).toBe("Mine");
    desk.when(done(5, "Before"));
    expect(desk.sent).toEqual([["Mine", 5]]);
    desk.when(kept(6, "Mine"));
    expect(desk.shown.status).toBe("kept");
    expect(desk.shown.conflict).toBeNull();
  });

  it.each([
    ["was kept", typed("Mine")],
    ["is a nudge", { is: "nudged", job: job("Mine"), label: "Mine" } as const],
  ])("that finds the job changed elsewhere puts to the user what %s meanwhile", (_, change) => {
    const desk = new Desk();
    desk.when({ is: "stepped", which: "undo" }, change);
    const why = refusal(409, { current: state(9, "Theirs") });
    desk.when({ is: "step refused", which: "undo", why });
    expect(desk.sent).toEqual([]);
    expect(desk.shown.conflict?.edition).toBe(9);
    desk.when({ is: "settled", choice: "mine" });
    expect(desk.sent).toEqual([["Mine", 9]]);
  });

  it("that waited is not gone after a conflict: what it was meant for has changed", () => {
    const desk = new Desk();
    desk.when(typed("Mine"), { is: "stepped", which: "undo" });
    const why = refusal(409, { current: state(9, "Theirs") });
    desk.when({ is: "not kept", why }, { is: "stepped", which: "undo" });
    const effects = desk.when({ is: "settled", choice: "mine" }, kept(10, "Mine"));
    expect(effects.map((one) => one.do)).not.toContain("step");
    expect(desk.shown.draft).toEqual(job("Mine"));
  });

  it("that is refused leaves what is there", () => {
    const desk = new Desk();
    desk.when(
      { is: "stepped", which: "redo" },
      { is: "step refused", which: "redo", why: refusal(422) },
    );
    expect(desk.shown.status).toBe("kept");
    expect(desk.shown.draft).toEqual(job("Kept"));
  });
});

describe("a change that the server works out", () => {
  it("is on its way as soon as it is asked for, and a step back waits for it", () => {
    const desk = new Desk();
    expect(desk.when({ is: "reworking" }, { is: "stepped", which: "undo" })).toEqual([]);
    expect(desk.shown.status).toBe("keeping");
    desk.when(typed("A"), { is: "rework over" });
    expect(desk.sent).toEqual([["A", 4]]);
    expect(desk.when(kept(5, "A"))).toContainEqual({ do: "step", which: "undo", edition: 5 });
  });

  it("lets the step go when it is refused", () => {
    const desk = new Desk();
    desk.when({ is: "reworking" }, { is: "stepped", which: "redo" });
    const effects = desk.when({ is: "view refused", why: refusal(422) }, { is: "rework over" });
    expect(effects).toContainEqual({ do: "step", which: "redo", edition: 4 });
    desk.when({ is: "step done", state: state(5, "Redone") });
    expect(desk.shown.status).toBe("kept");
  });

  it("is not over while another is worked out", () => {
    const desk = new Desk();
    desk.when({ is: "reworking" }, { is: "reworking" }, { is: "rework over" });
    expect(desk.shown.status).toBe("keeping");
    desk.when({ is: "rework over" });
    expect(desk.shown.status).toBe("kept");
  });
});

describe("a server that does not answer", () => {
  it("is tried again, and what waited is kept when it is back", () => {
    const desk = new Desk();
    desk.when(typed("A"));
    const effects = desk.when({ is: "not kept", why: null });
    expect(effects).toEqual([{ do: "wait to try again" }]);
    expect(desk.shown.status).toBe("unreachable");
    expect(desk.stored).toBe("A");
    desk.when({ is: "time to try again" });
    expect(desk.sent).toEqual([
      ["A", 4],
      ["A", 4],
    ]);
    desk.when(kept(5, "A"));
    expect(desk.shown.status).toBe("kept");
  });

  it("is waited for once, however much is tried", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "view refused", why: null }, { is: "not kept", why: null });
    expect(desk.done.filter((one) => one.do === "wait to try again")).toHaveLength(1);
    const effects = desk.when({ is: "time to try again" });
    expect(effects.map((one) => one.do)).toEqual(["view", "keep"]);
  });

  it("is no more said to be silent when only a preview had failed", () => {
    const desk = new Desk();
    desk.when({ is: "previewed", job: job("A") }, { is: "view refused", why: null });
    expect(desk.shown.status).toBe("unreachable");
    desk.when({ is: "view came", view: view("A") });
    expect(desk.shown.status).toBe("typing");
  });

  it("that is busy says nothing of the change either", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "not kept", why: refusal(503) });
    expect(desk.shown.status).toBe("unreachable");
    expect(desk.shown.turnedDown).toBe(0);
  });

  it("is not tried by a page that was left", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "closed" });
    expect(desk.when({ is: "not kept", why: null })).toEqual([]);
    expect(desk.stored).toBe("A");
    expect(desk.when({ is: "opened" }).map((one) => one.do)).toEqual(["keep"]);
  });

  it("gets a step back again", () => {
    const desk = new Desk();
    desk.when({ is: "stepped", which: "undo" }, { is: "step refused", which: "undo", why: null });
    expect(desk.when({ is: "time to try again" })).toEqual([
      { do: "step", which: "undo", edition: 4 },
    ]);
  });
});

describe("a change that is refused", () => {
  it("is what Undo takes back, and nothing that was saved before", () => {
    const desk = new Desk();
    desk.when(typed("A"), { is: "not kept", why: refusal(422) });
    const effects = desk.when({ is: "stepped", which: "undo" });
    expect(effects.map((one) => one.do)).not.toContain("step");
    expect(desk.shown.draft).toEqual(job("Kept"));
    expect(desk.shown.problems).toEqual([]);
    expect(desk.when({ is: "stepped", which: "undo" })).toContainEqual({
      do: "step",
      which: "undo",
      edition: 4,
    });
  });

  it("says why until something else is typed, also when its preview can be drawn", () => {
    const desk = new Desk();
    const errors = [{ pointer: "/name", message: "is too long" }];
    desk.when(typed("A"), { is: "not kept", why: refusal(422, { errors }) });
    desk.when({ is: "view came", view: view("A") });
    expect(desk.shown.problems).toEqual(errors);
    expect(desk.shown.turnedDown).toBe(1);
    expect(desk.stored).toBeNull();
    desk.when({ is: "previewed", job: job("B") }, { is: "view came", view: view("B") });
    expect(desk.shown.problems).toEqual([]);
  });

  it("has what is on show reckoned to its end, which had been left for it", () => {
    const desk = new Desk();
    const drawn = view("A");
    const refused: Happened = { is: "view refused", why: refusal(422) };
    desk.when({ is: "previewed", job: job("A") }, { is: "view came", view: drawn });
    expect(desk.when({ is: "previewed", job: job("B") }, refused)).toContainEqual({
      do: "takes",
      of: drawn,
    });
    const takes = { sheet: { joints: "grouted" } } as unknown as Takes;
    desk.when({ is: "takes came", of: drawn, takes });
    expect(desk.editing.reckoned).toEqual({ of: drawn, takes });
    expect(desk.shown.problems).toHaveLength(1);
    // Those of a view that is not on show any more come too late.
    desk.when({ is: "view came", view: view("C") }, { is: "takes came", of: drawn, takes: LATE });
    expect(desk.editing.reckoned.takes).toBe(takes);
  });

  it("does not hold up the one after it", () => {
    const desk = new Desk();
    desk.when(typed("A"), typed("B"), { is: "not kept", why: refusal(422) });
    expect(desk.sent).toEqual([
      ["A", 4],
      ["B", 4],
    ]);
    expect(desk.stored).toBe("B");
  });

  it("of which nothing is pointed at is said of the whole", () => {
    const desk = new Desk();
    desk.when({ is: "view refused", why: refusal(422) });
    expect(desk.shown.problems).toEqual([{ pointer: "", message: "No: not so" }]);
  });
});

describe("a change made elsewhere meanwhile", () => {
  const conflict: Happened = {
    is: "not kept",
    why: refusal(409, { current: state(7, "Theirs") as JobState }),
  };

  it("stops what is sent until it is settled", () => {
    const desk = new Desk();
    desk.when(typed("A"), conflict, typed("B"));
    expect(desk.shown.status).not.toBe("kept");
    expect(desk.sent).toEqual([["A", 4]]);
    expect(desk.stored).toBe("B");
  });

  it("stands where it is chosen", () => {
    const desk = new Desk();
    desk.when(typed("A"), conflict, { is: "settled", choice: "theirs" });
    expect(desk.shown.draft).toEqual({ name: "Theirs" });
    expect(desk.shown.conflict).toBeNull();
    expect(desk.stored).toBeNull();
    expect(desk.sent).toHaveLength(1);
  });

  it("gets this change on top of it where that is chosen", () => {
    const desk = new Desk();
    desk.when(typed("A"), conflict, { is: "settled", choice: "mine" });
    expect(desk.sent).toEqual([
      ["A", 4],
      ["A", 7],
    ]);
  });

  it("is taken over where nothing waits here, and only if it is newer", () => {
    const desk = new Desk();
    desk.when({ is: "newer state", state: state(3, "Old") });
    expect(desk.shown.draft).toEqual({ name: "Kept" });
    desk.when({ is: "previewed", job: job("A") }, { is: "newer state", state: state(9, "New") });
    expect(desk.shown.draft).toEqual({ name: "A" });
    desk.when({ is: "reverted" }, { is: "newer state", state: state(9, "New") });
    expect(desk.shown.draft).toEqual({ name: "New" });
  });
});

describe("what an earlier page left", () => {
  const left = (edition: number): Draft => ({ edition, label: "Left", job: job("Left") });

  it("is drawn at once and sent when the page is there, once", () => {
    const desk = new Desk(left(4));
    expect(desk.shown.draft).toEqual({ name: "Left" });
    desk.when({ is: "opened" }, { is: "closed" }, { is: "opened" });
    expect(desk.sent).toEqual([["Left", 4]]);
  });

  it("of an older edition is a conflict to be settled", () => {
    const desk = new Desk(left(3));
    desk.when({ is: "opened" });
    expect(desk.shown.status).toBe("conflict");
    expect(desk.sent).toEqual([]);
    desk.when({ is: "settled", choice: "mine" });
    expect(desk.sent).toEqual([["Left", 4]]);
  });
});

describe("whatever happens in whatever order", () => {
  it("what was committed last is kept, stored, refused or given up by choice", () => {
    for (let seed = 1; seed <= 400; seed += 1) {
      const dice = diceOf(seed);
      const desk = new Desk();
      let names = 0;
      let edition = 4;
      let last: string | null = null;
      for (let turn = 0; turn < 40; turn += 1) {
        const { sent, again, snapshot } = desk.editing;
        const choices: (() => void)[] = [
          () => {
            names += 1;
            last = `job ${names}`;
            desk.when(typed(last));
          },
          () => desk.when({ is: "previewed", job: job(`try ${turn}`) }, { is: "reverted" }),
          () => desk.when({ is: "closed" }, { is: "opened" }),
        ];
        if (again.length) choices.push(() => desk.when({ is: "time to try again" }));
        if (sent)
          choices.push(
            () => {
              edition += 1;
              desk.when(kept(edition, String(sent.draft.job.name)));
              if (String(sent.draft.job.name) === last) last = null;
            },
            () => desk.when({ is: "not kept", why: null }),
            () => {
              desk.when({ is: "not kept", why: refusal(422) });
              if (String(sent.draft.job.name) === last) last = null;
            },
          );
        if (snapshot.conflict) choices.push(() => desk.when({ is: "settled", choice: "mine" }));
        choices[Math.floor(dice() * choices.length)]?.();
        expect(desk.editing.pending?.job.name ?? null).toBe(last);
        if (last) expect(desk.stored).toBe(last);
        // What waits is on its way, or is tried again: it never lies there for good.
        if (last)
          expect(desk.editing.sent !== null || desk.editing.again.includes("keep")).toBe(true);
      }
    }
  });
});

/** Numbers without order, the same for a seed. */
function diceOf(seed: number): () => number {
  let at = seed;
  return () => {
    at = (Math.imul(at, 1664525) + 1013904223) >>> 0;
    return at / 2 ** 32;
  };
}
