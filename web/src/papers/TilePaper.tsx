/** The tile as it measures, and how it is laid. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { JobDraft } from "../api/client";
import { shelfOptions } from "../api/queries";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { LengthField } from "../parts/LengthField";
import { Select } from "../parts/Select";
import { Tape } from "../parts/Tape";
import { TextField } from "../parts/TextField";
import { AreasPaper } from "./AreasPaper";
import { CounterTile } from "./CounterTile";
import { FOR_COURSES, type Pattern, PatternPaper, withoutLost } from "./PatternPaper";

export function TilePaper() {
  const { editor, draft, view } = useEditor();
  const { counter } = useWall();
  const { pattern, tile } = view.job;
  if (counter) return <CounterTile />;
  const change = (pointer: string, to: unknown, label: string) =>
    editor.commit(replaced(draft, pointer, to), label);

  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      <section aria-label="Tile">
        <h3 className="heading mb-1">Tile, as it measures</h3>
        <FromShelf />
        <TextField pointer="/tile/name" label="Name" />
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <LengthField pointer="/tile/length" label="Length" />
          <LengthField pointer="/tile/height" label="Height" />
          <LengthField pointer="/tile/thickness" label="Thickness" />
        </div>
        <div className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1">
          <Select
            label="Material"
            value={tile.material ?? "ceramic"}
            onChange={(to) => change("/tile/material", to, `Material: ${to}`)}
            options={MATERIALS.map((value) => ({ value, label: value }))}
          />
          <label className="flex items-center gap-1.5 text-sm">
            <input
              type="checkbox"
              checked={draft.tile.turns ?? true}
              onChange={(event) =>
                change("/tile/turns", event.target.checked, "Whether the tile may be turned")
              }
            />
            may be turned round
          </label>
        </div>
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          <TextField
            pointer="/tile/per_box"
            label={tile.sheet ? "Sheets in a box" : "Tiles in a box"}
            number
          />
          <div>
            <label htmlFor="colour" className="aside block">
              On the drawing
            </label>
            <input
              id="colour"
              type="color"
              className="field p-0.5"
              value={tile.colour}
              onChange={(event) => change("/tile/colour", event.target.value, "Tile colour")}
            />
          </div>
        </div>
        <TenMeasured />
        <OnSheets />
        <OfLedger />
      </section>
      <PatternPaper
        pointer="/pattern"
        pattern={pattern}
        starts={view.job.walls.map(({ start }, number) => ({
          pointer: `/walls/${number}/start`,
          start,
        }))}
      />
      {pattern.kind === "courses" && !tile.sheet && <Border border={pattern.border ?? null} />}
      <AreasPaper />
    </div>
  );
}

/** Some tiles measured in a row and one by one, and what that says. */
function TenMeasured() {
  const { editor, draft, view } = useEditor();
  const { measured } = draft.tile;
  const put = (to: unknown, label: string) =>
    editor.commit(replaced(draft, "/tile/measured", to), label);
  if (!measured) {
    return (
      <button
        type="button"
        className="button mt-2"
        title="Tiles are not what the box says"
        onClick={() => put({}, "Ten tiles measured")}
      >
        Measure ten tiles…
      </button>
    );
  }
  const said = view.sheet.measured;
  return (
    <fieldset className="mt-2 border-rule border-t pt-1.5">
      <legend className="aside">Ten tiles, out of several boxes, measured</legend>
      <div className="grid grid-cols-3 gap-2">
        <LengthField
          pointer="/tile/measured/row"
          label="Ten in a row"
          hint="outer edge to outer edge"
        />
        <LengthField pointer="/tile/measured/joint" label="Joint between" hint="none: the job’s" />
        <LengthField pointer="/tile/measured/bow" label="Bow" hint="middle over ends" />
        <LengthField pointer="/tile/measured/longest" label="Longest" />
        <LengthField pointer="/tile/measured/shortest" label="Shortest" />
        <span />
        <LengthField pointer="/tile/measured/thickest" label="Thickest" />
        <LengthField pointer="/tile/measured/thinnest" label="Thinnest" />
      </div>
      {said && (
        <ul aria-label="What they say" className="mt-1.5 list-disc pl-5 text-sm">
          {said.says.map((one) => (
            <li key={one}>
              <Tape text={one} />
            </li>
          ))}
        </ul>
      )}
      <div className="mt-1.5 flex flex-wrap gap-2">
        {said?.length && (
          <button
            type="button"
            className="button button-main"
            onClick={() =>
              editor.commit(replaced(draft, "/tile/length", said.length), "Length as measured")
            }
          >
            Set out by the measured length
          </button>
        )}
        <button
          type="button"
          className="button"
          onClick={() => put(null, "Measured tiles removed")}
        >
          Remove
        </button>
      </div>
    </fieldset>
  );
}

/** Chips on a backing: how many there are on a sheet. */
function OnSheets() {
  const { editor, draft, view } = useEditor();
  const { sheet } = draft.tile;
  const counts = view.job.pattern.kind === "courses" ? "Chips" : "Repeats";
  return (
    <div className="mt-1.5">
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          checked={Boolean(sheet)}
          onChange={(event) => {
            const on = event.target.checked;
            const next = replaced(draft, "/tile/sheet", on ? {} : null);
            const starts = view.job.walls.map(({ start }, number) => ({
              pointer: `/walls/${number}/start`,
              start,
            }));
            editor.commit(
              withoutLost(next, on ? FOR_COURSES : ["flat-counter"], starts),
              on ? "Chips on sheets" : "Single tiles",
            );
          }}
        />
        chips on sheets
      </label>
      {sheet && (
        <p className="aside">
          The measures above are those of one chip. Write the sheet's own size, or count what is on
          it.
        </p>
      )}
      {sheet && (
        <div className="mt-1 grid grid-cols-2 gap-2">
          <LengthField pointer="/tile/sheet/width" label="Sheet's width" />
          <LengthField pointer="/tile/sheet/height" label="Sheet's height" />
          <TextField pointer="/tile/sheet/across" label={`${counts} across a sheet`} number />
          <TextField pointer="/tile/sheet/up" label={`${counts} up a sheet`} number />
          <Select
            label="Backing"
            value={sheet.backing ?? "mesh"}
            onChange={(to) =>
              editor.commit(replaced(draft, "/tile/sheet/backing", to), `Backing: ${to}`)
            }
            options={[
              { value: "mesh", label: "mesh on the back" },
              { value: "paper", label: "paper on the face" },
            ]}
          />
        </div>
      )}
    </div>
  );
}

/**
 * Panels stand one upon another, without joints, each course with a shorter start; panels too short
 * for four starts that differ lie in half bond.
 */
function inLedgerCourses(job: JobDraft, length: number, apart: number): JobDraft {
  const bond = length >= 4 * apart ? { way: "shortened" } : { p: 1, q: 2 };
  return replaced(job, "/pattern", { kind: "courses", lay: "lying", joint: 0, bond });
}

/** Split stone on panels whose ends interlock. */
function OfLedger() {
  const { editor, draft, view } = useEditor();
  const { ledger } = draft.tile;
  const depth = view.job.units === "in" ? "2" : "50";
  if (draft.tile.sheet) return null;
  return (
    <div className="mt-1.5">
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          checked={Boolean(ledger)}
          onChange={(event) => {
            const on = event.target.checked;
            const own = on ? { interlock: depth, thinnest: draft.tile.thickness } : null;
            const next = replaced(draft, "/tile/ledger", own);
            if (!on) editor.commit(next, "Single tiles");
            else
              editor.commit(
                inLedgerCourses(
                  replaced(next, "/tile/material", "stone"),
                  view.job.tile.length,
                  view.job.settings.ledger_apart,
                ),
                "Panels of ledger stone",
              );
          }}
        />
        panels of ledger stone
      </label>
      {ledger && (
        <>
          <div className="mt-1 grid grid-cols-3 items-end gap-2">
            <LengthField pointer="/tile/ledger/interlock" label="Ends interlock by" />
            <LengthField pointer="/tile/ledger/thinnest" label="Thinnest stone" />
            <TextField pointer="/tile/ledger/gaps" label="Open gaps, counted" number />
          </div>
          <p className="aside mt-1">The thickness above is that of the thickest stone.</p>
        </>
      )}
    </div>
  );
}

/** Takes a tile from the shelf, with all that its sheet says. */
function FromShelf() {
  const { editor, draft, view } = useEditor();
  const { data } = useQuery(shelfOptions());
  const tiles = data?.tile ?? [];
  return (
    <div className="mb-1.5 flex items-center gap-2">
      <Select
        label="Tile from the shelf"
        value=""
        onChange={(name) => {
          const tile = tiles.find((one) => one.name === name);
          if (!tile) return;
          const next = replaced(draft, "/tile", tile);
          const { ledger_apart } = view.job.settings;
          editor.commit(
            tile.ledger ? inLedgerCourses(next, Number(tile.length), ledger_apart) : next,
            `Tile: ${name}`,
          );
        }}
        options={[
          { value: "", label: "take one from the shelf…" },
          ...tiles.map(({ name }) => ({ value: name ?? "", label: name ?? "", typed: true })),
        ]}
      />
      <Link to="/shelf" className="aside underline">
        the shelf
      </Link>
    </div>
  );
}

export const MATERIALS = ["ceramic", "porcelain", "glass", "stone", "brick", "stick-on"] as const;

/** A course of another tile between two courses. */
function Border({ border }: { border: Extract<Pattern, { kind: "courses" }>["border"] }) {
  const { editor, draft, view } = useEditor();
  const { tile, units } = view.job;
  const put = (to: unknown, label: string) =>
    editor.commit(replaced(draft, "/pattern/border", to), label);
  return (
    <section aria-label="Border course" className="md:col-span-2">
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={border != null}
          onChange={(event) =>
            put(
              event.target.checked
                ? {
                    after: 3,
                    tile: {
                      ...tile,
                      name: "Border",
                      height: units === "in" ? "1" : "25",
                      colour: "#5f7684",
                    },
                  }
                : null,
              event.target.checked ? "Border course" : "No border course",
            )
          }
        />
        <span className="heading">A border course of another tile</span>
      </label>
      {border != null && (
        <div className="mt-1.5 flex flex-wrap items-end gap-2">
          <TextField
            pointer="/pattern/border/after"
            label="After courses"
            number
            className="w-24"
          />
          <TextField pointer="/pattern/border/tile/name" label="Its tile" className="w-40" />
          <LengthField pointer="/pattern/border/tile/length" label="Length" className="w-28" />
          <LengthField pointer="/pattern/border/tile/height" label="Height" className="w-28" />
          <input
            type="color"
            aria-label="Border on the drawing"
            className="field w-16 p-0.5"
            value={border.tile.colour}
            onChange={(event) =>
              editor.commit(
                replaced(draft, "/pattern/border/tile/colour", event.target.value),
                "Border colour",
              )
            }
          />
          <p className="aside basis-full">
            Counted from where the pennant stands: up from a course at the counter, down from one
            that hangs under the top.
          </p>
        </div>
      )}
    </section>
  );
}
