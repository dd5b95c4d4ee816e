/** Changing the start: schools, nudges and drags, as plain functions on the job. */
import type { Job, JobDraft, View } from "../api/client";

export type Across = Job["start"]["across"];
export type Up = Job["start"]["up"];

/**
 * The start that a change builds on: the last asked for, so that presses faster than the answers
 * add up; but what is only half typed (still a text) stands as the server last read it.
 */
function latest(draft: JobDraft, view: View): Job["start"] {
  const { across, up } = draft.start ?? {};
  return {
    across: across && typeof across.nudge === "number" ? (across as Across) : view.job.start.across,
    up: up && typeof up.nudge === "number" ? (up as Up) : view.job.start.up,
  };
}

/** Returns the job with its start moved by so many millimetres. */
export function nudged(draft: JobDraft, view: View, right: number, up: number): JobDraft {
  const start = latest(draft, view);
  return {
    ...draft,
    start: {
      across: { ...start.across, nudge: start.across.nudge + right },
      up: { ...start.up, nudge: start.up.nudge + up },
    },
  };
}

export function withAcross(draft: JobDraft, view: View, across: Across): JobDraft {
  return { ...draft, start: { ...latest(draft, view), across } };
}

export function withUp(draft: JobDraft, view: View, up: Up): JobDraft {
  return { ...draft, start: { ...latest(draft, view), up } };
}

/** Returns the job with the nudge of one direction taken out. */
export function unnudged(draft: JobDraft, view: View, axis: "across" | "up"): JobDraft {
  const start = latest(draft, view);
  return { ...draft, start: { ...start, [axis]: { ...start[axis], nudge: 0 } } };
}
