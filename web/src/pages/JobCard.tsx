/** One job in its folder: its wall, its name, how it stands, and what can be done with it. */
import { Link } from "react-router";
import type { JobCard as Job } from "../api/client";
import type { Folder } from "../api/queries";
import { shortTime } from "../parts/shortTime";

interface Props {
  job: Job;
  folder: Folder;
  duplicate: (job: Job) => void;
  archive: (job: Job) => void;
  remove: (job: Job) => void;
  bringBack: (job: Job, from: Folder) => void;
}

export function JobCard({ job, folder, duplicate, archive, remove, bringBack }: Props) {
  const face = (
    <>
      {job.drawn ? (
        <img
          src={`/api/jobs/${job.id}/drawing.svg?edition=${job.edition}`}
          alt={`The walls of ${job.name}`}
          className="h-44 w-full bg-skim object-contain p-3"
        />
      ) : (
        <span className="flex h-44 items-center justify-center bg-skim p-3 text-center">
          {job.summary === null ? "Being drawn…" : "✗ No drawing: this job cannot be planned"}
        </span>
      )}
      <span data-typed className="block px-3 pt-2 font-medium">
        {job.name || "A job without a name"}
      </span>
    </>
  );
  return (
    <li className="border border-rule bg-paper">
      {folder === "trash" ? (
        <div className="opacity-60">{face}</div>
      ) : (
        <Link to={`/jobs/${job.id}`} className="block">
          {face}
        </Link>
      )}
      <p className="aside px-3">{job.summary ?? "being worked out…"}</p>
      <div className="flex flex-wrap items-center gap-1 px-3 pt-1 pb-2">
        <span className="aside grow">changed {shortTime(job.changed)}</span>
        {folder === "in-hand" && (
          <>
            {job.drawn && <Action says="Duplicate" job={job} act={duplicate} />}
            <Action says="Archive" job={job} act={archive} />
          </>
        )}
        {folder !== "in-hand" && (
          <Action
            says={folder === "trash" ? "Bring back" : "Take up again"}
            job={job}
            act={(which) => bringBack(which, folder)}
          />
        )}
        {folder !== "trash" && <Action says="Delete" job={job} act={remove} />}
      </div>
    </li>
  );
}

function Action({ says, job, act }: { says: string; job: Job; act: (job: Job) => void }) {
  return (
    <button
      type="button"
      className="button"
      aria-label={`${says} ${job.name}`}
      onClick={() => act(job)}
    >
      {says}
    </button>
  );
}
