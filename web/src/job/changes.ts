/**
 * A view put together of what has changed and what is here already. Each surface's plan and words
 * have a tag; the server is told the tags that are here, and leaves those surfaces out. What is
 * left as it was stays the very same object, so that what is drawn of it is not drawn anew.
 */
import type { SurfacePlan, SurfaceSheet, View, ViewChanges } from "../api/client";

interface Part {
  plan: SurfacePlan;
  sheet: SurfaceSheet;
}

/** The surfaces of the last view, by their tags. */
export type Parts = ReadonlyMap<string, Part>;

export const NONE: Parts = new Map();

/** The header that names what is here; the server reads no more of it than a kitchen has. */
export function tagsOf(parts: Parts): string {
  return [...parts.keys()].join(" ");
}

/** Returns the view whole, and its parts; null where the server left out what is not here. */
export function together(changes: ViewChanges, parts: Parts): { view: View; parts: Parts } | null {
  const found = new Map<string, Part>();
  const own: Part[] = [];
  for (const { tag, plan, sheet } of changes.surfaces) {
    const part = plan && sheet ? { plan, sheet } : parts.get(tag);
    if (!part) return null;
    found.set(tag, part);
    own.push(part);
  }
  const view = {
    job: changes.job,
    plan: { ...changes.plan, surfaces: own.map(({ plan }) => plan) },
    sheet: { ...changes.sheet, surfaces: own.map(({ sheet }) => sheet) },
  };
  return { view, parts: found };
}
