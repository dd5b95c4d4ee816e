/** The days: the strip of time to scale, and under it a card for each step of each day. */
import { useQuery } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { Link } from "react-router";
import type { CardText, DayText, DaysPage as Page } from "../api/client";
import { daysOptions } from "../api/queries";
import { Sketch } from "../drawing/Sketch";
import { TimeStrip } from "../drawing/TimeStrip";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { DaysInShort } from "../papers/DaysPaper";
import { DaysTrouble, SchedulePaper } from "../papers/SchedulePaper";
import { PaperHead } from "../parts/PaperHead";
import { Tape } from "../parts/Tape";
import { JobHeader } from "./JobHeader";
import { Notices } from "./Notices";

export function DaysPage() {
  const { editor, view } = useEditor();
  const { data, error } = useQuery(daysOptions(view.job, editor.id));
  const [how, setHow] = useState(true);
  const [chosen, setChosen] = useState<number | null>(null);
  const toCard = useCallback((card: number) => {
    setChosen(card);
    document.getElementById(`card-${card}`)?.scrollIntoView({ block: "center" });
  }, []);
  return (
    <>
      <JobHeader />
      <Notices />
      <main className="mx-auto max-w-6xl px-4 py-4 print:max-w-none print:p-0">
        <PaperHead title={`${view.job.name}: the days`}>
          {view.job.schedule?.first && (
            <a className="button" href={`/api/jobs/${editor.id}/as/ics`} download>
              Calendar file
            </a>
          )}
          <label className="flex min-h-8 items-center gap-1.5">
            <input
              type="checkbox"
              checked={how}
              onChange={(event) => setHow(event.target.checked)}
            />
            How it is done
          </label>
        </PaperHead>
        {error && <DaysTrouble error={error} />}
        {!data && !error && <p className="aside">Planning the days…</p>}
        {data && !error && <DaysInShort said={data.days} />}
        <details className="mt-3 border border-rule bg-paper px-3 py-2 print:hidden">
          <summary className="heading cursor-pointer">Hours, people, dates, goal</summary>
          <div className="mt-2">
            <SchedulePaper />
          </div>
        </details>
        {data && !error && (
          <>
            <div className="mt-3 overflow-x-auto border border-rule bg-paper p-2">
              <TimeStrip days={data.days.days} chosen={chosen} onChosen={toCard} />
            </div>
            <p className="aside mt-1">
              Numbers are those of the cards below. Solid is work, hatched waits, shaded night; blue
              is what sets the finish date: {data.days.chain.join("; then ")}.
            </p>
            <Done said={data.days} />
            {data.days.days
              .filter(({ cards }) => cards.length > 0)
              .map((day) => (
                <DayCards key={day.number} day={day} how={how} chosen={chosen} />
              ))}
            <Sections pictures={data.pictures} />
          </>
        )}
      </main>
    </>
  );
}

function DayCards({ day, how, chosen }: { day: DayText; how: boolean; chosen: number | null }) {
  return (
    <section aria-label={day.name} className="mt-5 break-before-page">
      <h2 className="heading border-slab border-b-2 text-xl">
        {day.name}
        {day.date && <span className="ml-2 font-normal">{day.date}</span>}
      </h2>
      <ol>
        {day.cards.map((card) => (
          <Card key={card.number} {...{ card, day, how }} on={chosen === card.number} />
        ))}
      </ol>
    </section>
  );
}

interface CardProps {
  card: CardText;
  day: DayText;
  how: boolean;
  on: boolean;
}

function Card({ card, day, how, on }: CardProps) {
  return (
    <li
      id={`card-${card.number}`}
      className={`grid break-inside-avoid gap-x-3 border-rule border-b py-2 md:grid-cols-[3rem_9rem_1fr] ${on ? "bg-chalk-pale" : ""}`}
    >
      <span className="tape text-[22px] max-md:hidden">{card.number}</span>
      <span className="max-md:flex max-md:items-baseline max-md:gap-2">
        <span className="tape text-[20px] md:hidden">{card.number}</span>
        <span className="tape block text-[17px]">{card.at}</span>
        <span className="aside">{card.lasts}</span>
      </span>
      <div>
        <p className="flex flex-wrap items-baseline gap-x-2">
          <span className="heading text-[18px]">{card.name}</span>
          {card.who && <span className="aside">{card.who}</span>}
          {card.steps.includes("boxes") && <BoxesLink />}
          <DoneKey card={card} day={day} />
        </p>
        {card.doubt && <p className="text-wax">△ {card.doubt}</p>}
        {how && card.how.length > 0 && (
          <div className="my-1 flex gap-3 max-sm:flex-wrap">
            {card.sketch && <Sketch of={card.sketch} />}
            <ul className="list-disc pl-5">
              {card.how.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </div>
        )}
        {card.ready.length > 0 && (
          <p>
            <span className="aside">Have ready: </span>
            <Tape text={card.ready.join("; ")} />
          </p>
        )}
        {card.times.length > 0 && (
          <ol className="my-1">
            {card.times.map((time) => (
              <li key={`${time.at} ${time.says}`} className="flex gap-2">
                <span className="tape w-12 shrink-0 text-right">{time.at}</span>
                <span>{time.says}</span>
              </li>
            ))}
          </ol>
        )}
        {card.stop && <p className="font-medium">☾ {card.stop}</p>}
        {card.right && (
          <p>
            <span className="aside">Done when: </span>
            {card.right}
          </p>
        )}
        {card.cautions.map((caution) => (
          <p key={caution} className="font-medium">
            <span className="text-wax">⚠</span> {caution}
          </p>
        ))}
      </div>
    </li>
  );
}

/** Where the boxes are opened, their shades are noted and dealt. */
function BoxesLink() {
  const { editor } = useEditor();
  return (
    <Link className="underline print:hidden" to={`/jobs/${editor.id}/shades`}>
      Boxes and shades
    </Link>
  );
}

/** Notes all steps of a card as done: now, or, where days are only counted, when it was planned. */
function DoneKey({ card, day }: { card: CardText; day: DayText }) {
  const { editor, draft, view } = useEditor();
  const done = draft.schedule?.done ?? [];
  const note = () => {
    const now = new Date();
    const two = (value: number) => String(value).padStart(2, "0");
    const dated = Boolean(view.job.schedule?.first);
    const on = dated
      ? `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
      : `day ${day.number}`;
    const at = dated ? `${now.getHours()}:${two(now.getMinutes())}` : card.ends;
    const steps = card.steps.filter((step) => done.every((one) => one.step !== step));
    editor.commit(
      replaced(draft, "/schedule/done", [...done, ...steps.map((step) => ({ step, on, at }))]),
      `Done: ${card.name}`,
    );
  };
  return (
    <button
      type="button"
      className="button ml-auto max-md:min-h-12 print:hidden"
      aria-label={`Done: ${card.name}`}
      onClick={note}
    >
      ✓ Done
    </button>
  );
}

/** What has been done, each to be taken back. */
function Done({ said }: { said: Page["days"] }) {
  const { editor, draft } = useEditor();
  const own = new Set((draft.schedule?.done ?? []).map(({ step }) => step));
  if (said.done.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="heading cursor-pointer">Done so far: {said.done.length} steps</summary>
      <ul>
        {said.done.map((one) => (
          <li key={one.step} className="flex items-center gap-2 border-rule border-b py-0.5">
            <span className="grow">✓ {one.says}</span>
            {!own.has(one.step) && <span className="aside">noted on the wall</span>}
            <button
              type="button"
              className="button print:hidden"
              hidden={!own.has(one.step)}
              onClick={() =>
                editor.commit(
                  replaced(
                    draft,
                    "/schedule/done",
                    (draft.schedule?.done ?? []).filter(({ step }) => step !== one.step),
                  ),
                  `Not done: ${one.step}`,
                )
              }
            >
              Not done
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** The walls with what is spread for at once, and what is grouted at once. */
function Sections({ pictures }: { pictures: Page["pictures"] }) {
  return (
    <section aria-label="Sections" className="mt-6 break-before-page">
      <h2 className="heading border-slab border-b-2 text-xl">The wall in sections</h2>
      <p className="aside">
        Spread no more than one section: it is set before it skins. Numbers are the order; each wall
        begins at the pennant and closes at its ends.
      </p>
      {pictures.map((picture) => (
        <figure key={`${picture.work} ${picture.surface}`} className="mt-3 break-inside-avoid">
          <figcaption className="font-medium">
            {picture.name}: {picture.work === "set" ? "spread and set" : "grouted"} in this order
          </figcaption>
          <img
            alt={`${picture.name} in sections`}
            className="max-h-80 w-full object-contain"
            src={`data:image/svg+xml,${encodeURIComponent(picture.svg)}`}
          />
        </figure>
      ))}
    </section>
  );
}
