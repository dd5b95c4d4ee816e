/** The site file: the whole job as one page for a phone without a server, and its notes read in. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { Refusal, readIn } from "../api/client";
import { siteOptions } from "../api/queries";
import { useOnSite } from "./onSite";

export function SiteFile() {
  const { job, server } = useOnSite();
  const client = useQueryClient();
  const [said, setSaid] = useState<string[]>([]);
  const [failed, setFailed] = useState("");
  if (!server?.desk) return null;
  const take = async (file: File) => {
    setSaid([]);
    setFailed("");
    try {
      const { new: fresh, known, says, site } = await readIn(job, file);
      await client.cancelQueries({ queryKey: siteOptions(job).queryKey });
      client.setQueryData(siteOptions(job).queryKey, site);
      setSaid([`${fresh} new in the record, ${known} were there already`, ...says]);
    } catch (error) {
      const why = error instanceof Refusal ? error.reason : "";
      setFailed(why || (error instanceof Error ? error.message : String(error)));
    }
  };
  return (
    <section aria-label="Site file" className="mt-3">
      <h2 className="heading">Without a network</h2>
      <p>
        The site file is one page with the whole job: cuts, marks, steps, clocks, and a record that
        it gives back. Send it to the phone, and open it there. Where two work, pair their phones
        instead: then each sees what the other has noted.
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        <a className="button inline-flex min-h-12 items-center" href={`/api/jobs/${job}/site-file`}>
          Site file for a phone
        </a>
        <a
          className="button inline-flex min-h-12 items-center"
          href={`/api/jobs/${job}/as/pdf?only=wall&only=setting-out&only=cuts&only=mixing&only=days`}
        >
          The same on paper, PDF
        </a>
        <Link className="button inline-flex min-h-12 items-center" to={`/phones?job=${job}`}>
          Pair a phone
        </Link>
        <label className="button inline-flex min-h-12 items-center">
          Import notes from a phone
          <input
            type="file"
            accept=".json,.txt,application/json,text/plain"
            aria-label="Notes that a site file gave back"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) void take(file);
              event.target.value = "";
            }}
          />
        </label>
      </div>
      {said.length > 0 && (
        <p role="status" className="mt-1 border-pencil border-l-4 pl-2">
          ✓ {said.join("; ")}.
        </p>
      )}
      {failed && (
        <p role="alert" className="mt-1 border-flag border-l-4 bg-flag-pale p-1.5">
          ✗ Not read in: the notes {failed}
        </p>
      )}
    </section>
  );
}
