/** Opens a job's editor, keeps it through renders, and hands it down to the papers. */
import { useQueryClient } from "@tanstack/react-query";
import { createContext, useContext, useEffect, useState, useSyncExternalStore } from "react";
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

/** Returns the open job's editor and its present snapshot. */
export function useEditor(): { editor: JobEditor } & Snapshot {
  const editor = useOpenEditor();
  const snapshot = useSyncExternalStore(editor.subscribe, editor.get);
  return { editor, ...snapshot };
}

/** Returns what the open job takes, and whether that is still of the drawing before this one. */
export function useTakes(): Takes & { late: boolean } {
  const editor = useOpenEditor();
  const { of, takes } = useSyncExternalStore(editor.subscribe, editor.getReckoned);
  const { view } = useSyncExternalStore(editor.subscribe, editor.get);
  return { plan: takes.plan, sheet: takes.sheet, late: of !== view };
}

function useOpenEditor(): JobEditor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error("no job is open here");
  return editor;
}
