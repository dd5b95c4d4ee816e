/** Which places are looked at more or less than is usual: there an objection counts more or less. */
import { useState } from "react";
import type { SeenPlace } from "../api/client";
import { useEditor } from "../job/useEditor";
import { Select } from "../parts/Select";

const DEGREES = [
  { value: "much", label: "much" },
  { value: "usual", label: "as usual" },
  { value: "little", label: "little" },
] as const;

export function LookedAt() {
  const { editor, draft, view } = useEditor();
  const seen = draft.seen ?? view.job.seen ?? [];
  const [open, setOpen] = useState(seen.length > 0);
  const { surfaces } = view.plan.kitchen;
  const places = view.job.walls.flatMap((wall) => {
    const things = surfaces.find(({ id }) => id === wall.id)?.things ?? [];
    // Beside a centreline there is no tile that ends.
    const solid = things.filter(({ form }) => form !== "mark");
    return [{ id: wall.id, name: wall.name ?? wall.id }, ...solid];
  });
  const name = (id: string) => places.find((place) => place.id === id)?.name || id;
  const keep = (to: SeenPlace[], at: string) =>
    editor.commit({ ...draft, seen: to }, `How much ${name(at)} is looked at`);
  const rest = places.filter(({ id }) => !seen.some(({ at }) => at === id));
  return (
    <details className="mb-2" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="aside cursor-pointer px-1 py-0.5">What is looked at most</summary>
      <p className="aside px-1">
        What there is to look at counts more where one looks first: beside openings and at open
        ends. It counts less under cabinets, in corners and behind appliances.
      </p>
      <ul aria-label="What is looked at most">
        {seen.map((one) => (
          <li key={one.at} className="flex items-center gap-2 border-rule border-b px-1 py-0.5">
            <span className="grow">{name(one.at)}</span>
            <Select
              label={`${name(one.at)} is looked at`}
              value={one.seen}
              options={DEGREES}
              onChange={(to) => {
                const degree = DEGREES.find(({ value }) => value === to)?.value ?? "usual";
                keep(
                  degree === "usual"
                    ? seen.filter(({ at }) => at !== one.at)
                    : seen.map((other) => (other === one ? { ...one, seen: degree } : other)),
                  one.at,
                );
              }}
            />
          </li>
        ))}
        {rest.length > 0 && (
          <li className="px-1 py-0.5">
            <Select
              label="A place that is looked at more or less"
              value=""
              options={[
                { value: "", label: "another place …" },
                ...rest.map((place) => ({ value: place.id, label: place.name })),
              ]}
              onChange={(at) => at && keep([...seen, { at, seen: "much" }], at)}
            />
          </li>
        )}
      </ul>
    </details>
  );
}
