/** The shelf: products that jobs choose from, one's own and the examples; in and out as CSV. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, ask, importShelf, type KindText, type ProductText, Refusal } from "../api/client";
import { shelfInWordsOptions } from "../api/queries";
import { ProductSheet } from "../papers/ProductSheet";

/** Which sheet is open: a product's, or a new one's of a kind. */
interface Open {
  kind: KindText["kind"];
  name: string | null;
}

export function ShelfPage() {
  const { data, error } = useQuery(shelfInWordsOptions());
  const client = useQueryClient();
  const [open, setOpen] = useState<Open | null>(null);
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
  async function takeOff({ kind }: KindText, { name }: ProductText) {
    await ask(api.DELETE("/api/shelf/{kind}/{name}", { params: { path: { kind, name } } }));
    setSays(`${name} is off the shelf; jobs that chose it keep it.`);
    await again();
  }
  async function kept(name: string) {
    setSays(`${name} is on the shelf.`);
    setOpen(null);
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
      <h1 className="heading mt-3 text-2xl">Products</h1>
      <p className="aside">
        What jobs choose from. Write a product’s sheet here, or many of them in the CSV and read it
        back: a product of the same name is replaced. Jobs keep what they chose as it was. The
        examples are made up.
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
      {error && <p role="alert">✗ The products could not be opened: {error.message}.</p>}
      {data?.map((kind) => (
        <section key={kind.kind} aria-label={kind.title} className="mt-3">
          <div className="flex items-end border-slab border-b-2">
            <h2 className="heading grow">{kind.title}</h2>
            <button
              type="button"
              className="button mb-0.5 min-h-7 py-0"
              onClick={() => setOpen({ kind: kind.kind, name: null })}
            >
              + {kind.one}
            </button>
          </div>
          {open?.kind === kind.kind && open.name === null && (
            <ProductSheet kind={kind} product={null} onKept={kept} onClose={() => setOpen(null)} />
          )}
          <ul className="divide-y divide-rule">
            {kind.products.map((one) =>
              open?.kind === kind.kind && open.name === one.name ? (
                <li key={one.name}>
                  <ProductSheet
                    kind={kind}
                    product={one}
                    onKept={kept}
                    onClose={() => setOpen(null)}
                  />
                </li>
              ) : (
                <li key={one.name} className="flex items-baseline gap-x-3 py-1 max-sm:flex-wrap">
                  {one.colour && (
                    <span
                      className="h-4 w-4 shrink-0 self-center border border-rule"
                      style={{ background: one.colour }}
                    />
                  )}
                  <button
                    type="button"
                    data-typed
                    className="w-56 shrink-0 text-left font-medium underline decoration-rule underline-offset-4 hover:decoration-chalk max-sm:w-auto max-sm:grow"
                    title={`Open the sheet of ${one.name}`}
                    onClick={() => setOpen({ kind: kind.kind, name: one.name })}
                  >
                    {one.name}
                  </button>
                  <span className="aside grow max-sm:order-last max-sm:basis-full">
                    {one.facts}
                  </span>
                  {one.own ? (
                    <button
                      type="button"
                      data-typed
                      className="button min-h-7 py-0"
                      aria-label={`Take ${one.name} off the shelf`}
                      onClick={() => void takeOff(kind, one)}
                    >
                      Take off
                    </button>
                  ) : (
                    <span className="aside">example</span>
                  )}
                </li>
              ),
            )}
          </ul>
        </section>
      ))}
    </main>
  );
}
