/** A measure written on the drawing, and the field that opens in its place when it is clicked. */
import { useEffect, useRef } from "react";
import { useEditor } from "../job/useEditor";
import { LengthField } from "../parts/LengthField";
import { Tape } from "../parts/Tape";

interface Props {
  pointer: string;
  label: string;
  shown: string;
  /** What follows the number. */
  says?: string;
}

export function Measure({ pointer, label, shown, says }: Props) {
  return (
    <>
      <tspan data-measure={pointer} data-label={label} className="cursor-text hover:underline">
        <Tape text={shown} Part="tspan" />
      </tspan>
      {says}
    </>
  );
}

export interface OpenMeasure {
  pointer: string;
  label: string;
  left: number;
  top: number;
}

/** The measure that something in the drawing is part of, with its place on the screen. */
export function measureAt(target: EventTarget): OpenMeasure | null {
  const written = target instanceof Element ? target.closest<SVGElement>("[data-measure]") : null;
  if (!written) return null;
  const { left, top } = written.getBoundingClientRect();
  const { measure = "", label = "" } = written.dataset;
  return { pointer: measure, label, left, top };
}

/** The open field over the drawing; it goes when the change is kept or taken back. */
export function MeasureField({ open, onClose }: { open: OpenMeasure; onClose: () => void }) {
  const { problems } = useEditor();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.querySelector("input")?.focus();
  }, []);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: it only watches its own field's keys and leaving
    <div
      ref={box}
      className="fixed z-20 w-60 border border-pencil bg-paper px-2 pt-1 pb-2 shadow-md"
      style={{ left: Math.max(4, open.left - 60), top: open.top - 30 }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) onClose();
      }}
      onKeyDown={(event) => {
        const wrong = problems.some((problem) => problem.pointer === open.pointer);
        if (event.key === "Escape" || (event.key === "Enter" && !wrong)) onClose();
      }}
    >
      <LengthField pointer={open.pointer} label={open.label} />
    </div>
  );
}
