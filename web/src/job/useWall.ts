/** Which wall is on show: the one in the address, else the first. */
import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Placed, Surface, SurfacePlan, SurfaceSheet, View, Wall } from "../api/client";
import { useEditor } from "./useEditor";

export interface Shown {
  surface: Surface;
  plan: SurfacePlan;
  sheet: SurfaceSheet;
}

export type Counter = View["job"]["counters"][number];

export interface OnShow extends Shown {
  /** The wall that the surface is, or is a return of. */
  wall: Wall;
  number: number;
  pointer: string;
  /** What stands on the wall, where it stands. */
  things: readonly Placed[];
  /** All walls unrolled side by side. */
  all: boolean;
  /** The surface is the wall itself, not a return or a back inside it, or a counter. */
  own: boolean;
  /** The tiled counter that the surface is, or is an edge of, and its pointer. */
  counter: { counter: Counter; pointer: string; top: boolean } | null;
  /** What the start on show is of, by its id: a wall or a counter; the start, and its pointer. */
  starts: string;
  start: Wall["start"];
  startAt: string;
}

export const ALL = "all";

/** The surface with its plan and words, by its place in the kitchen. */
export function surfaceAt(view: View, index: number): Shown {
  const surface = view.plan.kitchen.surfaces[index];
  const plan = view.plan.surfaces[index];
  const sheet = view.sheet.surfaces[index];
  if (!surface || !plan || !sheet) throw new Error(`there is no surface ${index}`);
  return { surface, plan, sheet };
}

export function onShow(view: View, wanted: string | null): OnShow {
  const { surfaces } = view.plan.kitchen;
  const index = Math.max(
    0,
    surfaces.findIndex(({ id }) => id === wanted),
  );
  const shown = surfaceAt(view, index);
  const number = Math.max(
    0,
    view.job.walls.findIndex(({ id }) => id === shown.surface.of),
  );
  const wall = view.job.walls[number];
  if (!wall) throw new Error("a job has at least one wall");
  const [base] = shown.surface.id.split(".");
  const place = view.job.counters.findIndex(({ id }) => id === base);
  const found = view.job.counters[place];
  const counter = found && {
    counter: found,
    pointer: `/counters/${place}`,
    top: shown.surface.id === found.id,
  };
  return {
    ...shown,
    wall,
    number,
    pointer: `/walls/${number}`,
    things: surfaces.find(({ id }) => id === wall.id)?.things ?? [],
    all: wanted === ALL,
    own: shown.surface.id === wall.id,
    counter: counter ?? null,
    starts: found?.id ?? wall.id,
    start: found?.start ?? wall.start,
    startAt: counter ? `${counter.pointer}/start` : `/walls/${number}/start`,
  };
}

export function useWall(): OnShow {
  const { view } = useEditor();
  const [search] = useSearchParams();
  const wanted = search.get("wall");
  return useMemo(() => onShow(view, wanted), [view, wanted]);
}

/** Shows another wall; the papers stay as they lie. */
export function useShowWall(): (id: string) => void {
  const [, setSearch] = useSearchParams();
  return useCallback(
    (id: string) =>
      setSearch((old) => ({ ...Object.fromEntries(old), wall: id }), { replace: true }),
    [setSearch],
  );
}
