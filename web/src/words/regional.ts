/**
 * American words go with inches and British ones with millimetres. The table is Python's
 * (`pennant regional` prints it); the pages apply it where a text reaches the screen, so that every
 * sentence is written once, whoever reads it.
 */
import type { View } from "../api/client";
import table from "./regional.json";

/** Whose words a job is read in, and the names in it that stay as they were typed. */
export type Spoken = View["sheet"]["spoken"];
type Region = Spoken["region"];

/** How many texts are remembered: those of a few pages. */
const MOST_REMEMBERED = 20_000;

interface Side {
  pattern: RegExp;
  becomes: Map<string, string>;
}

const SIDES: Record<Region, Side> = {
  american: side(table.words.map(([american = "", british = ""]) => [british, american])),
  british: side(table.words.map(([american = "", british = ""]) => [american, british])),
};

/** What each word of the other side becomes; of two that share a word the first in the table. */
function side(pairs: readonly (readonly [string, string])[]): Side {
  const becomes = new Map<string, string>();
  for (const [other, own] of pairs) {
    const known = other.toLowerCase();
    if (!becomes.has(known)) becomes.set(known, own);
  }
  const words = [...becomes.keys()].sort((a, b) => b.length - a.length);
  const pattern = new RegExp(`\\b(${words.join("|")})(${table.endings})?\\b`, "gi");
  return { pattern, becomes };
}

/** Before a job is opened the browser's own language decides. */
const HERE: Region = /^en-(?!US|CA)/.test(navigator.language) ? "british" : "american";

let spoken: Spoken = { region: HERE, names: [] };
let own: RegExp | null = null;
const remembered = new Map<string, string>();

/**
 * Says whose words the page is read in from now on. What is on the screen already stays: whoever
 * changes the region makes the page anew.
 */
export function speakAs(next: Spoken | undefined): void {
  if (!next) return; // a kit that an older page kept
  if (next.region === spoken.region && next.names.join("\n") === spoken.names.join("\n")) return;
  spoken = next;
  remembered.clear();
  const names = next.names.map((name) => name.replace(/[.*+?^${}()|[\]\\]/g, "\\$&"));
  own = names.length > 0 ? new RegExp(`(${names.join("|")})`) : null;
}

/** Returns a text in the reader's words; names that were given stay. */
export function inReadersWords(text: string): string {
  const known = remembered.get(text);
  if (known !== undefined) return known;
  // Every second part is a name: splitting keeps what it splits at.
  const parts = own ? text.split(own) : [text];
  const said = parts.map((part, index) => (index % 2 ? part : put(part))).join("");
  if (remembered.size >= MOST_REMEMBERED) remembered.clear();
  remembered.set(text, said);
  return said;
}

function put(text: string): string {
  const { pattern, becomes } = SIDES[spoken.region];
  return text.replace(pattern, (_, word: string, ending: string | undefined) => {
    const next = becomes.get(word.toLowerCase()) ?? word;
    const capital = word[0] !== word[0]?.toLowerCase();
    return (capital ? next.charAt(0).toUpperCase() + next.slice(1) : next) + (ending ?? "");
  });
}
