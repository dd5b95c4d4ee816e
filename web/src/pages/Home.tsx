/** All jobs, each by a drawing of its wall; those in hand first, the others a folder away. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Refusal } from "../api/client";
import { type Folder, hereOptions, jobsOptions } from "../api/queries";
import { Choices } from "../parts/Choices";
import { Mark } from "../parts/Mark";
import { Beginnings } from "./Beginnings";
import { JobCard } from "./JobCard";
import { KeptHere, NotPaired, PhoneHome } from "./PhoneHome";
import { useJobActions } from "./useJobActions";

const FOLDERS: readonly { value: Folder; label: string }[] = [
  { value: "in-hand", label: "Current jobs" },
  { value: "archive", label: "Archive" },
  { value: "trash", label: "Trash" },
];

const EMPTY: Record<Folder, string> = {
  "in-hand":
    "No jobs in hand. Start with a blank wall and type over its measures, or bring in a job file.",
  archive: "Nothing archived. A finished job can be put here, out of the way.",
  trash: "The trash is empty. What is deleted stays here and can be brought back.",
};

export function Home() {
  const { data: here, error } = useQuery(hereOptions());
  if (here && !here.desk) return <PhoneHome here={here} />;
  if (error instanceof Refusal && error.problem?.status === 401) return <NotPaired />;
  // Where it is, is asked first: the desk's page on a phone would only be refused.
  return here || error ? <DeskHome /> : null;
}

function DeskHome() {
  const [search, setSearch] = useSearchParams();
  const folder = FOLDERS.find(({ value }) => value === search.get("folder"))?.value ?? "in-hand";
  const [sought, setSought] = useState("");
  const { data: jobs, error } = useQuery(jobsOptions(folder));
  const { gone, failed, bringBack, ...actions } = useJobActions();
  const found = jobs?.filter(({ name }) =>
    name.toLowerCase().includes(sought.trim().toLowerCase()),
  );

  return (
    <div className="mx-auto max-w-5xl px-4 py-6">
      <header className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="flex items-center gap-2 font-semibold font-tape text-3xl">
          <Mark size={30} /> Pennant
        </h1>
        <p className="aside grow">Choose where to start. See every cut.</p>
        <Link to="/shelf" className="button">
          Products
        </Link>
        <Link to="/phones" className="button">
          Phones
        </Link>
        <Beginnings />
      </header>
      <div className="mb-4 flex flex-wrap items-center gap-3 border-slab border-t-4 pt-3">
        <Choices<Folder>
          label="Folder"
          value={folder}
          choices={FOLDERS}
          onChange={(next) => setSearch(next === "in-hand" ? {} : { folder: next })}
        />
        <input
          type="search"
          className="field ml-auto w-56"
          placeholder="Find by name"
          aria-label="Find by name"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </div>
      {gone && (
        <p role="status" className="mb-4 flex items-center gap-3 bg-wax-pale px-3 py-2">
          <span className="grow">
            “{gone.job.name}” was {gone.folder === "trash" ? "deleted" : "archived"}.
          </span>
          <button type="button" className="button" onClick={() => bringBack(gone.job, gone.folder)}>
            ↶ Undo
          </button>
        </p>
      )}
      {failed && (
        <p role="alert" className="mb-4 bg-flag-pale px-3 py-2">
          ✗ {failed}
        </p>
      )}
      {error && (
        <div role="alert">
          <p>{error.message}. Start it again, then reload this page.</p>
          <KeptHere />
        </div>
      )}
      {found?.length === 0 && (
        <p className="border-rule border-y bg-paper px-4 py-8">
          {sought ? `No job here is called “${sought}”.` : EMPTY[folder]}
        </p>
      )}
      <ul aria-label="Jobs" className="grid gap-4 sm:grid-cols-2">
        {found?.map((job) => (
          <JobCard key={job.id} job={job} folder={folder} bringBack={bringBack} {...actions} />
        ))}
      </ul>
    </div>
  );
}
