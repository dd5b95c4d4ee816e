/** What was noted, given back as a small file that the desk reads in; read in twice it is once. */
import { useState } from "react";
import { handOver } from "../parts/handOver";
import { useOnSite } from "../site/onSite";
import type { Waiting } from "../site/settled";
import type { SiteData } from "./FileSite";

interface Props {
  data: SiteData;
  notes: readonly Waiting[];
  /** Whether notes outlast the closing of the page. */
  lasts: boolean;
  /** Under which name the browser keeps how many were given back. */
  given: string;
}

export function GiveBack({ data, notes, lasts, given: name }: Props) {
  const { site } = useOnSite();
  const [given, setGiven] = useState(() => kept(name));
  const [text, setText] = useState("");
  const open = Math.max(0, notes.length - given);
  const section = site.sections.find(({ to_do }) => to_do.length === 0 && open > 0);
  const give = async () => {
    const said = textOf(data, notes);
    setText(said);
    const file = new File([said], `${fileName(data.kit.name)}-notes.json`, {
      type: "application/json",
    });
    if (await handed(file)) {
      setGiven(notes.length);
      keep(name, notes.length);
    }
  };
  return (
    <section aria-label="Give back" className="my-2 grid gap-1">
      {!lasts && (
        <p role="alert" className="border-flag border-l-4 bg-flag-pale p-2">
          ✗ This viewer keeps nothing: what is noted is gone when the page is closed. Give it back
          after each section, and before you close it.
        </p>
      )}
      {section && (
        <p role="status" className="border-wax border-l-4 bg-wax-pale p-2">
          △ Section {section.number} is set: give back what was noted.
        </p>
      )}
      <button
        type="button"
        className="button min-h-12 w-full"
        disabled={notes.length === 0}
        onClick={() => void give()}
      >
        {notes.length === 0
          ? "Nothing to give back yet"
          : `Give back ${notes.length} ${notes.length === 1 ? "note" : "notes"}${open ? `, ${open} new` : ""}`}
      </button>
      {text && (
        <details className="border border-rule bg-paper px-2">
          <summary className="flex min-h-12 cursor-pointer items-center">
            No file came? Copy this text, and send it to the desk.
          </summary>
          <textarea
            readOnly
            aria-label="Notes as text"
            className="field h-40"
            value={text}
            onFocus={(event) => event.target.select()}
          />
        </details>
      )}
    </section>
  );
}

function textOf({ kit, made_at }: SiteData, notes: readonly Waiting[]): string {
  return JSON.stringify(
    {
      form: "pennant site notes",
      version: 1,
      name: kit.name,
      job: kit.job,
      revision: kit.revision,
      digest: kit.digest,
      units: kit.units,
      made_at,
      given_at: new Date().toISOString(),
      notes,
    },
    null,
    1,
  );
}

/** Hands a file over by the phone's own sharing, or as a download; returns whether it went. */
async function handed(file: File): Promise<boolean> {
  try {
    if (navigator.maxTouchPoints > 0 && navigator.canShare?.({ files: [file] })) {
      await navigator.share({ files: [file] });
      return true;
    }
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") return false;
  }
  handOver(file.name, file);
  return true;
}

function fileName(name: string): string {
  return (
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "") || "job"
  );
}

function kept(name: string): number {
  try {
    return Number(localStorage.getItem(name) ?? 0);
  } catch {
    return 0;
  }
}

function keep(name: string, count: number): void {
  try {
    localStorage.setItem(name, String(count));
  } catch {
    // It is only what the key says; the notes are in the file.
  }
}
