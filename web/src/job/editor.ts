/**
 * One open job: what is drawn, what is being typed, and what the server has kept.
 *
 * Typing and dragging only preview. A commit is kept as one revision; until the server has
 * acknowledged it, it lies in the browser's storage too, so that neither side's death loses it.
 */
import {
  api,
  ask,
  importJob,
  type Job,
  type JobDraft,
  type JobState,
  type Problem,
  type ProblemDetails,
  Refusal,
  type View,
} from "../api/client";
import { type Draft, dropDraft, keepDraft, keptDraft } from "./drafts";
import { latestOnly } from "./latest";

/** How long a burst of nudges may pause before it counts as one finished step. */
const BURST_MS = 700;
const RETRY_MS = 2000;
/** What the history has room for; a label quotes what was typed, however much that is. */
const LONGEST_LABEL = 120;

/** Answers that say nothing of the change: the file is held by another program, or it was slow. */
const PASSING: ReadonlySet<number> = new Set([408, 429, 503]);

/** A job that can be opened: its plan could be made. */
export type Opened = JobState & { view: View };

/** What a refusal says is wrong; one that points at nothing says it of the whole change. */
function problemsOf(problem: ProblemDetails): Problem[] {
  if (problem.errors?.length) return problem.errors;
  return [{ pointer: "", message: `${problem.title}: ${problem.detail}` }];
}

export type Status = "kept" | "typing" | "keeping" | "unreachable" | "conflict";

export interface Snapshot {
  state: JobState;
  /** The job as it is kept. */
  kept: Job;
  view: View;
  draft: JobDraft;
  problems: Problem[];
  status: Status;
  conflict: JobState | null;
  /** How many changes were not kept: a preview that is refused is none of them. */
  turnedDown: number;
}

export class JobEditor {
  #snapshot: Snapshot;
  #listeners = new Set<() => void>();
  #pending: Draft | null = null;
  #keeping: Promise<void> | null = null;
  #burst: { timer: number; label: string } | null = null;
  #retry: number | null = null;
  /** What is tried again when the time has come, each once. */
  #again = new Map<string, () => void>();
  #closed = false;
  #typed = 0;
  /** Why the last change was not kept; a preview that can be drawn does not make that undone. */
  #notKept: Problem[] = [];
  #previews = latestOnly<JobDraft, View>(
    (body, signal) => ask<View>(api.POST("/api/view", { body, signal })),
    (view) => this.#previewed(view),
    (error) => this.#previewRefused(error),
  );

  constructor(
    readonly id: string,
    state: Opened,
    readonly onKept: (state: JobState) => void,
  ) {
    this.#snapshot = {
      state,
      kept: state.view.job,
      view: state.view,
      draft: state.view.job,
      problems: [],
      status: "kept",
      conflict: null,
      turnedDown: 0,
    };
    const left = keptDraft(id);
    if (left) this.#recover(left);
  }

  get = (): Snapshot => this.#snapshot;

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Shows what the change would do; keeps nothing. */
  preview(job: JobDraft): void {
    this.#typed += 1;
    this.#notKept = [];
    this.#set({
      draft: job,
      status: this.#snapshot.status === "kept" ? "typing" : this.#snapshot.status,
    });
    this.#previews.ask(job);
  }

  /** Keeps the change as one revision. */
  commit(job: JobDraft, label: string): void {
    this.preview(job);
    this.#endBurst();
    this.#queue({ edition: this.#snapshot.state.edition, label, job });
  }

  /** Previews at once, and keeps the change when no other of the burst has followed for a while. */
  burst(job: JobDraft, label: string): void {
    this.preview(job);
    keepDraft(this.id, { edition: this.#snapshot.state.edition, label, job });
    this.#endBurst();
    this.#burst = { label, timer: window.setTimeout(() => this.#commitBurst(), BURST_MS) };
  }

  /** Has the same draft viewed anew: the server knows more of it than before. */
  lookAgain(): void {
    this.#previews.ask(this.#snapshot.draft);
  }

  /** Goes back to what is kept. */
  revert(): void {
    this.#endBurst();
    this.#previews.forget();
    this.#notKept = [];
    const { state, kept } = this.#snapshot;
    if (!this.#pending) dropDraft(this.id);
    if (state.view) this.#set({ view: state.view, draft: kept, problems: [], status: "kept" });
  }

  /**
   * Keeps a change that the server works out. What is typed while it does must not be lost: then
   * the change is worked out anew on that.
   */
  async rework(change: (job: JobDraft) => Promise<JobDraft>, label: string): Promise<void> {
    try {
      let typed: number;
      let changed: JobDraft;
      do {
        typed = this.#typed;
        changed = await change(this.#snapshot.draft);
      } while (typed !== this.#typed);
      this.commit(changed, label);
    } catch (error) {
      this.#previewRefused(error);
    }
  }

  async undo(): Promise<void> {
    await this.#step("undo");
  }

  async redo(): Promise<void> {
    await this.#step("redo");
  }

  /** Takes over a newer state, if nothing here waits to be kept. */
  adopt(state: JobState): void {
    const idle = this.#snapshot.status === "kept";
    if (idle && state.edition > this.#snapshot.state.edition) this.#take(state);
  }

  /** Ends a conflict: what is kept elsewhere stands, or this change goes on top of it. */
  settle(choice: "theirs" | "mine"): void {
    const theirs = this.#snapshot.conflict;
    const mine = this.#pending;
    if (!theirs) return;
    this.#pending = null;
    this.#set({ conflict: null });
    this.#take(theirs);
    if (choice === "theirs" || !mine) {
      dropDraft(this.id);
      this.#turnDown();
    } else this.commit(mine.job, mine.label);
  }

  /** Ends a conflict by keeping this change as a job of its own; returns that job's id. */
  async settleAsCopy(): Promise<string | null> {
    const mine = this.#pending;
    if (!mine) return null;
    const name = `${String(mine.job.name).slice(0, 70)} (mine)`;
    const state = await importJob(JSON.stringify({ ...mine.job, name }));
    this.settle("theirs");
    return state.id;
  }

  #set(change: Partial<Snapshot>): void {
    this.#snapshot = { ...this.#snapshot, ...change };
    for (const listener of this.#listeners) listener();
  }

  #take(state: JobState): void {
    this.#previews.forget();
    this.#notKept = [];
    const { view } = state;
    // A state without a view is shown by the page instead of the editor.
    if (view)
      this.#set({ state, kept: view.job, view, draft: view.job, problems: [], status: "kept" });
    else this.#set({ state, problems: [], status: "kept" });
    this.onKept(state);
  }

  #recover(left: Draft): void {
    this.#pending = left;
    if (left.edition === this.#snapshot.state.edition) {
      // What was typed is to be seen again at once, not only when the server has kept it. It is
      // sent when the page is there: a page may be begun twice while its scripts are on their way,
      // and what two editors send is a conflict with oneself.
      this.#snapshot = { ...this.#snapshot, draft: left.job, status: "keeping" };
    } else this.#set({ status: "conflict", conflict: this.#snapshot.state });
  }

  #previewed(view: View): void {
    this.#set({ view, problems: this.#notKept });
    this.#reached();
  }

  #previewRefused(error: unknown): void {
    if (error instanceof Refusal && error.problem) {
      this.#set({ problems: problemsOf(error.problem) });
      this.#reached();
    } else this.#tryAgain("preview", () => this.#previews.ask(this.#snapshot.draft));
  }

  /** The server answers: what was said of its silence is true no more. */
  #reached(): void {
    if (this.#snapshot.status === "unreachable" && !this.#pending) this.#set({ status: "typing" });
  }

  #tryAgain(what: "preview" | "keep" | "step", again: () => void): void {
    this.#set({ status: "unreachable" });
    if (this.#closed) return;
    this.#again.set(what, again);
    this.#retry ??= window.setTimeout(() => {
      this.#retry = null;
      const due = [...this.#again.values()];
      this.#again.clear();
      for (const one of due) one();
    }, RETRY_MS);
  }

  /**
   * The page is left. Nothing more is tried: what is not acknowledged yet lies in the browser's
   * storage, and the next to open the job sends it, once.
   */
  close(): void {
    this.#closed = true;
    this.#commitBurst();
    if (this.#retry !== null) window.clearTimeout(this.#retry);
    this.#retry = null;
    this.#again.clear();
    this.#previews.forget();
  }

  /** The page is there again (an effect may be run twice). */
  open(): void {
    this.#closed = false;
    if (this.#pending && !this.#keeping && !this.#snapshot.conflict) void this.#keep();
  }

  #turnDown(): void {
    this.#set({ turnedDown: this.#snapshot.turnedDown + 1 });
  }

  #endBurst(): void {
    if (this.#burst) window.clearTimeout(this.#burst.timer);
    this.#burst = null;
  }

  #commitBurst(): void {
    const burst = this.#burst;
    this.#endBurst();
    if (burst) {
      const { state, draft } = this.#snapshot;
      this.#queue({ edition: state.edition, label: burst.label, job: draft });
    }
  }

  #queue(change: Draft): void {
    const draft = { ...change, label: change.label.slice(0, LONGEST_LABEL) };
    this.#pending = draft;
    keepDraft(this.id, draft);
    // While a conflict waits for its answer nothing is sent; the answer decides what becomes of it.
    if (!this.#keeping && !this.#snapshot.conflict) void this.#keep();
  }

  #keep(): Promise<void> {
    this.#keeping ??= this.#keepAll().finally(() => {
      this.#keeping = null;
    });
    return this.#keeping;
  }

  async #keepAll(): Promise<void> {
    while (this.#pending) {
      const sent = this.#pending;
      const typed = this.#typed;
      this.#set({ status: "keeping" });
      try {
        const state = await ask<JobState>(
          api.PUT("/api/jobs/{id_}", { params: { path: { id_: this.id } }, body: sent }),
        );
        this.#acknowledged(sent, state, typed === this.#typed);
      } catch (error) {
        if (!this.#refused(error, sent)) return;
      }
    }
  }

  #acknowledged(sent: Draft, state: JobState, untouched: boolean): void {
    if (this.#pending === sent) this.#pending = null;
    else if (this.#pending) this.#pending = { ...this.#pending, edition: state.edition };
    if (this.#pending) keepDraft(this.id, this.#pending);
    else if (!this.#burst) dropDraft(this.id);
    // What was typed meanwhile may be what was sent: then nothing waits to be kept.
    const same = untouched || JSON.stringify(this.#snapshot.draft) === JSON.stringify(sent.job);
    if (same && !this.#pending && !this.#burst) this.#take(state);
    else {
      this.#set({ state, kept: state.view?.job ?? this.#snapshot.kept, status: "typing" });
      this.onKept(state);
    }
  }

  /** Deals with a refusal; returns whether the rest of the queue may go on. */
  #refused(error: unknown, sent: Draft): boolean {
    const problem = error instanceof Refusal ? error.problem : null;
    if (problem?.current) {
      this.#set({ status: "conflict", conflict: problem.current });
      return false;
    }
    if (problem && !PASSING.has(problem.status)) {
      if (this.#pending === sent) this.#pending = null;
      if (!this.#pending) dropDraft(this.id);
      this.#notKept = problemsOf(problem);
      this.#set({ status: "typing", problems: this.#notKept });
      this.#turnDown();
      return true;
    }
    this.#tryAgain("keep", () => void this.#keep());
    return false;
  }

  async #step(which: "undo" | "redo"): Promise<void> {
    this.#commitBurst();
    await this.#keeping;
    const { edition } = this.#snapshot.state;
    const init = { params: { path: { id_: this.id } }, body: { edition } };
    try {
      this.#take(
        await ask<JobState>(
          which === "undo"
            ? api.POST("/api/jobs/{id_}/undo", init)
            : api.POST("/api/jobs/{id_}/redo", init),
        ),
      );
    } catch (error) {
      const problem = error instanceof Refusal ? error.problem : null;
      if (problem?.current) this.#take(problem.current);
      else if (!problem || PASSING.has(problem.status))
        this.#tryAgain("step", () => void this.#step(which));
    }
  }
}
