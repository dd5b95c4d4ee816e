/** The head of a phone's first pages. */
import { Mark } from "./Mark";

export function PhoneHead() {
  return (
    <h1 className="flex items-center gap-2 font-semibold font-tape text-3xl">
      <Mark size={30} /> Pennant
    </h1>
  );
}
