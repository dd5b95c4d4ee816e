/** All jobs, each by a drawing of its wall. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, ask, type JobCard, type JobState, Refusal, type Units } from "../api/client";
import { jobsOptions } from "../api/queries";
import { Mark } from "../parts/Mark";

export function Home() {
  const { data: jobs, error } = useQuery(jobsOptions());
  const [gone, setGone] = useState<JobCard | null>(null);
  const client = useQueryClient();
  const refresh = () => client.invalidateQueries({ queryKey: ["jobs"] });
  const bringBack = useMutation({
    mutationFn: (id: string) =>
      ask(api.POST("/api/jobs/{id_}/restore", { params: { path: { id_: id } } })),
    onSuccess: () => {
      setGone(null);
      void refresh();
    },
  });

  return (
    <div className="mx-auto max-w-5xl px-4 py-6">
      <header className="mb-5 flex flex-wrap items-center gap-3">
        <h1 className="flex items-center gap-2 font-tape font-semibold text-3xl">
          <Mark size={30} /> Pennant
        </h1>
        <p className="aside grow">Plant the start; see what every edge gets.</p>
        <Beginnings />
      </header>
      {gone && (
        <p role="status" className="mb-4 flex items-center gap-3 bg-wax-pale px-3 py-2">
          <span className="grow">“{gone.name}” was deleted.</span>
          <button type="button" className="button" onClick={() => bringBack.mutate(gone.id)}>
            ↶ Undo
          </button>
        </p>
      )}
      {error && <p role="alert">{error.message}. Start it again, then reload this page.</p>}
      {jobs?.length === 0 && (
        <p className="border-rule border-y bg-paper px-4 py-8">
          No jobs yet. Start with a blank wall and type over its measures, or bring in a job file.
        </p>
      )}
      <ul aria-label="Jobs" className="grid gap-4 sm:grid-cols-2">
        {jobs?.map((job) => (
          <Card key={job.id} job={job} onGone={setGone} />
        ))}
      </ul>
    </div>
  );
}

function Card({ job, onGone }: { job: JobCard; onGone: (job: JobCard) => void }) {
  const client = useQueryClient();
  const refresh = () => client.invalidateQueries({ queryKey: ["jobs"] });
  const params = { params: { path: { id_: job.id } } };
  const copy = useMutation({
    mutationFn: () => ask(api.POST("/api/jobs/{id_}/duplicate", params)),
    onSuccess: refresh,
  });
  const remove = useMutation({
    mutationFn: () => ask(api.DELETE("/api/jobs/{id_}", params)),
    onSuccess: () => {
      onGone(job);
      void refresh();
    },
  });
  return (
    <li className="border border-rule bg-paper">
      <Link to={`/jobs/${job.id}`} className="block">
        <img
          src={`/api/jobs/${job.id}/drawing.svg?edition=${job.edition}`}
          alt={`The wall of ${job.name}`}
          className="h-44 w-full bg-skim object-contain p-3"
        />
        <span className="block px-3 pt-2 font-medium">{job.name}</span>
      </Link>
      <div className="flex flex-wrap items-center gap-1 px-3 pb-2">
        <span className="aside grow">
          {job.summary}
          <br />
          {new Date(job.changed).toLocaleString()}
        </span>
        <button type="button" className="button" onClick={() => copy.mutate()}>
          Duplicate
        </button>
        <button
          type="button"
          className="button"
          aria-label={`Delete ${job.name}`}
          onClick={() => remove.mutate()}
        >
          Delete
        </button>
      </div>
    </li>
  );
}

/** A blank job in either unit, or a job file. */
function Beginnings() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const opened = (state: JobState) => {
    void client.invalidateQueries({ queryKey: ["jobs"] });
    navigate(`/jobs/${state.id}?paper=Measures`);
  };
  const blank = useMutation({
    mutationFn: (units: Units) =>
      ask<JobState>(api.POST("/api/jobs", { body: { name: "New kitchen", units } })),
    onSuccess: opened,
  });
  const bring = useMutation({
    mutationFn: async (chosen: File) => {
      const answer = fetch("/api/jobs/import", { method: "POST", body: chosen });
      return ask<JobState>(
        answer.then(async (r) => (r.ok ? { data: await r.json() } : { error: await r.json() })),
      );
    },
    onSuccess: opened,
  });
  const problem = bring.error instanceof Refusal ? bring.error.problem : null;
  return (
    <div className="flex flex-wrap gap-1">
      <button type="button" className="button button-main" onClick={() => blank.mutate("in")}>
        New job, inches
      </button>
      <button type="button" className="button button-main" onClick={() => blank.mutate("mm")}>
        New job, mm
      </button>
      <button type="button" className="button" onClick={() => file.current?.click()}>
        Import job file
      </button>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        aria-label="Job file"
        className="sr-only"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) bring.mutate(chosen);
          event.target.value = "";
        }}
      />
      {bring.error && (
        <div role="alert" className="basis-full bg-flag-pale px-3 py-2">
          <p className="font-medium">✗ {bring.error.message}; nothing was changed.</p>
          <ul className="text-sm">
            {problem?.errors?.length ? (
              problem.errors.slice(0, 8).map((wrong) => (
                <li key={wrong.pointer + wrong.message}>
                  <code>{wrong.pointer}</code> {wrong.message}
                </li>
              ))
            ) : (
              <li>{problem?.detail}</li>
            )}
          </ul>
        </div>
      )}
    </div>
  );
}
