/** At the saw: one cut at a time, large, and each piece ticked off as it is made. */
import type { ReactNode } from "react";
import type { Site } from "../api/client";
import { CutDrawing } from "../drawing/CutDrawing";
import { MATERIALS } from "../palette";
import { Tape } from "../parts/Tape";
import { useOnSite } from "./onSite";

interface Props {
  /** The place of the cut in the order of cutting, from 0. */
  at: number;
  onAt: (at: number) => void;
}

type Event = "cut" | "set" | "broken";

export function Saw({ at: asked, onAt }: Props) {
  const { kit, site, note } = useOnSite();
  const { cuts, tools } = kit.cuts;
  const { record } = site;
  const at = Math.min(Math.max(0, asked), Math.max(0, cuts.length - 1));
  const cut = cuts[at];
  // What a tool can do to somebody is said where it is taken up, not at each of its cuts.
  const takenUp = cuts.findIndex((one) => one.tool === cut?.tool) === at;
  const caution = takenUp ? tools.find((one) => one.tool === cut?.tool)?.caution : "";
  // A chip comes off a sheet: which of them it was tells nobody much.
  const onSheets = kit.surfaces.some(({ units }) => (units?.length ?? 0) > 0);
  const toCut = cut ? leftOf(cut.pieces, record.states) : [];
  const again = record.again.filter(({ piece }) => cut?.pieces.includes(piece));
  const colour = kit.surfaces
    .flatMap(({ pieces }) => pieces)
    .find(({ id }) => id === cut?.pieces[0])?.colour;
  return (
    <div className="flex flex-col gap-2">
      <p className="heading text-center">{cut ? `Cut ${at + 1} of ${cuts.length}` : "No cuts"}</p>
      <p className="aside" aria-live="polite">
        {record.left}.
      </p>
      {record.elsewhere.length > 0 && (
        <p role="status" className="border-wax border-l-4 bg-wax-pale p-2">
          △ Noted on pieces that the plan no longer has: {record.elsewhere.join("; ")}. Look at the
          wall; what is there and fits, note again under its present code.
        </p>
      )}
      {cut ? (
        <section aria-label={`Cut ${at + 1}`}>
          <p className="text-lg">
            <span className="tape text-3xl">{cut.pieces.length} ×</span>{" "}
            <span className="font-medium">{cut.title}</span>, {cut.tool}
          </p>
          <CutDrawing cut={cut} colour={colour ?? MATERIALS.tile} width={364} big />
          <ul className="tape text-2xl leading-tight">
            {cut.marks.map((mark) => (
              <li key={mark.says}>
                <Tape text={mark.says} />
              </li>
            ))}
          </ul>
          {cut.stage === "on the wall" && (
            <p className="mt-1 border-wax border-l-4 bg-wax-pale p-1.5">
              Measure on the wall first; this is the size to expect
              {cut.play && <>, {<Tape text={cut.play} />}</>}.
            </p>
          )}
          {cut.pieces
            .filter((piece) => record.measured[piece])
            .map((piece) => (
              <p key={piece} className="mt-1 border-pencil border-l-4 p-1.5 font-medium text-lg">
                ✓ {piece} was measured: cut it to <Tape text={record.measured[piece] ?? ""} />.
              </p>
            ))}
          <p className="aside mt-1">
            {cut.how}. {cut.risk && `△ ${cut.risk}.`} {caution && `△ ${caution}`}
          </p>
          {toCut.length > 1 && (
            <button
              type="button"
              className="button button-main mt-2 min-h-14 w-full text-lg"
              onClick={() => {
                note({ kind: "pieces", event: "cut", pieces: toCut, lot: "" });
                const open = cuts.findIndex(
                  (one, number) => number > at && leftOf(one.pieces, record.states).length > 0,
                );
                if (open >= 0) onAt(open);
              }}
            >
              ✓ All {toCut.length} cut
            </button>
          )}
          <Stack pieces={cut.pieces.length}>
            {cut.tiles.map(({ piece, tile, others }) => (
              <PieceRow
                key={piece}
                piece={piece}
                says={
                  record.tiles[piece] ??
                  (onSheets
                    ? ""
                    : `tile ${tile}${others.length ? `, with ${others.join(", ")}` : ""}`)
                }
                state={record.states[piece] ?? "to cut"}
                onNote={(event) => note({ kind: "pieces", event, pieces: [piece], lot: "" })}
                onBack={() => {
                  const key = lastOf(site, piece);
                  if (key) note({ kind: "taken back" }, key);
                }}
              />
            ))}
          </Stack>
          {again.length > 0 && (
            <p role="status" className="mt-2 border-wax border-l-4 pl-2">
              Cut again: <Tape text={again.map(({ says }) => says).join("; ")} />
            </p>
          )}
        </section>
      ) : (
        <p>All tiles are whole: nothing to cut.</p>
      )}
      <nav aria-label="Cuts" className="grid grid-cols-2 gap-2 py-2">
        <button
          type="button"
          className="button min-h-16 text-xl"
          disabled={at === 0}
          onClick={() => onAt(at - 1)}
        >
          ◀ Back
        </button>
        <button
          type="button"
          className="button button-main min-h-16 text-xl"
          disabled={at >= cuts.length - 1}
          onClick={() => onAt(at + 1)}
        >
          Next ▶
        </button>
      </nav>
    </div>
  );
}

/** Of the pieces of a cut, those that are still to be cut. */
function leftOf(pieces: readonly string[], states: Readonly<Record<string, string>>): string[] {
  return pieces.filter((piece) => {
    const state = states[piece] ?? "to cut";
    return state === "to cut" || state === "broken";
  });
}

/** From this many on, pieces of one cut are noted together, and one by one where it matters. */
const A_STACK = 4;

function Stack({ pieces, children }: { pieces: number; children: ReactNode }) {
  const list = <ul className="mt-2 grid gap-2">{children}</ul>;
  if (pieces < A_STACK) return list;
  return (
    <details className="mt-2">
      <summary className="min-h-12 py-3 text-lg">Piece by piece: one broke, or is set</summary>
      {list}
    </details>
  );
}

/** The key of the last entry about a piece that is not taken back. */
function lastOf(site: Site, piece: string): string | undefined {
  return site.standing.findLast(
    ({ entry }) => entry.kind === "pieces" && entry.pieces.includes(piece),
  )?.key;
}

interface RowProps {
  piece: string;
  says: string;
  state: string;
  onNote: (event: Event) => void;
  onBack: () => void;
}

/** One piece: its code, its tile, and what can be noted about it as it stands. */
function PieceRow({ piece, says, state, onNote, onBack }: RowProps) {
  const big = "button min-h-14 min-w-12 px-3 text-lg";
  return (
    <li className="border border-rule bg-paper p-2" data-state={state}>
      <p className="flex items-baseline gap-2">
        <span className="tape text-2xl">{piece}</span>
        <span className="aside grow">{says}</span>
        <span className="font-medium">{STATES[state] ?? state}</span>
      </p>
      <p className="mt-1 flex gap-2">
        {(state === "to cut" || state === "broken") && (
          <button type="button" className={`${big} grow`} onClick={() => onNote("cut")}>
            ✓ Cut
          </button>
        )}
        {state === "cut" && (
          <button type="button" className={`${big} grow`} onClick={() => onNote("set")}>
            ✓ Set
          </button>
        )}
        {state !== "set" && (
          <button type="button" className={big} onClick={() => onNote("broken")}>
            ✗ Broken
          </button>
        )}
        {state !== "to cut" && (
          <button
            type="button"
            className={big}
            aria-label={`Take back the last note of ${piece}`}
            onClick={onBack}
          >
            ↶
          </button>
        )}
      </p>
    </li>
  );
}

const STATES: Record<string, string> = {
  "to cut": "",
  cut: "✓ cut",
  set: "✓✓ set",
  broken: "✗ broken: cut another",
};
