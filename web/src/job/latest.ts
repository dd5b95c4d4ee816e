/**
 * Runs one request at a time and, of those asked for meanwhile, only the newest. A request may
 * answer in parts; once the first has come, a newer request does not wait for the others.
 */
export interface Latest<A> {
  ask: (argument: A) => void;
  /** Ends what is under way; its answer is not wanted any more. */
  forget: () => void;
}

export function latestOnly<A, R>(
  run: (argument: A, signal: AbortSignal) => AsyncIterable<R>,
  done: (result: R) => void,
  failed: (error: unknown) => void,
): Latest<A> {
  let under: AbortController | null = null;
  let waiting: { argument: A } | null = null;
  // Of what is under way.
  let partCame = false;

  async function start(argument: A) {
    const mine = new AbortController();
    under = mine;
    partCame = false;
    try {
      for await (const result of run(argument, mine.signal)) {
        if (mine.signal.aborted) break;
        partCame = true;
        done(result);
        if (waiting) break;
      }
    } catch (error) {
      if (!mine.signal.aborted) failed(error);
    }
    if (under !== mine) return;
    mine.abort();
    under = null;
    if (waiting) {
      const next = waiting.argument;
      waiting = null;
      void start(next);
    }
  }

  return {
    ask(argument) {
      if (under && !partCame) {
        waiting = { argument };
        return;
      }
      under?.abort();
      void start(argument);
    },
    forget() {
      under?.abort();
      under = null;
      waiting = null;
    },
  };
}
