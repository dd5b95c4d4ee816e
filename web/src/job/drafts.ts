/** Changes that the server has not acknowledged yet, kept in the browser until it has. */
import type { JobDraft } from "../api/client";

export interface Draft {
  edition: number;
  label: string;
  job: JobDraft;
}

const key = (id: string) => `pennant:unsaved:${id}`;

export function keepDraft(id: string, draft: Draft): void {
  localStorage.setItem(key(id), JSON.stringify(draft));
}

export function dropDraft(id: string): void {
  localStorage.removeItem(key(id));
}

export function keptDraft(id: string): Draft | null {
  const text = localStorage.getItem(key(id));
  if (text === null) return null;
  try {
    return JSON.parse(text) as Draft;
  } catch {
    return null;
  }
}
