/** What every edge gets, written where no tile is: in the window, on the cabinet, past the end. */
import { memo, useMemo } from "react";
import type { Surface, SurfacePlan, SurfaceSheet } from "../api/client";
import { CHALK, FLAG, PAPER, PENCIL_SOFT } from "../palette";
import { Tape } from "../parts/Tape";
import {
  type Box,
  flagBox,
  holdsNumbers,
  keptClear,
  LETTER,
  labelBox,
  labelOf,
  SHIFTS,
} from "./labels";
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

/** Pixels: what a letter of the courses beside a size takes. */
const SMALL_LETTER = 6;

function widthOf(gets: Said["gets"][number], roomy: boolean): number {
  const size = gets.size.length + (gets.verdict === "never" ? 2 : 0);
  const full = gets.note === "full" ? 5 : 0;
  return (size + full) * LETTER + (roomy ? (gets.brief.length + 1) * SMALL_LETTER : 0);
}

/** What labels keep clear of: the dimensions over the wall, names of things, pennant and foot. */
function takenBy(surface: Surface, plan: SurfacePlan, sheet: SurfaceSheet, scale: Scale): Box[] {
  const [x0, , x1, top] = plan.frame;
  const line = (y: number): Box => ({ x0: scale.x(x0), y0: y - 9, x1: scale.x(x1), y1: y + 9 });
  const over = scale.y(top);
  const rows = sheet.chain.length > 1 ? [line(over - 56), line(over - 34)] : [line(over - 56)];
  const names = surface.things.flatMap((thing) => {
    const { form, box } = thing;
    if (form === "gap") {
      const y = scale.y(box[1]) + 28;
      return [{ x0: scale.x(box[0]), y0: y - 12, x1: scale.x(box[2]), y1: y + 4 }];
    }
    const at = labelOf(thing, plan, scale);
    return at && holdsNumbers(form) ? [labelBox(thing, at, top, scale)] : [];
  });
  const under = { x0: 0, y0: scale.height - 4, x1: scale.width, y1: scale.height + 400 };
  return [...rows, ...names, flagBox(plan, scale), under];
}

/** What an edge's label says and where it would stand; null where there is no room for any. */
function tagOf(
  surface: Surface,
  plan: SurfacePlan,
  reading: Reading,
  words: Said,
  scale: Scale,
): Tagged | null {
  const own = reading.owner.split(".")[0] === surface.id || reading.owner === surface.id;
  const thing = surface.things.find(({ id }) => id === reading.owner);
  const tiny = thing ? scale.px(longest(thing.box)) < TINY : false;
  const wide = thing ? scale.px(thing.box[2] - thing.box[0]) > WIDE : true;
  const roomy =
    (own || (wide && scale.px(plan.frame[2] - plan.frame[0]) > ROOMY)) && reading.kind !== "panel";
  const said = { ...words, gets: distinct(words.gets, roomy) };
  // Numbers would cover a thing so small; the Edges paper has them, and the hatching shows trouble.
  if (tiny) return null;
  // Round a panel tile meets tile: only what must be cured there is written upon it.
  const wrong = said.gets.filter(({ verdict }) => verdict === "never");
  const rows = reading.kind === "panel" ? wrong.slice(0, 1) : said.gets.slice(0, MOST);
  if (rows.length === 0) return null;
  const mid = middleOf(reading, rows[0]?.pieces ?? [], plan);
  const first = placeOf(reading, own, mid, plan.frame[3], scale, rows.length);
  const place =
    thing && !wide && holdsNumbers(thing.form)
      ? underName(first, reading, thing, plan, scale, rows.length)
      : first;
  return { reading, said, rows, roomy, place };
}

/**
 * What reads alike on the drawing is written there once, for the pieces of all; the Edges paper
 * tells it apart. Courses are written only where it is `roomy`.
 */
function distinct(gets: Said["gets"], roomy: boolean): Said["gets"] {
  const alike = new Map<string, Said["gets"][number]>();
  for (const one of gets) {
    const wrong = one.verdict === "never";
    const key = `${one.size} ${roomy && one.brief} ${wrong} ${one.note === "full"}`;
    const before = alike.get(key);
    const more = before && {
      pieces: [...before.pieces, ...one.pieces],
      courses: `${before.courses}; ${one.courses}`,
    };
    alike.set(key, before ? { ...before, ...more } : one);
  }
  return [...alike.values()];
}

interface TagProps {
  tag: Tagged & { y: number };
  onPieces: (pieces: readonly string[]) => void;
}

function Tag({ tag, onPieces }: TagProps) {
  const { reading, said, rows, roomy, place, y } = tag;
  return (
    <g className="tape" fontSize={14.5} textAnchor={place.anchor}>
      {place.arrow && <path d={arrowPath(place, y)} fill={CHALK} />}
      {rows.map((gets, row) => {
        const wrong = gets.verdict === "never";
        const more = row === rows.length - 1 && said.gets.length > rows.length ? " …" : "";
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the Edges paper is the keyboard's way
          <text
            key={`${gets.size} ${gets.note} ${gets.courses}`}
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
                {` ${gets.brief}`}
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
  plan: SurfacePlan,
  scale: Scale,
  rows: number,
): Place {
  const [, low, , high] = thing.box;
  const label = labelOf(thing, plan, scale);
  if (!label) return place;
  const y = scale.y(Math.min(high, plan.frame[3])) + label.below;
  const beside = reading.side === "left" || reading.side === "right";
  const room = y + (rows - 1) * LINE < scale.y(low) - LINE;
  if (!beside || !room || place.y >= y) return place;
  return { ...place, y };
}

function longest([x0, y0, x1, y1]: Surface["things"][number]["box"]): number {
  return Math.max(x1 - x0, y1 - y0);
}

interface Place {
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
  /** Which way a small arrow points at the edge, and where its tip is; none outside the wall. */
  arrow: { x: number; y: number; points: "left" | "right" | "up" | "down" } | null;
}

/** The arrow as a path; beside an edge it stays at the label's first row, wherever that went. */
function arrowPath({ arrow }: Place, y: number): string {
  if (!arrow) return "";
  if (arrow.points === "left" || arrow.points === "right") {
    return `M${arrow.x} ${y - 5}l${arrow.points === "left" ? 6 : -6} -4v8Z`;
  }
  return `M${arrow.x} ${arrow.y}l-4 ${arrow.points === "down" ? -6 : 6}h8Z`;
}

/** Where along the edge the number stands: at the middle of the pieces that meet it. */
function middleOf(reading: Reading, pieces: readonly string[], plan: SurfacePlan): number {
  if (reading.side === "left" || reading.side === "right") {
    return (reading.low + Math.min(reading.high, plan.frame[3])) / 2;
  }
  const met = new Set(pieces);
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
    const points = toRight ? "left" : "right";
    const arrow = wall ? null : ({ x: tip, y: y - 5, points } as const);
    return { x, y, anchor: toRight ? "start" : "end", arrow };
  }
  const x = scale.x(mid);
  if (reading.kind === "foot") {
    return { x, y: scale.y(reading.at) + 16, anchor: "middle", arrow: null };
  }
  if (wall) {
    const y =
      reading.side === "bottom" ? scale.y(reading.at) + 30 : scale.y(reading.at) - 8 - block;
    return { x, y, anchor: "middle", arrow: null };
  }
  // Just inside the thing: above its underside, below its top; over a thing too low to write in.
  const low = reading.kind === "overhead" && scale.px(top - reading.at) < LOW + block;
  const inside =
    reading.side === "bottom" ? scale.y(reading.at) - 14 - block : scale.y(reading.at) + 24;
  const y = low ? scale.y(top) - 12 - block : inside;
  const under = reading.side === "bottom";
  const edge = scale.y(reading.at) + (under ? -4 : 4);
  return { x, y, anchor: "middle", arrow: { x, y: edge, points: under ? "down" : "up" } };
}
