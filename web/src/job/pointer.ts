/** JSON pointers into a job: reading and replacing one value without touching the rest. */
import type { JobDraft } from "../api/client";

type Node = Record<string, unknown> | unknown[];

function keys(pointer: string): string[] {
  return pointer.split("/").slice(1);
}

/** Returns the value at a pointer, or undefined. */
export function at(job: JobDraft, pointer: string): unknown {
  return keys(pointer).reduce<unknown>(
    (node, key) => (node as Record<string, unknown> | undefined)?.[key],
    job,
  );
}

/** Returns the job with the value at a pointer replaced. */
export function replaced(job: JobDraft, pointer: string, value: unknown): JobDraft {
  return put(job as unknown as Node, keys(pointer), value) as unknown as JobDraft;
}

function put(node: Node, [key, ...rest]: string[], value: unknown): Node {
  if (key === undefined) return value as Node;
  const copy: Node = Array.isArray(node) ? [...node] : { ...node };
  const holder = copy as Record<string, unknown>;
  holder[key] = rest.length === 0 ? value : put(holder[key] as Node, rest, value);
  return copy;
}
