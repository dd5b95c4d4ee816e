/** One length, typed as on a pad. The drawing follows each key; Enter or leaving keeps it. */
import { useRef } from "react";
import type { Problem } from "../api/client";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { FieldFrame } from "./FieldFrame";
import { type Keyed, onPhone, useTapeKeys } from "./TapeKeys";
import { usePause } from "./usePause";
import { useWanted } from "./wanted";

/** "21 5/" is on its way to being a length: what is wrong is said when the typing pauses. */
const TYPING_MS = 900;
const NONE: readonly Problem[] = [];

interface Props {
  pointer: string;
  label: string;
  hint?: string;
  className?: string;
  /** Whether it takes the focus when it appears. */
  focused?: boolean;
  /** The question in full, and the ones before and after it, for those who measure by keys. */
  steps?: { asks: string; back: (() => void) | undefined; next: (() => void) | undefined };
}

export function LengthField({ pointer, label, hint, className, focused, steps }: Props) {
  const { editor, view, draft, problems } = useEditor();
  const input = useWanted(pointer);
  const [pausing, typing] = usePause(TYPING_MS);
  const typed = at(draft, pointer);
  const value = typeof typed === "string" ? typed : (view.sheet.lengths[pointer]?.exact ?? "");
  const keep = () => {
    typing(false);
    if (typeof typed === "string") editor.commit(draft, `${label}: ${typed}`);
  };
  const keys = useTapeKeys();
  const keyed = useRef<Keyed | null>(null);
  const type = (text: string) => {
    typing(true);
    editor.preview(replaced(editor.get().draft, pointer, text));
  };
  return (
    <FieldFrame {...{ pointer, label, hint, className }} problems={pausing ? problems : NONE}>
      {(field) => (
        <input
          {...field}
          ref={input}
          className="field tape text-[17px]"
          // biome-ignore lint/a11y/noAutofocus: it is the one number that was asked for
          autoFocus={focused}
          inputMode={keys && onPhone() ? "none" : "text"}
          autoComplete="off"
          spellCheck={false}
          maxLength={40}
          value={value}
          onFocus={(event) => {
            const field = event.target;
            field.select();
            keyed.current = {
              label: steps?.asks ?? label,
              put: type,
              text: () => field.value,
              done: () => field.blur(),
              back: steps?.back,
              next: steps?.next,
            };
            keys?.focus(keyed.current);
          }}
          onChange={(event) => type(event.target.value)}
          onBlur={() => {
            if (keyed.current) keys?.blur(keyed.current);
            keep();
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep();
            if (event.key === "Escape") editor.revert();
          }}
        />
      )}
    </FieldFrame>
  );
}
