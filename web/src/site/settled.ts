/**
 * Where the work stands once notes that no server has answered yet are counted in: the states of
 * pieces, what is still to do, and the clocks. It follows the server's own rules, on data alone.
 */
import type { NotedEntry, Site, SiteKit } from "../api/client";
import { setSoFar } from "./units";

export type Entry = NotedEntry["entry"];
export type Waiting = Omit<NotedEntry, "sent_at" | "units">;
type Clock = Site["clocks"][number];
type Runs = Clock["runs"];

/** An entry that counts: with its time by the server's clock (ms). */
interface Standing {
  key: string;
  at: number;
  entry: Entry;
}

const MINUTE_MS = 60_000;

const AFTER: Record<string, string> = {
  cut: "cut",
  set: "set",
  broken: "broken",
  "taken off": "cut",
};

/**
 * Returns the site as it stands with the notes that wait. `aheadMs` is how far this device's clock
 * is ahead of the server's.
 */
export function settled(
  kit: SiteKit,
  site: Site,
  waiting: readonly Waiting[],
  aheadMs: number,
): Site {
  if (waiting.length === 0) return site;
  const all = standingOf(site, waiting, aheadMs);
  const states = statesOf(all);
  const notSet = (pieces: readonly string[]) => pieces.filter((id) => states[id] !== "set");
  const grouted = new Set(
    all.flatMap(({ entry }) =>
      entry.kind === "section" && entry.event === "grouted" ? (entry.pieces ?? []) : [],
    ),
  );
  const done = new Set(all.flatMap(({ entry }) => (entry.kind === "step" ? [entry.step] : [])));
  return {
    ...site,
    record: { ...site.record, states, done: countsOf(kit, all, states) },
    clocks: clocksOf(kit, all),
    courses: site.courses.map((one) => ({ ...one, to_set: notSet(one.pieces) })),
    sections: site.sections.map((one) => ({ ...one, to_do: notSet(one.pieces) })),
    grouting: site.grouting.map((one) => ({
      ...one,
      to_do: one.pieces.filter((id) => !grouted.has(id)),
    })),
    steps: site.steps.map((one) => ({ ...one, done: one.done || done.has(one.step) })),
    entries: entriesOf(site, waiting, aheadMs),
    standing: all.map(({ key, at, entry }) => ({
      key,
      at: new Date(at).toISOString(),
      entry: entry as Site["standing"][number]["entry"],
    })),
  };
}

function standingOf(site: Site, waiting: readonly Waiting[], aheadMs: number): Standing[] {
  const gone = new Set(waiting.map((one) => one.takes_back_key).filter(Boolean));
  const served = site.standing.map(({ key, at, entry }) => ({ key, at: Date.parse(at), entry }));
  const known = new Set(served.map(({ key }) => key));
  const own = waiting
    .filter(({ key, entry }) => entry.kind !== "taken back" && !known.has(key))
    .map((one) => ({ key: one.key, at: saidAt(one) - aheadMs, entry: one.entry }));
  return [...(served as Standing[]), ...own].filter(({ key }) => !gone.has(key));
}

function saidAt(one: Waiting): number {
  return one.said_at ? Date.parse(one.said_at) : Date.now();
}

function statesOf(all: readonly Standing[]): Record<string, string> {
  const states: Record<string, string> = {};
  for (const { entry } of all) {
    if (entry.kind !== "pieces") continue;
    for (const piece of entry.pieces) states[piece] = AFTER[entry.event] ?? "";
  }
  return states;
}

function countsOf(kit: SiteKit, all: readonly Standing[], states: Record<string, string>): string {
  const own = new Set(kit.surfaces.flatMap(({ pieces }) => pieces.map(({ id }) => id)));
  const count = (state: string) =>
    Object.entries(states).filter(([id, one]) => own.has(id) && one === state).length;
  const broken = all.flatMap(({ entry }) =>
    entry.kind === "pieces" && entry.event === "broken"
      ? entry.pieces.filter((p) => own.has(p))
      : [],
  ).length;
  const says =
    setSoFar(kit, states) || `${count("cut")} cut, ${count("set")} set of ${own.size} pieces`;
  return broken ? `${says}; ${broken} broken` : says;
}

/** The clocks that run, also those that have run out and wait for somebody. */
function clocksOf(kit: SiteKit, all: readonly Standing[]): Clock[] {
  const found = [...batchesOf(kit, all), ...sectionsOf(kit, all), ...curesOf(kit, all)];
  return found.sort((a, b) => Date.parse(a.ends) - Date.parse(b.ends));
}

function clock(
  kit: SiteKit,
  runs: Runs,
  by: Standing,
  starts: number,
  number = 0,
  pieces: readonly string[] = [],
): Clock[] {
  const lasts = kit.lasting.find((one) => one.runs === runs);
  if (!lasts) return [];
  const at = (minutes: number) => new Date(starts + minutes * MINUTE_MS).toISOString();
  return [
    {
      entry: by.key,
      runs,
      name: lasts.name,
      of: number ? `section ${number}` : "",
      starts: at(0),
      ends: at(lasts.minutes),
      until: lasts.until == null ? null : at(lasts.until),
      next: lasts.next,
      who: lasts.who,
      pieces: [...pieces],
    },
  ];
}

const POT_LIFE: Record<"adhesive" | "counter-adhesive" | "grout", Runs> = {
  adhesive: "pot life",
  "counter-adhesive": "counter pot life",
  grout: "grout life",
};
/** What a batch is of, as it is said. */
export const MIXED: Record<keyof typeof POT_LIFE, string> = {
  adhesive: "Adhesive",
  "counter-adhesive": "Adhesive for the counter",
  grout: "Grout",
};

/** A batch runs until it is used up or thrown away, or the next of its kind is mixed. */
function batchesOf(kit: SiteKit, all: readonly Standing[]): Clock[] {
  return all.flatMap((one, place) => {
    const { entry } = one;
    if (entry.kind !== "batch" || entry.event !== "mixed") return [];
    const ended = all
      .slice(place + 1)
      .some(
        ({ entry: later }) =>
          later.kind === "batch" &&
          later.what === entry.what &&
          (later.event === "mixed" || later.of == null || later.of === one.key),
      );
    if (ended) return [];
    const runs = POT_LIFE[entry.what];
    const known = kit.lasting.some((lasts) => lasts.runs === runs);
    return clock(kit, known ? runs : "pot life", one, one.at);
  });
}

function sectionsOf(kit: SiteKit, all: readonly Standing[]): Clock[] {
  return all.flatMap((one, place) => {
    const { entry } = one;
    if (entry.kind !== "section") return [];
    const later = all.slice(place + 1);
    const goesOn = (event: string) =>
      later.find(
        ({ entry: next }) => next.kind === "section" && next.event === event && next.of === one.key,
      );
    if (entry.event === "spread") {
      const put = new Set(
        later.flatMap(({ entry: next }) =>
          next.kind === "pieces" && next.event === "set" ? next.pieces : [],
        ),
      );
      const left = (entry.pieces ?? []).filter((id) => !put.has(id));
      if (left.length === 0 || goesOn("scraped off")) return [];
      // A kit that a phone kept from before says nothing of counters.
      const below = new Set(kit.on_counters ?? []);
      const runs = left.every((id) => below.has(id)) ? "counter open time" : "open time";
      return clock(kit, runs, one, one.at, entry.number, left);
    }
    if (entry.event !== "grouted" || goesOn("polished")) return [];
    const [wiped, hazed] = [goesOn("wiped"), goesOn("haze off")];
    const run = (runs: Runs, starts: number) =>
      clock(kit, runs, one, starts, entry.number, entry.pieces);
    if (!wiped && !hazed) return run("first wipe", one.at);
    return [...(!hazed && wiped ? run("haze", wiped.at) : []), ...run("polish", one.at)];
  });
}

/** The bed sets from the last piece set on; grout cures from the last section on. */
function curesOf(kit: SiteKit, all: readonly Standing[]): Clock[] {
  const put = all.filter(({ entry }) => entry.kind === "pieces" && entry.event === "set").at(-1);
  const grouted = all
    .filter(({ entry }) => entry.kind === "section" && entry.event === "grouted")
    .at(-1);
  if (!grouted) return put ? clock(kit, "bed sets", put, put.at) : [];
  return [
    ...clock(kit, "grout cures", grouted, grouted.at),
    ...clock(kit, "grout dries", grouted, grouted.at),
  ];
}

/** The record with what waits on top, the latest first. */
function entriesOf(site: Site, waiting: readonly Waiting[], aheadMs: number): Site["entries"] {
  const gone = new Set(waiting.map((one) => one.takes_back_key).filter(Boolean));
  const known = new Set(site.entries.map(({ key }) => key));
  const own = waiting
    .filter(({ key, entry }) => entry.kind !== "taken back" && !known.has(key))
    .map((one, place) => ({
      id: -1 - place,
      key: one.key,
      at: new Date(saidAt(one) - aheadMs).toISOString(),
      says: saysOf(one.entry, site),
      kind: one.entry.kind,
      gone: false,
      doubt: "",
      photograph: "",
    }));
  return [...own.reverse(), ...site.entries].map((one) => ({
    ...one,
    gone: one.gone || gone.has(one.key),
  }));
}

const FEW = 3;

/** A note as one line, until the server has said it. */
export function saysOf(entry: Entry, site: Site): string {
  switch (entry.kind) {
    case "pieces": {
      const { pieces } = entry;
      const which =
        pieces.length <= FEW
          ? pieces.join(", ")
          : `${pieces[0]} … ${pieces.at(-1)} (${pieces.length})`;
      return `${which} ${entry.event}`;
    }
    case "batch":
      return `${MIXED[entry.what]} ${entry.event}`;
    case "section":
      return entry.number ? `Section ${entry.number} ${entry.event}` : `Section ${entry.event}`;
    case "step":
      return `${site.steps.find(({ step }) => step === entry.step)?.name ?? entry.step}: ${entry.event}`;
    case "box":
      return `Box ${entry.name} opened`;
    case "culls":
      return `${entry.tiles === 1 ? "1 tile" : `${entry.tiles} tiles`} put aside for cuts`;
    case "reading": {
      const { reading } = entry;
      const of = "piece" in reading ? reading.piece : "wall" in reading ? reading.wall : "a box";
      const value = "value" in reading ? String(reading.value) : "";
      return `Reading at ${of}${value && `: ${value}`}`;
    }
    case "refit":
      return `Planned again: ${entry.words}`;
    case "remark":
      return entry.words;
    default:
      return "Noted";
  }
}
