/** The pieces of the section at hand, in the order in which they are set, each with its picture. */
import type { SitePiece } from "../api/client";
import { PENCIL } from "../palette";
import { Tape } from "../parts/Tape";
import { useOnSite } from "./onSite";
import { counted, type Unit, unitsOn } from "./units";

type Pair = [number, number];

const SHOWN = 6;
/** Pixels: room for the picture of a piece. */
const PICTURE = { width: 84, height: 48 };

export function NextPieces({ wall }: { wall: string }) {
  const { kit, site, note } = useOnSite();
  const surface = kit.surfaces.find((one) => one.surface === wall);
  const section = site.sections.find((one) => one.wall === wall && one.to_do.length > 0);
  if (!surface || !section) return null;
  const pieces = new Map(surface.pieces.map((piece) => [piece.id, piece]));
  const units = unitsOn(surface);
  const held = [...new Set(section.to_do.map((id) => units.get(id) ?? id))];
  return (
    <section aria-label="Next pieces" className="mt-3">
      <h2 className="heading">
        Section {section.number}, {counted(surface, section.to_do)} to set, in this order
      </h2>
      {section.to_do.length > 1 && (
        <button
          type="button"
          className="button mb-2 min-h-14 w-full text-lg"
          onClick={() => note({ kind: "pieces", event: "set", pieces: section.to_do, lot: "" })}
        >
          ✓ All of section {section.number} set
        </button>
      )}
      <ul className="grid gap-1">
        {held.slice(0, SHOWN).map((id) => {
          if (typeof id !== "string") {
            const left = section.to_do.filter((piece) => units.get(piece) === id);
            return (
              <UnitCard
                key={id.id}
                unit={id}
                pieces={surface.pieces.filter((piece) => id.pieces.includes(piece.id))}
                onSet={() => note({ kind: "pieces", event: "set", pieces: left, lot: "" })}
              />
            );
          }
          const piece = pieces.get(id);
          const cut = kit.cuts.cuts.find(({ number }) => number === piece?.cut);
          const state = site.record.states[id];
          return (
            <li key={id} className="flex items-center gap-2 border border-rule bg-paper px-2 py-1">
              {piece && <Picture pieces={[piece]} />}
              <div className="min-w-0 grow">
                <p className="tape text-xl">{id}</p>
                <p className="aside">
                  <Tape text={piece?.place ?? ""} />
                </p>
                <p className={state === "broken" ? "text-flag" : "aside"}>
                  {cut ? (
                    <>
                      {cut.title}
                      {state === "cut"
                        ? ", ✓ cut"
                        : state === "broken"
                          ? ", broken: cut again"
                          : `: cut ${cut.number}, still to cut`}
                    </>
                  ) : state === "broken" ? (
                    "broken: take another"
                  ) : (
                    "whole tile"
                  )}
                </p>
              </div>
              <button
                type="button"
                className="button min-h-12 px-3 text-lg"
                aria-label={`${id} is set`}
                onClick={() => note({ kind: "pieces", event: "set", pieces: [id], lot: "" })}
              >
                ✓ Set
              </button>
            </li>
          );
        })}
      </ul>
      {held.length > SHOWN && (
        <p className="aside">and {held.length - SHOWN} more in this section</p>
      )}
    </section>
  );
}

interface UnitProps {
  unit: Unit;
  pieces: readonly SitePiece[];
  onSet: () => void;
}

/** A sheet, or the chips of one that are set singly. */
function UnitCard({ unit, pieces, onSet }: UnitProps) {
  return (
    <li className="flex items-center gap-2 border border-rule bg-paper px-2 py-1">
      <Picture pieces={pieces} />
      <div className="min-w-0 grow">
        <p className="tape text-xl">{unit.name}</p>
        <p className="aside">{unit.place}</p>
        <p className="aside">{unit.says}</p>
      </div>
      <button
        type="button"
        className="button min-h-12 px-3 text-lg"
        aria-label={`${unit.name} is set`}
        onClick={onSet}
      >
        ✓ Set
      </button>
    </li>
  );
}

/** Pieces as they lie on the wall. */
function Picture({ pieces }: { pieces: readonly SitePiece[] }) {
  const boxes = pieces.map(({ box }) => box);
  const [x0, y0] = [0, 1].map((axis) => Math.min(...boxes.map((box) => box[axis] ?? 0))) as Pair;
  const [x1, y1] = [2, 3].map((axis) => Math.max(...boxes.map((box) => box[axis] ?? 0))) as Pair;
  const [width, height] = [x1 - x0, y1 - y0];
  const k = Math.min((PICTURE.width - 4) / width, (PICTURE.height - 4) / height);
  const d = pieces
    .flatMap(({ outline }) => outline)
    .map((ring) => `M${ring.map(([x, y]) => `${(x - x0) * k},${(y1 - y) * k}`).join("L")}Z`)
    .join("");
  return (
    <svg
      width={PICTURE.width}
      height={PICTURE.height}
      viewBox={`${(width * k - PICTURE.width) / 2} ${(height * k - PICTURE.height) / 2} ${PICTURE.width} ${PICTURE.height}`}
      className="shrink-0"
      aria-hidden="true"
    >
      <path
        d={d}
        fill={pieces[0]?.colour}
        fillRule="evenodd"
        stroke={PENCIL}
        strokeWidth={pieces.length > 1 ? 0.5 : 1.2}
      />
    </svg>
  );
}
