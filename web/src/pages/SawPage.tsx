/** At the saw, on a phone. */
import { Link, useParams, useSearchParams } from "react-router";
import { useOnSite } from "../site/onSite";
import { Saw } from "../site/Saw";
import { ServerSite } from "../site/ServerSite";

export function SawPage() {
  const { id = "" } = useParams();
  return (
    <ServerSite job={id}>
      <AtTheSaw />
    </ServerSite>
  );
}

function AtTheSaw() {
  const { job, kit, site, server, refused, waiting } = useOnSite();
  const [search, setSearch] = useSearchParams();
  const desk = server?.desk ?? true;
  return (
    <main className="mx-auto flex min-h-full max-w-xl flex-col gap-2 p-3">
      <header className="flex items-center gap-2">
        <Link className="button min-h-12" to={`/jobs/${job}/${desk ? "cuts" : "site"}`}>
          {desk ? "← Sheet" : "← Wall"}
        </Link>
        <span className="aside grow text-right">{kit.name}</span>
      </header>
      <p className="aside" aria-live="polite">
        {site.record.done}.
      </p>
      {waiting > 0 && (
        <p role="status" className="border-wax border-l-4 bg-wax-pale p-2">
          △ {waiting} {waiting === 1 ? "note waits" : "notes wait"} for the server.
        </p>
      )}
      {refused && (
        <p role="alert" className="border-flag border-l-4 bg-flag-pale p-2">
          ✗ {refused}
        </p>
      )}
      <Saw
        at={Number(search.get("n") ?? 1) - 1}
        onAt={(at) => setSearch({ n: String(at + 1) }, { replace: true })}
      />
    </main>
  );
}
