/** What it takes, each line with its arithmetic one key away. */
import { Disclosure, DisclosureButton, DisclosurePanel } from "@headlessui/react";
import type { Working } from "../api/client";
import { useEditor } from "../job/useEditor";

export function TakesPaper() {
  const { view } = useEditor();
  return (
    <>
      <ul className="divide-y divide-rule">
        {view.sheet.quantities.map((said, index) => {
          const quantity = view.plan.quantities[index];
          return (
            <Disclosure as="li" key={said.id}>
              <DisclosureButton className="flex w-full items-baseline gap-3 px-1.5 py-1.5 text-left hover:bg-skim">
                <span className="w-28 font-medium">{said.name}</span>
                <span className="tape text-[19px]">{said.amount}</span>
                <span className="aside grow">{said.gist}</span>
                <span className="aside">working</span>
              </DisclosureButton>
              <DisclosurePanel className="bg-skim/60 px-2 pb-2">
                {quantity && <Step working={quantity.working} depth={0} />}
                {quantity?.beside && (
                  <>
                    <p className="aside mt-2">Beside it, the rule of thumb:</p>
                    <Step working={quantity.beside} depth={0} />
                  </>
                )}
              </DisclosurePanel>
            </Disclosure>
          );
        })}
      </ul>
      <p className="aside mt-3 px-1.5">
        Cutting makes silica dust: cut wet or with extraction; respirator, eye and ear protection.
        Cement burns skin: gloves, and wash. A wet saw wants a protected (GFCI/RCD) outlet.
      </p>
    </>
  );
}

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

function said(source: string): string {
  if (source === "plan") return "from the plan";
  if (source.startsWith("settings")) return "from the rules";
  return source === "notch" ? "depth × width ÷ (width + tooth)" : "from the tile";
}
