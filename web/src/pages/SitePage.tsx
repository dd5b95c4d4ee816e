/** On the wall: what runs, what is set, what was measured, and the record of it all. */
import { useState } from "react";
import { Link } from "react-router";
import { useEditor } from "../job/useEditor";
import { Select } from "../parts/Select";
import { Clocks } from "../site/Clocks";
import { Measuring } from "../site/Measuring";
import { PieceCard } from "../site/PieceCard";
import { RecordList } from "../site/RecordList";
import { Remarks } from "../site/Remarks";
import { Setting } from "../site/Setting";
import { useSite } from "../site/useSite";
import { WallStates } from "../site/WallStates";
import { Notices } from "./Notices";

const PARTS = ["Set", "Measure", "Note", "Record"] as const;
type Part = (typeof PARTS)[number];

export function SitePage() {
  const { editor, view } = useEditor();
  const { site, error, waiting, refused, note, took, came } = useSite();
  const [part, setPart] = useState<Part>("Set");
  const surfaces = view.plan.surfaces;
  const [wall, setWall] = useState(surfaces[0]?.surface ?? "");
  const [chosen, setChosen] = useState<string[]>([]);
  const surface = surfaces.find((one) => one.surface === wall) ?? surfaces[0];
  const choose = (piece: string) =>
    setChosen((now) =>
      now.includes(piece) ? now.filter((one) => one !== piece) : [...now, piece],
    );
  const onWall = part === "Set" || part === "Measure";
  const shown = (own: Part) => (part === own ? "" : "max-lg:hidden");
  return (
    <>
      <Notices />
      <main className="mx-auto max-w-6xl p-3 max-lg:pb-24">
        <header className="flex flex-wrap items-center gap-2">
          <Link className="button" to={`/jobs/${editor.id}`}>
            ← Desk
          </Link>
          <h1 className="heading grow">{view.job.name}: on the wall</h1>
          <Link className="button" to={`/jobs/${editor.id}/saw?n=1`}>
            At the saw
          </Link>
          {surfaces.length > 1 && (
            <Select
              label="Wall"
              value={surface?.surface ?? ""}
              options={surfaces.map(({ surface: id }) => ({
                value: id,
                label: view.plan.kitchen.surfaces.find((one) => one.id === id)?.name ?? id,
              }))}
              onChange={(id) => {
                setWall(id);
                setChosen([]);
              }}
            />
          )}
        </header>
        {error && !site && (
          <p role="alert" className="my-2 border-flag border-l-4 bg-flag-pale p-2">
            ✗ The record could not be read: {error.message}.
          </p>
        )}
        {waiting > 0 && (
          <p role="status" className="my-2 border-wax border-l-4 bg-wax-pale p-2">
            △ {waiting} {waiting === 1 ? "note waits" : "notes wait"} for the server. They are kept
            on this device, and sent when it answers.
          </p>
        )}
        {refused && (
          <p role="alert" className="my-2 border-flag border-l-4 bg-flag-pale p-2">
            ✗ {refused}
          </p>
        )}
        {!site && !error && <p className="aside">Reading the record…</p>}
        {site && surface && (
          <>
            <p className="my-1">{site.record.done}.</p>
            <Enough site={site} />
            <Clocks {...{ site, came, note }} />
            <div className={`mt-2 ${onWall ? "" : "max-lg:hidden"}`}>
              <WallStates {...{ surface, site, chosen }} onChosen={choose} />
            </div>
            <div className="lg:grid lg:grid-cols-2 lg:gap-6">
              <div className={onWall ? "" : "max-lg:hidden"}>
                {chosen.length > 0 ? (
                  <PieceCard
                    {...{ site, note }}
                    pieces={chosen}
                    onMeasure={() => setPart("Measure")}
                    onClose={() => setChosen([])}
                  />
                ) : (
                  <p className="aside">Touch a piece that broke, was taken off or was measured.</p>
                )}
                <div className={shown("Set")}>
                  <Setting {...{ site, note }} wall={surface.surface} />
                </div>
              </div>
              <div>
                <div className={shown("Measure")}>
                  <Measuring key={chosen.at(-1) ?? ""} piece={chosen.at(-1) ?? ""} note={note} />
                </div>
                <div className={shown("Note")}>
                  <Remarks {...{ site, note, took }} job={editor.id} />
                </div>
                <div className={shown("Record")}>
                  <RecordList {...{ site, note }} job={editor.id} />
                  <Paces paces={site.paces} />
                </div>
              </div>
            </div>
          </>
        )}
      </main>
      <nav
        aria-label="Parts"
        className="fixed inset-x-0 bottom-0 grid grid-cols-4 gap-1 border-pencil border-t bg-skim p-2 lg:hidden"
      >
        {PARTS.map((one) => (
          <button
            key={one}
            type="button"
            className={`button min-h-14 text-lg ${one === part ? "button-main" : ""}`}
            aria-current={one === part ? "page" : undefined}
            onClick={() => setPart(one)}
          >
            {one}
          </button>
        ))}
      </nav>
    </>
  );
}

function Enough({ site }: { site: NonNullable<ReturnType<typeof useSite>["site"]> }) {
  const { verdict, says, why } = site.enough;
  const looks = { short: "bg-flag-pale", tight: "bg-wax-pale", enough: "" }[verdict] ?? "";
  return (
    <details className={`my-1 border border-rule px-2 py-1 ${looks || "bg-paper"}`}>
      <summary className="cursor-pointer">
        {verdict === "short" ? "✗ " : verdict === "tight" ? "△ " : "✓ "}
        Tile: {says}
      </summary>
      <p className="aside">{why}</p>
    </details>
  );
}

function Paces({ paces }: { paces: readonly string[] }) {
  if (paces.length === 0) return null;
  return (
    <section aria-label="Pace" className="mt-3">
      <h2 className="heading">What it comes to so far</h2>
      <ul className="list-disc pl-5">
        {paces.map((says) => (
          <li key={says}>{says}</li>
        ))}
      </ul>
    </section>
  );
}
