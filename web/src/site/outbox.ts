/** Notes that wait in the browser's storage; in memory alone where it has none. */
import type { Waiting } from "./settled";

export class Outbox {
  #memory: Waiting[] = [];
  /** Whether what is noted outlasts the closing of the page. */
  lasts: boolean;

  constructor(readonly name: string) {
    this.lasts = this.#tried();
  }

  /** The notes, in order. What is none is put beside them as it stands, and never shown. */
  get all(): Waiting[] {
    if (!this.lasts) return this.#memory;
    const text = localStorage.getItem(this.name) ?? "[]";
    const kept = notesIn(text);
    if (kept.odd) {
      this.#putAside(text);
      this.#keep(kept.notes);
    }
    return kept.notes;
  }

  /**
   * Runs what sends notes, in one tab at a time: another that has this outbox open does nothing
   * meanwhile. Browsers without locks run it as it is; a note sent twice is one for the server.
   */
  async inTurn(send: () => Promise<void>): Promise<void> {
    if (!navigator.locks) return send();
    await navigator.locks.request(this.name, { ifAvailable: true }, (lock) =>
      lock ? send() : undefined,
    );
  }

  add(note: Waiting): void {
    this.#keep([...this.all, note]);
  }

  drop(key: string): void {
    this.#keep(this.all.filter((one) => one.key !== key));
  }

  #keep(notes: Waiting[]): void {
    this.#memory = notes;
    if (!this.lasts) return;
    try {
      localStorage.setItem(this.name, JSON.stringify(notes));
    } catch {
      this.lasts = false; // it is full
    }
  }

  #putAside(text: string): void {
    try {
      localStorage.setItem(`${this.name}-unread`, text);
    } catch {
      this.lasts = false; // it is full
    }
  }

  #tried(): boolean {
    try {
      localStorage.setItem(`${this.name}-tried`, "1");
      localStorage.removeItem(`${this.name}-tried`);
      return true;
    } catch {
      return false;
    }
  }
}

/** The notes in a text as it is stored; `odd` says that it holds something else as well. */
export function notesIn(text: string): { notes: Waiting[]; odd: boolean } {
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch {
    return { notes: [], odd: true };
  }
  if (!Array.isArray(found)) return { notes: [], odd: true };
  const notes = found.filter(isNote);
  return { notes, odd: notes.length < found.length };
}

function isNote(one: unknown): one is Waiting {
  if (typeof one !== "object" || one === null) return false;
  const { key, entry, said_at } = one as Record<string, unknown>;
  const said = typeof said_at === "string" && !Number.isNaN(Date.parse(said_at));
  return typeof key === "string" && said && isEntry(entry);
}

function isEntry(entry: unknown): boolean {
  if (typeof entry !== "object" || entry === null) return false;
  const { kind, pieces } = entry as Record<string, unknown>;
  if (
    pieces !== undefined &&
    !(Array.isArray(pieces) && pieces.every((id) => typeof id === "string"))
  )
    return false;
  return typeof kind === "string" && (kind !== "pieces" || pieces !== undefined);
}

/** A key that no other note has, also where the browser makes none (without encryption). */
export function newKey(): string {
  return crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`;
}
