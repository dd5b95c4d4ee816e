/** A label, a field and, under it, what is wrong with it. */
import { type ReactNode, useId } from "react";
import type { Problem } from "../api/client";

interface Props {
  label: string;
  problems: readonly Problem[];
  pointer: string;
  hint?: string;
  className?: string;
  children: (field: {
    id: string;
    "aria-invalid": boolean;
    "aria-describedby": string | undefined;
    "data-pointer": string;
  }) => ReactNode;
}

export function FieldFrame({ label, problems, pointer, hint, className, children }: Props) {
  const id = useId();
  const wrong = problems.find((problem) => problem.pointer === pointer);
  const note = wrong ? wrong.message : hint;
  return (
    <div className={`${className ?? ""} ${wrong ? "min-w-56" : ""}`}>
      <label htmlFor={id} className="aside block">
        {label}
      </label>
      {children({
        id,
        "aria-invalid": wrong !== undefined,
        "aria-describedby": note ? `${id}-note` : undefined,
        "data-pointer": pointer,
      })}
      {note && (
        <p
          id={`${id}-note`}
          role={wrong ? "alert" : undefined}
          className={`mt-0.5 text-[13px] ${wrong ? "text-flag" : "text-pencil-soft"}`}
        >
          {wrong && "✗ "}
          {note}
        </p>
      )}
    </div>
  );
}
