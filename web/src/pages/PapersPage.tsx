/** What can be taken away: papers bound into one PDF, drawings, tables, the calendar, the job. */
import { useQuery } from "@tanstack/react-query";
import { Fragment, useState } from "react";
import { useSearchParams } from "react-router";
import { bindPapers } from "../api/client";
import { papersOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";
import { Choices } from "../parts/Choices";
import { handOver } from "../parts/handOver";
import { PaperHead } from "../parts/PaperHead";

/** Asks for a file, says while it is made, and hands it over; what went wrong is said in words. */
function useFile() {
  const [making, setMaking] = useState("");
  const [failed, setFailed] = useState("");
  /** Says what is made while it is, and what went wrong with it. */
  async function made(what: string, make: () => Promise<void>) {
    setMaking(what);
    setFailed("");
    try {
      await make();
    } catch (error) {
      setFailed(`${what}: ${why(error)}`);
    }
    setMaking("");
  }
  const fetchFile = (path: string, what: string) =>
    made(what, async () => {
      const answer = await fetch(path);
      if (!answer.ok) {
        const problem = await answer.json().catch(() => null);
        const said = problem?.errors?.map((one: { message: string }) => one.message).join("; ");
        throw new Error(said || problem?.title || `it answered ${answer.status}`);
      }
      const name = answer.headers.get("content-disposition")?.match(/filename="(.+)"/)?.[1];
      handOver(name ?? "pennant", await answer.blob());
    });
  const fetchPapers = (job: string, only: readonly string[], size: string) =>
    made("PDF", async () => {
      const { name, pdf } = await bindPapers(job, only, size, (says) => setMaking(`PDF: ${says}`));
      handOver(name, pdf);
    });
  return { making, failed, fetchFile, fetchPapers };
}

const why = (error: unknown) => (error instanceof Error ? error.message : String(error));

export function PapersPage() {
  const { editor, view } = useEditor();
  const { data: papers } = useQuery(papersOptions());
  const [search] = useSearchParams();
  const [chosen, setChosen] = useState<readonly string[] | null>(
    search.has("only") ? search.getAll("only") : null,
  );
  const [size, setSize] = useState<"A4" | "Letter">(view.job.units === "in" ? "Letter" : "A4");
  const { making, failed, fetchFile, fetchPapers } = useFile();
  const picked = chosen ?? papers?.filter(({ bound }) => bound).map(({ paper }) => paper) ?? [];
  const at = (form: string, only: readonly string[] = []) => {
    const query = new URLSearchParams(only.map((part) => ["only", part]));
    return `/api/jobs/${editor.id}/as/${form}?${query}`;
  };
  const file = (says: string, path: string, note: string) => (
    <li className="flex flex-wrap items-baseline gap-2 border-rule border-b py-1">
      <button
        type="button"
        className="button max-md:min-h-12"
        disabled={making !== ""}
        onClick={() => void fetchFile(path, says)}
      >
        {says}
      </button>
      <span className="aside">{note}</span>
    </li>
  );
  return (
    <main className="mx-auto max-w-4xl px-4 py-4">
      <PaperHead title={`${view.job.name}: papers and files`} />
      <p aria-live="polite" className="min-h-6">
        {making && `${making}: being made…`}
      </p>
      {failed && (
        <p role="alert" className="border-flag border-l-4 bg-flag-pale px-2 py-1">
          ✗ {failed}
        </p>
      )}
      <section aria-label="Papers">
        <h2 className="heading border-slab border-b-2">Print as one PDF</h2>
        <ul className="my-2 grid gap-x-6 md:grid-cols-2">
          {papers?.map(({ paper, title, what_for }) => (
            <li key={paper}>
              <label className="flex items-baseline gap-2 py-0.5 max-md:min-h-12">
                <input
                  type="checkbox"
                  checked={picked.includes(paper)}
                  onChange={(event) =>
                    setChosen(
                      event.target.checked
                        ? [...picked, paper]
                        : picked.filter((one) => one !== paper),
                    )
                  }
                />
                <span>
                  {title}
                  <span className="aside">, {what_for}</span>
                </span>
              </label>
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap items-center gap-2">
          <Choices
            label="Size of paper"
            value={size}
            choices={[
              { value: "A4", label: "A4" },
              { value: "Letter", label: "Letter" },
            ]}
            onChange={setSize}
          />
          <button
            type="button"
            className="button button-main max-md:min-h-12"
            disabled={making !== "" || picked.length === 0}
            onClick={() => void fetchPapers(editor.id, picked, size)}
          >
            Make the PDF
          </button>
          <span className="aside">Print sheets of full size at 100 %, not scaled to fit.</span>
        </div>
      </section>
      <section aria-label="Drawings" className="mt-4">
        <h2 className="heading border-slab border-b-2">Drawings</h2>
        <ul>
          {file("All walls, SVG", at("svg"), "to scale, one unit a millimetre")}
          {file("All walls, DXF", at("dxf"), "true millimetres, a layer for each kind of thing")}
          {view.plan.kitchen.surfaces
            .filter(({ id, of }) => id === of)
            .map(({ id, name }) => (
              <Fragment key={id}>
                {file(
                  `${name}, elevation, DXF`,
                  at("dxf", [`${id}:elevation`]),
                  "the bare wall with what is on it",
                )}
              </Fragment>
            ))}
          {file("Templates, SVG", at("svg", ["templates"]), "odd cuts at full size, for a machine")}
          {file("Templates, DXF", at("dxf", ["templates"]), "the same for other machines")}
        </ul>
      </section>
      <section aria-label="Tables" className="mt-4">
        <h2 className="heading border-slab border-b-2">Tables and other files</h2>
        <ul>
          {file("Pieces, CSV", at("csv", ["pieces"]), "every piece with its size and place")}
          {file("Cuts, CSV", at("csv", ["cuts"]), "every cut with its marks and its tile")}
          {file("List, CSV", at("csv", ["list"]), "what it takes")}
          {file(
            "Measures, CSV",
            at("csv", ["measures"]),
            "every wall and line as taken; it can be brought in again",
          )}
          {file("Days, CSV", at("csv", ["days"]), "every step")}
          {file("Record, CSV", at("csv", ["record"]), "all that was noted on the wall")}
          {file("Calendar, iCalendar", at("ics"), "work, waits and visits; it needs a first day")}
          {file("Job file, JSON", at("json"), "all of the job, to be read in again")}
          {file(
            "Job and record, zip",
            `/api/jobs/${editor.id}/as-zip`,
            "the job with what was noted on site",
          )}
        </ul>
      </section>
    </main>
  );
}
