/** A phone's first page: the jobs that it was given, or those that it keeps, or how to be paired. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Here } from "../api/client";
import { PhoneHead } from "../parts/PhoneHead";
import { keptJobs } from "../site/keptKit";

export function PhoneHome({ here }: { here: Here }) {
  return (
    <main className="p-4">
      <PhoneHead />
      <p className="aside my-2">{here.phone}: the jobs that it was given</p>
      <Jobs jobs={here.jobs ?? []} />
      {here.jobs?.length === 0 && (
        <p>None any more. Ask for a new code at the desk, for the job that is on.</p>
      )}
    </main>
  );
}

export function NotPaired() {
  return (
    <main className="p-4">
      <PhoneHead />
      <p className="my-3 text-lg">
        This phone is not paired. At the desk, open <b>Phones</b>, and scan the code that is shown
        there with this phone's camera.
      </p>
      <p className="aside">What was noted on it before is kept, and is sent when it is paired.</p>
    </main>
  );
}

/** Jobs whose site pages open on this device while the server is away. */
export function KeptHere() {
  const { data: jobs } = useQuery({
    queryKey: ["kept-jobs"],
    queryFn: keptJobs,
    networkMode: "always",
  });
  if (!jobs || jobs.length === 0) return null;
  return (
    <>
      <p className="mt-3 mb-1">These open meanwhile, to be used on the wall:</p>
      <Jobs jobs={jobs} />
    </>
  );
}

function Jobs({ jobs }: { jobs: readonly { id: string; name: string }[] }) {
  return (
    <ul className="grid gap-2">
      {jobs.map(({ id, name }) => (
        <li key={id}>
          <Link className="button min-h-14 w-full text-lg" to={`/jobs/${id}/site`}>
            {name}
          </Link>
        </li>
      ))}
    </ul>
  );
}
