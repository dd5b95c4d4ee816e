/** What was noted, the latest first; an entry that was a mistake is taken back, and stays there. */
import { clockTime } from "./Clocks";
import { useOnSite } from "./onSite";

export function RecordList() {
  const { job, site, note } = useOnSite();
  const [last] = site.entries.filter(({ gone }) => !gone);
  return (
    <section aria-label="Record" className="mt-3">
      <h2 className="heading">Record</h2>
      {site.record.elsewhere.length > 0 && (
        <p role="status" className="my-1 border-wax border-l-4 bg-wax-pale p-2">
          △ Noted on pieces that the plan no longer has: {site.record.elsewhere.join("; ")}. Look at
          the wall: what is there and fits is noted again under its present code, and the old note
          is taken back below.
        </p>
      )}
      {site.entries.length === 0 && <p className="aside">Nothing is noted yet.</p>}
      <ol>
        {site.entries.map((entry) => (
          <li
            key={entry.id}
            className="flex items-center gap-2 border-rule border-b py-1"
            data-gone={entry.gone}
          >
            <span className="aside w-20 shrink-0">{clockTime(entry.at)}</span>
            <span className={`grow ${entry.gone ? "line-through" : ""}`}>
              {entry.says}
              {entry.doubt && <span className="block text-wax">△ {entry.doubt}</span>}
              {entry.photograph && (
                <img
                  className="mt-1 max-h-40"
                  alt={entry.says}
                  src={`/api/jobs/${job}/photographs/${entry.photograph}.jpg`}
                />
              )}
            </span>
            {!entry.gone && (
              <button
                type="button"
                className="button min-h-12 min-w-12"
                aria-label={`Take back: ${entry.says}`}
                onClick={() => note({ kind: "taken back" }, entry.key)}
              >
                ↶{entry.id === last?.id && " Take back"}
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
