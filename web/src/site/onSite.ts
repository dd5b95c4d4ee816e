/** What every part of the site's pages is given: the job's kit, where the work stands, noting. */
import { createContext, useContext } from "react";
import type { Reading, RefitText, Site, SiteKit } from "../api/client";
import type { Entry } from "./settled";

export interface OnSite {
  /** The job's id where a server keeps it; empty in a site file. */
  job: string;
  kit: SiteKit;
  /** Where the work stands, with what waits counted in. */
  site: Site;
  /** How far this device's clock is ahead of the server's (ms): clocks are counted by that. */
  aheadMs: number;
  /** How many notes wait for the server; in a site file, to be given back. */
  waiting: number;
  refused: string;
  note: (entry: Entry, back?: string) => void;
  /** What only a server can do; absent in a site file. */
  server?: {
    refit: (reading: Reading) => Promise<RefitText>;
    /** Takes a way; the reading is noted first where it is not `noted` yet. */
    take: (reading: Reading, way: RefitText["ways"][number], noted: boolean) => Promise<void>;
    photograph: (picture: Blob, words: string) => Promise<void>;
    /** Whether this is the desk's own machine; a paired phone sees the site alone. */
    desk: boolean;
  };
}

export const SiteContext = createContext<OnSite | null>(null);

export function useOnSite(): OnSite {
  const found = useContext(SiteContext);
  if (!found) throw new Error("this part of a page is shown on site only");
  return found;
}
