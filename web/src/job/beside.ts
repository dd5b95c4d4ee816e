/**
 * Papers that lie beside the wall. Those that are looked at are asked for with the view of a change,
 * and come in the same answer; who asks for one of them meanwhile waits for that.
 */
import { useEffect } from "react";
import type { BesideView } from "../api/client";
import { rested } from "../api/rested";
import { written } from "../api/written";

export type Paper = BesideView["paper"];

const REST_MS = 300;

const looked = new Map<Paper, number>();

/** While `on`, a paper is looked at. */
export function useBeside(paper: Paper, on = true): void {
  useEffect(() => {
    if (!on) return;
    looked.set(paper, (looked.get(paper) ?? 0) + 1);
    return () => {
      looked.set(paper, (looked.get(paper) ?? 1) - 1);
    };
  }, [paper, on]);
}

/** The papers that are looked at now. */
export function lookedAt(): Paper[] {
  return [...looked].filter(([, times]) => times > 0).map(([paper]) => paper);
}

interface Waiting {
  said: Promise<unknown>;
  /** It has come: the same job has the same answer, whatever becomes of a later question. */
  there: boolean;
  came: (answer: unknown) => void;
  failed: (why: Error) => void;
}

/** By the job as it is written: what is kept comes back as another object that says the same. */
const expected = new Map<string, Map<Paper, Waiting>>();
/** Answers that are remembered: of the job as it is, and of those just before it. */
const REMEMBERED = 4;

/** Views that are asked for and have not begun to answer: one may bring what is waited for. */
const unbegun = new Set<Promise<void>>();

/** Says that a view is asked for; call what it returns when its answer has begun, or will not. */
export function viewAsked(): () => void {
  let begins: () => void = () => undefined;
  const answer = new Promise<void>((resolve) => {
    begins = resolve;
  });
  unbegun.add(answer);
  return () => {
    unbegun.delete(answer);
    begins();
  };
}

/** What an answer that is under way will say of papers, for who asks for the same job. */
export interface Expected {
  took: (line: BesideView) => void;
  /** The answer has ended: what has not come does not. */
  ended: () => void;
}

/** Expects papers of a job; ask for one by `comingOf`. */
export function expecting(job: object, papers: readonly Paper[]): Expected {
  const waiting = new Map<Paper, Waiting>();
  const key = written(job);
  const before = expected.get(key);
  for (const paper of papers) {
    const known = before?.get(paper);
    if (known?.there) {
      waiting.set(paper, known);
      continue;
    }
    let came: Waiting["came"] = () => undefined;
    let failed: Waiting["failed"] = () => undefined;
    const said = new Promise<unknown>((resolve, reject) => {
      came = resolve;
      failed = reject;
    });
    // Nobody may be waiting for it.
    said.catch(() => undefined);
    waiting.set(paper, { said, came, failed, there: false });
  }
  expected.delete(key);
  expected.set(key, waiting);
  for (const old of [...expected.keys()].slice(0, -REMEMBERED)) expected.delete(old);
  return {
    took({ paper, answer }) {
      const one = waiting.get(paper);
      // One that was refused is asked for by itself, which says why.
      if (!one) return;
      if (answer == null) one.failed(new Error("refused"));
      else {
        one.came(answer);
        one.there = true;
      }
    },
    ended() {
      for (const { failed } of waiting.values()) failed(new Error("the answer has ended"));
    },
  };
}

/** A paper of a job: as it comes with the job's view, or as it is asked for by itself. */
export async function comingOf<T>(
  job: object,
  paper: Paper,
  signal: AbortSignal,
  asked: () => Promise<T>,
): Promise<T> {
  const key = written(job);
  const coming = expected.get(key)?.get(paper);
  if (!coming) return asked();
  try {
    return (await coming.said) as T;
  } catch {
    // Where another key has ended it, that key's view is soon there and this is not wanted any more;
    // where the same job was asked for again, it comes with that.
    await rested(REST_MS, signal);
    // On a busy machine the next view takes longer to begin than one rests.
    while (unbegun.size > 0) await Promise.all(unbegun);
    signal.throwIfAborted();
    const again = expected.get(key)?.get(paper);
    return again === coming ? asked() : comingOf(job, paper, signal, asked);
  }
}
