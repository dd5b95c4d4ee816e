/** Opens a job's editor, keeps it through renders, and hands it down to the papers. */
import { useQueryClient } from "@tanstack/react-query";
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from "react";
import type { Takes } from "../api/client";
import { jobOptions } from "../api/queries";
import { JobEditor, type Opened, type Snapshot } from "./editor";
import type { LateView } from "./lateView";

export const EditorContext = createContext<JobEditor | null>(null);
/** What papers that wait for the drawing show; none outside them. */
export const LateContext = createContext<LateView | null>(null);

/** Returns the editor of a job; a newer state from elsewhere is taken over when it may be. */
export function useOpened(loaded: Opened): JobEditor {
  const client = useQueryClient();
  const [editor] = useState(
    () =>
      new JobEditor(loaded.id, loaded, (state) => {
        client.setQueryData(jobOptions(state.id).queryKey, state);
        void client.invalidateQueries({ queryKey: ["jobs"] });
      }),
  );
  useEffect(() => editor.adopt(loaded), [editor, loaded]);
  useEffect(() => {
    editor.open();
    return () => editor.close();
  }, [editor]);
  return editor;
}

/**
 * Returns the open job's editor and its present snapshot. Who takes a part of it (the view, the
 * draft) is rendered anew when that part changes, and not for the others: a key changes the draft
 * first, and the drawing and most papers wait for its view. In papers that lie under the drawing
 * the view is a late one (see `LateView`).
 */
export function useEditor(): { editor: JobEditor } & Snapshot {
  const editor = useOpenEditor();
  const late = useContext(LateContext);
  const taken = useRef(new Map<keyof Snapshot, unknown>()).current;
  const part = useCallback(
    <P extends keyof Snapshot>(name: P): Snapshot[P] =>
      name === "view" && late ? (late.get() as Snapshot[P]) : editor.get()[name],
    [editor, late],
  );
  const changes = useRef(0);
  const latest = useCallback(() => {
    for (const [name, before] of taken) {
      const now = part(name);
      if (now !== before) {
        taken.set(name, now);
        changes.current += 1;
      }
    }
    return changes.current;
  }, [part, taken]);
  const subscribe = useCallback(
    (listener: () => void) => {
      const stop = editor.subscribe(listener);
      const stopLate = late?.subscribe(listener);
      return () => {
        stop();
        stopLate?.();
      };
    },
    [editor, late],
  );
  useSyncExternalStore(subscribe, latest);
  return useMemo(() => noting(editor, part, taken), [editor, part, taken]);
}

/** The parts of a snapshot, noting which of them are taken, and as what. */
function noting(
  editor: JobEditor,
  part: <P extends keyof Snapshot>(name: P) => Snapshot[P],
  taken: Map<keyof Snapshot, unknown>,
): { editor: JobEditor } & Snapshot {
  return new Proxy({ editor } as { editor: JobEditor } & Snapshot, {
    get(target, name) {
      if (name === "editor") return target.editor;
      const value = part(name as keyof Snapshot);
      taken.set(name as keyof Snapshot, value);
      return value;
    },
  });
}

/** Returns what the open job takes, and whether that is still of the drawing before this one. */
export function useTakes(): Takes & { late: boolean } {
  const editor = useOpenEditor();
  const { of, takes } = useSyncExternalStore(editor.subscribe, editor.getReckoned);
  const view = useSyncExternalStore(editor.subscribe, () => editor.get().view);
  return { plan: takes.plan, sheet: takes.sheet, late: of !== view };
}

function useOpenEditor(): JobEditor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error("no job is open here");
  return editor;
}
