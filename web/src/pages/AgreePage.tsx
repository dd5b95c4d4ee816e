/** What the client agrees to, on one page to be shown or printed; and that they did. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { agreeOptions, daysOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";
import { PaperHead } from "../parts/PaperHead";
import { Tape } from "../parts/Tape";

export function AgreePage() {
  const { editor, view } = useEditor();
  const { data, error } = useQuery(agreeOptions(view.job));
  const { data: days } = useQuery(daysOptions(view.job, editor.id));
  const { agreed } = view.job;
  return (
    <main className="mx-auto max-w-4xl px-4 py-4 print:max-w-none print:p-0">
      <PaperHead title={`${view.job.name}: your tile layout, for approval`} />
      <p className="aside">
        Every piece that somebody may object to is listed and numbered in the picture. Nothing is
        cut or set before this is agreed.
      </p>
      {error && <p role="alert">✗ The page could not be made: {error.message}.</p>}
      {agreed && <Since />}
      {data && (
        <>
          <ul className="mt-3">
            {data.page.whole.map((item) => (
              <li key={item.key}>
                <Tape text={item.says} />
              </li>
            ))}
          </ul>
          {data.page.walls.map((wall) => (
            <section key={wall.surface} aria-label={wall.name} className="mt-4 break-inside-avoid">
              <h2 className="heading border-slab border-b-2">{wall.name}</h2>
              <img
                alt={`${wall.name} with the numbered pieces`}
                className="my-2 max-h-72 w-full object-contain"
                src={`data:image/svg+xml,${encodeURIComponent(
                  data.pictures.find(({ surface }) => surface === wall.surface)?.svg ?? "",
                )}`}
              />
              <ul>
                {wall.items.map((item) => (
                  <li key={item.key} className="flex gap-2 border-rule border-t py-1">
                    <span className="tape w-6 shrink-0 text-right text-[17px] text-chalk">
                      {item.number || ""}
                    </span>
                    <span>
                      <span className="font-medium">
                        <Tape text={item.says} />
                      </span>{" "}
                      <span className="aside">
                        <Tape text={item.detail} />
                      </span>
                    </span>
                  </li>
                ))}
                {wall.items.every((item) => !item.number) && (
                  <li className="aside border-rule border-t py-1">
                    No piece here that one could object to.
                  </li>
                )}
              </ul>
            </section>
          ))}
        </>
      )}
      {days && days.days.uses.length > 0 && (
        <section aria-label="The days" className="mt-4 break-inside-avoid">
          <h2 className="heading border-slab border-b-2">The days</h2>
          <p>{days.days.headline}, as far as can be said now.</p>
          <ul>
            {days.days.uses.map((use) => (
              <li key={use.what} className="flex flex-wrap gap-x-2 border-rule border-t py-1">
                <span className="tape">{use.when}</span>
                <span>{use.what} can be used again</span>
                {use.why && <span className="aside">{use.why}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Sign />
      <p className="mt-10 hidden print:block">
        Agreed: ______________________________ &nbsp; Date: ______________
      </p>
    </main>
  );
}

/** What is otherwise than it was when the client agreed. */
function Since() {
  const { view } = useEditor();
  const { data } = useQuery(agreeOptions(view.job));
  const { agreed } = view.job;
  if (!agreed) return null;
  const changed = data?.page.changed ?? [];
  return (
    <section
      aria-label="Approved by the client"
      className={`mt-3 border-l-4 pl-3 ${changed.length ? "border-wax" : "border-chalk"}`}
    >
      <p className="font-medium">
        Agreed by {agreed.by} on {agreed.on}.{" "}
        {changed.length === 0
          ? "Nothing has changed since."
          : `${changed.length} ${changed.length === 1 ? "thing has" : "things have"} changed since:`}
      </p>
      <ul>
        {changed.map((one) => (
          <li key={one.key} className="py-0.5 text-sm">
            {one.was && (
              <span className="aside">
                was: <Tape text={one.was} />
              </span>
            )}
            {one.was && one.now && <br />}
            {one.now ? (
              <span>
                {one.was ? "now: " : "new: "}
                <Tape text={one.now} />
              </span>
            ) : (
              <span> — no longer so</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Sign() {
  const { editor, draft, view } = useEditor();
  const { data } = useQuery(agreeOptions(view.job));
  const [by, setBy] = useState("");
  const [on, setOn] = useState(() => new Date().toLocaleDateString("sv-SE"));
  const { agreed } = view.job;
  return (
    <form
      className="mt-6 flex flex-wrap items-end gap-2 border-rule border-t pt-3 print:hidden"
      onSubmit={(event) => {
        event.preventDefault();
        const items = data?.items ?? [];
        if (by.trim() && on)
          editor.commit(
            { ...draft, agreed: { by: by.trim(), on, items } },
            `Agreed by ${by.trim()}`,
          );
      }}
    >
      <label className="block">
        <span className="aside block">Agreed by</span>
        <input
          className="field w-56"
          maxLength={80}
          required
          value={by}
          onChange={(event) => setBy(event.target.value)}
        />
      </label>
      <label className="block">
        <span className="aside block">On</span>
        <input
          type="date"
          className="field w-40"
          required
          value={on}
          onChange={(event) => setOn(event.target.value)}
        />
      </label>
      <button type="submit" className="button button-main" disabled={!data}>
        {agreed ? "Agreed again, as it is now" : "Agreed, as it is now"}
      </button>
      {agreed && (
        <button
          type="button"
          className="button"
          onClick={() => editor.commit({ ...draft, agreed: null }, "Agreement taken back")}
        >
          Take it back
        </button>
      )}
    </form>
  );
}
