/** The shelf: products that jobs choose from, one's own and the examples; in and out as CSV. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, ask, importShelf, Refusal, type Shelf } from "../api/client";
import { ownShelfOptions, shelfOptions } from "../api/queries";

type Kind = keyof Shelf;
type Product = NonNullable<Shelf[Kind]>[number];

const TITLES: readonly { kind: Kind; title: string }[] = [
  { kind: "tile", title: "Tile" },
  { kind: "adhesive", title: "Adhesives" },
  { kind: "grout", title: "Grouts" },
  { kind: "sealant", title: "Sealants" },
  { kind: "trim", title: "Trims" },
  { kind: "primer", title: "Primers" },
  { kind: "sealer", title: "Sealers" },
];

export function ShelfPage() {
  const { data, error } = useQuery(shelfOptions());
  const { data: own } = useQuery(ownShelfOptions());
  const client = useQueryClient();
  const [wrong, setWrong] = useState<readonly { pointer: string; message: string }[]>([]);
  const [says, setSays] = useState("");
  const again = () => client.invalidateQueries({ queryKey: ["shelf"] });
  async function read(file: File | undefined) {
    if (!file) return;
    setWrong([]);
    setSays("");
    try {
      await importShelf(file);
      setSays(`${file.name} is on the shelf.`);
      await again();
    } catch (caught) {
      const problem = caught instanceof Refusal ? caught.problem : null;
      setWrong(problem?.errors ?? [{ pointer: "", message: String(caught) }]);
    }
  }
  async function takeOff(kind: Kind, name: string) {
    await ask(api.DELETE("/api/shelf/{kind}/{name}", { params: { path: { kind, name } } }));
    await again();
  }
  return (
    <main className="mx-auto max-w-4xl px-4 py-4">
      <p className="flex flex-wrap items-center gap-2">
        <Link className="button" to="/">
          ← All jobs
        </Link>
        <a className="button" href="/api/shelf.csv" download>
          CSV of the shelf
        </a>
        <label className="button cursor-pointer">
          Read a CSV
          <input
            type="file"
            accept=".csv,text/csv"
            className="sr-only"
            onChange={(event) => {
              void read(event.target.files?.[0]);
              event.target.value = "";
            }}
          />
        </label>
      </p>
      <h1 className="heading mt-3 text-2xl">The shelf</h1>
      <p className="aside">
        What jobs choose from. To add your own, take the CSV, put a line for each product into it
        and read it back: a product of the same name is replaced. The examples are made up.
      </p>
      {says && <p role="status">✓ {says}</p>}
      {wrong.length > 0 && (
        <div role="alert" className="mt-2 border-flag border-l-4 pl-2">
          <p className="font-medium">Nothing of the file was kept; put these right:</p>
          <ul>
            {wrong.map(({ pointer, message }) => (
              <li key={`${pointer} ${message}`}>
                {pointer.replace(/^\/row\/(\d+)\/?/, "line $1, ")}: {message}
              </li>
            ))}
          </ul>
        </div>
      )}
      {error && <p role="alert">✗ The shelf could not be opened: {error.message}.</p>}
      {data &&
        TITLES.map(({ kind, title }) => (
          <section key={kind} aria-label={title} className="mt-3">
            <h2 className="heading border-slab border-b-2">{title}</h2>
            <ul className="divide-y divide-rule">
              {(data[kind] ?? []).map((one: Product) => {
                const mine = own?.[kind]?.some(({ name }) => name === one.name) ?? false;
                return (
                  <li key={one.name} className="flex items-baseline gap-x-3 py-1 max-sm:flex-wrap">
                    {"colour" in one && (
                      <span
                        className="h-4 w-4 shrink-0 self-center border border-rule"
                        style={{ background: one.colour }}
                      />
                    )}
                    <span className="w-56 shrink-0 font-medium max-sm:w-auto max-sm:grow">
                      {one.name}
                    </span>
                    <span className="aside grow max-sm:order-last max-sm:basis-full">
                      {facts(one)}
                    </span>
                    {mine ? (
                      <button
                        type="button"
                        className="button min-h-7 py-0"
                        aria-label={`Take ${one.name} off the shelf`}
                        onClick={() => void takeOff(kind, one.name)}
                      >
                        Take off
                      </button>
                    ) : (
                      <span className="aside">example</span>
                    )}
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
    </main>
  );
}

const SHOWN = [
  "kind",
  "material",
  "shade",
  "pack",
  "density",
  "water",
  "pot_life",
  "set_hours",
  "cover",
  "coats",
  "per_box",
  "weight",
  "price",
] as const;
const UNITS: Record<string, string> = {
  pack: "a pack of",
  density: "kg a litre",
  water: "l water a kg",
  pot_life: "min of life",
  set_hours: "h before grout",
  cover: "m² a litre",
  coats: "coats",
  per_box: "in a box",
  weight: "kg a m²",
};

/** What a product's sheet says, in a line. */
function facts(one: Product): string {
  const values = one as Record<string, unknown>;
  return SHOWN.flatMap((name) => {
    const value = values[name];
    if (value === undefined || value === null) return [];
    if (name === "pack") return [`${UNITS.pack} ${String(value)}`];
    if (name === "price") return [`price ${Number(value).toFixed(2)}`];
    return [UNITS[name] ? `${String(value)} ${UNITS[name]}` : String(value)];
  }).join("; ");
}
