/** One length, typed as on a pad. The drawing follows each key; Enter or leaving keeps it. */
import type { Problem } from "../api/client";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { FieldFrame } from "./FieldFrame";
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
}

export function LengthField({ pointer, label, hint, className }: Props) {
  const { editor, view, draft, problems } = useEditor();
  const input = useWanted(pointer);
  const [pausing, typing] = usePause(TYPING_MS);
  const typed = at(draft, pointer);
  const value = typeof typed === "string" ? typed : (view.sheet.lengths[pointer]?.exact ?? "");
  const keep = () => {
    typing(false);
    if (typeof typed === "string") editor.commit(draft, `${label}: ${typed}`);
  };
  return (
    <FieldFrame {...{ pointer, label, hint, className }} problems={pausing ? problems : NONE}>
      {(field) => (
        <input
          {...field}
          ref={input}
          className="field tape text-[17px]"
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          maxLength={40}
          value={value}
          onFocus={(event) => event.target.select()}
          onChange={(event) => {
            typing(true);
            editor.preview(replaced(draft, pointer, event.target.value));
          }}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep();
            if (event.key === "Escape") editor.revert();
          }}
        />
      )}
    </FieldFrame>
  );
}
