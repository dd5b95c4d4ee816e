/** When the work may be done: the first day, hands, hours, dates that others set, what is wished. */
import type { ReactNode } from "react";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { Choices } from "../parts/Choices";
import { Refused } from "../parts/Refused";
import { Select } from "../parts/Select";
import { TextField } from "../parts/TextField";

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
const OUTSIDE = [
  ["tile", "The tile comes"],
  ["counter", "The counter is fitted"],
  ["hood", "The hood comes"],
  ["electrician", "The electrician comes"],
  ["plumber", "The plumber comes"],
  ["saw", "The saw is hired"],
] as const;

/** Why the days could not be planned. */
export function DaysTrouble({ error }: { error: Error }) {
  return <Refused error={error} title="The days could not be planned." named={named} />;
}

/** A field of the schedule as it is called here. */
function named(pointer: string): string {
  const [, , field = "", number] = pointer.split("/");
  const names: Record<string, string> = {
    hours: "The working hours",
    first: "The first day",
    zone: "The time zone:",
    off: "A day off",
    outside: "A date from outside",
    own_steps: `Your own step ${Number(number) + 1}`,
    by: "Done by",
    water_by: "Water by",
    done: "What was done",
  };
  return names[field] ?? pointer;
}

export function SchedulePaper() {
  const { editor, draft, view } = useEditor();
  const schedule = draft.schedule ?? {};
  const kept = view.job.schedule;
  const commit = (change: object, label: string) =>
    editor.commit(replaced(draft, "/schedule", { ...schedule, ...change }), label);
  const outside = schedule.outside ?? [];
  const own = schedule.own_steps ?? [];
  const off = schedule.off ?? [];
  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          pointer="/schedule/first"
          label="First day (2026-03-17)"
          className="w-40"
          hint={kept?.first ? "" : "none: days are counted"}
        />
        <Labelled label="People">
          <Choices
            label="People"
            value={String(kept?.people ?? 1)}
            choices={[
              { value: "1", label: "one" },
              { value: "2", label: "two" },
            ]}
            onChange={(value) => commit({ people: Number(value) }, `People: ${value}`)}
          />
        </Labelled>
        <Labelled label="Experience">
          <Select
            label="Experience"
            value={kept?.skill ?? "a few done"}
            options={["first kitchen", "a few done", "every week"].map((value) => ({
              value,
              label: value,
            }))}
            onChange={(skill) => commit({ skill }, `Experience: ${skill}`)}
          />
        </Labelled>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <Labelled label="Goal">
          <Select
            label="Goal"
            value={kept?.wish ?? "fewest days"}
            options={["fewest days", "fewest visits", "done by"].map((value) => ({
              value,
              label: value,
            }))}
            onChange={(wish) => commit({ wish }, `Days: ${wish}`)}
          />
        </Labelled>
        {kept?.wish === "done by" && (
          <TextField pointer="/schedule/by" label="Done by" className="w-32" />
        )}
        <TextField pointer="/schedule/water_by" label="Sink needed by" className="w-32" />
        <TextField pointer="/schedule/loud_from" label="Noise from" className="w-20" />
        <TextField pointer="/schedule/loud_until" label="Noise until" className="w-20" />
      </div>
      <fieldset className="md:col-span-2">
        <legend className="aside">
          Working hours (8:00-12:00, 13:00-16:30; empty is a day off)
        </legend>
        <div className="grid grid-cols-[repeat(auto-fill,minmax(6.8rem,1fr))] gap-2">
          {WEEKDAYS.map((day, number) => (
            <TextField key={day} pointer={`/schedule/hours/${number}`} label={day} />
          ))}
        </div>
      </fieldset>
      <div className="flex flex-wrap items-end gap-2 md:col-span-2">
        {off.map((day, number) => (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: days have no other name, and keep their place
            key={number}
            className="flex items-end gap-1"
          >
            <TextField
              pointer={`/schedule/off/${number}`}
              label={`Day off ${number + 1}`}
              className="w-28"
            />
            <button
              type="button"
              className="button"
              aria-label={`Work on ${day}`}
              onClick={() => commit({ off: off.filter((_, n) => n !== number) }, `Work: ${day}`)}
            >
              ✕
            </button>
          </span>
        ))}
        <button
          type="button"
          className="button"
          onClick={() => commit({ off: [...off, kept?.first ?? "day 2"] }, "A day off")}
        >
          + A day off
        </button>
        <TextField
          pointer="/schedule/zone"
          label="Time zone (Area/City), for clocks that change"
          className="w-72"
        />
      </div>
      <section aria-label="Dates from outside">
        <h3 className="heading">Dates that others set</h3>
        {outside.map((one, number) => (
          <div
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name, and keep their place
            key={number}
            className="flex flex-wrap items-end gap-2 border-rule border-b py-1"
          >
            <span className="w-32 self-center font-medium">
              {OUTSIDE.find(([what]) => what === one.what)?.[1]}
            </span>
            <TextField
              pointer={`/schedule/outside/${number}/on`}
              label={`On (${one.what})`}
              className="w-28"
            />
            {one.what === "saw" && (
              <>
                <TextField
                  pointer={`/schedule/outside/${number}/until`}
                  label="Until"
                  className="w-28"
                />
                <TextField
                  pointer={`/schedule/outside/${number}/price`}
                  label="A day costs"
                  className="w-20"
                  number
                />
              </>
            )}
            {one.what !== "saw" && (
              <TextField
                pointer={`/schedule/outside/${number}/agreed_with`}
                label="Agreed with"
                className="w-28"
              />
            )}
            <button
              type="button"
              className="button"
              aria-label={`Remove: ${one.what}`}
              onClick={() =>
                commit({ outside: outside.filter((_, n) => n !== number) }, `No date: ${one.what}`)
              }
            >
              ✕
            </button>
          </div>
        ))}
        <div className="mt-1 flex flex-wrap gap-1">
          {OUTSIDE.filter(([what]) => outside.every((one) => one.what !== what)).map(
            ([what, says]) => (
              <button
                key={what}
                type="button"
                className="button"
                onClick={() =>
                  commit(
                    { outside: [...outside, { what, on: kept?.first ?? "day 1" }] },
                    `Date: ${what}`,
                  )
                }
              >
                + {says}
              </button>
            ),
          )}
        </div>
      </section>
      <section aria-label="Your own steps">
        <h3 className="heading">Steps of your own</h3>
        {own.map((one, number) => (
          <div
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name, and keep their place
            key={number}
            className="flex flex-wrap items-end gap-2 border-rule border-b py-1"
          >
            <TextField
              pointer={`/schedule/own_steps/${number}/name`}
              label="What"
              className="w-36"
            />
            <TextField
              pointer={`/schedule/own_steps/${number}/minutes`}
              label="Minutes"
              className="w-20"
              number
            />
            <After number={number} field="follows" label="After" />
            <After number={number} field="before" label="Before" />
            <TextField
              pointer={`/schedule/own_steps/${number}/wait_hours`}
              label="Then wait, h"
              className="w-20"
              number
            />
            <button
              type="button"
              className="button"
              aria-label={`Remove: ${one.name}`}
              onClick={() =>
                commit({ own_steps: own.filter((_, n) => n !== number) }, `No step: ${one.name}`)
              }
            >
              ✕
            </button>
          </div>
        ))}
        <button
          type="button"
          className="button mt-1"
          onClick={() =>
            commit(
              {
                own_steps: [
                  ...own,
                  {
                    name: `Own step ${own.length + 1}`,
                    follows: ["sealant"],
                    before: ["hand-over"],
                  },
                ],
              },
              "A step of one's own",
            )
          }
        >
          + A step
        </button>
      </section>
    </div>
  );
}

/** What an own step comes after, or before: one of the steps that people mean by a name. */
function After({
  number,
  field,
  label,
}: {
  number: number;
  field: "follows" | "before";
  label: string;
}) {
  const { editor, draft } = useEditor();
  const own = draft.schedule?.own_steps?.[number];
  return (
    <Labelled label={label}>
      <Select
        label={`${label}: ${own?.name}`}
        value={own?.[field]?.[0] ?? ""}
        options={[["", "—"] as const, ...PLACES].map(([value, says]) => ({ value, label: says }))}
        onChange={(value) =>
          editor.commit(
            replaced(draft, `/schedule/own_steps/${number}/${field}`, value ? [value] : []),
            `${own?.name}: ${label.toLowerCase()} ${value}`,
          )
        }
      />
    </Labelled>
  );
}

const PLACES = [
  ["clear", "clearing"],
  ["wash", "washing"],
  ["patch", "patching"],
  ["set-out", "setting out"],
  ["set", "setting"],
  ["grout", "grouting"],
  ["sealant", "sealant"],
  ["devices", "outlets"],
  ["hand-over", "handing over"],
] as const;

function Labelled({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div>
      <span className="aside block" aria-hidden>
        {label}
      </span>
      {children}
    </div>
  );
}
