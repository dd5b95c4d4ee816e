/** The days in short: how many, what holds them up, what would shorten them. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { daysOptions } from "../api/queries";
import { useBeside } from "../job/beside";
import { useEditor } from "../job/useEditor";
import { DaysTrouble } from "./SchedulePaper";

export function DaysPaper() {
  const { editor, view } = useEditor();
  useBeside("days");
  const { data, error } = useQuery(daysOptions(view.job, editor.id));
  return (
    <>
      <p className="mb-2">
        <Link className="button" to={`/jobs/${editor.id}/days`}>
          Day by day
        </Link>
      </p>
      {error && <DaysTrouble error={error} />}
      {!data && !error && <p className="aside">Planning the days…</p>}
      {data && !error && <DaysInShort said={data.days} />}
    </>
  );
}

/** The answer in words: it stands over the strip and on the desk. */
export function DaysInShort({ said }: { said: import("../api/client").DaysPage["days"] }) {
  return (
    <>
      <p className="tape text-[22px] leading-tight">{said.headline}</p>
      <p className="aside mb-2 max-w-[70ch]">{said.proof}</p>
      {said.hire && <p className="mb-1">{said.hire}</p>}
      {said.clashes.map((clash) => (
        <p key={clash} role="alert" className="mb-1 border-wax border-l-4 bg-wax-pale px-2 py-1">
          △ {clash}
        </p>
      ))}
      <div className="grid gap-x-6 md:grid-cols-2">
        {said.shorter.length > 0 && (
          <section aria-label="What would shorten it">
            <h3 className="heading">What would shorten it</h3>
            <ul className="list-disc pl-5">
              {said.shorter.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          </section>
        )}
        <section aria-label="Used again">
          <h3 className="heading">The kitchen can be used again</h3>
          <ul>
            {said.uses.map((use) => (
              <li key={use.what} className="flex flex-wrap gap-x-2">
                <span className="tape">{use.when}</span>
                <span>{use.what}</span>
                {use.why && <span className="aside">{use.why}</span>}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  );
}
