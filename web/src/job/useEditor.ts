/** Opens a job's editor, keeps it through renders, and hands it down to the papers. */
import { useQueryClient } from "@tanstack/react-query";
import { createContext, useContext, useEffect, useState, useSyncExternalStore } from "react";
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
  const editor = useContext(EditorContext);
  if (!editor) throw new Error("no job is open here");
  const snapshot = useSyncExternalStore(editor.subscribe, editor.get);
  return { editor, ...snapshot };
}
