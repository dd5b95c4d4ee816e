/** What every edge gets, written where no tile is: in the window, on the cabinet, past the end. */
import { memo, useMemo } from "react";
import type { Surface, SurfacePlan, SurfaceSheet } from "../api/client";
import { CHALK, FLAG, PAPER, PENCIL_SOFT } from "../palette";
import { Tape } from "../parts/Tape";
import { type Box, holdsNumbers, keptClear, labelPlace, SHIFTS } from "./labels";
import type { Scale } from "./scale";

type Reading = SurfacePlan["edges"][number];
type Said = SurfaceSheet["edges"][number];

interface Props {
  surface: Surface;
  plan: SurfacePlan;
  sheet: SurfaceSheet;
  scale: Scale;
  onPieces: (pieces: readonly string[]) => void;
}

const MOST = 3;
const LINE = 16;
/** Pixels: a wall drawn narrower than this has no room for the courses beside each size. */
const ROOMY = 780;
/** Pixels: a thing drawn narrower than this has no room for them either. */
const WIDE = 230;
/** Pixels: in a thing drawn smaller than this there is no room for any number. */
const TINY = 90;
/** Pixels: a cabinet drawn lower than this has no room for the number of its underside. */
const LOW = 56;

export const EdgeTags = memo(function EdgeTags({ surface, plan, sheet, scale, onPieces }: Props) {
  const tags = useMemo(() => {
    const every = plan.edges.flatMap((reading, index) => {
      const said = sheet.edges[index];
      const tag = said ? tagOf(surface, plan, reading, said, scale) : null;
      return tag ? [tag] : [];
    });
    const stood = keptClear(
      every.map(({ reading, place, rows, roomy, said }) => ({
        x: place.x,
        y: place.y,
        anchor: place.anchor,
        widths: rows.map((gets) => widthOf(gets, roomy)),
        shifts: level.has(reading.side) && reading.owner === surface.id ? [0] : SHIFTS,
        urgent: said.gets.some(({ verdict }) => verdict === "never"),
      })),
      takenBy(surface, plan, sheet, scale),
    );
    return every.flatMap((tag, index) => {
      const at = stood[index];
      return at ? [{ ...tag, ...at, rows: tag.rows.slice(0, at.rows) }] : [];
    });
  }, [surface, plan, sheet, scale]);
  return tags.map((tag) => <Tag key={tag.reading.edge} tag={tag} onPieces={onPieces} />);
});

interface Tagged {
  reading: Reading;
  said: Said;
  rows: Said["gets"];
  roomy: boolean;
  place: Place;
}

/** Sides of the wall itself beside which its labels stay: moved, they would be another's. */
const level = new Set(["top", "bottom"]);

/** Pixels: what a letter of the tape's figures takes, and one of the courses' beside them. */
const LETTER = 7.2;
const SMALL_LETTER = 6;

function widthOf(gets: Said["gets"][number], roomy: boolean): number {
  const size = gets.size.length + (gets.verdict === "never" ? 2 : 0);
  const full = gets.note === "full" ? 5 : 0;
  return (size + full) * LETTER + (roomy ? (shortly(gets.courses).length + 1) * SMALL_LETTER : 0);
}

/** What labels keep clear of: the dimensions over the wall, the names of things, the foot. */
function takenBy(surface: Surface, plan: SurfacePlan, sheet: SurfaceSheet, scale: Scale): Box[] {
  const [x0, , x1, top] = plan.frame;
  const line = (y: number): Box => ({ x0: scale.x(x0), y0: y - 9, x1: scale.x(x1), y1: y + 9 });
  const over = scale.y(top);
  const rows = sheet.chain.length > 1 ? [line(over - 56), line(over - 34)] : [line(over - 56)];
  const names = surface.things.flatMap(({ form, name, box }) => {
    const high = Math.min(box[3], top);
    const at = labelPlace(form, scale.px(box[2] - box[0]), scale.px(high - box[1]));
    if (form === "gap") {
      const y = scale.y(box[1]) + 28;
      return [{ x0: scale.x(box[0]), y0: y - 12, x1: scale.x(box[2]), y1: y + 4 }];
    }
    if (!at || !holdsNumbers(form)) return [];
    const middle = scale.x((box[0] + box[2]) / 2);
    const half = (name.length * LETTER) / 2;
    const y = scale.y(high) + at.at;
    return [{ x0: middle - half, y0: y - 12, x1: middle + half, y1: y + 4 }];
  });
  const under = { x0: 0, y0: scale.height - 4, x1: scale.width, y1: scale.height + 400 };
  return [...rows, ...names, under];
}

/** What an edge's label says and where it would stand; null where there is no room for any. */
function tagOf(
  surface: Surface,
  plan: SurfacePlan,
  reading: Reading,
  said: Said,
  scale: Scale,
): Tagged | null {
  const own = reading.owner.split(".")[0] === surface.id || reading.owner === surface.id;
  const thing = surface.things.find(({ id }) => id === reading.owner);
  const tiny = thing ? scale.px(longest(thing.box)) < TINY : false;
  const wide = thing ? scale.px(thing.box[2] - thing.box[0]) > WIDE : true;
  const roomy =
    (own || (wide && scale.px(plan.frame[2] - plan.frame[0]) > ROOMY)) && reading.kind !== "panel";
  // Numbers would cover a thing so small; the Edges paper has them, and the hatching shows trouble.
  if (tiny) return null;
  // Round a panel tile meets tile: only what must be cured there is written upon it.
  const wrong = said.gets.filter(({ verdict }) => verdict === "never");
  const rows = reading.kind === "panel" ? wrong.slice(0, 1) : said.gets.slice(0, MOST);
  if (rows.length === 0) return null;
  const mid = middleOf(reading, plan);
  const first = placeOf(reading, own, mid, plan.frame[3], scale, rows.length);
  const place =
    thing && !wide && holdsNumbers(thing.form)
      ? underName(first, reading, thing, plan.frame[3], scale, rows.length)
      : first;
  return { reading, said, rows, roomy, place };
}

interface TagProps {
  tag: Tagged & { y: number };
  onPieces: (pieces: readonly string[]) => void;
}

function Tag({ tag, onPieces }: TagProps) {
  const { reading, said, rows, roomy, place, y } = tag;
  const beside = reading.side === "left" || reading.side === "right";
  return (
    <g className="tape" fontSize={14.5} textAnchor={place.anchor}>
      {place.arrow && (
        <path d={place.arrow} fill={CHALK} transform={`translate(0 ${beside ? y - place.y : 0})`} />
      )}
      {rows.map((gets, row) => {
        const wrong = gets.verdict === "never";
        const more = row === rows.length - 1 && said.gets.length > rows.length ? " …" : "";
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the Edges paper is the keyboard's way
          <text
            key={`${gets.size} ${gets.courses}`}
            data-edge={reading.edge}
            x={place.x}
            y={y + row * LINE}
            className="cursor-pointer"
            fill={wrong ? FLAG : CHALK}
            stroke={PAPER}
            strokeWidth={3}
            paintOrder="stroke"
            onClick={(event) => {
              event.stopPropagation();
              onPieces(gets.pieces);
            }}
          >
            <title>{`${said.name}: ${gets.size}, ${gets.note}, ${gets.courses}`}</title>
            {wrong ? "! " : ""}
            <Tape text={gets.size} Part="tspan" />
            {gets.note === "full" ? " full" : ""}
            {more}
            {roomy && (
              <tspan className="font-medium" fontSize={12} fill={PENCIL_SOFT}>
                {` ${shortly(gets.courses)}`}
              </tspan>
            )}
          </text>
        );
      })}
    </g>
  );
}

/** In a narrow thing the numbers at its sides would cover its name: they go below it. */
function underName(
  place: Place,
  reading: Reading,
  thing: Surface["things"][number],
  top: number,
  scale: Scale,
  rows: number,
): Place {
  const [x0, low, x1, high] = thing.box;
  const over = Math.min(high, top);
  const label = labelPlace(thing.form, scale.px(x1 - x0), scale.px(over - low));
  if (!label) return place;
  const y = scale.y(over) + label.below;
  const beside = reading.side === "left" || reading.side === "right";
  const room = y + (rows - 1) * LINE < scale.y(low) - LINE;
  if (!beside || !room || place.y >= y) return place;
  const arrow = place.arrow.replace(/^(M\S+) \S+l/, `$1 ${y - 5}l`);
  return { ...place, y, arrow };
}

function longest([x0, y0, x1, y1]: Surface["things"][number]["box"]): number {
  return Math.max(x1 - x0, y1 - y0);
}

interface Place {
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
  arrow: string;
}

/** The courses without the word, as short as they can be said. */
function shortly(courses: string): string {
  return courses
    .replace(/^courses? /, "c")
    .replace(/^rows? /, "r")
    .replace(/, \d+ in all$/, "")
    .replaceAll(", ", ",")
    .replace(" … ", "…")
    .replace(" to ", "–");
}

/** Where along the edge the number stands: at the middle of the pieces that meet it. */
function middleOf(reading: Reading, plan: SurfacePlan): number {
  if (reading.side === "left" || reading.side === "right") {
    return (reading.low + Math.min(reading.high, plan.frame[3])) / 2;
  }
  const met = new Set(reading.gets[0]?.pieces);
  const spans = plan.pieces.filter((piece) => met.has(piece.id));
  const middle = spans[Math.floor(spans.length / 2)]?.outline[0] ?? [];
  const xs = middle.map(([x]) => x);
  return xs.length > 0 ? (Math.min(...xs) + Math.max(...xs)) / 2 : (reading.low + reading.high) / 2;
}

function placeOf(
  reading: Reading,
  wall: boolean,
  mid: number,
  top: number,
  scale: Scale,
  rows: number,
): Place {
  const block = (rows - 1) * LINE;
  if (reading.side === "left" || reading.side === "right") {
    // Outside the wall at its ends; inside the thing at its own sides.
    const toRight = wall ? reading.side === "right" : reading.side === "left";
    const clear = wall ? (reading.kind === "corner" || reading.kind === "side" ? 26 : 12) : 12;
    const x = scale.x(reading.at) + (toRight ? clear : -clear);
    const y = scale.y(mid) - block / 2 + 5;
    const tip = scale.x(reading.at) + (toRight ? 3 : -3);
    const back = toRight ? 6 : -6;
    const arrow = wall ? "" : `M${tip} ${y - 5}l${back} -4v8Z`;
    return { x, y, anchor: toRight ? "start" : "end", arrow };
  }
  const x = scale.x(mid);
  if (reading.kind === "foot") {
    return { x, y: scale.y(reading.at) + 16, anchor: "middle", arrow: "" };
  }
  if (wall) {
    const y =
      reading.side === "bottom" ? scale.y(reading.at) + 30 : scale.y(reading.at) - 8 - block;
    return { x, y, anchor: "middle", arrow: "" };
  }
  // Just inside the thing: above its underside, below its top; over a thing too low to write in.
  const low = reading.kind === "overhead" && scale.px(top - reading.at) < LOW + block;
  const inside =
    reading.side === "bottom" ? scale.y(reading.at) - 14 - block : scale.y(reading.at) + 24;
  const y = low ? scale.y(top) - 8 - block : inside;
  const edge = scale.y(reading.at) + (reading.side === "bottom" ? -4 : 4);
  const back = reading.side === "bottom" ? -6 : 6;
  return { x, y, anchor: "middle", arrow: `M${x} ${edge}l-4 ${back}h8Z` };
}
