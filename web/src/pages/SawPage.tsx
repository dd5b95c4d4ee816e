/** At the saw, on a phone: one cut at a time, large, and each piece ticked off as it is made. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { api, ask, type Noted, type SiteRecord } from "../api/client";
import { cutsOptions, recordOptions } from "../api/queries";
import { CutDrawing } from "../drawing/CutDrawing";
import { useEditor } from "../job/useEditor";
import { Tape } from "../parts/Tape";
import { newKey } from "../site/useSite";

type Event = Noted["event"];

export function SawPage() {
  const { editor, view } = useEditor();
  const { data } = useQuery(cutsOptions(view.job));
  const { record, note, failed } = useRecord();
  const [search, setSearch] = useSearchParams();
  const cuts = data?.cuts ?? [];
  const at = Math.min(Math.max(0, Number(search.get("n") ?? 1) - 1), Math.max(0, cuts.length - 1));
  const cut = cuts[at];
  const go = (to: number) => setSearch({ n: String(to + 1) }, { replace: true });
  const tool = data?.tools.find((one) => one.tool === cut?.tool);
  const again = record?.again.filter(({ piece }) => cut?.pieces.includes(piece)) ?? [];
  if (!data) return <p className="aside p-4">Working the cuts out…</p>;
  return (
    <main className="mx-auto flex min-h-full max-w-xl flex-col gap-2 p-3">
      <header className="flex items-center gap-2">
        <Link className="button" to={`/jobs/${editor.id}/cuts`}>
          ← Sheet
        </Link>
        <span className="heading grow text-center">
          {cut ? `Cut ${at + 1} of ${cuts.length}` : "No cuts"}
        </span>
        <span className="aside">{view.job.name}</span>
      </header>
      {record && (
        <p className="aside" aria-live="polite">
          {record.done}. {record.left}.
        </p>
      )}
      {record && record.elsewhere.length > 0 && (
        <p role="status" className="border-wax border-l-4 bg-wax-pale p-2">
          △ Noted on pieces that the plan no longer has: {record.elsewhere.join("; ")}. Look at the
          wall; what is there and fits, note again under its present code.
        </p>
      )}
      {failed && (
        <p role="alert" className="border-flag border-l-4 bg-flag-pale p-2">
          ✗ {failed}
        </p>
      )}
      {cut ? (
        <section aria-label={`Cut ${at + 1}`}>
          <p className="text-lg">
            <span className="tape text-3xl">{cut.pieces.length} ×</span>{" "}
            <span className="font-medium">{cut.title}</span>, {cut.tool}
          </p>
          <CutDrawing cut={cut} colour={view.job.tile.colour ?? "#b9cbbd"} width={364} big />
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
            .filter((piece) => record?.measured[piece])
            .map((piece) => (
              <p key={piece} className="mt-1 border-pencil border-l-4 p-1.5 font-medium text-lg">
                ✓ {piece} was measured: cut it to <Tape text={record?.measured[piece] ?? ""} />.
              </p>
            ))}
          <p className="aside mt-1">
            {cut.how}. {cut.risk && `△ ${cut.risk}.`} {tool && `△ ${tool.caution}`}
          </p>
          <ul className="mt-2 grid gap-2">
            {cut.tiles.map(({ piece, tile, others }) => (
              <PieceRow
                key={piece}
                piece={piece}
                says={
                  record?.tiles[piece] ??
                  `tile ${tile}${others.length ? `, with ${others.join(", ")}` : ""}`
                }
                state={record?.states[piece] ?? "to cut"}
                onNote={(event) => void note(piece, event)}
              />
            ))}
          </ul>
          {again.length > 0 && (
            <p role="status" className="mt-2 border-wax border-l-4 pl-2">
              Cut again: <Tape text={again.map(({ says }) => says).join("; ")} />
            </p>
          )}
        </section>
      ) : (
        <p>All tiles are whole: nothing to cut.</p>
      )}
      <nav className="sticky bottom-0 mt-auto grid grid-cols-2 gap-2 bg-skim py-2">
        <button
          type="button"
          className="button min-h-16 text-xl"
          disabled={at === 0}
          onClick={() => go(at - 1)}
        >
          ◀ Back
        </button>
        <button
          type="button"
          className="button button-main min-h-16 text-xl"
          disabled={at >= cuts.length - 1}
          onClick={() => go(at + 1)}
        >
          Next ▶
        </button>
      </nav>
    </main>
  );
}

interface RowProps {
  piece: string;
  says: string;
  state: string;
  onNote: (event: Event) => void;
}

/** One piece: its code, its tile, and what can be noted about it as it stands. */
function PieceRow({ piece, says, state, onNote }: RowProps) {
  const big = "button min-h-14 px-3 text-lg";
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
            onClick={() => onNote("taken back")}
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

/** The record, and noting on it; a note that could not be kept is said, and can be sent again. */
function useRecord() {
  const { editor, state } = useEditor();
  const client = useQueryClient();
  const options = recordOptions(editor.id, state.edition);
  const { data: record } = useQuery(options);
  const [failed, setFailed] = useState("");
  async function note(piece: string, event: Event) {
    const takes_back = event === "taken back" ? (record?.last[piece] ?? null) : null;
    const body: Noted = { key: newKey(), piece, event, takes_back };
    for (let tries = 0; ; tries += 1) {
      try {
        const kept = await ask<SiteRecord>(
          api.POST("/api/jobs/{id_}/record", { params: { path: { id_: editor.id } }, body }),
        );
        client.setQueryData(options.queryKey, kept);
        setFailed("");
        return;
      } catch (error) {
        // The key makes a note that is sent twice one note, so it may be tried again.
        if (tries >= 2) {
          const why = error instanceof Error ? error.message : String(error);
          setFailed(`${piece} was not noted as ${event}: ${why}. Try it again.`);
          return;
        }
      }
    }
  }
  return { record, note, failed };
}
