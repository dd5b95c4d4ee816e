/** A job that is kept but can no longer be read or planned: what is wrong, and every way out. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, ask, type JobState, type Revision } from "../api/client";
import { historyOptions, jobOptions } from "../api/queries";
import { shortTime } from "../parts/shortTime";

export function UnplannedJob({ state }: { state: JobState }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { data: history } = useQuery(historyOptions(state.id, state.edition));
  const [failed, setFailed] = useState("");
  const path = { params: { path: { id_: state.id } } };

  async function attempt(act: () => Promise<void>) {
    try {
      await act();
      setFailed("");
      await client.invalidateQueries({ queryKey: ["jobs"] });
    } catch (error) {
      setFailed(error instanceof Error ? error.message : String(error));
    }
  }
  const show = (next: JobState) => client.setQueryData(jobOptions(state.id).queryKey, next);
  const goTo = ({ number }: Revision) =>
    attempt(async () => {
      const body = { edition: state.edition, number };
      show(await ask<JobState>(api.POST("/api/jobs/{id_}/go-to", { ...path, body })));
    });
  const putAway = () =>
    attempt(async () => {
      await ask(api.DELETE("/api/jobs/{id_}", path));
      await navigate("/");
    });

  return (
    <main className="mx-auto max-w-3xl p-6">
      <h1 className="heading text-2xl">This job cannot be drawn</h1>
      <p className="my-2">
        It is kept, and nothing of it is lost. Go back to a step that can be drawn, or save its file
        to show what happened.
      </p>
      <ul className="my-3 border-flag border-l-4 bg-flag-pale p-3">
        {state.trouble?.map(({ pointer, message }) => (
          <li key={`${pointer} ${message}`}>
            ✗ {pointer && <code>{pointer}</code>} {message}.
          </li>
        ))}
      </ul>
      {failed && <p role="alert">✗ {failed}. Try it again.</p>}
      <p className="my-4 flex flex-wrap gap-2">
        <a className="button" href={`/api/jobs/${state.id}/export`}>
          Save the job file
        </a>
        <button type="button" className="button" onClick={putAway}>
          Put it in the trash
        </button>
        <Link to="/" className="button">
          All jobs
        </Link>
      </p>
      <h2 className="heading">Its history, the newest first</h2>
      <ol className="mt-2 border-rule border-y bg-paper">
        {history?.map((step) => (
          <li key={step.number} className="flex items-center gap-3 border-rule border-b px-3 py-1">
            <span className="tape w-10 text-right">{step.number}</span>
            <span className="grow">{step.label}</span>
            <span className="aside">{shortTime(step.at)}</span>
            {step.present ? (
              <strong>stands now</strong>
            ) : (
              <button type="button" className="button" onClick={() => goTo(step)}>
                Go back to this
              </button>
            )}
          </li>
        ))}
      </ol>
    </main>
  );
}
