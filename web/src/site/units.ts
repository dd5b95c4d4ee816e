/**
 * What one holds at once: a sheet or part of one where tile comes on sheets, else a piece. Whoever
 * lists, counts or notes what is handled asks here.
 */
import type { SiteKit, SiteWall } from "../api/client";

export type Unit = NonNullable<SiteWall["units"]>[number];

const byWall = new WeakMap<SiteWall, Map<string, Unit>>();

/** The unit of each piece of a wall; empty where tile is set one by one. */
export function unitsOn(wall: SiteWall): ReadonlyMap<string, Unit> {
  const known = byWall.get(wall);
  if (known) return known;
  const found = new Map<string, Unit>();
  for (const unit of wall.units ?? []) for (const piece of unit.pieces) found.set(piece, unit);
  byWall.set(wall, found);
  return found;
}

/** All that one holds with a piece, itself first of all where it is held alone. */
export function heldWith(wall: SiteWall, piece: string): readonly string[] {
  return unitsOn(wall).get(piece)?.pieces ?? [piece];
}

/** Pieces as one handles them, in their order: "2 sheets and 12 chips", "17 pieces". */
export function counted(wall: SiteWall | undefined, pieces: readonly string[]): string {
  const units = wall && unitsOn(wall);
  if (!units || units.size === 0) return many(pieces.length, "piece");
  const held = new Set(pieces.map((piece) => units.get(piece)));
  const sheets = [...held].filter((unit) => unit && !unit.id.endsWith("+")).length;
  const single = pieces.filter((piece) => units.get(piece)?.id.endsWith("+")).length;
  return [sheets ? many(sheets, "sheet") : "", single ? many(single, "chip") : ""]
    .filter(Boolean)
    .join(" and ");
}

/** How far the setting is, by what one handles; empty where that is said by the piece. */
export function setSoFar(kit: SiteKit, states: Record<string, string>): string {
  const units = kit.surfaces.flatMap((wall) => wall.units ?? []);
  if (units.length === 0) return "";
  const sheets = units.filter(({ id }) => !id.endsWith("+"));
  const done = sheets.filter(({ pieces }) => pieces.every((id) => states[id] === "set")).length;
  return `${done} of ${many(sheets.length, "sheet")} set`;
}

function many(count: number, one: string): string {
  return `${count} ${count === 1 ? one : `${one}s`}`;
}
