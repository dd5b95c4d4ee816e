/** How a job begins: blank in either unit, or brought in from a job file. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { useNavigate } from "react-router";
import { api, ask, importJob, type JobState, Refusal, type Units } from "../api/client";

export function Beginnings() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const opened = (state: JobState) => {
    void client.invalidateQueries({ queryKey: ["jobs"] });
    navigate(`/jobs/${state.id}?paper=Survey`);
  };
  const blank = useMutation({
    mutationFn: (units: Units) =>
      ask<JobState>(api.POST("/api/jobs", { body: { name: "New kitchen", units } })),
    onSuccess: opened,
  });
  const bring = useMutation({
    mutationFn: (chosen: File) => importJob(chosen),
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
