/** The field that someone asked for by clicking what it measures, wherever it comes to be shown. */
import { createContext, type RefObject, useContext, useEffect, useRef } from "react";

interface Wanted {
  pointer: string | null;
  found: () => void;
}

export const WantedField = createContext<Wanted>({ pointer: null, found: () => undefined });

/** Gives a field the focus when it is the wanted one, also if it is only shown later. */
export function useWanted(pointer: string): RefObject<HTMLInputElement | null> {
  const field = useRef<HTMLInputElement>(null);
  const wanted = useContext(WantedField);
  useEffect(() => {
    if (wanted.pointer !== pointer || !field.current) return;
    field.current.scrollIntoView({ block: "nearest" });
    field.current.focus({ preventScroll: true });
    wanted.found();
  }, [wanted, pointer]);
  return field;
}
