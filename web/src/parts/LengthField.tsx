/** One length, typed as on a pad. The drawing follows each key; Enter or leaving keeps it. */
import { useRef } from "react";
import type { Problem } from "../api/client";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { FieldFrame } from "./FieldFrame";
import { type Keyed, useKeyed } from "./keyed";
import { onPhone } from "./TapeKeys";
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
  steps?: {
    asks: string;
    back?: (() => void) | undefined;
    next?: (() => void) | undefined;
  };
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
  const { enter, leave } = useKeyed();
  const keyed = useRef<Keyed | null>(null);
  const type = (text: string) => {
    typing(true);
    editor.preview(replaced(editor.get().draft, pointer, text));
  };
  const keepTaken = (tool?: string) => {
    typing(false);
    const now = editor.get().draft;
    const beside = pointer.replace(/\/value$/, "/taken_with");
    const told = tool !== undefined && beside !== pointer && at(now, beside) !== undefined;
    const text = at(now, pointer);
    editor.commit(told ? replaced(now, beside, tool) : now, `${label}: ${text}`);
  };
  /** Going on to another measure keeps this one, as leaving the field does. */
  const keptThen = (go: (() => void) | undefined) =>
    go &&
    (() => {
      if (typeof at(editor.get().draft, pointer) === "string") keepTaken();
      go();
    });
  return (
    <FieldFrame {...{ pointer, label, hint, className }} problems={pausing ? problems : NONE}>
      {(field) => (
        <input
          {...field}
          ref={input}
          className="field tape text-[17px]"
          // biome-ignore lint/a11y/noAutofocus: it is the one number that was asked for
          autoFocus={focused}
          inputMode={onPhone() ? "none" : "text"}
          autoComplete="off"
          spellCheck={false}
          maxLength={40}
          value={value}
          onFocus={(event) => {
            const field = event.target;
            field.select();
            keyed.current = {
              pointer,
              label: steps?.asks ?? label,
              put: type,
              text: () => field.value,
              keep: keepTaken,
              done: () => field.blur(),
              back: keptThen(steps?.back),
              next: keptThen(steps?.next),
            };
            enter(keyed.current);
          }}
          onChange={(event) => type(event.target.value)}
          onBlur={() => {
            if (keyed.current) leave(keyed.current);
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
