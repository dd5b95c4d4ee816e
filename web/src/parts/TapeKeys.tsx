/**
 * Keys for a phone held with the tape in the other hand: large digits, and a key for every
 * sixteenth. They type into the length field that has the focus, as a keyboard would.
 */
import { type ReactNode, useCallback, useMemo, useState } from "react";
import { useEditor } from "../job/useEditor";
import { type Keyed, KeyedContext } from "./keyed";
import { Tape as TapeText } from "./Tape";

/** Whether the screen is a phone's: there the own keys are shown and the system's stay away. */
export function onPhone(): boolean {
  return window.matchMedia("(max-width: 767px)").matches;
}

const DIGITS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", ".", "0"];
const FRACTIONS = [
  "1/16",
  "1/8",
  "3/16",
  "1/4",
  "5/16",
  "3/8",
  "7/16",
  "1/2",
  "9/16",
  "5/8",
  "11/16",
  "3/4",
  "13/16",
  "7/8",
  "15/16",
];
const FRACTION_END = /\s*\d+\/\d+$/;

export function TapeKeys({ children }: { children: ReactNode }) {
  const { view } = useEditor();
  const [field, setField] = useState<Keyed | null>(null);
  const leave = useCallback((left: Keyed) => setField((now) => (now === left ? null : now)), []);
  const focus = useMemo(() => ({ field, enter: setField, leave }), [field, leave]);
  const inches = view.job.units !== "mm";
  /** The first key after the field was entered replaces what stood there, as typing would. */
  const [fresh, setFresh] = useState<Keyed | null>(null);
  const type = (change: (text: string) => string) => {
    if (!field) return;
    field.put(change(fresh === field ? field.text() : ""));
    setFresh(field);
  };
  return (
    <KeyedContext value={focus}>
      {children}
      {field && onPhone() && (
        // Pressing a key must not take the focus from the field that it types into.
        <div
          data-testid="tape-keys"
          className="no-print fixed inset-x-0 bottom-0 z-30 border-slab border-t-4 bg-skim-deep p-1.5"
          onPointerDown={(event) => event.preventDefault()}
        >
          <p className="flex items-baseline gap-2 px-1 pb-1">
            <span className="aside grow">{field.label}</span>
            <span className="tape rounded-sm bg-white px-2 text-[26px] leading-9">
              <TapeText text={field.text() || " "} />
            </span>
          </p>
          {inches && (
            <div className="mb-1 grid grid-cols-8 gap-1">
              {FRACTIONS.map((fraction) => (
                <Key
                  key={fraction}
                  says={fraction}
                  onPress={() =>
                    type((text) => `${text.replace(FRACTION_END, "")} ${fraction}`.trim())
                  }
                />
              ))}
            </div>
          )}
          <div className="grid grid-cols-4 gap-1">
            <div className="col-span-3 grid grid-cols-3 gap-1">
              {DIGITS.map((digit) => (
                <Key key={digit} says={digit} onPress={() => type((text) => text + digit)} />
              ))}
              <Key says="⌫" label="Rub out" onPress={() => rubOut(field, setFresh)} />
            </div>
            <div className="grid gap-1">
              {field.back && <Key says="◀" label="The one before" onPress={field.back} />}
              <Key
                says={field.next ? "Next ▶" : "Keep"}
                main
                onPress={() => (field.next ? field.next() : field.done())}
              />
              {field.next && (
                <Key says="Keep" label="Keep and put the keys away" onPress={field.done} />
              )}
            </div>
          </div>
        </div>
      )}
    </KeyedContext>
  );
}

/** Takes away the last sign; a fraction goes as a whole, because it came as one. */
function rubOut(field: Keyed, touched: (field: Keyed) => void) {
  const text = field.text();
  field.put(FRACTION_END.test(text) ? text.replace(FRACTION_END, "") : text.slice(0, -1));
  touched(field);
}

interface KeyProps {
  says: string;
  label?: string;
  main?: boolean;
  onPress: () => void;
}

function Key({ says, label, main, onPress }: KeyProps) {
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={label ?? says}
      className={`tape min-h-11 rounded-sm border border-pencil-soft text-[19px] active:bg-chalk-pale ${main ? "bg-pencil text-white" : "bg-paper"}`}
      onClick={onPress}
    >
      {says}
    </button>
  );
}
