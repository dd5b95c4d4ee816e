/** The site in one hand: now, the pieces to set, the saw, readings, the record; undo always there. */
import { type ReactNode, useState } from "react";
import { Select } from "../parts/Select";
import { NearestClock } from "./Clocks";
import { Measuring } from "./Measuring";
import { Now } from "./Now";
import { useOnSite } from "./onSite";
import { PieceCard } from "./PieceCard";
import { RecordList } from "./RecordList";
import { Remarks } from "./Remarks";
import { Saw } from "./Saw";
import { Setting } from "./Setting";
import { heldWith, setSoFar } from "./units";
import { WallStates } from "./WallStates";

const PARTS = ["Now", "Set", "Saw", "Check", "Record"] as const;
type Part = (typeof PARTS)[number];

interface Props {
  /** What stands before the job's name: the way back, where there is one. */
  before?: ReactNode;
  /** What is said over all parts. */
  children?: ReactNode;
  /** What belongs to the record besides the list. */
  record?: ReactNode;
}

export function SiteParts({ before, children, record }: Props) {
  const { kit, site, refused } = useOnSite();
  const [part, setPart] = useState<Part>("Now");
  const [wall, setWall] = useState(kit.surfaces[0]?.surface ?? "");
  const [chosen, setChosen] = useState<string[]>([]);
  const [cut, setCut] = useState(0);
  const surface = kit.surfaces.find((one) => one.surface === wall) ?? kit.surfaces[0];
  // A sheet is chosen as one lifts it; touched once more, the single chip.
  const choose = (piece: string) =>
    setChosen((now) => {
      const held = surface ? heldWith(surface, piece) : [piece];
      if (!now.includes(piece)) return [...now, ...held.filter((one) => !now.includes(one))];
      return held.length > 1 && now.length > 1 ? [piece] : now.filter((one) => one !== piece);
    });
  const onWall = part === "Set" || part === "Check";
  const shown = (...own: Part[]) => (own.includes(part) ? "" : "max-lg:hidden");
  if (!surface) return <p className="p-4">There is no wall to set.</p>;
  return (
    <>
      <main className="mx-auto max-w-6xl p-3 max-lg:pb-40">
        <header className="flex flex-wrap items-center gap-2">
          {before}
          <h1 className="heading grow">{kit.name}: on the wall</h1>
          {kit.surfaces.length > 1 && (
            <span className="[&>select]:min-h-12">
              <Select
                label="Wall"
                value={surface.surface}
                options={kit.surfaces.map(({ surface: id, name }) => ({ value: id, label: name }))}
                onChange={(id) => {
                  setWall(id);
                  setChosen([]);
                }}
              />
            </span>
          )}
        </header>
        {children}
        {refused && (
          <p role="alert" className="my-2 border-flag border-l-4 bg-flag-pale p-2">
            ✗ {refused}
          </p>
        )}
        <p className="my-1">{setSoFar(kit, site.record.states) || site.record.done}.</p>
        {part !== "Now" && <NearestClock onOpen={() => setPart("Now")} />}
        <div className={shown("Now")}>
          <Now />
        </div>
        <div className={`mt-2 ${onWall ? "" : "max-lg:hidden"}`}>
          <WallStates {...{ surface, site, chosen }} shown={onWall} onChosen={choose} />
        </div>
        <div className="lg:grid lg:grid-cols-2 lg:gap-6">
          <div className={onWall ? "" : "max-lg:hidden"}>
            {chosen.length > 0 ? (
              <PieceCard
                pieces={chosen}
                onMeasure={() => setPart("Check")}
                onClose={() => setChosen([])}
              />
            ) : (
              <p className="aside">Touch a piece that broke, was taken off or was measured.</p>
            )}
            <div className={shown("Set")}>
              <Setting wall={surface.surface} />
            </div>
          </div>
          <div>
            <div className={`lg:hidden ${shown("Saw")}`}>
              <Saw at={cut} onAt={setCut} />
            </div>
            <div className={shown("Check")}>
              <Measuring key={chosen.at(-1) ?? ""} piece={chosen.at(-1) ?? ""} />
            </div>
            <div className={shown("Record")}>
              {record}
              <Remarks />
              <RecordList />
              <Paces paces={site.paces} />
            </div>
          </div>
        </div>
      </main>
      <nav
        aria-label="Parts"
        className="fixed inset-x-0 bottom-0 border-pencil border-t bg-skim p-2 lg:hidden"
      >
        <TakeBack />
        <div className="grid grid-cols-5 gap-1">
          {PARTS.map((one) => (
            <button
              key={one}
              type="button"
              className={`button min-h-14 px-1 ${one === part ? "button-main" : ""}`}
              aria-current={one === part ? "page" : undefined}
              onClick={() => setPart(one)}
            >
              {one}
            </button>
          ))}
        </div>
      </nav>
    </>
  );
}

/** The last entry, and taking it back: always within reach of the thumb. */
function TakeBack() {
  const { site, note } = useOnSite();
  const last = site.entries.find(({ gone }) => !gone);
  return (
    <button
      type="button"
      className="button mb-1 min-h-12 w-full truncate text-left"
      disabled={!last}
      onClick={() => last && note({ kind: "taken back" }, last.key)}
    >
      {last ? `↶ Take back: ${last.says}` : "Nothing is noted yet"}
    </button>
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
