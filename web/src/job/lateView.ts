/**
 * The view that papers under the drawing show: the editor's, once the drawing of it has been painted.
 * A key is answered by the drawing; what the papers say of it need not hold that up.
 */
import type { View } from "../api/client";

/** What is followed: the open job's editor. */
interface Followed {
  get: () => { view: View };
  subscribe: (listener: () => void) => () => void;
}

/** Calls something once, a little later; returns how to call that off. */
type Later = (then: () => void) => () => void;

/** With the frame after the next one: the next shows the drawing. */
export function afterPaint(then: () => void): () => void {
  // Nothing is painted in a tab that is not on show.
  if (document.hidden) {
    then();
    return () => undefined;
  }
  let frame = requestAnimationFrame(() => {
    frame = requestAnimationFrame(then);
  });
  return () => cancelAnimationFrame(frame);
}

export class LateView {
  #view: View;
  #waiting: (() => void) | null = null;
  readonly #listeners = new Set<() => void>();

  constructor(
    readonly editor: Followed,
    readonly later: Later = afterPaint,
  ) {
    this.#view = editor.get().view;
  }

  get = (): View => this.#view;

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Follows the editor until what is returned is called. */
  follow(): () => void {
    this.#take();
    const stop = this.editor.subscribe(() => this.#changed());
    return () => {
      stop();
      this.#waiting?.();
      this.#waiting = null;
    };
  }

  #changed(): void {
    if (this.#waiting || this.editor.get().view === this.#view) return;
    let called = false;
    const callOff = this.later(() => {
      called = true;
      this.#waiting = null;
      this.#take();
    });
    if (!called) this.#waiting = callOff;
  }

  #take(): void {
    const { view } = this.editor.get();
    if (view === this.#view) return;
    this.#view = view;
    for (const listener of this.#listeners) listener();
  }
}
