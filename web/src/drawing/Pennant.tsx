/** The pennant: a flag at the start. Drag it, or focus it and use the arrow keys. */
import { useRef } from "react";
import type { SurfacePlan } from "../api/client";
import { FLAG, PAPER, PENCIL } from "../palette";
import type { Scale } from "./scale";

interface Props {
  plan: SurfacePlan;
  scale: Scale;
  stepMm: number;
  start: string;
  /** Moves the start by so many millimetres from where the drag began. */
  onDrag: (x: number, y: number) => void;
  onDrop: () => void;
  onCancel: () => void;
}

export function Pennant({ plan, scale, stepMm, start, onDrag, onDrop, onCancel }: Props) {
  const from = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const x = scale.x(plan.pennant.x);
  const y = scale.y(plan.pennant.y);
  const perPixel = 1 / scale.px(1);
  const steps = (pixels: number) => Math.round((pixels * perPixel) / stepMm) * stepMm;

  function end(dropped: boolean) {
    const drag = from.current;
    from.current = null;
    if (drag?.moved) dropped ? onDrop() : onCancel();
  }

  return (
    // biome-ignore lint/a11y/useSemanticElements: a flag in a drawing cannot be a button element
    <g
      role="button"
      tabIndex={0}
      data-testid="pennant"
      data-pennant={`${plan.pennant.x.toFixed(1)} ${plan.pennant.y.toFixed(1)}`}
      aria-label={`Pennant: ${start}. Arrow keys move it by one step.`}
      className="cursor-grab touch-none outline-offset-4"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY, moved: false };
      }}
      onPointerMove={(event) => {
        const drag = from.current;
        if (!drag) return;
        const dx = steps(event.clientX - drag.x);
        const dy = steps(drag.y - event.clientY);
        if (!drag.moved && dx === 0 && dy === 0) return;
        drag.moved = true;
        onDrag(dx, dy);
      }}
      onPointerUp={() => end(true)}
      onPointerCancel={() => end(false)}
    >
      <title>{`Start: ${start}. Drag to move it.`}</title>
      <rect x={x - 10} y={y - 60} width={52} height={68} fill="transparent" />
      <circle cx={x} cy={y} r={4.5} fill={PENCIL} stroke={PAPER} strokeWidth={1.5} />
      <path d={`M${x} ${y}V${y - 56}`} stroke={PAPER} strokeWidth={5} />
      <path d={`M${x} ${y}V${y - 56}`} stroke={PENCIL} strokeWidth={2.4} />
      <path d={`M${x} ${y - 56}l36 10l-36 12Z`} fill={FLAG} stroke={PAPER} strokeWidth={1.2} />
    </g>
  );
}
