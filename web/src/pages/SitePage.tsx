/** On the wall, over the server: what runs, what is set, what was measured, and the record. */
import { Link, useParams } from "react-router";
import { useOnSite } from "../site/onSite";
import { ServerSite } from "../site/ServerSite";
import { SiteFile } from "../site/SiteFile";
import { SiteParts } from "../site/SiteParts";

export function SitePage() {
  const { id = "" } = useParams();
  return (
    <ServerSite job={id}>
      <Parts />
    </ServerSite>
  );
}

function Parts() {
  const { job, server, waiting } = useOnSite();
  const desk = server?.desk ?? true;
  return (
    <SiteParts
      before={
        <>
          <Link className="button min-h-12" to={desk ? `/jobs/${job}` : "/"}>
            {desk ? "← Desk" : "← Jobs"}
          </Link>
          <Link className="button min-h-12 max-lg:hidden" to={`/jobs/${job}/saw?n=1`}>
            At the saw
          </Link>
        </>
      }
      record={<SiteFile />}
    >
      {waiting > 0 && (
        <p role="status" className="my-2 border-wax border-l-4 bg-wax-pale p-2">
          △ {waiting} {waiting === 1 ? "note waits" : "notes wait"} for the server. They are kept on
          this device, and sent when it answers.
        </p>
      )}
    </SiteParts>
  );
}
