/** How the tile is laid: in courses with their bond, or on a lattice, each with its own choices. */
import type { JobDraft, View, Wall } from "../api/client";
import { at, replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { Choices } from "../parts/Choices";
import { LengthField } from "../parts/LengthField";
import { TextField } from "../parts/TextField";

export type Pattern = View["job"]["pattern"];
type Kind = Pattern["kind"];

const KINDS: readonly { value: Kind; label: string }[] = [
  { value: "courses", label: "Courses" },
  { value: "herringbone", label: "Herringbone" },
  { value: "diagonal", label: "Diagonal" },
  { value: "basketweave", label: "Basketweave" },
  { value: "hexagon", label: "Hexagons" },
  { value: "rounds", label: "Rounds" },
  { value: "scallop", label: "Scallops" },
  { value: "columns", label: "Columns" },
];

const HANDS = [
  { value: "right", label: "Climbs to the right" },
  { value: "left", label: "Climbs to the left" },
] as const;

/** What each pattern asks of the tile. */
const TILES: Record<Kind, string> = {
  courses: "",
  herringbone: "Any tile longer than it is high; the length need not be a multiple of the height.",
  diagonal: "Squares stand on a corner; oblongs lean.",
  basketweave: "The tile is as long as those of a block side by side, with their joints.",
  hexagon: "The tile's height is from flat to flat, its length from point to point.",
  rounds: "Each row lies in the hollows of the one below; the tile is as long as it is high.",
  scallop: "The tile's length is its width; it is about as high as wide.",
  columns: "Standing tiles, every other column shifted up.",
};

/** The job with another kind of pattern; starts that it does not have begin at the counter or end. */
function withKind(
  draft: JobDraft,
  at: string,
  joint: number,
  kind: Kind,
  starts: Begun[],
): JobDraft {
  const next = replaced(draft, at, { kind, joint });
  return withoutLost(next, kind === "courses" ? FOR_LATTICES : FOR_COURSES, starts);
}

export const FOR_COURSES = ["fitted", "whole-courses", "from-counter"];
const FOR_LATTICES = ["flat-counter"];

/** Starts of schools that are lost are planted anew, at the left end and on the counter. */
export function withoutLost(draft: JobDraft, lost: string[], starts: Begun[]): JobDraft {
  let next = draft;
  for (const { pointer, start } of starts) {
    if (lost.includes(start.across.kind))
      next = replaced(next, `${pointer}/across`, { kind: "full-left", nudge: 0 });
    if (lost.includes(start.up.kind))
      next = replaced(next, `${pointer}/up`, { kind: "full-counter", nudge: 0 });
  }
  return next;
}

/** A start and where it stands in the job. */
export interface Begun {
  pointer: string;
  start: Wall["start"];
}

interface Props {
  /** Where the pattern stands in the job: the walls' own, or an area's. */
  pointer: string;
  pattern: Pattern;
  /** The starts that are planted in it. */
  starts: Begun[];
}

export function PatternPaper({ pointer, pattern, starts }: Props) {
  const { editor, draft } = useEditor();
  // What was chosen last counts, also while it is refused because of the tile's size.
  const chosen = (at(draft, pointer) as { kind?: Kind } | undefined)?.kind ?? "courses";
  return (
    <section aria-label="Pattern">
      <h3 className="heading mb-1">Pattern</h3>
      <Choices<Kind>
        label="Kind of pattern"
        value={chosen}
        onChange={(kind) =>
          editor.commit(withKind(draft, pointer, pattern.joint, kind, starts), `Pattern: ${kind}`)
        }
        choices={KINDS}
      />
      {TILES[chosen] && <p className="aside mt-1">{TILES[chosen]}</p>}
      {pattern.kind === chosen && <Details root={pointer} pattern={pattern} />}
      <LengthField pointer={`${pointer}/joint`} label="Joint between tiles" className="mt-2 w-36" />
    </section>
  );
}

/** Every wall hung from what it ends under, as it was, or else from its top line. */
function hungFromTop(draft: JobDraft): JobDraft {
  return draft.walls.reduce(
    (next, wall, number) =>
      ["full-top", "carried"].includes(wall.start?.up?.kind ?? "")
        ? next
        : replaced(next, `/walls/${number}/start/up`, { kind: "full-top", under: null, nudge: 0 }),
    draft,
  );
}

function Details({ root, pattern }: { root: string; pattern: Pattern }) {
  const { editor, draft } = useEditor();
  const change = (pointer: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, pointer, to), label);
  const hand = (now: "right" | "left") => (
    <Choices
      label="Hand"
      value={now}
      onChange={(to) => change(`${root}/hand`, to, `Pattern climbs to the ${to}`)}
      choices={HANDS}
    />
  );
  switch (pattern.kind) {
    case "courses":
      return <Bond root={root} pattern={pattern} />;
    case "herringbone":
      return (
        <div className="mt-2 flex flex-col gap-2">
          <Choices
            label="Turned"
            value={pattern.diagonal ? "diagonal" : "upright"}
            onChange={(to) => change(`${root}/diagonal`, to === "diagonal", `Herringbone: ${to}`)}
            choices={[
              { value: "diagonal", label: "At 45°, points up" },
              { value: "upright", label: "Level and upright" },
            ]}
          />
          <Choices
            label="Tiles side by side"
            value={pattern.double ? "double" : "single"}
            onChange={(to) => change(`${root}/double`, to === "double", `Herringbone: ${to}`)}
            choices={[
              { value: "single", label: "Single" },
              { value: "double", label: "Double" },
            ]}
          />
          {hand(pattern.hand)}
        </div>
      );
    case "diagonal":
      return <div className="mt-2">{hand(pattern.hand)}</div>;
    case "basketweave":
      return (
        <TextField
          pointer={`${root}/tiles`}
          label="Tiles in a block"
          number
          className="mt-2 w-36"
        />
      );
    case "hexagon":
      return (
        <div className="mt-2">
          <Choices
            label="Points"
            value={pattern.points}
            onChange={(to) => change(`${root}/points`, to, "Points of the hexagons")}
            choices={[
              { value: "sides", label: "Points to the sides" },
              { value: "up", label: "Points up" },
            ]}
          />
        </div>
      );
    case "rounds":
      return null;
    case "scallop":
      return (
        <div className="mt-2 flex flex-col gap-2">
          <Choices
            label="Round ends"
            value={pattern.tips}
            onChange={(to) => change(`${root}/tips`, to, "Round ends of the scallops")}
            choices={[
              { value: "up", label: "Round ends up" },
              { value: "down", label: "Round ends down" },
            ]}
          />
          {root === "/pattern" && pattern.tips === "up" && (
            <Choices
              label="At the top"
              value={pattern.top}
              onChange={(top) => {
                const next = replaced(draft, `${root}/top`, top);
                editor.commit(
                  top === "finished" ? hungFromTop(next) : next,
                  top === "finished" ? "Tips end on the line" : "Cut to the line",
                );
              }}
              choices={[
                { value: "cut", label: "Cut to the line" },
                { value: "finished", label: "Whole, tips on the line" },
              ]}
            />
          )}
        </div>
      );
    case "columns":
      return (
        <div className="mt-2 flex items-end gap-2">
          <TextField pointer={`${root}/p`} label="Shifted up by" number className="w-24" />
          <span className="aside pb-1.5">of</span>
          <TextField pointer={`${root}/q`} label="Parts" number className="w-16" />
        </div>
      );
  }
}

const BONDS = [
  { value: "0/1", label: "Stack" },
  { value: "1/2", label: "Half" },
  { value: "1/3", label: "Third" },
  { value: "1/4", label: "Quarter" },
] as const;

/** Of courses: which way tiles lie, and how each is shifted from the one below. */
function Bond({ root, pattern }: { root: string; pattern: Extract<Pattern, { kind: "courses" }> }) {
  const { editor, draft } = useEditor();
  const { bond } = pattern;
  const value = `${bond.p}/${bond.q}`;
  const way = bond.way;
  const byRule = way === "staggered" || way === "shortened";
  const named = byRule || BONDS.some((known) => known.value === value);
  const change = (pointer: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, pointer, to), label);
  return (
    <>
      <div className="mt-2">
        <Choices
          label="Lay"
          value={pattern.lay}
          onChange={(lay) => change(`${root}/lay`, lay, `Tile ${lay}`)}
          choices={[
            { value: "lying", label: "Lying" },
            { value: "standing", label: "Standing" },
          ]}
        />
      </div>
      <p className="aside mt-2 mb-1">Each course shifted from the one below by</p>
      <Choices<string>
        label="Bond"
        value={byRule ? way : named ? value : "other"}
        onChange={(next) => {
          const on = byRule ? "onward" : way;
          if (next === "other") change(`${root}/bond`, { p: 2, q: 5, way: on }, "Bond: 2/5");
          else if (next === "staggered" || next === "shortened")
            change(`${root}/bond`, { ...bond, way: next }, `Bond: ${next}`);
          else {
            const [p, q] = next.split("/").map(Number);
            change(`${root}/bond`, { p, q, way: on }, `Bond: ${next}`);
          }
        }}
        choices={[
          ...BONDS,
          { value: "other", label: "Other" },
          { value: "staggered", label: "Staggered" },
          { value: "shortened", label: "Shorter starts" },
        ]}
      />
      {byRule && (
        <>
          <div className="mt-1.5 flex items-end gap-2">
            <TextField
              pointer={`${root}/bond/seed`}
              label={way === "staggered" ? "Stagger no." : "Order no."}
              number
              className="w-20"
            />
            <button
              type="button"
              className="button"
              onClick={() => change(`${root}/bond/seed`, (bond.seed % 9999) + 1, "Stagger")}
            >
              Arrange again
            </button>
            {way === "staggered" ? (
              <TextField
                pointer={`${root}/bond/apart`}
                label="Joints apart, of a tile"
                number
                className="w-36"
              />
            ) : (
              <LengthField
                pointer="/settings/ledger_apart"
                label="Shorter by at least"
                className="w-36"
              />
            )}
          </div>
          <p className="aside mt-1">
            {way === "staggered"
              ? "No joint near one in the course below, no staircase, no two of four courses that begin alike."
              : "Each course starts clearly shorter than the one below, until one starts long again; no two of four courses begin alike."}{" "}
            The same number is the same wall for good.
          </p>
        </>
      )}
      {!named && (
        <div className="mt-1.5 flex items-end gap-2">
          <TextField pointer={`${root}/bond/p`} label="Shift" number className="w-16" />
          <span className="aside pb-1.5">of</span>
          <TextField pointer={`${root}/bond/q`} label="Parts" number className="w-16" />
        </div>
      )}
      {!byRule && bond.p > 0 && (bond.q > 2 || way === "back") && (
        <div className="mt-2">
          <Choices
            label="Direction of the bond"
            value={way}
            onChange={(next) => change(`${root}/bond/way`, next, "Direction of the bond")}
            choices={[
              { value: "onward", label: "Onward, in stairs" },
              { value: "back", label: "To and fro" },
            ]}
          />
        </div>
      )}
    </>
  );
}
