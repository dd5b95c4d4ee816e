/** A sample of the pattern: a part of the wall, large, with its joints as wide as they come out. */
import { useMemo } from "react";
import type { SurfacePlan } from "../api/client";
import { scaleOf } from "../drawing/scale";
import { coloursOf, Tiles } from "../drawing/Tiles";
import { useSize } from "../drawing/useSize";
import { Patterns } from "../drawing/WallDrawing";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { Tape } from "../parts/Tape";

/** Tiles across a sample. */
const ACROSS = 4;
const HIGH = 230;
/** Places that are tried along a wall and up it. */
const PLACES = 6;
const NONE: ReadonlySet<string> = new Set();
const ignore = () => undefined;

/** Where a window on the wall begins (mm) that shows most of its tile; the lowest of the best. */
function fullest(plan: SurfacePlan, wide: number, high: number): [number, number] {
  const [x0, y0, x1, y1] = plan.field;
  let best: [number, number] = [x0, y0];
  let most = -1;
  for (let row = 0; row <= PLACES; row++) {
    for (let column = 0; column <= PLACES; column++) {
      const x = x0 + (Math.max(0, x1 - x0 - wide) * column) / PLACES;
      const y = y0 + (Math.max(0, y1 - y0 - high) * row) / PLACES;
      let shown = 0;
      for (const { box } of plan.pieces) {
        const across = Math.min(box[2], x + wide) - Math.max(box[0], x);
        const up = Math.min(box[3], y + high) - Math.max(box[1], y);
        if (across > 0 && up > 0) shown += across * up;
      }
      if (shown > most * 1.001) {
        most = shown;
        best = [x, y];
      }
    }
  }
  return best;
}

export function SamplePaper() {
  const { view } = useEditor();
  const { plan, sheet } = useWall();
  const { job } = view;
  const colours = useMemo(() => coloursOf(job), [job]);
  const [box, { width }] = useSize<HTMLDivElement>();
  const [x0, y0, x1, y1] = plan.field;
  const across = Math.min(ACROSS * Math.max(job.tile.length, job.tile.height), x1 - x0);
  const k = width > 0 ? width / across : 0;
  const high = Math.min(HIGH, (y1 - y0) * k);
  const [left, low] = useMemo(
    () => fullest(plan, across, k > 0 ? high / k : 0),
    [plan, across, high, k],
  );
  const scale = useMemo(
    () => scaleOf(k, -left * k, high + low * k, width, high),
    [k, width, left, high, low],
  );
  const state = view.sheet.steps?.find(({ step }) => step === "tile")?.state ?? "";
  const joint = view.sheet.lengths["/pattern/joint"]?.exact ?? "";
  const grout = job.products?.grout;
  return (
    <>
      <p className="mb-2">
        <span className="font-medium">{job.tile.name || "Tile"}</span>, <Tape text={state} />,
        joints of <Tape text={joint} />
        {grout ? `, ${grout.name}` : ". The joint’s shade is a guess until a grout is chosen"}.
      </p>
      <div ref={box} className="border border-rule">
        {k > 0 && (
          <svg width={width} height={high} role="img" aria-label={`A sample: ${state}`}>
            <Patterns />
            <Tiles
              plan={plan}
              scale={scale}
              {...colours}
              picked={NONE}
              roles={{ ...sheet.roles, cut: [] }}
              onHover={ignore}
              onPick={ignore}
            />
          </svg>
        )}
      </div>
      <p className="aside mt-1.5">
        Part of this wall, as it is laid from its start. Hold a tile beside the screen: shades here
        only tell tiles apart.
      </p>
    </>
  );
}
