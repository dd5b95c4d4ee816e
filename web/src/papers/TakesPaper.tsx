/** What it takes, each line with its arithmetic one key away. */
import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import { Link } from "react-router";
import type { Plan, QuantityText, Working } from "../api/client";
import { useEditor, useTakes } from "../job/useEditor";
import { Tape } from "../parts/Tape";

export function TakesPaper() {
  const { editor } = useEditor();
  const { plan, sheet, late } = useTakes();
  return (
    <div className="reckoned" aria-busy={late}>
      <p className="mb-1 flex flex-wrap items-center gap-2">
        <Link className="button" to={`/jobs/${editor.id}/materials`}>
          Shopping list and mixing card
        </Link>
        <Link className="button" to={`/jobs/${editor.id}/shades`}>
          Boxes and shades
        </Link>
        {sheet.unsuited.length > 0 && (
          <span className="text-wax">
            △ {sheet.unsuited.length} that do not go together: see Products
          </span>
        )}
      </p>
      <TilesOpen />
      {Object.entries(sheet.groups).map(([group, title]) => {
        const own = sheet.quantities.filter((one) => one.group === group);
        if (own.length === 0) return null;
        return (
          <section key={group} aria-label={title}>
            <h3 className="heading mt-1 border-rule border-b">{title}</h3>
            <ul className="divide-y divide-rule">
              {own.map((said) => (
                <li key={said.id}>
                  <Line said={said} quantity={plan.quantities.find(({ id }) => id === said.id)} />
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      <p className="aside mt-3 px-1.5">
        Cutting makes silica dust: cut wet or with extraction; respirator, eye and ear protection.
        Cement burns skin: gloves, and wash. A wet saw wants a protected (GFCI) outlet.
      </p>
    </div>
  );
}

/** Said while the fewest tiles are being found. */
export function TilesOpen() {
  const { sheet } = useTakes();
  if (!sheet.may_be_fewer) return null;
  return (
    <p className="aside px-1.5" aria-live="polite">
      Tiles: being counted again, fewer may do…
    </p>
  );
}

interface LineProps {
  said: QuantityText;
  quantity: Plan["quantities"][number] | undefined;
}

/** One line of what it takes, with its arithmetic one key away. */
export function Line({ said, quantity }: LineProps) {
  return (
    <Disclosure>
      <DisclosureButton className="group flex w-full items-baseline gap-x-3 px-1.5 py-1.5 text-left hover:bg-skim max-sm:flex-wrap">
        <span className="w-40 shrink-0 font-medium max-sm:w-36">{said.name}</span>
        <span className="tape shrink-0 text-[19px]">{said.to_get}</span>
        <span className="aside grow max-sm:order-last max-sm:basis-full">
          <Tape text={said.gist} />
          {said.left && (
            <>
              {said.gist && "; "}
              <Tape text={said.left} />
            </>
          )}
          {said.to_get !== said.amount && ` ${said.amount} less what is in hand`}
        </span>
        <span className="aside ml-auto print:hidden">
          <span aria-hidden className="inline-block group-data-open:rotate-90">
            ▸
          </span>
          <span className="sr-only">its arithmetic</span>
        </span>
      </DisclosureButton>
      {said.sticks.length > 0 && (
        <ul className="px-1.5 pb-1 text-sm">
          {said.sticks.map((stick, index) => (
            <li key={stick.runs.join()}>
              Stick {index + 1}: <Tape text={stick.runs.join(" + ")} />
              <span className="aside">
                ; <Tape text={stick.left} /> left
              </span>
            </li>
          ))}
        </ul>
      )}
      {said.strips.length > 0 && (
        <details className="px-1.5 pb-1 text-sm">
          <summary className="cursor-pointer">The strips, as they hang</summary>
          <ol className="list-decimal pl-6">
            {said.strips.map((strip, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: strips may be alike, and never move
              <li key={index}>
                <Tape text={strip} />
              </li>
            ))}
          </ol>
        </details>
      )}
      <DisclosurePanel className="bg-skim/60 px-2 pb-2">
        {quantity && <Step working={quantity.working} depth={0} />}
        {quantity?.beside && (
          <>
            <p className="aside mt-2">Beside it, {BESIDE[said.id] ?? "the rule of thumb"}:</p>
            <Step working={quantity.beside} depth={0} />
          </>
        )}
      </DisclosurePanel>
    </Disclosure>
  );
}

const BESIDE: Record<string, string> = { trim: "by length alone", mat: "by area alone" };

const SIGN: Record<Working["op"], string> = {
  given: "",
  sum: "+",
  less: "−",
  product: "×",
  quotient: "÷",
  "round-up": "rounded up",
};

/** Numbers of a working, short enough to follow and long enough to check. */
function shown(value: number): string {
  return value.toLocaleString("en-US", { maximumSignificantDigits: 5 });
}

function Step({ working, depth }: { working: Working; depth: number }) {
  const terms = working.terms ?? [];
  const sum = terms.map((term) => shown(term.value)).join(` ${SIGN[working.op]} `);
  return (
    <div
      style={{ paddingLeft: depth === 0 ? 0 : 14 }}
      className={depth ? "border-rule border-l" : ""}
    >
      <p className="flex flex-wrap items-baseline gap-x-2 py-px text-[14px]">
        <span>{working.label}</span>
        <span className="tape">
          {working.op === "round-up" ? `${sum} rounded up = ` : terms.length > 1 ? `${sum} = ` : ""}
          {shown(working.value)}
        </span>
        <span className="aside">{working.unit}</span>
        {working.source && <span className="aside ml-auto">{said(working.source)}</span>}
      </p>
      {terms.map((term) => (
        <Step key={`${term.label} ${term.value}`} working={term} depth={depth + 1} />
      ))}
    </div>
  );
}

const SOURCES: Record<string, string> = {
  plan: "from the plan",
  notch: "depth × width ÷ (width + tooth)",
  survey: "from the survey",
  method: "by the method",
  "cutting plan": "from the cutting plan",
  strips: "from the strips",
};

function said(source: string): string {
  if (source.startsWith("settings")) return "from the rules";
  if (source.startsWith("sheet: ")) return `from the sheet of ${source.slice(7)}`;
  return SOURCES[source] ?? "from the tile";
}
