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

export const EditorContext = createContext<JobEditor | null>(null);

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
 * first, and the drawing and most papers wait for its view.
 */
export function useEditor(): { editor: JobEditor } & Snapshot {
  const editor = useOpenEditor();
  const taken = useRef(new Set<keyof Snapshot>()).current;
  const seen = useRef(editor.get());
  const latest = useCallback(() => {
    const now = editor.get();
    for (const part of taken) {
      if (now[part] !== seen.current[part]) {
        seen.current = now;
        break;
      }
    }
    return seen.current;
  }, [editor, taken]);
  useSyncExternalStore(editor.subscribe, latest);
  return useMemo(() => noting(editor, taken), [editor, taken]);
}

/** The snapshot of an editor, noting which parts of it are taken. */
function noting(editor: JobEditor, taken: Set<keyof Snapshot>): { editor: JobEditor } & Snapshot {
  return new Proxy({ editor } as { editor: JobEditor } & Snapshot, {
    get(target, name) {
      if (name === "editor") return target.editor;
      const part = name as keyof Snapshot;
      taken.add(part);
      return editor.get()[part];
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
