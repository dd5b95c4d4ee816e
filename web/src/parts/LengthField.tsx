/** One length, typed as on a pad. The drawing follows each key; Enter or leaving keeps it. */
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { FieldFrame } from "./FieldFrame";
import { useWanted } from "./wanted";

interface Props {
  pointer: string;
  label: string;
  hint?: string;
  className?: string;
}

export function LengthField({ pointer, label, hint, className }: Props) {
  const { editor, view, draft, problems } = useEditor();
  const input = useWanted(pointer);
  const typed = at(draft, pointer);
  const value = typeof typed === "string" ? typed : (view.sheet.lengths[pointer]?.exact ?? "");
  const keep = () => {
    if (typeof typed === "string") editor.commit(draft, `${label}: ${typed}`);
  };
  return (
    <FieldFrame {...{ pointer, label, hint, className, problems }}>
      {(field) => (
        <input
          {...field}
          ref={input}
          className="field tape text-[17px]"
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          value={value}
          onFocus={(event) => event.target.select()}
          onChange={(event) => editor.preview(replaced(draft, pointer, event.target.value))}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep();
            if (event.key === "Escape") {
              event.stopPropagation();
              editor.revert();
            }
          }}
        />
      )}
    </FieldFrame>
  );
}
