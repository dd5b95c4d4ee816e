/** Dragging the pennant: previews all the way, keeps one step at the end. */
import { useMemo, useRef } from "react";
import type { JobDraft } from "../api/client";
import { nudged } from "./start";
import { useEditor } from "./useEditor";

/** `start` is the pointer of the start that is dragged. */
export function useStartDrag(start: string) {
  const { editor } = useEditor();
  const origin = useRef<{
    draft: JobDraft;
    last: JobDraft;
    view: ReturnType<typeof editor.get>["view"];
  } | null>(null);
  return useMemo(
    () => ({
      move(right: number, up: number) {
        if (!origin.current) {
          const { draft, view } = editor.get();
          origin.current = { draft, view, last: draft };
        }
        const from = origin.current;
        from.last = nudged(from.draft, from.view, start, right, up);
        editor.preview(from.last);
      },
      drop() {
        const from = origin.current;
        origin.current = null;
        if (from) editor.commit(from.last, "Dragged the start");
      },
      cancel() {
        origin.current = null;
        editor.revert();
      },
    }),
    [editor, start],
  );
}
