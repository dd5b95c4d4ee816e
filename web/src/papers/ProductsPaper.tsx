/** The products that the job takes, chosen from the shelf; and what does not go together. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { KindText, Method } from "../api/client";
import { methodsOptions, shelfInWordsOptions, shelfOptions } from "../api/queries";
import { useBeside } from "../job/beside";
import { replaced } from "../job/pointer";
import { useEditor, useTakes } from "../job/useEditor";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { TextField } from "../parts/TextField";
import { WAYS_OF_CUTTING } from "./ToolsPaper";
import { Ways } from "./Ways";

type Kind = Exclude<KindText["kind"], "tile">;

export function ProductsPaper() {
  const { editor, draft, view } = useEditor();
  const { data, error } = useQuery(shelfOptions());
  const said = useQuery(shelfInWordsOptions());
  const { tile } = draft;
  const products = view.job.products ?? {};
  const put = (pointer: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, pointer, to), label);
  // What else holds a wall's tile holds none on a counter.
  const bedded =
    !products.mat && products.adhesive?.kind !== "construction" && tile.material !== "stick-on";
  const kinds = (part: KindText["part"]) => said.data?.filter((one) => one.part === part) ?? [];
  const choice = ({ kind: named, label, without: none }: KindText) => {
    const kind = named as Kind;
    const shelf: readonly { name: string }[] = data?.[kind] ?? [];
    return (
      <ShelfChoice
        key={kind}
        label={label}
        none={none}
        chosen={products[kind]?.name ?? ""}
        shelf={shelf}
        onChoose={(name) =>
          put(
            `/products/${kind}`,
            shelf.find((one) => one.name === name) ?? null,
            `${label}: ${name || "none"}`,
          )
        }
      />
    );
  };
  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      <Suits />
      <section aria-label="Products" className="min-w-0">
        <h3 className="heading mb-1">Adhesive and primer</h3>
        {error && <p role="alert">✗ The products could not be opened: {error.message}.</p>}
        <div className="grid grid-cols-1 gap-1.5">
          <ShelfChoice
            label="Adhesive"
            none="by the rules"
            chosen={(products.mat ?? products.adhesive)?.name ?? ""}
            shelf={[
              ...(data?.adhesive ?? []).map(({ name }) => ({ name, group: "Adhesives" })),
              ...(data?.mat ?? []).map(({ name }) => ({ name, group: "Mats" })),
            ]}
            onChoose={(name) =>
              put(
                "/products",
                {
                  ...products,
                  adhesive: data?.adhesive?.find((one) => one.name === name) ?? null,
                  mat: data?.mat?.find((one) => one.name === name) ?? null,
                },
                `Adhesive: ${name || "not chosen"}`,
              )
            }
          />
          {(draft.counters ?? []).length > 0 && (
            <ShelfChoice
              label="On the counter"
              none={bedded ? "as on the walls" : "thinset, by the rules"}
              chosen={products.counter_adhesive?.name ?? ""}
              shelf={data?.adhesive ?? []}
              onChoose={(name) =>
                put(
                  "/products/counter_adhesive",
                  data?.adhesive?.find((one) => one.name === name) ?? null,
                  `On the counter: ${name || "as on the walls"}`,
                )
              }
            />
          )}
          {kinds("joins").map(choice)}
        </div>
        <details className="mt-1.5">
          <summary className="cursor-pointer font-medium">Other products</summary>
          <div className="mt-1.5 grid gap-1.5">{kinds("goods").map(choice)}</div>
        </details>
        <Swatch />
        <p className="aside mt-1.5">
          What a product’s sheet says goes before the rules; in each line’s working stands which of
          the two was used. All products on this shelf are made up.
        </p>
      </section>
      <section aria-label="About the tile">
        <h3 className="heading mb-1">About the tile</h3>
        <div className="grid gap-1">
          {FLAGS.map(({ field, says }) => (
            <label key={field} className="flex items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                checked={tile[field] ?? false}
                onChange={(event) => put(`/tile/${field}`, event.target.checked, says)}
              />
              {says}
            </label>
          ))}
        </div>
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <LengthField pointer="/tile/lugs" label="Joint of its lugs" />
          <TextField pointer="/tile/weight" label="kg a m²" number />
          <TextField pointer="/tile/price" label="Price of a box" number />
        </div>
      </section>
      <Ways without={WAYS_OF_CUTTING} />
      <SideBySide />
    </div>
  );
}

interface ShelfChoiceProps {
  label: string;
  /** What it is called when nothing is chosen. */
  none: string;
  chosen: string;
  shelf: readonly { name: string; group?: string }[];
  onChoose: (name: string) => void;
}

/** A product chosen from the shelf; one that left the shelf since stays with the job. */
function ShelfChoice({ label, none, chosen, shelf, onChoose }: ShelfChoiceProps) {
  const gone = chosen !== "" && !shelf.some(({ name }) => name === chosen);
  return (
    <div className="flex items-center gap-2">
      <span className="w-24 shrink-0">{label}</span>
      <Select
        label={label}
        value={chosen}
        onChange={onChoose}
        options={[
          { value: "", label: none },
          ...(gone ? [{ value: chosen, label: chosen, typed: true }] : []),
          ...shelf.map(({ name, group }) => ({
            value: name,
            label: name,
            typed: true,
            ...(group ? { group } : {}),
          })),
        ]}
      />
    </div>
  );
}

/** The shelf's adhesives, mats and grouts side by side: what each takes, costs and asks for. */
function SideBySide() {
  const { view } = useEditor();
  const [open, setOpen] = useState(false);
  useBeside("methods", open);
  const { data, error } = useQuery({ ...methodsOptions(view.job), enabled: open });
  return (
    <details
      className="md:col-span-2"
      onToggle={(event) => setOpen((event.target as HTMLDetailsElement).open)}
    >
      <summary className="heading cursor-pointer">
        What could hold it and fill its joints, side by side
      </summary>
      {error && <p role="alert">✗ They could not be compared: {error.message}.</p>}
      {open && !data && !error && <p className="aside">Calculating with each…</p>}
      {data && (
        <>
          <Compared title="Adhesive" rows={data.filter((one) => one.does === "holds")} />
          <Compared title="Joints filled with" rows={data.filter((one) => one.does === "fills")} />
        </>
      )}
    </details>
  );
}

function Compared({ title, rows }: { title: string; rows: Method[] }) {
  return (
    <table className="mb-3 w-full border-collapse text-left text-sm">
      <thead className="aside">
        <tr>
          <th className="font-normal">{title}</th>
          <th className="font-normal">Takes</th>
          <th className="font-normal">Costs</th>
          <th className="font-normal">In all</th>
          <th className="font-normal">Work, one person</th>
        </tr>
      </thead>
      {rows.map((one) => (
        <tbody key={one.name} className="border-rule border-t align-top">
          <tr>
            <th scope="row" data-typed className="pr-2 font-medium">
              {one.name}
            </th>
            <td className="tape pr-2 text-[16px]">{one.packs}</td>
            <td className="tape pr-2 text-[16px]">{one.cost?.toFixed(2) ?? "—"}</td>
            <td className="tape pr-2 text-[16px]">{one.whole.toFixed(2)}</td>
            <td className="pr-2">{one.hours}</td>
          </tr>
          <tr>
            <td colSpan={5} className="pb-1">
              <span className="aside">{[one.batches, one.wait, ...one.besides].join(" · ")}</span>{" "}
              {one.against.length ? `△ ${one.against.join("; ")}` : "✓ nothing against it"}
            </td>
          </tr>
        </tbody>
      ))}
    </table>
  );
}

const FLAGS = [
  { field: "porous", says: "open-pored: it must be sealed" },
  { field: "scratches", says: "its face scratches" },
  { field: "see_through", says: "see-through" },
  { field: "bevelled", says: "bevelled or glazed edges" },
] as const;

/** What the joint's colour will do beside the tile's. */
function Swatch() {
  const { view } = useEditor();
  const { joints } = useTakes().sheet;
  if (!joints) return null;
  return (
    <p className="aside mt-1.5 flex items-center gap-1.5">
      <span
        className="inline-block h-5 w-10 border-4"
        style={{
          background: view.job.tile.colour,
          borderColor: view.job.products?.grout?.colour,
        }}
      />
      {joints}
    </p>
  );
}

/** What does not go together, with the reason and what would cure it. */
export function Suits() {
  const { sheet, late } = useTakes();
  const found = sheet.unsuited;
  return (
    <section aria-label="Compatibility" aria-busy={late} className="reckoned md:col-span-2">
      <h3 className="heading mb-1">Compatibility</h3>
      {found.length === 0 && (
        <p className="aside">
          ✓ No conflicts found between the tile, the wall and what joins them.
        </p>
      )}
      <ul>
        {found.map((one) => (
          <li
            key={one.title}
            className={`mb-1 border-l-4 pl-2 text-sm ${one.weight === "never" ? "border-flag" : "border-wax"}`}
          >
            <span className="font-medium">
              {one.weight === "never" ? "✗" : "△"} {one.title}.
            </span>{" "}
            {one.why} <span className="text-chalk">{one.cure}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
