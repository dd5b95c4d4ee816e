/** The wall to scale: the page of the application. */
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useEditor } from "../job/useEditor";
import { Tape } from "../parts/Tape";
import { Devices } from "./Devices";
import { Dimensions } from "./Dimensions";
import { EdgeTags } from "./EdgeTags";
import { MeasureField, measureAt, type OpenMeasure } from "./Measure";
import { Pennant } from "./Pennant";
import { Surroundings } from "./Surroundings";
import { scaleFor } from "./scale";
import { Tiles } from "./Tiles";
import { useSize } from "./useSize";

interface Props {
  picked: ReadonlySet<string>;
  onPicked: (pieces: readonly string[]) => void;
  /** A field of the job was asked for by clicking what it measures. */
  onField: (pointer: string) => void;
  /** When set, a click on the wall gives a point along it (mm from the left end). */
  pointing: ((x: number) => void) | null;
  drag: { move: (x: number, y: number) => void; drop: () => void; cancel: () => void };
}

export function WallDrawing({ picked, onPicked, onField, pointing, drag }: Props) {
  const { view } = useEditor();
  const [box, size] = useSize<HTMLDivElement>();
  const [open, setOpen] = useState<OpenMeasure | null>(null);
  const [hovered, setHovered] = useState<string | null>(null);
  const scale = useMemo(
    () => scaleFor(view.plan.frame, size.width, size.height, size.width < 640 ? 0.24 : 0),
    [view.plan.frame, size],
  );
  const bad = useMemo(
    () => new Set(view.plan.findings.flatMap((f) => (f.weight === "never" ? f.pieces : []))),
    [view.plan.findings],
  );
  const pickOne = useCallback((id: string) => onPicked([id]), [onPicked]);
  const shown = useRef(false);
  useEffect(() => {
    // On a narrow screen the wall runs over: begin where the pennant stands, then leave it be.
    const room = box.current;
    if (!room || shown.current || size.width === 0) return;
    shown.current = true;
    room.scrollLeft = scale.x(view.plan.pennant.x) - room.clientWidth / 2;
  }, [box, scale, size.width, view.plan.pennant.x]);
  const told = caption(hovered ? [hovered] : [...picked], view.sheet.pieces);

  return (
    <div ref={box} className="relative h-full w-full overflow-x-auto overflow-y-hidden">
      {size.width > 0 && (
        // biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset, but it holds a button
        // biome-ignore lint/a11y/useKeyWithClickEvents: the point can be typed in the Start paper
        <svg
          width={scale.width}
          height={scale.height}
          role="group"
          aria-label={`${view.job.wall.name}, drawn to scale. ${view.sheet.start}. ${view.sheet.summary}.`}
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
            <Tiles
              plan={view.plan}
              scale={scale}
              colour={view.job.tile.colour ?? "#b9cbbd"}
              picked={picked}
              bad={bad}
              onHover={setHovered}
              onPick={pickOne}
            />
            <Surroundings view={view} scale={scale} onField={onField} />
            <Devices view={view} scale={scale} />
            <Dimensions sheet={view.sheet} scale={scale} top={view.plan.frame[3]} />
            <Pennant
              plan={view.plan}
              scale={scale}
              stepMm={view.sheet.step_mm}
              start={view.sheet.start}
              onDrag={drag.move}
              onDrop={drag.drop}
              onCancel={drag.cancel}
            />
            <EdgeTags plan={view.plan} sheet={view.sheet} scale={scale} onPieces={onPicked} />
          </g>
        </svg>
      )}
      {open && <MeasureField key={open.pointer} open={open} onClose={() => setOpen(null)} />}
      <p
        aria-live="polite"
        className="aside pointer-events-none absolute bottom-0 left-3 max-sm:fixed max-sm:bottom-auto"
      >
        {told && (
          <span className="rounded-sm bg-paper px-2 py-0.5 text-pencil">
            <Tape text={told} />
          </span>
        )}
      </p>
    </div>
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

function Patterns() {
  return (
    <defs>
      <Hatch id="pencil" size={5} turn={45} stroke="#2a2b2b" opacity={0.3} width={1.1} />
      <Hatch id="wax" size={4} turn={-45} stroke="#c4432b" opacity={0.75} width={2} />
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
