/** Runs one request at a time and, of those asked for meanwhile, only the newest. */
export function latestOnly<A, R>(
  run: (argument: A) => Promise<R>,
  done: (result: R) => void,
  failed: (error: unknown) => void,
): { ask: (argument: A) => void; forget: () => void } {
  let busy = false;
  let waiting: { argument: A } | null = null;
  let turn = 0;

  async function start(argument: A) {
    busy = true;
    const mine = turn;
    try {
      const result = await run(argument);
      if (mine === turn) done(result);
    } catch (error) {
      if (mine === turn) failed(error);
    }
    busy = false;
    if (waiting) {
      const next = waiting.argument;
      waiting = null;
      void start(next);
    }
  }

  return {
    ask(argument) {
      if (busy) waiting = { argument };
      else void start(argument);
    },
    forget() {
      turn += 1;
      waiting = null;
    },
  };
}
