/** What is at hand: the step of the work with its cautions, and the clocks that run. */
import { Tape } from "../parts/Tape";
import { Clocks } from "./Clocks";
import { useOnSite } from "./onSite";

export function Now() {
  return (
    <>
      <Enough />
      <Clocks />
      <Step />
    </>
  );
}

/** The first step of the days that is not done yet, and what comes after it. */
function Step() {
  const { kit, site, note } = useOnSite();
  const done = new Set(site.steps.filter((one) => one.done).map(({ step }) => step));
  const open = kit.cards.filter(({ steps }) => steps.some((step) => !done.has(step)));
  const [card, next] = open;
  if (!card) {
    return kit.cards.length > 0 ? <p className="mt-3">✓ Every step is done.</p> : null;
  }
  const left = card.steps.filter((step) => !done.has(step));
  return (
    <section aria-label="Step" className="mt-3">
      <h2 className="heading">
        Step {card.number}: {card.name}
      </h2>
      <p className="aside">{[card.lasts, card.who].filter(Boolean).join("; ")}</p>
      {card.cautions.map((says) => (
        <p key={says} className="my-1 border-wax border-l-4 bg-wax-pale p-1.5 font-medium">
          △ {says}
        </p>
      ))}
      <ul className="list-disc pl-5">
        {card.how.map((says) => (
          <li key={says}>
            <Tape text={says} />
          </li>
        ))}
      </ul>
      {card.ready.length > 0 && (
        <p className="mt-1">
          Have ready: <Tape text={card.ready.join("; ")} />.
        </p>
      )}
      {card.right && <p className="mt-1">Done when: {card.right}</p>}
      {card.stop && <p className="mt-1">{card.stop}</p>}
      <button
        type="button"
        className="button mt-2 min-h-14 w-full text-lg"
        onClick={() => {
          for (const step of left) note({ kind: "step", step, event: "done", words: "" });
        }}
      >
        ✓ {card.name}: done
      </button>
      {next && (
        <p className="aside mt-1">
          Then step {next.number}: {next.name}
        </p>
      )}
    </section>
  );
}

function Enough() {
  const { site } = useOnSite();
  const { verdict, says, why } = site.enough;
  const looks = { short: "bg-flag-pale", tight: "bg-wax-pale", enough: "" }[verdict] ?? "";
  return (
    <details className={`my-1 border border-rule px-2 ${looks || "bg-paper"}`}>
      <summary className="flex min-h-12 cursor-pointer items-center">
        {verdict === "short" ? "✗ " : verdict === "tight" ? "△ " : "✓ "}
        Tile: {says}
      </summary>
      <p className="aside">{why}</p>
    </details>
  );
}
