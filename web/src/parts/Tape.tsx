/**
 * A length as it reads on a tape: the whole number large, its fraction a little smaller, with a
 * clear space between, because 1 1/16 and 11/16 must never be taken for one another.
 */
import { Fragment } from "react";

const FRACTION = /(\d+\/\d+)/;

/** Splits a text at its fractions; `Part` is "span" on the page and "tspan" in a drawing. */
export function Tape({ text, Part = "span" }: { text: string; Part?: "span" | "tspan" }) {
  return text.split(FRACTION).map((part, index) =>
    index % 2 === 1 ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: parts of one text have only their place
      <Part key={index} className="fraction">
        {part}
      </Part>
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: as above
      <Fragment key={index}>{part}</Fragment>
    ),
  );
}
