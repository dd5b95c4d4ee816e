/**
 * A view put together of what has changed and what is here already. Each surface's plan and words
 * have a tag; the server is told the tags that are here, and leaves those surfaces out. What is
 * left as it was stays the very same object, so that what is drawn of it is not drawn anew.
 */
import type { Piece, SurfacePlan, SurfaceSheet, View, ViewChanges } from "../api/client";

/** Pieces of rows: what many have in common is sent once. */
function piecesOf({
  alike,
  rows,
}: NonNullable<ViewChanges["surfaces"][number]["pieces"]>): Piece[] {
  return rows.map(([place, id, tile, course, outline, tile_at]) => {
    const common = alike[place];
    const [shell] = outline;
    if (!common || !shell) throw new Error(`piece ${id} was not sent whole`);
    const box: Piece["box"] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const [x, y] of shell) {
      if (x < box[0]) box[0] = x;
      if (y < box[1]) box[1] = y;
      if (x > box[2]) box[2] = x;
      if (y > box[3]) box[3] = y;
    }
    return { ...common, id, tile: tile ?? id, course, outline, tile_at, box };
  });
}

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
  for (const { tag, plan, pieces, sheet } of changes.surfaces) {
    const whole = plan && pieces && sheet;
    const part = whole ? { plan: { ...plan, pieces: piecesOf(pieces) }, sheet } : parts.get(tag);
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
