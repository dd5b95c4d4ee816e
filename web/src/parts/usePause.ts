/** Whether some doing has paused for a while; begun and ended by the function that comes with it. */
import { useCallback, useEffect, useRef, useState } from "react";

export function usePause(milliseconds: number): [boolean, (doing: boolean) => void] {
  const [pausing, setPausing] = useState(true);
  const timer = useRef<number | undefined>(undefined);
  useEffect(() => () => window.clearTimeout(timer.current), []);
  const doing = useCallback(
    (still: boolean) => {
      window.clearTimeout(timer.current);
      setPausing(!still);
      if (still) timer.current = window.setTimeout(() => setPausing(true), milliseconds);
    },
    [milliseconds],
  );
  return [pausing, doing];
}
