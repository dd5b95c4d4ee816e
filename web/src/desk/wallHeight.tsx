/** How much of the desk the wall takes: a bar under it is dragged, and each browser remembers. */
import { useCallback, useState } from "react";

const KEY = "pennant.wall-height";
const LEAST = 160;
const STEP = 24;
/** Pixels: room that the papers keep. */
const PAPERS = 160;

/** The height that was chosen, in pixels; null for what the page's own layout gives. */
export function useWallHeight(): [number | null, (height: number | null) => void] {
  const [height, setHeight] = useState<number | null>(() => Number(read()) || null);
  const keep = useCallback((to: number | null) => {
    const most = Math.max(LEAST, window.innerHeight - PAPERS - 140);
    const fits = to === null ? null : Math.round(Math.min(Math.max(to, LEAST), most));
    setHeight(fits);
    try {
      if (fits === null) localStorage.removeItem(KEY);
      else localStorage.setItem(KEY, String(fits));
    } catch {
      // A browser that keeps nothing has the bar all the same.
    }
  }, []);
  return [height, keep];
}

function read(): string | null {
  try {
    return localStorage.getItem(KEY);
  } catch {
    return null;
  }
}

interface Props {
  height: number | null;
  onHeight: (height: number | null) => void;
}

/** The bar between the wall and the papers: dragged, moved by arrow keys, reset by a double click. */
export function HeightBar({ height, onHeight }: Props) {
  const above = (bar: Element) => bar.previousElementSibling?.getBoundingClientRect();
  return (
    // biome-ignore lint/a11y/useSemanticElements: an hr cannot be dragged
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label="Height of the wall"
      aria-valuenow={height ?? 0}
      tabIndex={0}
      title="Drag for more of the wall or of the papers; double click for the usual"
      className="no-print h-1.5 shrink-0 cursor-row-resize touch-none bg-slab hover:bg-pencil max-md:hidden"
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        const wall = above(event.currentTarget);
        if (wall && event.currentTarget.hasPointerCapture(event.pointerId))
          onHeight(event.clientY - wall.top);
      }}
      onDoubleClick={() => onHeight(null)}
      onKeyDown={(event) => {
        const way = { ArrowUp: -1, ArrowDown: 1 }[event.key];
        const wall = above(event.currentTarget);
        if (!way || !wall) return;
        event.preventDefault();
        event.stopPropagation();
        onHeight(wall.height + way * STEP);
      }}
    />
  );
}
