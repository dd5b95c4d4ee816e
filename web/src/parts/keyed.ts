/** The length field that has the focus, for whoever types into it besides the keyboard. */
import { createContext, useContext } from "react";

/** What a length field offers to those who type for it: keys on the screen, a meter. */
export interface Keyed {
  pointer: string;
  /** What is asked. */
  label: string;
  /** Replaces what stands in the field. */
  put: (text: string) => void;
  text: () => string;
  /** Keeps what stands in the field, as taken with a tool. */
  keep: (tool?: string) => void;
  done: () => void;
  /** The measures before and after, where one goes through them one by one. */
  back?: (() => void) | undefined;
  next?: (() => void) | undefined;
}

interface Focus {
  field: Keyed | null;
  enter: (field: Keyed) => void;
  leave: (field: Keyed) => void;
}

export const KeyedContext = createContext<Focus>({
  field: null,
  enter: () => undefined,
  leave: () => undefined,
});

export function useKeyed(): Focus {
  return useContext(KeyedContext);
}
