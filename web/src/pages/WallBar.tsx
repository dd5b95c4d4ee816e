/** The walls by name, to be shown one at a time or all unrolled; and a further wall. */
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { useEffect, useRef } from "react";
import { addWall, type Join } from "../job/edits";
import { useEditor } from "../job/useEditor";
import { ALL, useShowWall, useWall } from "../job/useWall";

const JOINS: readonly { join: Join; says: string }[] = [
  { join: "inside", says: "round an inside corner" },
  { join: "outside", says: "round an outside corner" },
  { join: "none", says: "standing alone" },
];

interface Props {
  metering: boolean;
  onMetering: (on: boolean) => void;
}

export function WallBar({ metering, onMetering }: Props) {
  const { editor, view } = useEditor();
  const { surface, all } = useWall();
  const show = useShowWall();
  const count = useRef(view.job.walls.length);
  useEffect(() => {
    // A wall just added is the one to measure next.
    const last = view.job.walls.at(-1);
    if (last && view.job.walls.length > count.current) show(last.id);
    count.current = view.job.walls.length;
  }, [view.job.walls, show]);
  const { surfaces } = view.plan.kitchen;
  return (
    <nav
      aria-label="Walls"
      className="no-print flex shrink-0 items-center gap-1 overflow-x-auto px-3 py-1 max-md:sticky max-md:top-0 max-md:z-20 max-md:bg-skim"
    >
      {surfaces.length > 1 && <Chip on={all} says="All walls" onClick={() => show(ALL)} />}
      {surfaces.map(({ id, code, name }) => (
        <Chip
          key={id}
          on={!all && id === surface.id}
          code={code}
          says={name}
          onClick={() => show(id)}
        />
      ))}
      <Menu>
        <MenuButton className="button">+ Wall ▾</MenuButton>
        <MenuItems
          anchor="bottom start"
          className="z-30 mt-1 min-w-52 border border-pencil bg-paper py-1 shadow-md"
        >
          {JOINS.map(({ join, says }) => (
            <MenuItem key={join}>
              <button
                type="button"
                className="block w-full px-3 py-1.5 text-left data-focus:bg-chalk-pale"
                onClick={() => addWall(editor, join)}
              >
                {says}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
      <button
        type="button"
        className={`button ml-auto ${metering ? "button-main" : ""}`}
        aria-pressed={metering}
        title="Take readings from a laser distance meter"
        onClick={() => onMetering(!metering)}
      >
        Laser meter
      </button>
    </nav>
  );
}

interface ChipProps {
  on: boolean;
  code?: string;
  says: string;
  onClick: () => void;
}

function Chip({ on, code, says, onClick }: ChipProps) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`min-h-8 whitespace-nowrap rounded-sm border px-2 py-0.5 font-medium text-sm ${on ? "border-pencil bg-pencil text-white" : "border-rule bg-paper hover:border-pencil"}`}
      onClick={onClick}
    >
      {code && <span className="tape text-[15px]">{`${code} `}</span>}
      {says}
    </button>
  );
}
