/** What runs out on site: counted down, with what is done when it has run out. */
import { useEffect, useRef, useState } from "react";
import type { Site } from "../api/client";
import { useOnSite } from "./onSite";
import type { Entry } from "./settled";

type Clock = Site["clocks"][number];

const SECOND_MS = 1_000;
const MINUTE = 60;
const HOUR = 3_600;
/** Seconds before it runs out from which on it is said what will have to be done. */
const SOON = 300;

export function Clocks() {
  const { site, aheadMs, note } = useOnSite();
  const now = useNow();
  // Counted by the server's clock: the device's own may be wrong by years.
  const served = now - aheadMs;
  const over = site.clocks.filter((clock) => Date.parse(clock.ends) <= served);
  useRing(over.map(({ entry, runs }) => `${entry} ${runs}`));
  return (
    <section aria-label="Clocks">
      <h2 className="heading">Clocks</h2>
      {site.clocks.length === 0 && (
        <p className="aside">
          Nothing runs. Clocks start when a batch is mixed, a section is spread or grouted.
        </p>
      )}
      <ul className="grid gap-2 lg:grid-cols-3">
        {site.clocks.map((clock) => (
          <Running key={`${clock.entry} ${clock.runs}`} {...{ clock, note }} now={served} />
        ))}
      </ul>
    </section>
  );
}

/** The clock that runs out first, on one line, for parts of the page that show no others. */
export function NearestClock({ onOpen }: { onOpen: () => void }) {
  const { site, aheadMs } = useOnSite();
  const now = useNow() - aheadMs;
  const [first] = site.clocks;
  if (!first) return null;
  const left = (Date.parse(first.ends) - now) / SECOND_MS;
  return (
    <button
      type="button"
      className="button my-1 flex min-h-12 w-full items-baseline gap-2 text-left lg:hidden"
      onClick={onOpen}
    >
      <span className="grow truncate">
        {left <= 0 && "▲ "}
        {first.name}
      </span>
      <span className={`tape text-xl ${left <= 0 ? "text-flag" : ""}`}>
        {left <= 0 ? `over for ${shown(-left)}` : shown(left)}
      </span>
    </button>
  );
}

interface RunningProps {
  clock: Clock;
  now: number;
  note: (entry: Entry) => void;
}

function Running({ clock, now, note }: RunningProps) {
  const left = (Date.parse(clock.ends) - now) / SECOND_MS;
  const total = (Date.parse(clock.ends) - Date.parse(clock.starts)) / SECOND_MS;
  const over = left <= 0;
  const share = Math.min(Math.max(left / total, 0), 1);
  return (
    <li
      className={`border bg-paper p-2 ${over ? "border-flag border-l-8" : "border-rule"}`}
      aria-label={clock.name}
    >
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-medium">{clock.name}</span>
        <span className="aside grow">{clock.of}</span>
        <span className={`tape text-3xl ${over ? "text-flag" : ""}`} role="timer">
          {over ? `over for ${shown(-left)}` : shown(left)}
        </span>
      </p>
      <div className="h-1.5 bg-skim-deep" aria-hidden="true">
        <div className="h-full bg-slab" style={{ width: `${share * 100}%` }} />
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <p
          className={`grow max-lg:basis-full lg:basis-40 ${left < SOON ? "font-medium" : "aside"}`}
        >
          {over ? "▲ " : `${clockTime(clock.ends)}, ${clock.who}. `}
          {(left < SOON || ENDS[clock.runs].length === 0) && clock.next}
          {clock.until && ` Until ${clockTime(clock.until)}`}
          {clock.until && now > Date.parse(clock.until) && ", which is past: scrub it"}
        </p>
        {ENDS[clock.runs].map(([label, entry]) => (
          <button
            key={label}
            type="button"
            className="button min-h-12 px-3"
            onClick={() => note(entry(clock))}
          >
            {label}
          </button>
        ))}
      </div>
    </li>
  );
}

const batch =
  (event: "used up" | "thrown away", what: "adhesive" | "counter-adhesive" | "grout") =>
  (clock: Clock): Entry => ({ kind: "batch", event, what, of: clock.entry, lot: "" });
const section =
  (event: "scraped off" | "wiped" | "haze off" | "polished") =>
  (clock: Clock): Entry => ({ kind: "section", event, of: clock.entry, number: 0, pieces: [] });

/** What ends each clock, by a press. Curing ends by itself. */
const ON_THE_WALL: [string, (clock: Clock) => Entry][] = [
  [
    "✓ All set",
    (clock) => ({ kind: "pieces", event: "set", pieces: clock.pieces, lot: "" }) as Entry,
  ],
  ["Scraped off", section("scraped off")],
];
const ENDS: Record<Clock["runs"], [string, (clock: Clock) => Entry][]> = {
  "pot life": [
    ["Used up", batch("used up", "adhesive")],
    ["Thrown away", batch("thrown away", "adhesive")],
  ],
  "grout life": [
    ["Used up", batch("used up", "grout")],
    ["Thrown away", batch("thrown away", "grout")],
  ],
  "counter pot life": [
    ["Used up", batch("used up", "counter-adhesive")],
    ["Thrown away", batch("thrown away", "counter-adhesive")],
  ],
  "open time": ON_THE_WALL,
  "counter open time": ON_THE_WALL,
  "first wipe": [["✓ Wiped", section("wiped")]],
  haze: [["✓ Haze off", section("haze off")]],
  polish: [["✓ Polished", section("polished")]],
  "bed sets": [],
  "grout cures": [],
  "grout dries": [],
};

/** A time of the day, of this device's own place. */
export function clockTime(iso: string): string {
  return new Date(iso).toLocaleString([], {
    weekday: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
}

function shown(seconds: number): string {
  const whole = Math.floor(seconds);
  const hours = Math.floor(whole / HOUR);
  const minutes = Math.floor((whole % HOUR) / MINUTE);
  if (hours > 0) return `${hours} h ${String(minutes).padStart(2, "0")}`;
  return `${minutes}:${String(whole % MINUTE).padStart(2, "0")}`;
}

function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), SECOND_MS);
    return () => window.clearInterval(timer);
  }, []);
  return now;
}

const RING_HZ = 880;
const RING_S = 0.4;

/** Rings once for each clock that runs out while the page is open, where the browser allows it. */
function useRing(over: readonly string[]): void {
  const rung = useRef<Set<string> | null>(null);
  useEffect(() => {
    const known = rung.current ?? new Set(over);
    const fresh = over.filter((one) => !known.has(one));
    rung.current = new Set([...known, ...over]);
    if (fresh.length > 0) ring();
  }, [over]);
}

function ring(): void {
  navigator.vibrate?.([300, 150, 300]);
  try {
    const context = new AudioContext();
    const tone = context.createOscillator();
    tone.frequency.value = RING_HZ;
    tone.connect(context.destination);
    tone.start();
    tone.stop(context.currentTime + RING_S);
    tone.onended = () => void context.close();
  } catch {
    // A browser that lets no page make a sound shows the clock in red all the same.
  }
}
