/**
 * One open job: what is drawn, what is being typed, and what the server has kept.
 *
 * Typing and dragging only preview. A commit is kept as one revision; until the server has
 * acknowledged it, it lies in the browser's storage too, so that neither side's death loses it.
 * What follows from what is decided in `editing.ts`; here it is carried out.
 */
import {
  api,
  ask,
  importJob,
  type JobDraft,
  type JobState,
  Refusal,
  type Takes,
  type View,
  viewChanges,
  type WholeView,
} from "../api/client";
import { type Expected, expecting, lookedAt, viewAsked } from "./beside";
import { NONE, type Parts, tagsOf, together } from "./changes";
import { type Draft, dropDraft, keepDraft, keptDraft } from "./drafts";
import {
  after,
  begun,
  type Editing,
  type Effect,
  type Happened,
  type Opened,
  type Reckoned,
  type Snapshot,
  type Which,
  type Why,
} from "./editing";
import { latestOnly } from "./latest";

export type { Opened, Snapshot, Status } from "./editing";

/** How long a burst of nudges may pause before it counts as one finished step. */
const BURST_MS = 700;
const RETRY_MS = 2000;

/** What the server answers of what a job takes, where that could not be reckoned. */
const NOT_RECKONED = {
  type: "urn:pennant:job-refused",
  title: "What the job takes could not be reckoned",
  status: 422,
  detail: "see what is to be put right",
};

/** A part of a view: what is drawn, and after it what the same takes. */
interface Part {
  of: View;
  takes: Takes | null;
}

export class JobEditor {
  #editing: Editing;
  #listeners = new Set<() => void>();
  #burst: number | undefined;
  #retry: number | undefined;
  #parts: Parts = NONE;
  #previews = latestOnly<JobDraft, Part>(
    (body, signal) => this.#view(body, signal),
    ({ of, takes }) =>
      this.#took(takes ? { is: "takes came", of, takes } : { is: "view came", view: of }),
    (error) => this.#took({ is: "view refused", why: whyOf(error) }),
  );

  constructor(
    readonly id: string,
    state: Opened,
    readonly onKept: (state: JobState) => void,
  ) {
    this.#editing = begun(state, keptDraft(id));
  }

  get = (): Snapshot => this.#editing.snapshot;

  getReckoned = (): Reckoned => this.#editing.reckoned;

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Shows what the change would do; keeps nothing. */
  preview(job: JobDraft): void {
    this.#took({ is: "previewed", job });
  }

  /** Keeps the change as one revision. */
  commit(job: JobDraft, label: string): void {
    this.#took({ is: "committed", job, label });
  }

  /** Previews at once, and keeps the change when no other of the burst has followed for a while. */
  burst(job: JobDraft, label: string): void {
    this.#took({ is: "nudged", job, label });
  }

  /** Has the same draft viewed anew: the server knows more of it than before. */
  lookAgain(): void {
    this.#took({ is: "look again" });
  }

  /** Goes back to what is kept. */
  revert(): void {
    this.#took({ is: "reverted" });
  }

  /**
   * Keeps a change that the server works out. What is typed while it does must not be lost: then
   * the change is worked out anew on that.
   */
  async rework(change: (job: JobDraft) => Promise<JobDraft>, label: string): Promise<void> {
    this.#took({ is: "reworking" });
    try {
      let draft: JobDraft;
      let changed: JobDraft;
      do {
        await this.#notStepping();
        draft = this.get().draft;
        changed = await change(draft);
      } while (draft !== this.get().draft);
      this.commit(changed, label);
    } catch (error) {
      this.#took({ is: "view refused", why: whyOf(error) });
    } finally {
      this.#took({ is: "rework over" });
    }
  }

  /** Waits for a step through the history that is on its way: what is there is about to change. */
  #notStepping(): Promise<void> {
    if (!this.#editing.stepping) return Promise.resolve();
    return new Promise((resolve) => {
      const stop = this.subscribe(() => {
        if (this.#editing.stepping) return;
        stop();
        resolve();
      });
    });
  }

  undo(): void {
    this.#took({ is: "stepped", which: "undo" });
  }

  redo(): void {
    this.#took({ is: "stepped", which: "redo" });
  }

  /** Takes over a newer state, if nothing here waits to be kept. */
  adopt(state: JobState): void {
    this.#took({ is: "newer state", state });
  }

  /** Ends a conflict: what is kept elsewhere stands, or this change goes on top of it. */
  settle(choice: "theirs" | "mine"): void {
    this.#took({ is: "settled", choice });
  }

  /** Ends a conflict by keeping this change as a job of its own; returns that job's id. */
  async settleAsCopy(): Promise<string | null> {
    const mine = this.#editing.pending;
    if (!mine) return null;
    const name = `${String(mine.job.name).slice(0, 70)} (mine)`;
    const state = await importJob(JSON.stringify({ ...mine.job, name }));
    this.settle("theirs");
    return state.id;
  }

  /** The page is there (an effect may be run twice). */
  open(): void {
    this.#took({ is: "opened" });
  }

  /** The page is left. */
  close(): void {
    this.#took({ is: "closed" });
  }

  /** The view of a draft, of which only what is not here yet is sent; what it takes comes last. */
  async *#view(
    body: JobDraft,
    signal: AbortSignal,
    shown: View | null = null,
  ): AsyncGenerator<Part> {
    let of: View | null = null;
    const papers = lookedAt();
    const begins = viewAsked();
    // Of what is on show already papers are asked for at once, before its answer begins.
    let beside: Expected | null = shown && expecting(shown.job, papers);
    try {
      const tags = tagsOf(this.#parts);
      for await (const line of viewChanges(body, tags, papers.join(" "), this.id, signal)) {
        if ("paper" in line) {
          beside?.took(line);
        } else if ("surfaces" in line) {
          const found = together(line, this.#parts);
          if (!found) {
            const whole = await ask<WholeView>(api.POST("/api/view", { body, signal }));
            yield { of: whole, takes: null };
            yield { of: whole, takes: whole };
            return;
          }
          this.#parts = found.parts;
          of = found.view;
          beside ??= expecting(of.job, papers);
          begins();
          yield { of, takes: null };
        } else if (!line.plan || !line.sheet) {
          throw new Refusal({ ...NOT_RECKONED, errors: line.refused });
        } else if (of) {
          yield { of, takes: { plan: line.plan, sheet: line.sheet } };
        }
      }
    } finally {
      begins();
      beside?.ended();
    }
  }

  /** What the view on show takes, asked for once more; where that fails, what was said stands. */
  async #takes(of: View): Promise<void> {
    try {
      const { signal } = new AbortController();
      for await (const { takes } of this.#view(of.job, signal, of)) {
        if (takes) this.#took({ is: "takes came", of, takes });
      }
    } catch {
      // The refusal of what was typed since is on show already.
    }
  }

  #took(happened: Happened): void {
    const [now, effects] = after(this.#editing, happened);
    const { snapshot, reckoned } = this.#editing;
    const shown = now.snapshot !== snapshot || now.reckoned !== reckoned;
    this.#editing = now;
    if (shown) for (const listener of this.#listeners) listener();
    for (const one of effects) this.#carryOut(one);
  }

  #carryOut(effect: Effect): void {
    switch (effect.do) {
      case "view":
        this.#previews.ask(effect.job);
        return;
      case "takes":
        void this.#takes(effect.of);
        return;
      case "forget views":
        this.#previews.forget();
        return;
      case "keep":
        void this.#keep(effect.draft);
        return;
      case "step":
        void this.#step(effect.which, effect.edition);
        return;
      case "store":
        keepDraft(this.id, effect.draft);
        return;
      case "unstore":
        dropDraft(this.id);
        return;
      case "wait for burst":
        this.#burst = window.setTimeout(() => this.#took({ is: "burst over" }), BURST_MS);
        return;
      case "end burst":
        window.clearTimeout(this.#burst);
        return;
      case "wait to try again":
        this.#retry = window.setTimeout(() => this.#took({ is: "time to try again" }), RETRY_MS);
        return;
      case "wait no more":
        window.clearTimeout(this.#retry);
        return;
      case "tell":
        this.onKept(effect.state);
        return;
    }
  }

  async #keep(body: Draft): Promise<void> {
    const path = { id_: this.id };
    try {
      const state = await ask<JobState>(api.PUT("/api/jobs/{id_}", { params: { path }, body }));
      this.#took({ is: "kept", state });
    } catch (error) {
      this.#took({ is: "not kept", why: whyOf(error) });
    }
  }

  async #step(which: Which, edition: number): Promise<void> {
    const init = { params: { path: { id_: this.id } }, body: { edition } };
    const sent =
      which === "undo"
        ? api.POST("/api/jobs/{id_}/undo", init)
        : api.POST("/api/jobs/{id_}/redo", init);
    try {
      this.#took({ is: "step done", state: await ask<JobState>(sent) });
    } catch (error) {
      this.#took({ is: "step refused", which, why: whyOf(error) });
    }
  }
}

function whyOf(error: unknown): Why {
  return error instanceof Refusal ? error.problem : null;
}
