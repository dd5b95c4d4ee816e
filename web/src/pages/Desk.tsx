/** The desk: the wall above, and under its counter the papers one works from. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { memo, useCallback, useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import type { Job } from "../api/client";
import { planOptions, settingOutOptions } from "../api/queries";
import { KitchenDrawing } from "../drawing/KitchenDrawing";
import { WallDrawing } from "../drawing/WallDrawing";
import { useBeside } from "../job/beside";
import { replaced } from "../job/pointer";
import { type Start, withStart } from "../job/start";
import { useEditor } from "../job/useEditor";
import { useStartDrag } from "../job/useStartDrag";
import { useStartKeys } from "../job/useStartKeys";
import { useShowWall, useWall } from "../job/useWall";
import { ComparePaper } from "../papers/ComparePaper";
import { CutsPaper } from "../papers/CutsPaper";
import { DaysPaper } from "../papers/DaysPaper";
import { DoubtsPaper } from "../papers/DoubtsPaper";
import { EdgesPaper } from "../papers/EdgesPaper";
import { FindingsPaper } from "../papers/FindingsPaper";
import { ProductsPaper } from "../papers/ProductsPaper";
import { RulesPaper } from "../papers/RulesPaper";
import { SetOutPaper } from "../papers/SetOutPaper";
import { StartPaper } from "../papers/StartPaper";
import { SurveyPaper } from "../papers/SurveyPaper";
import { TakesPaper } from "../papers/TakesPaper";
import { TilePaper } from "../papers/TilePaper";
import { TapeKeys } from "../parts/TapeKeys";
import { WantedField } from "../parts/wanted";
import { JobHeader } from "./JobHeader";
import { MeterStrip } from "./MeterStrip";
import { Notices } from "./Notices";
import { WallBar } from "./WallBar";

const IN = ["Survey", "Start", "Compare", "Tile", "Products", "Rules"] as const;
const OUT = ["Findings", "Doubts", "Edges", "Cuts", "It takes", "Set out", "Days"] as const;

export function Desk() {
  const { editor, view } = useEditor();
  const shown = useWall();
  const showWall = useShowWall();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [finding, setFinding] = useState<string | null>(null);
  const [pointing, setPointing] = useState(false);
  const [search, setSearch] = useSearchParams();
  const inPaper = indexOf(IN, search.get("paper") ?? "Start");
  const outPaper = indexOf(OUT, search.get("answer") ?? "Findings");
  const turn = useCallback(
    (key: string, name: string) =>
      setSearch((old) => ({ ...Object.fromEntries(old), [key]: name }), { replace: true }),
    [setSearch],
  );
  const [metering, setMetering] = useState(false);
  const drag = useStartDrag(shown.startAt);
  useStartKeys(shown.all ? null : shown.startAt);

  const pick = useCallback((pieces: readonly string[]) => {
    setFinding(null);
    setPicked(new Set(pieces));
  }, []);
  const [wanted, setWanted] = useState<string | null>(null);
  const [thing, setThing] = useState<string | null>(null);
  const active = IN[inPaper] === "Survey" ? thing : null;
  const toThing = useCallback(
    (id: string) => {
      turn("paper", "Survey");
      setThing(id);
    },
    [turn],
  );
  const toField = useCallback(
    (pointer: string) => {
      const [, number, , line] = pointer.match(/^\/walls\/(\d+)(\/things\/(\d+))?/) ?? [];
      const wall = view.job.walls[Number(number)];
      const named = wall?.things?.[Number(line)]?.id;
      setSearch(
        (old) => ({
          ...Object.fromEntries(old),
          paper: "Survey",
          ...(wall ? { wall: wall.id } : {}),
        }),
        { replace: true },
      );
      if (named) setThing(named);
      setWanted(pointer);
    },
    [setSearch, view.job.walls],
  );
  const wantedField = useMemo(() => ({ pointer: wanted, found: () => setWanted(null) }), [wanted]);
  useEffect(() => {
    document.title = `${view.job.name} · Pennant`;
  }, [view.job.name]);

  const setting = OUT[outPaper] === "Set out" && (shown.own || shown.counter?.top === true);
  useBeside("setting-out", setting);
  const { data: struck } = useQuery({ ...settingOutOptions(view.job), enabled: setting });
  const lines = struck?.find(({ surface }) => surface === shown.surface.id) ?? null;

  const [over, setOver] = useState<Start | null>(null);
  const laidOver = IN[inPaper] === "Compare" ? over : null;
  const tried = useMemo(
    () => (laidOver ? withStart(view.job, shown.startAt, laidOver) : null),
    [laidOver, view.job, shown.startAt],
  );
  const { data: other } = useQuery(planOptions(tried as Job | null));
  const ghost =
    (tried && other?.surfaces.find(({ surface }) => surface === shown.surface.id)) || null;

  const asked = view.sheet.doubts.filter(
    ({ weight, aside }) => weight !== "note" && aside === null,
  ).length;
  return (
    <TapeKeys>
      <div className="flex h-full flex-col max-md:h-auto max-md:min-h-full">
        <JobHeader />
        <Notices />
        {metering && <MeterStrip />}
        <WallBar metering={metering} onMetering={setMetering} />
        <main className="flex min-h-0 grow flex-col">
          <section
            aria-label="The wall"
            className="wall min-h-0 basis-[54%] max-md:sticky max-md:top-10 max-md:z-10 max-md:h-[40vh] max-md:basis-auto max-md:bg-skim"
          >
            {shown.all ? (
              <KitchenDrawing />
            ) : (
              <WallDrawing
                shown={shown}
                picked={picked}
                onPicked={pick}
                active={active}
                onThing={toThing}
                struck={setting ? lines : null}
                ghost={ghost}
                drag={drag}
                pointing={
                  pointing
                    ? (x) => {
                        setPointing(false);
                        const step = view.sheet.step_mm;
                        const to = Math.min(
                          Math.max(0, Math.round(x / step) * step),
                          shown.wall.length,
                        );
                        editor.commit(
                          replaced(editor.get().draft, `${shown.pointer}/start/across/x`, to),
                          "Start: centred on a point",
                        );
                      }
                    : null
                }
              />
            )}
          </section>
          <div className="grid min-h-0 grow basis-[46%] border-slab border-t-4 bg-skim-deep max-md:block md:grid-cols-2 md:gap-3 md:px-3 md:pt-2">
            <Papers
              label="What you choose"
              names={IN}
              chosen={inPaper}
              onChosen={(name) => turn("paper", name)}
            >
              <WantedField value={wantedField}>
                <SurveyPaper active={active} onActive={setThing} />
              </WantedField>
              <StartPaper pointing={pointing} onPointing={setPointing} />
              <ComparePaper over={over} onOver={setOver} />
              <TilePaper />
              <ProductsPaper />
              <RulesPaper />
            </Papers>
            <Papers
              label="What comes of it"
              names={OUT}
              badges={[view.sheet.findings.length, asked]}
              chosen={outPaper}
              onChosen={(name) => turn("answer", name)}
            >
              <FindingsPaper
                chosen={finding}
                onChosen={(id, pieces, surface) => {
                  setFinding(id);
                  setPicked(new Set(pieces));
                  if (id) showWall(surface);
                }}
              />
              <DoubtsPaper
                onField={toField}
                onThing={(wall, id) => {
                  showWall(wall);
                  if (id) setThing(id);
                }}
              />
              <EdgesPaper onPieces={pick} />
              <CutsPaper picked={picked} onPieces={pick} />
              <TakesPaper />
              <SetOutPaper lines={lines} />
              <DaysPaper />
            </Papers>
          </div>
        </main>
      </div>
    </TapeKeys>
  );
}

function indexOf(names: readonly string[], name: string): number {
  return Math.max(0, names.indexOf(name));
}

interface PapersProps {
  label: string;
  names: readonly string[];
  chosen: number;
  /** How many, for the first names. */
  badges?: readonly number[];
  onChosen: (name: string) => void;
  children: React.ReactNode[];
}

/** A stack of papers of which one lies on top. */
function Papers({ label, names, chosen, badges, onChosen, children }: PapersProps) {
  return (
    <TabGroup
      selectedIndex={chosen}
      onChange={(index) => onChosen(names[index] ?? "")}
      className="flex min-h-0 flex-col max-md:pt-2"
      manual
    >
      <Names label={label} names={names} badges={badges} />
      <TabPanels className="min-h-0 grow overflow-y-auto border border-rule border-b-0 bg-paper px-3 py-2 max-md:overflow-visible">
        {children.map((child, index) => (
          <Panel key={names[index]} onTop={index === chosen}>
            {child}
          </Panel>
        ))}
      </TabPanels>
    </TabGroup>
  );
}

interface NamesProps {
  label: string;
  names: readonly string[];
  badges: readonly number[] | undefined;
}

/** The names of a stack of papers; drawn anew only where a number changes, not at every key. */
const Names = memo(
  function Names({ label, names, badges }: NamesProps) {
    return (
      <TabList aria-label={label} className="flex shrink-0 gap-0.5 overflow-x-auto px-1">
        {names.map((name, index) => (
          <Tab
            key={name}
            className="heading whitespace-nowrap rounded-t-sm border-transparent border-x border-t px-3 max-md:px-2 pt-1 pb-0.5 text-pencil-soft data-hover:text-pencil data-selected:border-rule data-selected:bg-paper data-selected:text-pencil"
          >
            {name}
            {badges?.[index] !== undefined && (
              <span className="tape ml-1.5 rounded-sm bg-pencil px-1.5 text-[13px] text-white">
                {badges[index]}
              </span>
            )}
          </Tab>
        ))}
      </TabList>
    );
  },
  (one, other) =>
    one.label === other.label &&
    one.names === other.names &&
    String(one.badges) === String(other.badges),
);

/** A paper in its stack; one that lies under another is left as it is. */
const Panel = memo(
  function Panel({ children }: { onTop: boolean; children: React.ReactNode }) {
    return <TabPanel tabIndex={-1}>{children}</TabPanel>;
  },
  (one, other) => !one.onTop && !other.onTop,
);
