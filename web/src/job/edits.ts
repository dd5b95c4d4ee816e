/** Changes to the survey that the server works out: where a new thing fits, what a gone one held. */
import { api, ask, type Job, type Schemas } from "../api/client";
import type { JobEditor } from "./editor";

export type Addable = Schemas["Addition"]["kind"];
/** What can be added by a click, in this order; what is new on the server fails the type check. */
const EVERY: Record<Addable, true> = {
  cabinet: true,
  hood: true,
  shelf: true,
  window: true,
  outlet: true,
  switch: true,
  "range-gap": true,
  pipe: true,
  upstand: true,
  level: true,
};
export const ADDABLE = Object.keys(EVERY) as Addable[];
export type Join = "inside" | "outside" | "none";

export function addThing(editor: JobEditor, wall: string, kind: Addable): Promise<void> {
  return editor.rework(
    (job) => ask<Job>(api.POST("/api/edit/add", { body: { job, wall, kind } })),
    `Added ${kind}`,
  );
}

export function removeThing(editor: JobEditor, thing: { id: string; name: string }): Promise<void> {
  return editor.rework(
    (job) => ask<Job>(api.POST("/api/edit/remove", { body: { job, id: thing.id } })),
    `Removed ${thing.name}`,
  );
}

export function addWall(editor: JobEditor, join: Join): Promise<void> {
  return editor.rework(
    (job) => ask<Job>(api.POST("/api/edit/add-wall", { body: { job, join } })),
    "Added a wall",
  );
}

export function removeWall(editor: JobEditor, wall: { id: string; name: string }): Promise<void> {
  return editor.rework(
    (job) => ask<Job>(api.POST("/api/edit/remove-wall", { body: { job, id: wall.id } })),
    `Removed ${wall.name}`,
  );
}

export function joinWall(editor: JobEditor, wall: string, join: Join): Promise<void> {
  return editor.rework(
    (job) => ask<Job>(api.POST("/api/edit/join", { body: { job, wall, join } })),
    "Corner",
  );
}
