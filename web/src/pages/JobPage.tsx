/** One job, opened: what is done with it is the page inside. */
import { useQuery } from "@tanstack/react-query";
import { Fragment, type ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { WholeView } from "../api/client";
import { jobOptions } from "../api/queries";
import type { Opened } from "../job/editor";
import { EditorContext, useEditor, useOpened } from "../job/useEditor";
import { useFewest } from "../job/useFewest";
import { speakAs } from "../words/regional";
import { UnplannedJob } from "./UnplannedJob";

export function JobPage({ children }: { children?: ReactNode }) {
  const { id = "" } = useParams();
  const { data, error } = useQuery(jobOptions(id));
  if (data && !data.view) return <UnplannedJob state={data} />;
  if (data)
    return (
      <OpenJob key={id} loaded={{ ...data, view: data.view as WholeView }}>
        {children}
      </OpenJob>
    );
  return (
    <main className="p-8">
      {error ? (
        <>
          <p className="heading">{error.message}</p>
          <p className="aside my-2">
            It may have been put aside, or the address may be mistyped. If Pennant was stopped,
            start it again and reload.
          </p>
          <Link to="/" className="button inline-block">
            All jobs
          </Link>
        </>
      ) : (
        <p className="aside">Unrolling the drawing…</p>
      )}
    </main>
  );
}

function OpenJob({ loaded, children }: { loaded: Opened; children: ReactNode }) {
  const editor = useOpened(loaded);
  useFewest(editor);
  return (
    <EditorContext value={editor}>
      <Reader>{children}</Reader>
    </EditorContext>
  );
}

/** Makes the page in the words of the job's reader, anew where these become others. */
function Reader({ children }: { children: ReactNode }) {
  const { spoken } = useEditor().view.sheet;
  speakAs(spoken);
  return <Fragment key={spoken.region}>{children}</Fragment>;
}
