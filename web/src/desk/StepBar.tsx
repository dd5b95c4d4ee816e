/** The steps of the work in one row: where each stands, which is open, and which comes next. */
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { memo, useEffect, useRef } from "react";
import { nextOf, STEPS, type StepId, type StepState } from "./steps";

interface Props {
  states: readonly StepState[];
  open: StepId;
  onOpen: (step: StepId) => void;
}

/** Drawn anew where a state changes, not at every key. */
export const StepBar = memo(
  function StepBar({ states, open, onOpen }: Props) {
    useStepKeys(open, onOpen);
    const next = nextOf(states);
    const says = (id: StepId) => states.find(({ step }) => step === id)?.state ?? "";
    const name = STEPS.find(({ id }) => id === open)?.name ?? "";
    return (
      <nav aria-label="Steps of the work" className="no-print shrink-0 bg-paper">
        <ol className="flex border-rule border-b max-md:hidden">
          {STEPS.map(({ id, name }) => (
            <li key={id} className="min-w-0 flex-1 border-rule border-r last:border-r-0">
              <button
                type="button"
                aria-current={id === open ? "step" : undefined}
                title={says(id)}
                className={`h-12 w-full border-b-4 px-2 text-left leading-tight ${
                  id === open
                    ? "border-slab bg-skim-deep"
                    : "border-transparent hover:border-rule hover:bg-skim"
                }`}
                onClick={() => onOpen(id)}
              >
                <span className="heading flex items-baseline gap-1.5">
                  {name}
                  {id === next && <span className="aside font-normal text-chalk">← next</span>}
                </span>
                <span className="aside block truncate text-[12.5px]">{says(id)}</span>
              </button>
            </li>
          ))}
        </ol>
        <div className="border-rule border-b px-3 py-1 md:hidden">
          <Menu>
            <MenuButton className="button w-full justify-between">
              <span className="truncate">
                <span className="heading">{name}</span>
                <span className="aside">: {says(open)}</span>
              </span>
              <span aria-hidden>▾</span>
            </MenuButton>
            <MenuItems
              anchor="bottom start"
              className="z-30 w-(--button-width) border border-pencil bg-paper py-1 shadow-md"
            >
              {STEPS.map(({ id, name }) => (
                <MenuItem key={id}>
                  <button
                    type="button"
                    className="block min-h-12 w-full px-3 py-1.5 text-left data-focus:bg-chalk-pale"
                    onClick={() => onOpen(id)}
                  >
                    <span className="heading">{name}</span>
                    {id === next && <span className="aside text-chalk"> ← next</span>}
                    <span className="aside block">{says(id)}</span>
                  </button>
                </MenuItem>
              ))}
            </MenuItems>
          </Menu>
        </div>
      </nav>
    );
  },
  (one, other) =>
    one.open === other.open &&
    one.onOpen === other.onOpen &&
    JSON.stringify(one.states) === JSON.stringify(other.states),
);

/** The keys [ and ] go from step to step, wherever nothing is typed. */
function useStepKeys(open: StepId, onOpen: (step: StepId) => void) {
  // A second press may come before the first has been drawn: it goes on from there.
  const at = useRef(open);
  useEffect(() => {
    at.current = open;
    const pressed = (event: KeyboardEvent) => {
      const way = { "[": -1, "]": 1 }[event.key];
      const typing = event.target instanceof Element && event.target.closest("input,textarea");
      if (!way || typing || event.ctrlKey || event.metaKey) return;
      const to = STEPS[STEPS.findIndex(({ id }) => id === at.current) + way];
      if (!to) return;
      at.current = to.id;
      onOpen(to.id);
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [open, onOpen]);
}
