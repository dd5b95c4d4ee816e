/** The head of a page that is printed: back to the wall, print, save; not on the paper itself. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import { useEditor } from "../job/useEditor";

interface Props {
  title: string;
  /** The address of the same as CSV. */
  csv?: string;
  /** What else one can do with the page. */
  children?: ReactNode;
}

export function PaperHead({ title, csv, children }: Props) {
  const { editor } = useEditor();
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 print:hidden">
        <Link className="button" to={`/jobs/${editor.id}`}>
          ← Back to the wall
        </Link>
        <button type="button" className="button" onClick={() => window.print()}>
          Print
        </button>
        {csv && (
          <a className="button" href={csv} download>
            CSV
          </a>
        )}
        {children}
      </div>
      <h1 className="heading mt-3 text-2xl">{title}</h1>
    </>
  );
}
