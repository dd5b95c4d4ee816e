/** Keys that work wherever nothing else takes them: arrows nudge the start, Ctrl+Z goes back. */
import { useEffect } from "react";
import { nudged } from "./start";
import { useEditor } from "./useEditor";

const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowDown: [0, -1],
  ArrowUp: [0, 1],
};

/** Whether the focus is nowhere in particular, or on the pennant itself. */
function onTheWall(target: EventTarget | null): boolean {
  return (
    target === document.body || (target instanceof Element && target.hasAttribute("data-pennant"))
  );
}

/** Whether Ctrl+Z is the field's own: it takes typing back, not the last step that was kept. */
function typing(target: EventTarget | null): boolean {
  if (target instanceof HTMLInputElement) return TYPED.has(target.type);
  return (
    target instanceof HTMLTextAreaElement ||
    (target instanceof HTMLElement && target.isContentEditable)
  );
}

const TYPED: ReadonlySet<string> = new Set(["text", "search", "number", "date", "email"]);

/** `start` is the pointer of the start that arrows move; null where none is shown alone. */
export function useStartKeys(start: string | null) {
  const { editor } = useEditor();
  useEffect(() => {
    function pressed(event: KeyboardEvent) {
      const move = MOVES[event.key];
      if (
        move &&
        start !== null &&
        onTheWall(event.target) &&
        !event.ctrlKey &&
        !event.metaKey &&
        !event.altKey
      ) {
        event.preventDefault();
        const { draft, view } = editor.get();
        const step = view.sheet.step_mm * (event.shiftKey ? 8 : 1);
        editor.burst(
          nudged(draft, view, start, move[0] * step, move[1] * step),
          "Nudged the start",
        );
      }
      if (
        (event.ctrlKey || event.metaKey) &&
        event.key.toLowerCase() === "z" &&
        !typing(event.target)
      ) {
        event.preventDefault();
        event.shiftKey ? editor.redo() : editor.undo();
      }
    }
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [editor, start]);
}
