/** The sheet of one product, to be written: what is wrong is told under its own field. */
import { type FormEvent, useState } from "react";
import { api, ask, type KindText, type ProductText, Refusal } from "../api/client";

interface Props {
  kind: KindText;
  /** The product whose sheet it is; null for a new one. */
  product: ProductText | null;
  onKept: (name: string) => Promise<void>;
  onClose: () => void;
}

export function ProductSheet({ kind, product, onKept, onClose }: Props) {
  const [cells, setCells] = useState<Record<string, string>>(product?.cells ?? {});
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [failed, setFailed] = useState("");
  async function keep(event: FormEvent) {
    event.preventDefault();
    setWrong({});
    setFailed("");
    try {
      await ask(
        api.PUT("/api/shelf/{kind}", {
          params: { path: { kind: kind.kind } },
          body: { cells, instead_of: product?.own ? product.name : null },
        }),
      );
      await onKept(cells.name ?? "");
    } catch (error) {
      const problems = error instanceof Refusal ? (error.problem?.errors ?? []) : [];
      setWrong(
        Object.fromEntries(
          problems.map(({ pointer, message }) => [pointer.split("/")[2] ?? "", message]),
        ),
      );
      if (problems.length === 0) setFailed(error instanceof Error ? error.message : String(error));
    }
  }
  const write = (name: string, to: string) => setCells({ ...cells, [name]: to });
  return (
    <form
      aria-label={product ? `Sheet of ${product.name}` : `New: ${kind.one}`}
      className="my-2 border border-rule bg-skim/60 p-2"
      onSubmit={(event) => void keep(event)}
    >
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4">
        {kind.fields.map(({ name, label, unit, needed, choices }) => (
          <div key={name} className={name === "name" ? "col-span-2" : ""}>
            <label htmlFor={`sheet-${name}`} className="aside block">
              {label}
              {unit && `, ${unit}`}
              {needed && " *"}
            </label>
            {choices.length > 0 ? (
              <select
                id={`sheet-${name}`}
                className="field"
                value={cells[name] ?? ""}
                onChange={(event) => write(name, event.target.value)}
              >
                <option value="">not said</option>
                {choices.map((choice) => (
                  <option key={choice} value={choice}>
                    {choice}
                  </option>
                ))}
              </select>
            ) : (
              <input
                id={`sheet-${name}`}
                className="field tape"
                autoComplete="off"
                maxLength={400}
                aria-invalid={name in wrong}
                aria-describedby={name in wrong ? `wrong-${name}` : undefined}
                value={cells[name] ?? ""}
                onChange={(event) => write(name, event.target.value)}
              />
            )}
            {name in wrong && (
              <p id={`wrong-${name}`} role="alert" className="text-[13.5px] text-flag">
                ✗ {wrong[name]}
              </p>
            )}
          </div>
        ))}
      </div>
      {failed && <p role="alert">✗ It could not be kept: {failed}. Nothing typed is lost.</p>}
      <p className="mt-2 flex flex-wrap items-center gap-2">
        <button type="submit" className="button">
          {product === null || product.own ? "Keep on the shelf" : "Keep as my own"}
        </button>
        <button type="button" className="button" onClick={onClose}>
          Close
        </button>
        <span className="aside">
          * is needed. What is left empty goes by the rules. Lengths as on a pad: 3/8 in, 12 mm.
        </span>
      </p>
    </form>
  );
}
