/** The pieces of the section at hand, in the order in which they are set, each with its picture. */
import type { SitePiece } from "../api/client";
import { PENCIL } from "../palette";
import { Tape } from "../parts/Tape";
import { useOnSite } from "./onSite";

const SHOWN = 6;
/** Pixels: room for the picture of a piece. */
const PICTURE = { width: 84, height: 48 };

export function NextPieces({ wall }: { wall: string }) {
  const { kit, site, note } = useOnSite();
  const surface = kit.surfaces.find((one) => one.surface === wall);
  const section = site.sections.find((one) => one.wall === wall && one.to_do.length > 0);
  if (!surface || !section) return null;
  const pieces = new Map(surface.pieces.map((piece) => [piece.id, piece]));
  const next = section.to_do.slice(0, SHOWN);
  return (
    <section aria-label="Next pieces" className="mt-3">
      <h2 className="heading">
        Section {section.number}, {section.to_do.length} to set, in this order
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
        {next.map((id) => {
          const piece = pieces.get(id);
          const cut = kit.cuts.cuts.find(({ number }) => number === piece?.cut);
          const state = site.record.states[id];
          return (
            <li key={id} className="flex items-center gap-2 border border-rule bg-paper px-2 py-1">
              {piece && <Picture piece={piece} />}
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
      {section.to_do.length > SHOWN && (
        <p className="aside">and {section.to_do.length - SHOWN} more in this section</p>
      )}
    </section>
  );
}

/** A piece as it lies on the wall. */
function Picture({ piece }: { piece: SitePiece }) {
  const [x0, y0, x1, y1] = piece.box;
  const [width, height] = [x1 - x0, y1 - y0];
  const k = Math.min((PICTURE.width - 4) / width, (PICTURE.height - 4) / height);
  const d = piece.outline
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
      <path d={d} fill={piece.colour} fillRule="evenodd" stroke={PENCIL} strokeWidth={1.2} />
    </svg>
  );
}
