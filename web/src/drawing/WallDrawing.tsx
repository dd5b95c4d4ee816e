/** The wall to scale: the page of the application. */
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { LineText, SettingOut, SurfacePlan, SurfaceSheet, Wall } from "../api/client";
import type { StepId } from "../desk/steps";
import { useEditor } from "../job/useEditor";
import type { OnShow } from "../job/useWall";
import { FLAG, PAPER, PENCIL } from "../palette";
import { Tape } from "../parts/Tape";
import { Codes } from "./Codes";
import { Devices, type Face } from "./Devices";
import { Dimensions } from "./Dimensions";
import { EdgeTags } from "./EdgeTags";
import { MeasureField, measureAt, type OpenMeasure } from "./Measure";
import { Pennant } from "./Pennant";
import { SheetPlaces } from "./SheetPlaces";
import { StruckLines } from "./StruckLines";
import { Surroundings } from "./Surroundings";
import { scaleFor } from "./scale";
import { Taken } from "./Taken";
import { coloursOf, piecePath, Tiles } from "./Tiles";
import { useSize } from "./useSize";

interface Props {
  shown: OnShow;
  /** The step that is open: the drawing shows what it is about. */
  step: StepId;
  picked: ReadonlySet<string>;
  onPicked: (pieces: readonly string[]) => void;
  /** The thing whose line in the notebook is open; its measures are drawn as taken. */
  active: string | null;
  onThing: (id: string) => void;
  /** The lines of the setting-out, drawn instead of what edges get. */
  struck: SettingOut | null;
  /** Another start's plan of this wall, drawn over the planted one as dashed outlines. */
  ghost: SurfacePlan | null;
  /** When set, a click on the wall gives a point along it (mm from the left end). */
  pointing: ((x: number) => void) | null;
  drag: { move: (x: number, y: number) => void; drop: () => void; cancel: () => void };
}

/** The steps in which it is said what every edge gets. */
const WITH_SIZES: ReadonlySet<StepId> = new Set(["lay-out"]);
const NO_SHEETS: SurfaceSheet["sheets"] & object = [];

export function WallDrawing(props: Props) {
  const { shown, step, picked, onPicked, active, onThing, struck, ghost, pointing, drag } = props;
  const { view } = useEditor();
  const { job } = view;
  const colours = useMemo(() => coloursOf(job), [job]);
  const { surface, plan, sheet, wall, own } = shown;
  const [box, size] = useSize<HTMLDivElement>();
  const [open, setOpen] = useState<OpenMeasure | null>(null);
  const [hovered, setHovered] = useState<string | null>(null);
  const scale = useMemo(
    () => scaleFor(plan.frame, size.width, size.height, size.width < 640 ? 0.24 : 0),
    [plan.frame, size],
  );
  const faces = useMemo(() => facesOf(wall), [wall]);
  const pickOne = useCallback((id: string) => onPicked([id]), [onPicked]);
  const seen = useRef("");
  useEffect(() => {
    // On a narrow screen the wall runs over: begin where the pennant stands, then leave it be.
    const room = box.current;
    if (!room || seen.current === surface.id || size.width === 0) return;
    seen.current = surface.id;
    room.scrollLeft = scale.x(plan.pennant.x) - room.clientWidth / 2;
  }, [box, scale, size.width, plan.pennant.x, surface.id]);
  useEffect(() => {
    // While a thing is being measured it is brought into sight.
    const [thing] = surface.things.filter(({ id }) => id === active);
    const room = box.current;
    if (!thing || !room || room.scrollWidth <= room.clientWidth) return;
    room.scrollLeft = scale.x((thing.box[0] + thing.box[2]) / 2) - room.clientWidth / 2;
  }, [active, box, scale, surface.things]);
  const told = caption(hovered ? [hovered] : [...picked], sheet.pieces);
  const { lines } = view.sheet.notebooks[shown.number] ?? { lines: [] };
  const noTile = view.sheet.steps?.some((one) => one.step === "tile" && one.open);
  const measured = surface.things.find(({ id }) => id === active);

  return (
    // The caption stays in sight while the wall is pushed sideways, so it stands outside what scrolls.
    <div className="relative h-full w-full">
      <div ref={box} className="relative h-full w-full overflow-x-auto overflow-y-hidden">
        {size.width > 0 && (
          // biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset, but it holds a button
          // biome-ignore lint/a11y/useKeyWithClickEvents: the point can be typed in the Start paper
          <svg
            width={scale.width}
            height={scale.height}
            role="group"
            aria-label={`${surface.name}, drawn to scale. ${sheet.start}. ${sheet.summary}.`}
            data-surface={surface.id}
            className={`block select-none ${pointing ? "cursor-crosshair" : ""}`}
            onClick={(event) => {
              const measure = measureAt(event.target);
              if (measure) {
                setOpen(measure);
                return;
              }
              const left = event.currentTarget.getBoundingClientRect().left;
              if (pointing) pointing(scale.wallX(event.clientX - left));
            }}
          >
            <Patterns />
            {/* While a point is being shown, a click is that point and picks nothing else. */}
            <g pointerEvents={pointing ? "none" : undefined}>
              <g opacity={noTile ? 0.15 : step === "measure" ? 0.3 : undefined}>
                <Tiles
                  plan={plan}
                  scale={scale}
                  {...colours}
                  picked={picked}
                  roles={sheet.roles}
                  flat={step !== "tile"}
                  onHover={setHovered}
                  onPick={pickOne}
                />
              </g>
              <SheetPlaces sheets={sheet.sheets ?? NO_SHEETS} field={plan.field} scale={scale} />
              <Surroundings
                surface={surface}
                plan={plan}
                lines={lines}
                lengths={view.sheet.lengths}
                active={active}
                scale={scale}
                onThing={onThing}
              />
              {ghost && (
                <path
                  data-ghost
                  d={ghost.pieces.map((piece) => piecePath(piece, scale)).join("")}
                  fill="none"
                  stroke={PENCIL}
                  strokeWidth={1}
                  strokeDasharray="4 4"
                  pointerEvents="none"
                />
              )}
              <Devices surface={surface} faces={faces} scale={scale} />
              {step === "cut" && <Codes plan={plan} sheet={sheet} scale={scale} />}
              <Dimensions
                sheet={sheet}
                scale={scale}
                top={plan.frame[3]}
                pointer={own ? `${shown.pointer}/length` : undefined}
              />
              {step === "lay-out" && (own || shown.counter?.top) && (
                <Pennant
                  plan={plan}
                  scale={scale}
                  stepMm={view.sheet.step_mm}
                  start={sheet.start}
                  onDrag={drag.move}
                  onDrop={drag.drop}
                  onCancel={drag.cancel}
                />
              )}
              {struck && <StruckLines lines={struck} plan={plan} scale={scale} />}
              {measured ? (
                <Taken
                  thing={measured}
                  lengths={view.sheet.lengths}
                  labels={labelsOf(lines)}
                  scale={scale}
                />
              ) : struck || !WITH_SIZES.has(step) ? null : (
                <EdgeTags
                  surface={surface}
                  plan={plan}
                  sheet={sheet}
                  scale={scale}
                  onPieces={onPicked}
                />
              )}
            </g>
          </svg>
        )}
        {open && <MeasureField key={open.pointer} open={open} onClose={() => setOpen(null)} />}
      </div>
      <p aria-live="polite" className="aside pointer-events-none absolute bottom-0 left-3">
        {told && (
          <span className="rounded-sm bg-paper px-2 py-0.5 text-pencil">
            <Tape text={told} />
          </span>
        )}
      </p>
    </div>
  );
}

/** The face of each device on the drawing. */
export function facesOf(wall: Wall): Map<string, Face> {
  const faces = new Map<string, Face>();
  for (const thing of wall.things ?? []) {
    if (thing.kind !== "outlet" && thing.kind !== "switch") continue;
    faces.set(thing.id ?? "", { gangs: thing.gangs ?? 1, sideways: thing.turn === "sideways" });
  }
  return faces;
}

function labelsOf(lines: readonly LineText[]): Record<string, string> {
  return Object.fromEntries(
    lines.flatMap(({ measures }) => measures.map(({ pointer, asks }) => [pointer, asks])),
  );
}

/** Says one piece with its name, several by their different sizes. */
function caption(ids: readonly string[], sizes: Record<string, string>): string {
  const [first, ...others] = ids.filter((id) => sizes[id]);
  if (!first) return "";
  if (others.length === 0) return `Piece ${first}: ${sizes[first]}`;
  const different = [...new Set([first, ...others].map((id) => sizes[id] ?? ""))];
  const more = different.length > 3 ? `; and ${different.length - 3} more sizes` : "";
  return `${others.length + 1} pieces: ${different.slice(0, 3).join("; ")}${more}`;
}

export function Patterns() {
  return (
    <defs>
      <Hatch id="pencil" size={5} turn={45} stroke={PENCIL} opacity={0.3} width={1.1} />
      <pattern id="waits" width={9} height={9} patternUnits="userSpaceOnUse">
        <circle cx={4.5} cy={4.5} r={1.7} fill={PAPER} />
      </pattern>
      <Hatch id="wax" size={4} turn={-45} stroke={FLAG} opacity={0.75} width={2} />
    </defs>
  );
}

interface HatchProps {
  id: string;
  size: number;
  turn: number;
  stroke: string;
  opacity: number;
  width: number;
}

/** Slanted strokes to fill a piece with: a cut in pencil, a broken rule in wax. */
function Hatch({ id, size, turn, stroke, opacity, width }: HatchProps) {
  return (
    <pattern
      id={id}
      width={size}
      height={size}
      patternUnits="userSpaceOnUse"
      patternTransform={`rotate(${turn})`}
    >
      <path d={`M0 0V${size}`} stroke={stroke} strokeOpacity={opacity} strokeWidth={width} />
    </pattern>
  );
}
