/** The shopping list: grouped as a shop is, ticked off, printed; and the mixing card for the day. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, ask, type OrderLine } from "../api/client";
import { daysOptions } from "../api/queries";
import { replaced } from "../job/pointer";
import { useEditor, useTakes } from "../job/useEditor";
import { Suits } from "../papers/ProductsPaper";
import { Line, TilesOpen } from "../papers/TakesPaper";
import { PaperHead } from "../parts/PaperHead";
import { Tape } from "../parts/Tape";

/** Asks the supplier what can be had; nothing is ordered, and the list stands whatever it says. */
function Order() {
  const { view } = useEditor();
  const [asking, setAsking] = useState(false);
  const [lines, setLines] = useState<readonly OrderLine[] | null>(null);
  const [failed, setFailed] = useState("");
  async function check() {
    setAsking(true);
    setFailed("");
    try {
      setLines(await ask<OrderLine[]>(api.POST("/api/order", { body: view.job })));
    } catch (error) {
      setFailed(error instanceof Error ? error.message : String(error));
    }
    setAsking(false);
  }
  return (
    <section aria-label="The supplier" className="mt-4 print:hidden">
      <button type="button" className="button" disabled={asking} onClick={() => void check()}>
        {asking ? "Asking the supplier…" : "Check with the supplier"}
      </button>
      {failed && <p role="alert">✗ {failed}</p>}
      {lines && (
        <ul aria-live="polite" className="mt-1">
          {lines.length === 0 && (
            <li className="aside">Nothing to ask for: choose products, or all is in hand.</li>
          )}
          {lines.map((line) => (
            <li key={line.id} className="border-rule border-b py-0.5">
              {line.fine ? "✓" : line.state === "answered" ? "✗" : "…"}{" "}
              <span className="font-medium">{line.what}</span>, {line.wanted}: {line.says}
              {typeof line.price === "number" && (
                <span className="aside"> at {line.price.toFixed(2)} each</span>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

export function MaterialsPage() {
  const { editor, draft, view } = useEditor();
  const { plan, sheet, late } = useTakes();
  const { quantities, groups, totals } = sheet;
  const { data: days } = useQuery(daysOptions(view.job, editor.id));
  const mixes = days?.days.mixing ?? [];
  const by = new Map(days?.days.needs.map((need) => [need.id, need.by]));
  const hand = draft.in_hand ?? {};
  const got = (id: string, amount: number | null) => {
    const next = Object.fromEntries(Object.entries(hand).filter(([one]) => one !== id));
    editor.commit(
      replaced(draft, "/in_hand", amount === null ? next : { ...next, [id]: amount }),
      amount === null ? "Not in hand" : "In hand",
    );
  };
  return (
    <main
      aria-busy={late}
      className="reckoned mx-auto max-w-4xl px-4 py-4 print:max-w-none print:p-0"
    >
      <PaperHead
        title={`${view.job.name}: what it takes`}
        csv={`/api/jobs/${editor.id}/materials.csv`}
      />
      <TilesOpen />
      <p className="aside">
        Each line says by which day it is needed; what is unopened until then may still go back. ▸
        opens how it was calculated.
      </p>
      {sheet.unsuited.length > 0 && <Suits />}
      {Object.entries(groups).map(([group, title]) => {
        const own = quantities.filter((one) => one.group === group);
        if (own.length === 0) return null;
        return (
          <section key={group} aria-label={title} className="mt-3 break-inside-avoid">
            <h2 className="heading border-slab border-b-2">{title}</h2>
            <ul className="divide-y divide-rule">
              {own.map((said) => {
                const line = plan.quantities.find(({ id }) => id === said.id);
                const all = line !== undefined && line.to_get <= 0 && line.amount > 0;
                return (
                  <li key={said.id} className="flex items-baseline gap-2" data-line={said.id}>
                    {said.buy ? (
                      <input
                        type="checkbox"
                        className="h-5 w-5 shrink-0 translate-y-1"
                        aria-label={`${said.name} is in hand`}
                        checked={all}
                        onChange={(event) =>
                          got(said.id, event.target.checked ? (line?.amount ?? 0) : null)
                        }
                      />
                    ) : (
                      <span className="w-5 shrink-0" />
                    )}
                    <div className={`grow ${all ? "opacity-50" : ""}`}>
                      <Line said={said} quantity={line} />
                      {said.buy && by.has(said.id) && (
                        <p className="aside px-1.5 pb-1">needed {by.get(said.id)}</p>
                      )}
                    </div>
                    <span className="flex shrink-0 flex-row-reverse items-baseline gap-2 text-right max-sm:flex-col max-sm:gap-0">
                      <span className="tape w-16">{said.cost?.toFixed(2)}</span>
                      <span className="aside w-28">{said.weighs}</span>
                    </span>
                  </li>
                );
              })}
            </ul>
          </section>
        );
      })}
      {(totals.cost > 0 || totals.weight > 0) && (
        <p className="mt-2 flex flex-wrap justify-end gap-x-3 border-slab border-t-2 pt-1 font-medium">
          Still to get, as far as known: <span className="tape">{totals.weighs}</span>
          <span className="tape w-20 text-right">{totals.cost.toFixed(2)}</span>
        </p>
      )}
      <Order />
      {mixes.length > 0 && (
        <section aria-label="Mixing card" className="mt-5 break-inside-avoid">
          <h2 className="heading border-slab border-b-2">Mixing card, one batch at a time</h2>
          <div className="mt-2 grid gap-3 sm:grid-cols-2">
            {mixes.map((mix) => (
              <dl key={mix.what} className="border border-rule bg-paper p-2">
                <dt className="heading">{mix.what}</dt>
                {(
                  [
                    ["Powder", mix.powder],
                    ["Water", mix.water],
                    ["Makes about", mix.makes],
                    ["Use within", mix.minutes],
                    ["Covers", mix.covers],
                    ["In all", mix.batches],
                  ] as const
                ).map(([label, value]) => (
                  <dd key={label} className="flex gap-2">
                    <span className="aside w-28">{label}</span>
                    <span className="tape text-[18px]">
                      <Tape text={value} />
                    </span>
                  </dd>
                ))}
              </dl>
            ))}
          </div>
          <p className="aside mt-1">
            △ Cement burns skin: gloves, goggles, wash at once. Powder is dust: pour it low, with a
            respirator. Wash water never goes down the sink.
          </p>
        </section>
      )}
    </main>
  );
}
