/**
 * Editing one job as a pure function: what has happened goes in, and out come what is to be shown
 * and what is to be done. It reads no clock, no storage and no network; `editor.ts` does.
 */
import type {
  Job,
  JobDraft,
  JobState,
  Problem,
  ProblemDetails,
  Takes,
  View,
  WholeView,
} from "../api/client";
import type { Draft } from "./drafts";

/** What the history has room for; a label quotes what was typed, however much that is. */
const LONGEST_LABEL = 120;
/** Answers that say nothing of the change: the file is held by another program, or it was slow. */
const PASSING: ReadonlySet<number> = new Set([408, 429, 503]);

/** A job that can be opened: its plan could be made. */
export type Opened = JobState & { view: WholeView };
export type Status = "kept" | "typing" | "keeping" | "unreachable" | "conflict";
export type Which = "undo" | "redo";
/** Why something was not done: what the server says, or null where it does not answer. */
export type Why = ProblemDetails | null;
/** What is tried again when the time has come, each once. */
type Again = "preview" | "keep" | Which;

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

/** What a job takes, and of which view that is: of the one before until it has been reckoned. */
export interface Reckoned {
  of: View;
  takes: Takes;
}

export interface Editing {
  snapshot: Snapshot;
  /** Apart from the snapshot, so that the drawing is not drawn anew when it comes. */
  reckoned: Reckoned;
  /** The change that the server has not acknowledged. */
  pending: Draft | null;
  /**
   * The change that is on its way, how much had been typed when it was sent, and whether the user
   * has let go of it since: a refusal then says nothing that is still wanted.
   */
  sent: { draft: Draft; typed: number; letGo: boolean } | null;
  /** The label of the burst of nudges that is not over. */
  burst: string | null;
  /** Steps through the history that wait, in order, for the change or step that is on its way. */
  steps: readonly Which[];
  /** A step through the history is on its way; a change that is made meanwhile waits for it. */
  stepping: boolean;
  /** Changes that the server is working out: they will be committed when it has. */
  reworks: number;
  again: readonly Again[];
  /** Why the last change was not kept; a preview that can be drawn does not make that undone. */
  notKept: Problem[];
  closed: boolean;
  /** How often something was typed. */
  typed: number;
}

export type Happened =
  | { is: "previewed"; job: JobDraft }
  | { is: "committed"; job: JobDraft; label: string }
  | { is: "nudged"; job: JobDraft; label: string }
  | { is: "reworking" }
  | { is: "rework over" }
  | { is: "burst over" }
  | { is: "look again" }
  | { is: "reverted" }
  | { is: "stepped"; which: Which }
  | { is: "newer state"; state: JobState }
  | { is: "settled"; choice: "theirs" | "mine" }
  | { is: "opened" }
  | { is: "closed" }
  | { is: "time to try again" }
  | { is: "view came"; view: View }
  | { is: "view refused"; why: Why }
  | { is: "takes came"; of: View; takes: Takes }
  | { is: "kept"; state: JobState }
  | { is: "not kept"; why: Why }
  | { is: "step done"; state: JobState }
  | { is: "step refused"; which: Which; why: Why };

export type Effect =
  | { do: "view"; job: JobDraft }
  | { do: "takes"; of: View }
  | { do: "forget views" }
  | { do: "keep"; draft: Draft }
  | { do: "step"; which: Which; edition: number }
  | { do: "store"; draft: Draft }
  | { do: "unstore" }
  | { do: "wait for burst" }
  | { do: "end burst" }
  | { do: "wait to try again" }
  | { do: "wait no more" }
  | { do: "tell"; state: JobState };

/** A job just opened, with the change that the browser kept of an earlier time, if it did. */
export function begun(state: Opened, left: Draft | null): Editing {
  const snapshot: Snapshot = {
    state,
    kept: state.view.job,
    view: state.view,
    draft: state.view.job,
    problems: [],
    status: "kept",
    conflict: null,
    turnedDown: 0,
  };
  if (left && left.edition === state.edition) {
    // What was typed is to be seen again at once, not only when the server has kept it. It is sent
    // when the page is there: a page may be begun twice while its scripts are on their way, and
    // what two editors send is a conflict with oneself.
    snapshot.draft = left.job;
    snapshot.status = "keeping";
  } else if (left) {
    snapshot.status = "conflict";
    snapshot.conflict = state;
  }
  return {
    snapshot,
    reckoned: { of: state.view, takes: state.view },
    pending: left,
    sent: null,
    burst: null,
    steps: [],
    stepping: false,
    reworks: 0,
    again: [],
    notKept: [],
    closed: false,
    typed: 0,
  };
}

/** Returns what is after something has happened, and what is to be done then, in order. */
export function after(before: Editing, happened: Happened): [Editing, readonly Effect[]] {
  const turn = new Turn(before);
  turn.take(happened);
  return [turn.now, turn.effects];
}

/** One turn: the state that is being made from the one before, which stays as it was. */
class Turn {
  now: Editing;
  readonly effects: Effect[] = [];

  constructor(before: Editing) {
    this.now = { ...before };
  }

  take(happened: Happened): void {
    const { now } = this;
    switch (happened.is) {
      case "previewed":
        this.#preview(happened.job);
        return;
      case "committed":
        this.#preview(happened.job);
        this.#endBurst();
        this.#queue(happened.job, happened.label);
        return;
      case "nudged": {
        const { job, label } = happened;
        this.#preview(job);
        this.effects.push({ do: "store", draft: this.#draft(job, label) });
        this.#endBurst();
        now.burst = label;
        this.effects.push({ do: "wait for burst" });
        return;
      }
      case "reworking":
        now.reworks += 1;
        if (now.snapshot.status === "kept") this.#show({ status: "keeping" });
        return;
      case "rework over":
        this.#reworked();
        return;
      case "burst over":
        this.#commitBurst();
        return;
      case "look again":
        this.effects.push({ do: "view", job: now.snapshot.draft });
        return;
      case "reverted":
        this.#revert();
        return;
      case "stepped":
        if (now.snapshot.conflict) return;
        this.#commitBurst();
        now.steps = [...now.steps, happened.which];
        this.#stepWaiting();
        return;
      case "newer state": {
        const newer = happened.state.edition > now.snapshot.state.edition;
        // Only where nothing here waits to be kept.
        if (now.snapshot.status === "kept" && newer) this.#adopt(happened.state);
        return;
      }
      case "settled":
        this.#settle(happened.choice);
        return;
      case "opened":
        now.closed = false;
        this.#send();
        return;
      case "closed":
        this.#close();
        return;
      case "time to try again":
        this.#tryNow();
        return;
      case "view came":
        this.#show({ view: happened.view, problems: now.notKept });
        this.#reached();
        return;
      case "view refused":
        if (happened.why) {
          this.#show({ problems: problemsOf(happened.why) });
          this.#reached();
          const { view } = now.snapshot;
          // It was left before it was reckoned what it takes, and stays on show.
          if (now.reckoned.of !== view) this.effects.push({ do: "takes", of: view });
        } else this.#tryAgain("preview");
        return;
      case "takes came":
        if (now.snapshot.view === happened.of)
          now.reckoned = { of: happened.of, takes: happened.takes };
        return;
      case "kept":
        this.#acknowledged(happened.state);
        this.#send();
        this.#stepWaiting();
        return;
      case "not kept":
        if (this.#refused(happened.why)) this.#send();
        this.#stepWaiting();
        return;
      case "step done":
        this.#stepped(happened.state);
        return;
      case "step refused":
        if (happened.why?.current) this.#commitBurst();
        now.stepping = false;
        // The job was changed elsewhere: what is not saved here is put to the user, as ever.
        if (happened.why?.current && now.pending) this.#conflictWith(happened.why.current);
        else if (happened.why?.current) this.#stepped(happened.why.current);
        else if (!happened.why || PASSING.has(happened.why.status)) this.#tryAgain(happened.which);
        else this.#atRest();
        return;
    }
  }

  #show(change: Partial<Snapshot>): void {
    this.now.snapshot = { ...this.now.snapshot, ...change };
  }

  #draft(job: JobDraft, label: string): Draft {
    const { edition } = this.now.snapshot.state;
    return { edition, label: label.slice(0, LONGEST_LABEL), job };
  }

  #preview(job: JobDraft): void {
    this.now.typed += 1;
    this.now.notKept = [];
    const { status } = this.now.snapshot;
    this.#show({ draft: job, status: status === "kept" ? "typing" : status });
    this.effects.push({ do: "view", job });
  }

  #queue(job: JobDraft, label: string): void {
    const draft = this.#draft(job, label);
    this.now.pending = draft;
    this.effects.push({ do: "store", draft });
    this.#send();
  }

  /** Sends what waits, one change at a time; nothing while a conflict waits for its answer. */
  #send(): void {
    const { pending, sent, snapshot, typed } = this.now;
    if (!pending || sent || this.now.stepping || snapshot.conflict) return;
    this.now.sent = { draft: pending, typed, letGo: false };
    this.#show({ status: "keeping" });
    this.effects.push({ do: "keep", draft: pending });
  }

  /** The server has worked a change out, which is committed by now, or has refused to. */
  #reworked(): void {
    this.now.reworks -= 1;
    this.#atRest();
    this.#stepWaiting();
  }

  /** Says that all is saved, if nothing is on its way any more. */
  #atRest(): void {
    const { reworks, sent, pending, burst, stepping, snapshot } = this.now;
    const waits = sent !== null || pending !== null || burst !== null || reworks > 0 || stepping;
    if (!waits && snapshot.status === "keeping")
      this.#show({ status: snapshot.draft === snapshot.kept ? "kept" : "typing" });
  }

  /** A step has been gone. What was changed meanwhile goes on top of it, and is never lost. */
  #stepped(state: JobState): void {
    this.now.stepping = false;
    const { pending, burst, snapshot } = this.now;
    if (pending === null && burst === null) this.#adopt(state);
    else {
      this.#show({ state, kept: state.view?.job ?? snapshot.kept });
      this.effects.push({ do: "tell", state });
      if (pending) {
        this.now.pending = { ...pending, edition: state.edition };
        this.effects.push({ do: "store", draft: this.now.pending });
        this.#send();
      }
    }
    this.#stepWaiting();
  }

  /** Goes the first step that waited, when nothing else is on its way. */
  #stepWaiting(): void {
    const { steps, sent, pending, reworks, stepping } = this.now;
    const [next, ...others] = steps;
    if (!next || sent || pending || reworks > 0 || stepping) return;
    this.now.steps = others;
    this.#step(next);
  }

  #step(which: Which): void {
    // What was refused is the last thing done, and was never saved: it alone is taken back.
    if (which === "undo" && this.now.notKept.length > 0) {
      this.#revert();
      this.#stepWaiting();
      return;
    }
    this.now.stepping = true;
    if (this.now.snapshot.status === "kept") this.#show({ status: "keeping" });
    this.effects.push({ do: "step", which, edition: this.now.snapshot.state.edition });
  }

  #acknowledged(state: JobState): void {
    const { sent, pending, burst, snapshot, typed } = this.now;
    if (!sent) return;
    this.now.sent = null;
    if (pending === sent.draft) this.now.pending = null;
    else if (pending) this.now.pending = { ...pending, edition: state.edition };
    if (this.now.pending) this.effects.push({ do: "store", draft: this.now.pending });
    else if (burst === null) this.effects.push({ do: "unstore" });
    // What was typed meanwhile may be what was sent: then nothing waits to be kept.
    const same =
      typed === sent.typed || JSON.stringify(snapshot.draft) === JSON.stringify(sent.draft.job);
    if (same && !this.now.pending && burst === null) this.#adopt(state);
    else {
      this.#show({ state, kept: state.view?.job ?? snapshot.kept, status: "typing" });
      this.effects.push({ do: "tell", state });
    }
  }

  /** Deals with a refusal; returns whether what waits may be sent. */
  #refused(why: Why): boolean {
    const { sent, pending } = this.now;
    if (!sent) return false;
    this.now.sent = null;
    if (why?.current) {
      this.#conflictWith(why.current);
      return false;
    }
    if (!why || PASSING.has(why.status)) {
      this.#tryAgain("keep");
      return false;
    }
    if (pending === sent.draft) this.now.pending = null;
    if (!this.now.pending) this.effects.push({ do: "unstore" });
    if (sent.letGo) {
      this.#atRest();
      return true;
    }
    this.now.notKept = problemsOf(why);
    this.#show({ status: "typing", problems: this.now.notKept });
    this.#turnDown();
    return true;
  }

  /** Waits for the user's word; a step that was asked for before it is not gone after it. */
  #conflictWith(theirs: JobState): void {
    this.now.steps = [];
    this.#show({ status: "conflict", conflict: theirs });
  }

  #adopt(state: JobState): void {
    this.effects.push({ do: "forget views" });
    this.now.notKept = [];
    const { view } = state;
    // A state without a view is shown by the page instead of the editor.
    const settled = { state, problems: [], status: "kept" as const };
    if (view) {
      this.#show({ ...settled, kept: view.job, view, draft: view.job });
      this.now.reckoned = { of: view, takes: view };
    } else this.#show(settled);
    this.effects.push({ do: "tell", state });
  }

  #revert(): void {
    this.#endBurst();
    this.effects.push({ do: "forget views" });
    this.now.notKept = [];
    if (this.now.sent) this.now.sent = { ...this.now.sent, letGo: true };
    const { state, kept } = this.now.snapshot;
    if (!this.now.pending) this.effects.push({ do: "unstore" });
    const { view } = state;
    if (view) {
      this.#show({ view, draft: kept, problems: [], status: "kept" });
      this.now.reckoned = { of: view, takes: view };
    }
  }

  /** Ends a conflict: what is kept elsewhere stands, or this change goes on top of it. */
  #settle(choice: "theirs" | "mine"): void {
    const { pending, snapshot } = this.now;
    const theirs = snapshot.conflict;
    if (!theirs) return;
    this.now.pending = null;
    this.#show({ conflict: null });
    this.#adopt(theirs);
    if (choice === "mine" && pending) {
      this.#preview(pending.job);
      this.#endBurst();
      this.#queue(pending.job, pending.label);
    } else {
      this.effects.push({ do: "unstore" });
      this.#turnDown();
    }
  }

  #turnDown(): void {
    this.#show({ turnedDown: this.now.snapshot.turnedDown + 1 });
  }

  /** The server answers: what was said of its silence is true no more. */
  #reached(): void {
    const { snapshot, pending } = this.now;
    if (snapshot.status === "unreachable" && !pending) this.#show({ status: "typing" });
  }

  #tryAgain(what: Again): void {
    this.#show({ status: "unreachable" });
    const { closed, again } = this.now;
    if (closed || again.includes(what)) return;
    this.now.again = [...again, what];
    if (again.length === 0) this.effects.push({ do: "wait to try again" });
  }

  #tryNow(): void {
    const due = this.now.again;
    this.now.again = [];
    for (const one of due) {
      if (one === "preview") this.effects.push({ do: "view", job: this.now.snapshot.draft });
      else if (one === "keep") this.#send();
      else this.take({ is: "stepped", which: one });
    }
  }

  /**
   * The page is left. Nothing more is tried: what is not acknowledged yet lies in the browser's
   * storage, and the next to open the job sends it, once.
   */
  #close(): void {
    this.now.closed = true;
    this.#commitBurst();
    this.now.again = [];
    this.effects.push({ do: "wait no more" }, { do: "forget views" });
  }

  #endBurst(): void {
    if (this.now.burst !== null) this.effects.push({ do: "end burst" });
    this.now.burst = null;
  }

  #commitBurst(): void {
    const label = this.now.burst;
    this.#endBurst();
    if (label !== null) this.#queue(this.now.snapshot.draft, label);
  }
}

/** What a refusal says is wrong; one that points at nothing says it of the whole change. */
function problemsOf(problem: ProblemDetails): Problem[] {
  if (problem.errors?.length) return problem.errors;
  return [{ pointer: "", message: `${problem.title}: ${problem.detail}` }];
}
