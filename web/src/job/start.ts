/** Changing a wall's start: schools, nudges and drags, as plain functions on the job. */
import type { JobDraft, View, Wall } from "../api/client";
import { replaced } from "./pointer";

export type Start = Wall["start"];
export type Across = Start["across"];
export type Up = Start["up"];

/**
 * The start that a change builds on: the last asked for, so that presses faster than the answers
 * add up; but what is only half typed (still a text) stands as the server last read it.
 */
function latest(draft: JobDraft, view: View, wall: number): Start {
  const { across, up } = draft.walls[wall]?.start ?? {};
  const read = view.job.walls[wall]?.start as Start;
  return {
    ...read,
    across: across && typeof across.nudge === "number" ? (across as Across) : read.across,
    up: up && typeof up.nudge === "number" ? (up as Up) : read.up,
  };
}

export function withStart(draft: JobDraft, wall: number, start: Start): JobDraft {
  return replaced(draft, `/walls/${wall}/start`, start);
}

/** Returns the job with a wall's start moved by so many millimetres. */
export function nudged(
  draft: JobDraft,
  view: View,
  wall: number,
  right: number,
  up: number,
): JobDraft {
  const start = latest(draft, view, wall);
  return withStart(draft, wall, {
    ...start,
    across: { ...start.across, nudge: start.across.nudge + right },
    up: { ...start.up, nudge: start.up.nudge + up },
  });
}

export function withAcross(draft: JobDraft, view: View, wall: number, across: Across): JobDraft {
  return withStart(draft, wall, { ...latest(draft, view, wall), across });
}

export function withUp(draft: JobDraft, view: View, wall: number, up: Up): JobDraft {
  return withStart(draft, wall, { ...latest(draft, view, wall), up });
}

/** Returns the job with the nudge of one direction taken out. */
export function unnudged(
  draft: JobDraft,
  view: View,
  wall: number,
  axis: "across" | "up",
): JobDraft {
  const start = latest(draft, view, wall);
  return withStart(draft, wall, { ...start, [axis]: { ...start[axis], nudge: 0 } });
}
