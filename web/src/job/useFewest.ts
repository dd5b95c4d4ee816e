/**
 * Has the fewest tiles found when nothing has been typed for a while, and the view made anew with
 * them. A key's drawing goes by the quick plan; what was found is known from then on, so that a
 * number that has been bettered never comes back.
 */
import { useEffect, useSyncExternalStore } from "react";
import { api } from "../api/client";
import type { JobEditor } from "./editor";

const REST_MS = 600;

export function useFewest(editor: JobEditor): void {
  const { draft } = useSyncExternalStore(editor.subscribe, editor.get);
  const { takes } = useSyncExternalStore(editor.subscribe, editor.getReckoned);
  const open = takes.sheet.may_be_fewer;
  useEffect(() => {
    if (!open) return;
    const stop = new AbortController();
    const timer = window.setTimeout(async () => {
      try {
        const { data } = await api.POST("/api/fewest", { body: draft, signal: stop.signal });
        if (data && !stop.signal.aborted) editor.lookAgain();
      } catch {
        // The quick count stands; the next change asks again.
      }
    }, REST_MS);
    return () => {
      window.clearTimeout(timer);
      stop.abort();
    };
  }, [editor, open, draft]);
}
