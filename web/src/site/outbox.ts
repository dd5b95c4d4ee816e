/** Notes that wait in the browser's storage; in memory alone where it has none. */
import type { Waiting } from "./settled";

export class Outbox {
  #memory: Waiting[] = [];
  /** Whether what is noted outlasts the closing of the page. */
  lasts: boolean;

  constructor(readonly name: string) {
    this.lasts = this.#tried();
  }

  get all(): Waiting[] {
    if (!this.lasts) return this.#memory;
    try {
      return JSON.parse(localStorage.getItem(this.name) ?? "[]") as Waiting[];
    } catch {
      return this.#memory;
    }
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

/** A key that no other note has, also where the browser makes none (without encryption). */
export function newKey(): string {
  return crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`;
}
