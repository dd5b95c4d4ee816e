/** One start of a wall as a small true drawing, with what it gives; pressing it plants it. */
import { memo } from "react";
import type { Board } from "../api/client";
import { Tape } from "../parts/Tape";

interface Props {
  start: Board["starts"][number];
  rank: number;
  /** It is the start that the wall has. */
  here: boolean;
  /** One of a few beside one another: without what it was ranked by. */
  brief?: boolean;
  onUse: (start: Board["starts"][number]) => void;
}

/** Drawn anew when its start is another: its picture is long, and keys are pressed beside it. */
export const StartCard = memo(function StartCard(props: Props) {
  const { start, rank, here, brief = false, onUse } = props;
  const edge = here
    ? "border-2 border-flag"
    : start.found
      ? "border-2 border-chalk"
      : "border-rule";
  return (
    <button
      type="button"
      aria-pressed={here}
      className={`flex w-full grow flex-col items-start border bg-white p-2 text-left hover:border-pencil ${edge}`}
      onClick={() => onUse(start)}
    >
      <img
        src={`data:image/svg+xml,${encodeURIComponent(start.svg)}`}
        alt=""
        className={`mb-1 w-full object-contain ${brief ? "h-14" : "h-24"}`}
      />
      <span className="font-medium text-sm leading-snug">
        {rank}. <Tape text={start.title} />
        {here && <span className="text-flag"> · planted</span>}
      </span>
      <span className="aside leading-snug">
        <Tape text={start.gives} />
      </span>
      {brief
        ? !here && <span className="mt-auto pt-1 font-medium text-sm underline">Use this</span>
        : start.why && <span className="aside italic">{start.why}</span>}
    </button>
  );
});
