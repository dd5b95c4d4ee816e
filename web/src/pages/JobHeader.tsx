/** The job's name, unit and history, and what can be done with it as a whole. */
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, ask, type Job, type JobState, type Units } from "../api/client";
import { sayApproval } from "../job/approval";
import type { Status } from "../job/editor";
import { useEditor } from "../job/useEditor";
import { Mark } from "../parts/Mark";

type Step = NonNullable<Job["step"]>;

const SAID: Record<Status, string> = {
  kept: "Saved",
  typing: "Not saved yet",
  keeping: "Saving…",
  unreachable: "Pennant does not answer; trying again",
  conflict: "Changed elsewhere",
};

const ITEM = "block px-3 py-1.5 data-focus:bg-chalk-pale";

interface Props {
  /** The paper that is ticked when one goes on to print. */
  prints?: string;
}

export function JobHeader({ prints }: Props) {
  const { editor, draft, view, state, status } = useEditor();
  const client = useQueryClient();
  const navigate = useNavigate();

  function round(step: Step) {
    const next: Units = step.endsWith("in") ? "in" : "mm";
    editor.commit({ ...draft, units: next, step }, `Shown in ${step}`);
  }

  const copying = useMutation({
    mutationFn: () =>
      ask<JobState>(
        api.POST("/api/jobs/{id_}/duplicate", { params: { path: { id_: editor.id } } }),
      ),
    onSuccess: async (copy) => {
      await client.invalidateQueries({ queryKey: ["jobs"] });
      navigate(`/jobs/${copy.id}`);
    },
  });

  const others = view.sheet.spoken.region === "american" ? "british" : "american";
  const pages: [string, string][] = [
    ["agree", sayApproval(view.job)],
    ["days", "The days"],
    ["site", "On the wall"],
    ["shades", "Boxes and shades"],
    ["papers", "Papers and files"],
  ];
  return (
    <header className="no-print flex flex-wrap items-center gap-x-3 gap-y-1 border-rule border-b bg-paper px-3 py-1.5">
      <Link to="/" className="heading flex items-center gap-1.5" title="All jobs">
        <Mark /> Pennant
      </Link>
      <Name />
      <span
        role="status"
        className={`aside ${status === "kept" ? "sr-only" : status === "unreachable" ? "text-flag" : ""}`}
      >
        {SAID[status]}
      </span>
      {copying.error && (
        <span role="alert" className="bg-flag-pale px-2">
          ✗ {copying.error.message}; no copy was made.
        </span>
      )}
      <span className="ml-auto flex flex-wrap gap-1">
        <button
          type="button"
          className="button"
          aria-label="Undo"
          disabled={!state.undo && status === "kept"}
          title={state.undo ? `Undo: ${state.undo}` : "Nothing to undo"}
          onClick={() => editor.undo()}
        >
          ↶<span className="max-sm:hidden"> Undo</span>
        </button>
        <button
          type="button"
          className="button"
          aria-label="Redo"
          disabled={!state.redo}
          title={state.redo ? `Redo: ${state.redo}` : "Nothing to redo"}
          onClick={() => editor.redo()}
        >
          ↷<span className="max-sm:hidden"> Redo</span>
        </button>
        <select
          aria-label="Unit and rounding"
          className="field w-auto max-sm:max-w-40"
          value={view.job.step ?? "1/16 in"}
          onChange={(event) => round(event.target.value as Step)}
        >
          <option value="1/16 in">inches, to 1/16</option>
          <option value="1/32 in">inches, to 1/32</option>
          <option value="1 mm">millimetres</option>
          <option value="0.5 mm">millimetres, to 0.5</option>
        </select>
        <Link className="button" to={`/jobs/${editor.id}/papers${prints ? `?only=${prints}` : ""}`}>
          Print
        </Link>
        <Menu>
          <MenuButton className="button">Job ▾</MenuButton>
          <MenuItems
            anchor="bottom end"
            className="z-20 mt-1 min-w-44 border border-pencil bg-paper py-1 shadow-md"
          >
            {pages.map(([page, label]) => (
              <MenuItem key={page}>
                <Link className={ITEM} to={`/jobs/${editor.id}/${page}`}>
                  {label}
                </Link>
              </MenuItem>
            ))}
            <MenuItem>
              <a className={ITEM} href={`/api/jobs/${editor.id}/export`} download>
                Export job file
              </a>
            </MenuItem>
            <MenuItem>
              <button
                type="button"
                className={`${ITEM} w-full text-left`}
                onClick={() => editor.commit({ ...draft, words: others }, "Words")}
              >
                Use {others === "british" ? "British" : "American"} words
              </button>
            </MenuItem>
            <MenuItem>
              <button
                type="button"
                className={`${ITEM} w-full text-left`}
                onClick={() => copying.mutate()}
              >
                Duplicate
              </button>
            </MenuItem>
            <MenuItem>
              <Link className={ITEM} to="/">
                All jobs
              </Link>
            </MenuItem>
          </MenuItems>
        </Menu>
      </span>
    </header>
  );
}

function Name() {
  const { editor, draft, view } = useEditor();
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    const name = typed?.trim();
    if (name && name !== view.job.name) editor.commit({ ...draft, name }, "Renamed");
    setTyped(null);
  };
  return (
    <input
      aria-label="Name of the job"
      className="min-w-40 grow-0 rounded-sm border border-transparent bg-transparent px-1.5 py-0.5 font-medium hover:border-rule max-md:grow"
      style={{ width: `${Math.max(14, (typed ?? view.job.name).length + 2)}ch` }}
      maxLength={80}
      value={typed ?? view.job.name}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") setTyped(null);
      }}
    />
  );
}
