/** The size in pixels of an element, followed as it changes. */
import { type RefObject, useEffect, useRef, useState } from "react";

export function useSize<E extends Element>(): [
  RefObject<E | null>,
  { width: number; height: number },
] {
  const element = useRef<E>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(element.current);
    return () => observer.disconnect();
  }, []);
  return [element, size];
}
