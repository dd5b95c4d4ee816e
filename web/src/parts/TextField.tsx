/** A text or whole number of the job, kept on Enter or on leaving. */
import { useState } from "react";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { FieldFrame } from "./FieldFrame";
import { useWanted } from "./wanted";

interface Props {
  pointer: string;
  label: string;
  number?: boolean;
  hint?: string;
  className?: string;
}

export function TextField({ pointer, label, number, hint, className }: Props) {
  const { editor, draft, problems } = useEditor();
  const [typed, setTyped] = useState<string | null>(null);
  const wanted = useWanted(pointer);
  const kept = String(at(draft, pointer) ?? "");
  const keep = () => {
    if (typed !== null && typed !== kept) {
      const value =
        number && typed.trim() !== "" && !Number.isNaN(Number(typed)) ? Number(typed) : typed;
      editor.commit(replaced(draft, pointer, value), `${label}: ${typed}`);
    }
    setTyped(null);
  };
  return (
    <FieldFrame {...{ pointer, label, hint, className, problems }}>
      {(field) => (
        <input
          {...field}
          ref={wanted}
          className="field"
          inputMode={number ? "decimal" : "text"}
          autoComplete="off"
          value={typed ?? kept}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep();
            if (event.key === "Escape") setTyped(null);
          }}
        />
      )}
    </FieldFrame>
  );
}
