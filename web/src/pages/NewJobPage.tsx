/** A new job asks what is known first, one question at a time; what is not known yet can wait. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, ask, type JobState, Refusal, type Units } from "../api/client";
import { readLengthOptions } from "../api/queries";
import { type Asked, NewWall } from "../drawing/NewWall";
import { Mark } from "../parts/Mark";

interface Known {
  length: string;
  height: string;
  above: "open" | "ceiling";
  left: End;
  right: End;
  tile_length: string;
  tile_height: string;
}
type End = "corner" | "open" | "casing" | "cabinet" | "outside";

const ENDS: readonly { value: End; label: string }[] = [
  { value: "corner", label: "an inside corner" },
  { value: "open", label: "nothing: tile ends on the wall" },
  { value: "cabinet", label: "a tall cabinet" },
  { value: "casing", label: "a door casing" },
  { value: "outside", label: "an outside corner" },
];
const ABOVE: readonly { value: Known["above"]; label: string }[] = [
  { value: "open", label: "wall: tile stops at a line, or at cabinets" },
  { value: "ceiling", label: "the ceiling" },
];

interface Question {
  asks: string;
  about: Asked;
  hint: string;
  /** The answers that it fills in; the first that is refused is shown again. */
  fields: readonly (keyof Known)[];
}

const QUESTIONS: readonly Question[] = [
  {
    asks: "How long is the wall, from end to end?",
    about: "length",
    hint: "Along the counter, such as 121 7/16 or 3085. More walls can follow.",
    fields: ["length"],
  },
  {
    asks: "How high does tile go, from the counter?",
    about: "height",
    hint: "To where it stops if nothing hangs there, such as 18 or 54 1/4.",
    fields: ["height"],
  },
  {
    asks: "What is above the tile?",
    about: "above",
    hint: "Cabinets, hoods and windows come next, in the notebook.",
    fields: ["above"],
  },
  { asks: "What is at the left end?", about: "left", hint: "", fields: ["left"] },
  { asks: "What is at the right end?", about: "right", hint: "", fields: ["right"] },
  {
    asks: "Which tile? Its size is enough.",
    about: "tile",
    hint: "As it measures, without joints: the longer side, then the other.",
    fields: ["tile_length", "tile_height"],
  },
];

export function NewJobPage() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [at, setAt] = useState(0);
  const [known, setKnown] = useState<Known>({
    length: "",
    height: "",
    above: "open",
    left: "corner",
    right: "open",
    tile_length: "",
    tile_height: "",
  });
  const make = useMutation({
    mutationFn: (body: { units?: Units; known?: Known }) =>
      ask<JobState>(api.POST("/api/jobs", { body: { name: "New kitchen", ...body } })),
    onSuccess: (state) => {
      void client.invalidateQueries({ queryKey: ["jobs"] });
      navigate(`/jobs/${state.id}?step=measure`);
    },
    onError: (error) => {
      const pointers = refusedAt(error).map(({ pointer }) => pointer.slice(1));
      const wrong = QUESTIONS.findIndex(({ fields }) =>
        fields.some((one) => pointers.includes(one)),
      );
      if (wrong >= 0) setAt(wrong);
    },
  });
  // The first length tells the unit of those after it, here as in the job that is made of them.
  const first = known.length || known.height || known.tile_length || known.tile_height;
  const { data: firstRead } = useQuery(readLengthOptions(first));
  const unitsFor = (typed: string) => (typed === first ? undefined : firstRead?.units);
  const question = QUESTIONS[at] as Question;
  const last = at === QUESTIONS.length - 1;
  const wrong = refusedAt(make.error).find(({ pointer }) =>
    question.fields.some((field) => pointer === `/${field}`),
  );
  const put = (field: keyof Known, to: string) => {
    make.reset();
    setKnown({ ...known, [field]: to });
  };
  const next = () => (last ? make.mutate({ known }) : setAt(at + 1));
  return (
    <main className="mx-auto max-w-2xl px-4 py-6">
      <p className="mb-4 flex items-center gap-3">
        <Link to="/" className="heading flex items-center gap-1.5">
          <Mark /> Pennant
        </Link>
        <span className="aside">
          New job, question {at + 1} of {QUESTIONS.length}
        </span>
      </p>
      <NewWall asked={question.about} left={known.left} right={known.right} above={known.above} />
      <form
        className="mt-4"
        onSubmit={(event) => {
          event.preventDefault();
          next();
        }}
      >
        <h1 className="heading text-2xl">{question.asks}</h1>
        {question.hint && <p className="aside mb-2">{question.hint}</p>}
        {question.about === "above" && (
          <Choice
            options={ABOVE}
            value={known.above}
            name="above"
            onChange={(to) => put("above", to)}
          />
        )}
        {(question.about === "left" || question.about === "right") && (
          <Choice
            options={ENDS}
            value={known[question.about]}
            name={question.about}
            onChange={(to) => put(question.about as "left", to)}
          />
        )}
        {(question.about === "length" || question.about === "height") && (
          <Typed
            key={question.about}
            label={question.asks}
            value={known[question.about]}
            units={unitsFor(known[question.about])}
            onChange={(to) => put(question.about as "length", to)}
          />
        )}
        {question.about === "tile" && (
          <div className="flex flex-wrap gap-4">
            <Typed
              label="Length"
              value={known.tile_length}
              units={unitsFor(known.tile_length)}
              onChange={(to) => put("tile_length", to)}
            />
            <Typed
              label="Height"
              value={known.tile_height}
              units={unitsFor(known.tile_height)}
              onChange={(to) => put("tile_height", to)}
              later
            />
          </div>
        )}
        {wrong && (
          <p role="alert" className="mt-1 text-flag">
            ✗ {wrong.message}
          </p>
        )}
        {make.error && !wrong && (
          <p role="alert" className="mt-1 text-flag">
            ✗ {make.error.message}
          </p>
        )}
        <p className="mt-4 flex flex-wrap gap-1">
          <button
            type="submit"
            className="button button-main min-h-11 px-5"
            disabled={make.isPending}
          >
            {last ? "Draw it" : "Next"}
          </button>
          {last && (
            <button
              type="button"
              className="button min-h-11"
              disabled={make.isPending}
              onClick={() => make.mutate({ known: { ...known, tile_length: "", tile_height: "" } })}
            >
              I don’t know the tile yet
            </button>
          )}
          {at > 0 && (
            <button type="button" className="button min-h-11" onClick={() => setAt(at - 1)}>
              Back
            </button>
          )}
        </p>
      </form>
      <p className="aside mt-8 flex flex-wrap items-center gap-1.5 border-rule border-t pt-3">
        Or begin with a plain wall and type over its measures:
        <button
          type="button"
          className="button"
          disabled={make.isPending}
          onClick={() => make.mutate({ units: "in" })}
        >
          A plain wall in inches
        </button>
        <button
          type="button"
          className="button"
          disabled={make.isPending}
          onClick={() => make.mutate({ units: "mm" })}
        >
          A plain wall in millimetres
        </button>
      </p>
    </main>
  );
}

function refusedAt(error: Error | null) {
  return (error instanceof Refusal && error.problem?.errors) || [];
}

interface TypedProps {
  label: string;
  value: string;
  /** The unit of a bare number, where an answer before it has told one. */
  units: Units | undefined;
  onChange: (to: string) => void;
  /** The focus goes to the field before it. */
  later?: boolean;
}

/** A length as it is typed, and how it is read. */
function Typed({ label, value, units, onChange, later }: TypedProps) {
  const { data, error } = useQuery(readLengthOptions(value, units));
  return (
    <div>
      <input
        aria-label={label}
        // biome-ignore lint/a11y/noAutofocus: the question was just asked
        autoFocus={!later}
        className="field w-48 text-xl"
        placeholder={label.length < 12 ? label : undefined}
        autoComplete="off"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      <span className="aside ml-2" aria-live="polite">
        {value && data && `read as ${data.shown}`}
        {value && error && "not a length yet"}
      </span>
    </div>
  );
}

interface ChoiceProps<T extends string> {
  name: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (to: T) => void;
}

function Choice<T extends string>({ name, value, options, onChange }: ChoiceProps<T>) {
  return (
    <div className="grid gap-1">
      {options.map((one) => (
        <label key={one.value} className="flex min-h-9 items-center gap-2">
          <input
            type="radio"
            name={name}
            checked={value === one.value}
            // biome-ignore lint/a11y/noAutofocus: the question was just asked
            autoFocus={value === one.value}
            onChange={() => onChange(one.value)}
          />
          {one.label}
        </label>
      ))}
    </div>
  );
}
