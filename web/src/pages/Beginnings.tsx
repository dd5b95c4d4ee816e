/** How a job begins: blank in either unit, or brought in from a job file. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, ask, type BroughtIn, importFile, type JobState, Refusal } from "../api/client";
import { Select } from "../parts/Select";

export function Beginnings() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const opened = (state: JobState) => {
    void client.invalidateQueries({ queryKey: ["jobs"] });
    navigate(`/jobs/${state.id}?step=measure`);
  };
  const [units, setUnits] = useState("");
  const [last, setLast] = useState<File | null>(null);
  const [read, setRead] = useState<BroughtIn | null>(null);
  const bring = useMutation({
    mutationFn: (asked: { file: File; units: string; layers?: Record<string, string> }) =>
      importFile(asked.file, asked.units, asked.layers),
    onSuccess: (brought) => {
      if (Object.keys(brought.left_out).length === 0) opened(brought.state);
      else setRead(brought);
    },
  });
  const again = (unit: string) => {
    setUnits(unit);
    if (last) bring.mutate({ file: last, units: unit });
  };
  /** What layers hold whose names say nothing; the drawing is then read anew. */
  const [layers, setLayers] = useState<Record<string, string>>({});
  const withLayers = async () => {
    if (!last || !read) return;
    const before = read.state.id;
    setRead(null);
    try {
      await bring.mutateAsync({ file: last, units, layers });
    } catch {
      return; // what is wrong is said, and what was read before stays
    }
    await ask(api.DELETE("/api/jobs/{id_}", { params: { path: { id_: before } } }));
    void client.invalidateQueries({ queryKey: ["jobs"] });
  };
  const problem = bring.error instanceof Refusal ? bring.error.problem : null;
  return (
    <div className="flex flex-wrap gap-1">
      <Link to="/new" className="button button-main">
        New job
      </Link>
      <button type="button" className="button" onClick={() => file.current?.click()}>
        Import a file
      </button>
      <input
        ref={file}
        type="file"
        accept=".json,.dxf,.csv,.zip,application/json"
        aria-label="Job file"
        className="sr-only"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          setRead(null);
          setLast(chosen ?? null);
          if (chosen) bring.mutate({ file: chosen, units });
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
          {problem?.errors?.some(({ pointer }) => pointer === "/units") && (
            <p className="mt-1 flex flex-wrap gap-1">
              {["mm", "cm", "m", "in", "ft"].map((unit) => (
                <button key={unit} type="button" className="button" onClick={() => again(unit)}>
                  It is in {unit}
                </button>
              ))}
            </p>
          )}
        </div>
      )}
      {read && (
        <div role="status" className="basis-full bg-wax-pale px-3 py-2">
          <p>
            △ Read, but for these layers, whose names say nothing. Say what they hold, or open it
            and add what is missing by hand.
          </p>
          <ul className="my-1 grid gap-1">
            {Object.entries(read.left_out).map(([layer, count]) => (
              <li key={layer} className="flex items-center gap-2">
                <span className="grow">
                  {layer}, {count} {count === 1 ? "outline" : "outlines"}
                </span>
                <Select
                  label={`Layer ${layer} holds`}
                  value={layers[layer] ?? ""}
                  options={[
                    { value: "", label: "nothing of the wall" },
                    ...(read.kinds ?? []).map((value) => ({ value, label: value })),
                  ]}
                  onChange={(kind) => setLayers({ ...layers, [layer]: kind })}
                />
              </li>
            ))}
          </ul>
          <span className="flex gap-2">
            <button
              type="button"
              className="button button-main"
              disabled={!Object.values(layers).some(Boolean)}
              onClick={() => void withLayers()}
            >
              Read it again so
            </button>
            <button type="button" className="button" onClick={() => opened(read.state)}>
              Open it as it is
            </button>
          </span>
        </div>
      )}
    </div>
  );
}
