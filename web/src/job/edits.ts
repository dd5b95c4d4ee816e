/** Changes to the wall that the server works out: where a new thing fits, what a gone one held. */
import { api, ask, type Job } from "../api/client";
import type { JobEditor } from "./editor";

export type Addable = "cabinet" | "hood" | "window" | "outlet" | "switch";

export function addThing(editor: JobEditor, kind: Addable): Promise<void> {
  return editor.rework(
    (job) => ask<Job>(api.POST("/api/edit/add", { body: { job, kind } })),
    `Added ${kind}`,
  );
}

export function removeThing(editor: JobEditor, thing: { id: string; name: string }): Promise<void> {
  return editor.rework(
    (job) => ask<Job>(api.POST("/api/edit/remove", { body: { job, id: thing.id } })),
    `Removed ${thing.name}`,
  );
}
