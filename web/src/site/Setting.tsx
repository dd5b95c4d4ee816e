/** What is set, by one press a course or a section; single pieces where something happened. */
import { useState } from "react";
import { Tape } from "../parts/Tape";
import { NextPieces } from "./NextPieces";
import { useOnSite } from "./onSite";
import { MIXED } from "./settled";
import { counted } from "./units";

interface Props {
  wall: string;
}

const BIG = "button min-h-14 min-w-12 px-3 text-lg";

export function Setting({ wall }: Props) {
  return (
    <>
      <Courses wall={wall} />
      <Sections wall={wall} />
      <NextPieces wall={wall} />
      <Batches />
      <Grouting wall={wall} />
    </>
  );
}

function Courses({ wall }: Props) {
  const { kit, site, note } = useOnSite();
  const surface = kit.surfaces.find((one) => one.surface === wall);
  const own = site.courses.filter((course) => course.wall === wall);
  const first = own.findIndex(({ to_set }) => to_set.length > 0);
  const [moved, setMoved] = useState<number | null>(null);
  const at = Math.min(moved ?? Math.max(first, 0), own.length - 1);
  const course = own[at];
  if (!course) return null;
  const left = course.to_set.length;
  const onSheets = Boolean(surface?.units?.length);
  const row = onSheets ? "Row" : "Course";
  return (
    <section aria-label="Courses" className="mt-3">
      <h2 className="heading">{onSheets ? "Rows of sheets" : "Courses"}</h2>
      <div className="grid grid-cols-[auto_1fr_auto] gap-2">
        <button
          type="button"
          className={BIG}
          aria-label="The course below"
          disabled={at === 0}
          onClick={() => setMoved(at - 1)}
        >
          ▼
        </button>
        {left === 0 ? (
          <p className="self-center text-center text-lg">
            ✓ {row} {course.number} is set
          </p>
        ) : (
          <button
            type="button"
            className={`${BIG} button-main`}
            onClick={() => {
              note({ kind: "pieces", event: "set", pieces: course.to_set, lot: "" });
              setMoved(null);
            }}
          >
            ✓ {row} {course.number} set
          </button>
        )}
        <button
          type="button"
          className={BIG}
          aria-label="The course above"
          disabled={at === own.length - 1}
          onClick={() => setMoved(at + 1)}
        >
          ▲
        </button>
      </div>
      {left > 0 && (
        <p className="aside mt-1">
          {left === course.pieces.length
            ? counted(surface, course.to_set)
            : `${counted(surface, course.to_set)} still to set`}
        </p>
      )}
    </section>
  );
}

/** What is spread at once, and then set. */
function Sections({ wall }: Props) {
  const { kit, site, note } = useOnSite();
  const surface = kit.surfaces.find((one) => one.surface === wall);
  const spread = new Set(
    site.clocks.filter(({ runs }) => runs === "open time").flatMap(({ pieces }) => pieces),
  );
  const next = site.sections.find(
    (one) => one.wall === wall && one.to_do.some((piece) => !spread.has(piece)),
  );
  if (!next) return null;
  return (
    <section aria-label="Spread" className="mt-3">
      <h2 className="heading">Spread this section</h2>
      <p>
        Section {next.number}: {next.name}, {counted(surface, next.to_do)}
      </p>
      <button
        type="button"
        className={`${BIG} mt-1 w-full`}
        onClick={() =>
          note({
            kind: "section",
            event: "spread",
            number: next.number,
            pieces: next.to_do,
          })
        }
      >
        Section {next.number} is spread
      </button>
    </section>
  );
}

/** The mixing card's batch, by one press. */
function Batches() {
  const { site, note } = useOnSite();
  const [lot, setLot] = useState("");
  if (site.cards.length === 0) return null;
  return (
    <section aria-label="Batches" className="mt-3">
      <h2 className="heading">Batches</h2>
      <ul className="grid gap-2">
        {site.cards.map((card) => {
          const what = card.of;
          return (
            <li key={card.what}>
              <button
                type="button"
                className={`${BIG} w-full`}
                onClick={() => note({ kind: "batch", event: "mixed", what, lot })}
              >
                A batch of {MIXED[what].toLowerCase()} is mixed
              </button>
              <p className="aside">
                <Tape text={`${card.powder}, ${card.water}; ${card.minutes}`} />. Water first, then
                powder; gloves and goggles.
              </p>
            </li>
          );
        })}
      </ul>
      <label className="mt-1 flex items-center gap-2">
        <span className="aside">Lot</span>
        <input
          className="field min-h-12 max-w-40"
          value={lot}
          maxLength={80}
          onChange={(event) => setLot(event.target.value)}
        />
      </label>
    </section>
  );
}

function Grouting({ wall }: Props) {
  const { site, note } = useOnSite();
  const own = site.grouting.filter((one) => one.wall === wall);
  const next = own.find(({ to_do }) => to_do.length > 0);
  const allSet = site.courses.every(({ to_set }) => to_set.length === 0);
  const sets = site.clocks.find(({ runs }) => runs === "bed sets");
  if (!next || (!allSet && next.number === own[0]?.number)) return null;
  return (
    <section aria-label="Grout" className="mt-3">
      <h2 className="heading">Grout</h2>
      {sets && Date.parse(sets.ends) > Date.parse(site.now) && (
        <p className="border-wax border-l-4 bg-wax-pale p-1.5">
          △ The adhesive has not set yet: no grout before the clock says so.
        </p>
      )}
      <button
        type="button"
        className={`${BIG} w-full`}
        onClick={() =>
          note({
            kind: "section",
            event: "grouted",
            number: next.number,
            pieces: next.to_do,
          })
        }
      >
        Section {next.number} is grouted
      </button>
      <p className="aside">{next.name}. Wash water never goes down the sink.</p>
    </section>
  );
}
