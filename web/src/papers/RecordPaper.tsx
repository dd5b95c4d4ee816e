/** Where the work on the wall stands, and the ways to the pages that are used there. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { siteOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";

export function RecordPaper() {
  const { editor } = useEditor();
  const { data, error } = useQuery(siteOptions(editor.id));
  const to = (page: string) => `/jobs/${editor.id}/${page}`;
  const next = data?.courses.find(({ to_set }) => to_set.length > 0);
  return (
    <>
      <p className="mb-2 flex flex-wrap gap-1">
        <Link className="button button-main" to={to("site")}>
          On the wall
        </Link>
        <Link className="button" to={to("saw?n=1")}>
          At the saw
        </Link>
        <Link className="button" to={to("papers")}>
          Hand-over and other papers
        </Link>
        <Link className="button" to="/phones">
          Phones
        </Link>
      </p>
      {error && <p role="alert">✗ The record could not be read: {error.message}.</p>}
      {!data && !error && <p className="aside">Reading the record…</p>}
      {data && (
        <>
          <p className="tape text-[22px] leading-tight">{data.record.done}</p>
          {next && (
            <p className="mt-1">
              Next: course {next.number} of {next.name}, {next.to_set.length} still to set.
            </p>
          )}
          <p className="aside mt-2">
            What is cut, set, broken and measured is noted on a phone, on the page “On the wall”. It
            works without a network there, and a note can always be taken back.
          </p>
        </>
      )}
    </>
  );
}
