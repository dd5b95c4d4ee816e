/** The boxes as they are opened, by shade, and how they are dealt over the walls. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import type { ShadesPage as Page } from "../api/client";
import { shadesOptions } from "../api/queries";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { Choices } from "../parts/Choices";
import { PaperHead } from "../parts/PaperHead";
import { Refused } from "../parts/Refused";
import { TextField } from "../parts/TextField";
import { JobHeader } from "./JobHeader";
import { Notices } from "./Notices";

export function ShadesPage() {
  const { view } = useEditor();
  const opened = (view.job.shades?.boxes ?? []).length > 0;
  const { data, error, isFetching } = useQuery({ ...shadesOptions(view.job), enabled: opened });
  return (
    <>
      <JobHeader />
      <Notices />
      <main className="mx-auto max-w-6xl px-4 py-4 print:max-w-none print:p-0">
        <PaperHead title={`${view.job.name}: boxes and shades`} />
        <p className="aside max-w-[70ch]">
          Open every box before the first tile is set. Sort each by eye in daylight and write down
          how many there are of each shade; chipped or off-shade ones go to the cuts.
        </p>
        <Names />
        <Boxes />
        {error && <Refused error={error} title="Could not be blended." named={named} />}
        {opened && !data && !error && <p className="aside">Dealing…</p>}
        {opened && data && !error && <Dealt page={data} busy={isFetching} />}
      </main>
    </>
  );
}

/** A field of a box as the table has it. */
function named(pointer: string): string {
  const [, number, field] = pointer.match(/boxes\/(\d+)\/(\w+)/) ?? [];
  return number ? `Line ${Number(number) + 1}, ${field}:` : "";
}

/** What the shades are called, how many there are, and whether they are mixed. */
function Names() {
  const { editor, draft, view } = useEditor();
  const shades = view.job.shades;
  const names = shades?.names ?? ["light", "middle", "dark"];
  const commit = (change: object, label: string) =>
    editor.commit(replaced(draft, "/shades", { ...draft.shades, ...change }), label);
  const sort = (count: number) => {
    const next = Array.from({ length: count }, (_, n) => names[n] ?? `shade ${n + 1}`);
    const boxes = (draft.shades?.boxes ?? []).map((box) => ({
      ...box,
      counts: Array.from({ length: count }, (_, n) => box.counts[n] ?? 0),
    }));
    commit({ names: next, boxes }, `Shades: ${count}`);
  };
  return (
    <section aria-label="Shades" className="mt-3 flex flex-wrap items-end gap-3">
      <div>
        <span className="aside block">How many shades</span>
        <Choices
          label="How many shades"
          value={String(names.length)}
          choices={["2", "3", "4", "5"].map((value) => ({ value, label: value }))}
          onChange={(value) => sort(Number(value))}
        />
      </div>
      {names.map((name, number) => (
        <TextField
          key={name}
          pointer={`/shades/names/${number}`}
          label={`Shade ${number + 1}`}
          className="w-28"
        />
      ))}
      <div>
        <span className="aside block">Along</span>
        <Choices
          label="Along"
          value={shades?.along ?? "light to dark"}
          choices={[
            { value: "light to dark", label: "light to dark" },
            { value: "warm to cool", label: "warm to cool" },
          ]}
          onChange={(along) => commit({ along }, `Shades: ${along}`)}
        />
      </div>
      <div>
        <span className="aside block">On the wall</span>
        <Choices
          label="On the wall"
          value={shades?.mixed === false ? "apart" : "mixed"}
          choices={[
            { value: "mixed", label: "mixed" },
            { value: "apart", label: "one a wall" },
          ]}
          onChange={(value) => commit({ mixed: value === "mixed" }, `Shades: ${value}`)}
        />
      </div>
      <TextField
        pointer="/shades/most_alike"
        label="Alike together, at most"
        className="w-40"
        number
      />
    </section>
  );
}

/** A line a box: how many of each shade, culls, flat ones, broken ones. */
function Boxes() {
  const { editor, draft, view } = useEditor();
  const names = view.job.shades?.names ?? ["light", "middle", "dark"];
  const boxes = draft.shades?.boxes ?? [];
  const last = useRef<HTMLTableRowElement>(null);
  const [added, setAdded] = useState(0);
  useEffect(() => {
    if (added) last.current?.querySelectorAll("input")[2]?.focus();
  }, [added]);
  const keep = (next: object[], label: string) =>
    editor.commit(replaced(draft, "/shades", { ...draft.shades, names, boxes: next }), label);
  const add = () => {
    const before = boxes[boxes.length - 1];
    keep(
      [
        ...boxes,
        {
          name: String(boxes.length + 1),
          lot: before?.lot ?? view.job.tile.lot ?? "",
          counts: names.map(() => 0),
        },
      ],
      "A box opened",
    );
    setAdded((count) => count + 1);
  };
  return (
    <section aria-label="Boxes" className="mt-3">
      <div className="overflow-x-auto">
        <table className="w-full border-collapse">
          {boxes.length > 0 && (
            <thead>
              <tr className="aside text-left">
                <th className="font-normal">Box</th>
                <th className="font-normal">Lot</th>
                {names.map((name) => (
                  <th key={name} className="font-normal">
                    {name}
                  </th>
                ))}
                <th className="font-normal">chipped or off-shade</th>
                <th className="font-normal">flat</th>
                <th className="font-normal">broken</th>
                <th />
              </tr>
            </thead>
          )}
          <tbody>
            {boxes.map((box, number) => (
              <tr
                // biome-ignore lint/suspicious/noArrayIndexKey: boxes keep their line
                key={number}
                ref={number === boxes.length - 1 ? last : undefined}
                className="align-top"
              >
                <Cell at={number} field="name" label={`Box ${number + 1}`} />
                <Cell at={number} field="lot" label={`Lot of box ${box.name}`} />
                {names.map((name, shade) => (
                  <Cell
                    key={name}
                    at={number}
                    field={`counts/${shade}`}
                    label={`Box ${box.name}, ${name}`}
                    number
                  />
                ))}
                <Cell
                  at={number}
                  field="culls"
                  label={`Box ${box.name}, chipped or off-shade`}
                  number
                />
                <Cell at={number} field="flat" label={`Box ${box.name}, flat`} number />
                <Cell at={number} field="broken" label={`Box ${box.name}, broken`} number />
                <td>
                  <button
                    type="button"
                    className="button print:hidden"
                    aria-label={`Take box ${box.name} out`}
                    onClick={() =>
                      keep(
                        boxes.filter((_, n) => n !== number),
                        `No box ${box.name}`,
                      )
                    }
                  >
                    ✕
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <button type="button" className="button mt-2 max-md:min-h-12 print:hidden" onClick={add}>
        + Open a box
      </button>
    </section>
  );
}

interface CellProps {
  at: number;
  field: string;
  label: string;
  number?: boolean;
}

/** A field of a box; its label is for those who do not see the column. */
function Cell({ at, field, label, number }: CellProps) {
  return (
    <td className="min-w-14 pr-1 pb-1 [&_label]:sr-only">
      <TextField pointer={`/shades/boxes/${at}/${field}`} label={label} number={number ?? false} />
    </td>
  );
}

function Dealt({ page, busy }: { page: Page; busy: boolean }) {
  const { shades, pictures } = page;
  const walls = [...new Set(pictures.map(({ surface }) => surface))];
  return (
    <section aria-label="Blended" aria-busy={busy} className="mt-4">
      <p className="tape text-[20px]">{shades.headline}</p>
      {shades.beside && <p className="aside">{shades.beside}</p>}
      {shades.notes.map((one) => (
        <p key={one} role="alert" className="mb-1 border-wax border-l-4 bg-wax-pale px-2 py-1">
          △ {one}
        </p>
      ))}
      {shades.walls.map((wall) => (
        <p key={wall} className="font-medium">
          {wall}
        </p>
      ))}
      <p className="mt-1 flex flex-wrap gap-3">
        {Object.entries(shades.colours).map(([name, colour]) => (
          <span key={name} className="flex items-center gap-1">
            <span
              className="inline-block h-4 w-6 border border-pencil"
              style={{ background: colour }}
            />
            {name}
          </span>
        ))}
      </p>
      {walls.map((wall) => (
        <div key={wall} className="mt-3 grid gap-3 md:grid-cols-2">
          {pictures
            .filter(({ surface }) => surface === wall)
            .map((picture) => (
              <figure key={picture.how} className="break-inside-avoid">
                <figcaption>
                  <span className="font-medium">{picture.name}</span>, {picture.how}
                </figcaption>
                <img
                  alt={`${picture.name}, ${picture.how}`}
                  className="max-h-80 w-full object-contain"
                  src={`data:image/svg+xml,${encodeURIComponent(picture.svg)}`}
                />
              </figure>
            ))}
        </div>
      ))}
      {shades.culls && (
        <p className="mt-2">
          <span className="aside">Culls go to: </span>
          {shades.culls}
        </p>
      )}
      {shades.flattest && (
        <p>
          <span className="aside">The flattest go to the corners: </span>
          {shades.flattest}
        </p>
      )}
      {shades.rotation && (
        <p className="mt-2">
          <span className="aside">
            {shades.by_piece
              ? "Where nobody looks piece by piece, by turns from boxes "
              : "Take by turns from boxes "}
          </span>
          <span className="tape text-[18px]">{shades.rotation}</span>
          <span className="aside">, and again.</span>
        </p>
      )}
      {shades.takes.length > 0 && <Takes shades={shades} />}
    </section>
  );
}

/** Section by section, in the order of setting, which box each tile comes from. */
function Takes({ shades }: { shades: Page["shades"] }) {
  const { editor, draft } = useEditor();
  const stays = draft.shades?.stays ?? {};
  const set = (pieces: readonly string[], on: boolean) => {
    const next = Object.fromEntries(
      Object.entries(stays).filter(([piece]) => !pieces.includes(piece)),
    );
    if (on) for (const piece of pieces) next[piece] = shades.shades[piece] ?? "";
    editor.commit(replaced(draft, "/shades/stays", next), on ? "Set as dealt" : "Not set");
  };
  return (
    <section aria-label="From which box" className="mt-3">
      <h2 className="heading border-slab border-b-2">From which box, section by section</h2>
      <p className="aside">
        Tick a section when it is set: a box more, or a broken tile, is then dealt around it.
      </p>
      <ol>
        {shades.takes.map((take) => {
          const on = take.pieces.every((piece) => piece in stays);
          return (
            <li
              key={take.section}
              className="flex items-baseline gap-3 border-rule border-b py-1 max-sm:flex-wrap"
            >
              <label className="flex w-24 shrink-0 items-baseline gap-2 max-md:min-h-12">
                <input
                  type="checkbox"
                  checked={on}
                  onChange={(event) => set(take.pieces, event.target.checked)}
                />
                <span className="tape text-[17px]">{take.section}</span>
                <span className="sr-only">is set</span>
              </label>
              <span>
                <span className="aside">from boxes </span>
                <span className="tape text-[17px]">{take.boxes}</span>
                <span className="aside"> ({take.shades})</span>
                {take.faces && <span className="aside">, faces {take.faces}</span>}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
