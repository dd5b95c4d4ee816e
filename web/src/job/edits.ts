/** Changes to the wall that the server works out: where a new thing fits, what a gone one held. */
import { api, ask, type Job, Refusal } from "../api/client";
import type { JobEditor } from "./editor";

export type Addable = "cabinet" | "hood" | "window" | "outlet" | "switch";

export function addThing(editor: JobEditor, job: Job, kind: Addable): Promise<void> {
  return committed(
    editor,
    ask<Job>(api.POST("/api/edit/add", { body: { job, kind } })),
    `Added ${kind}`,
  );
}

export function removeThing(editor: JobEditor, job: Job, thing: { id: string; name: string }) {
  const answer = ask<Job>(api.POST("/api/edit/remove", { body: { job, id: thing.id } }));
  return committed(editor, answer, `Removed ${thing.name}`);
}

async function committed(editor: JobEditor, answer: Promise<Job>, label: string): Promise<void> {
  try {
    editor.commit(await answer, label);
  } catch (error) {
    editor.refuse(error instanceof Refusal ? error : new Refusal(null));
  }
}
