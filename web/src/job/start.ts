/**
 * Changing a start, of a wall or of a tiled counter: schools, nudges and drags, as plain functions
 * on the job. A start is named by its pointer, such as `/walls/0/start`.
 */
import type { JobDraft, View, Wall } from "../api/client";
import { at, replaced } from "./pointer";

export type Start = Wall["start"];
export type Across = Start["across"];
export type Up = Start["up"];

/**
 * The start that a change builds on: the last asked for, so that presses faster than the answers
 * add up; but what is only half typed (still a text) stands as the server last read it.
 */
function latest(draft: JobDraft, view: View, start: string): Start {
  const { across, up } = (at(draft, start) ?? {}) as Partial<Start>;
  const read = at(view.job as JobDraft, start) as Start;
  return {
    ...read,
    across: across && typeof across.nudge === "number" ? (across as Across) : read.across,
    up: up && typeof up.nudge === "number" ? (up as Up) : read.up,
  };
}

export function withStart(draft: JobDraft, pointer: string, start: Start): JobDraft {
  return replaced(draft, pointer, start);
}

/** Returns the job with a start moved by so many millimetres. */
export function nudged(
  draft: JobDraft,
  view: View,
  pointer: string,
  right: number,
  up: number,
): JobDraft {
  const start = latest(draft, view, pointer);
  return withStart(draft, pointer, {
    ...start,
    across: { ...start.across, nudge: start.across.nudge + right },
    up: { ...start.up, nudge: start.up.nudge + up },
  });
}

export function withAcross(draft: JobDraft, view: View, pointer: string, across: Across): JobDraft {
  return withStart(draft, pointer, { ...latest(draft, view, pointer), across });
}

export function withUp(draft: JobDraft, view: View, pointer: string, up: Up): JobDraft {
  return withStart(draft, pointer, { ...latest(draft, view, pointer), up });
}

/** Returns the job with the nudge of one direction taken out. */
export function unnudged(
  draft: JobDraft,
  view: View,
  pointer: string,
  axis: "across" | "up",
): JobDraft {
  const start = latest(draft, view, pointer);
  return withStart(draft, pointer, { ...start, [axis]: { ...start[axis], nudge: 0 } });
}
