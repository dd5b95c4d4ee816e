/** Papers that show a new view once its drawing has been painted. */
import { type ReactNode, useEffect, useState } from "react";
import { LateView } from "./lateView";
import { LateContext, useEditor } from "./useEditor";

export function AfterDrawing({ children }: { children: ReactNode }) {
  const { editor } = useEditor();
  const [late] = useState(() => new LateView(editor));
  useEffect(() => late.follow(), [late]);
  return <LateContext value={late}>{children}</LateContext>;
}
