/** Changing the start: schools, nudges and drags, as plain functions on the job. */
import type { Job, JobDraft, View } from "../api/client";

export type Across = Job["start"]["across"];
export type Up = Job["start"]["up"];

/** The start as the server last read it; what is being typed elsewhere does not matter here. */
export function nudged(draft: JobDraft, view: View, right: number, up: number): JobDraft {
  const { start } = view.job;
  return {
    ...draft,
    start: {
      across: { ...start.across, nudge: start.across.nudge + right },
      up: { ...start.up, nudge: start.up.nudge + up },
    },
  };
}

export function withAcross(draft: JobDraft, view: View, across: Across): JobDraft {
  return { ...draft, start: { ...view.job.start, across } };
}

export function withUp(draft: JobDraft, view: View, up: Up): JobDraft {
  return { ...draft, start: { ...view.job.start, up } };
}
