/** What is wished of the other trades, to be printed and handed over: what, and where to measure. */
import { useQuery } from "@tanstack/react-query";
import { wishedOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";
import { PaperHead } from "../parts/PaperHead";
import { Tape } from "../parts/Tape";

export function WishedPage() {
  const { view } = useEditor();
  const { data, error } = useQuery(wishedOptions(view.job));
  const trades = [...new Set(data?.map(({ who }) => who))];
  return (
    <main className="mx-auto max-w-3xl px-4 py-4 print:max-w-none print:p-0">
      <PaperHead title={`${view.job.name}: for the other trades`} />
      <p className="aside">
        These places suit the tile. They are wishes: local code, makers and what things are fixed to
        come first. Say when it is done, so that it is measured again before tile is cut.
      </p>
      {error && <p role="alert">✗ The page could not be made: {error.message}.</p>}
      {data?.length === 0 && <p className="mt-3">Nothing is wished of anybody.</p>}
      {trades.map((who) => (
        <section key={who} aria-label={who} className="mt-4 break-inside-avoid">
          <h2 className="heading border-slab border-b-2 first-letter:uppercase">{who}</h2>
          <ul>
            {data
              ?.filter((one) => one.who === who)
              .map((one) => (
                <li key={one.thing} className="flex gap-3 border-rule border-t py-2">
                  <span aria-hidden="true" className="mt-0.5 size-5 shrink-0 border border-slab" />
                  <span>
                    <span className="font-medium">
                      {one.thing}: <Tape text={one.wish} />
                    </span>
                    <span className="block">
                      <Tape text={`${one.measure[0]?.toUpperCase()}${one.measure.slice(1)}.`} />
                    </span>
                  </span>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </main>
  );
}
