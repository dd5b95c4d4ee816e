/** The papers under the drawing: what one chooses on the left, what comes of it on the right. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { memo } from "react";
import type { SettingOut } from "../api/client";
import type { Start } from "../job/start";
import { useEditor } from "../job/useEditor";
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
import { WantedField } from "../parts/wanted";

export const IN = ["Survey", "Start", "Compare", "Tile", "Products", "Rules"] as const;
export const OUT = [
  "Findings",
  "Remeasure",
  "Edges",
  "Cuts",
  "Materials",
  "Set out",
  "Days",
] as const;

interface Props {
  inPaper: number;
  outPaper: number;
  onTurn: (key: string, name: string) => void;
  wanted: React.ContextType<typeof WantedField>;
  /** The thing whose line is open in the survey. */
  thing: string | null;
  onThing: (id: string | null) => void;
  /** A point on the wall is being chosen for the start. */
  pointing: boolean;
  onPointing: (pointing: boolean) => void;
  /** The start that is laid over the planted one on the drawing. */
  over: Start | null;
  onOver: (start: Start | null) => void;
  finding: string | null;
  onFinding: (id: string | null, pieces: readonly string[], surface: string) => void;
  onDoubted: (wall: string, thing: string) => void;
  onField: (pointer: string) => void;
  picked: ReadonlySet<string>;
  onPicked: (pieces: readonly string[]) => void;
  lines: SettingOut | null;
}

/** Drawn anew when what is chosen changes; what they say of the job they ask for themselves. */
export const DeskPapers = memo(function DeskPapers(props: Props) {
  const { view } = useEditor();
  const { inPaper, outPaper, onTurn, picked, onPicked } = props;
  const asked = view.sheet.doubts.filter(
    ({ weight, aside }) => weight !== "note" && aside === null,
  ).length;
  return (
    <div className="grid min-h-0 grow basis-[46%] border-slab border-t-4 bg-skim-deep max-md:block md:grid-cols-2 md:gap-3 md:px-3 md:pt-2">
      <Papers
        label="Choices"
        names={IN}
        chosen={inPaper}
        onChosen={(name) => onTurn("paper", name)}
      >
        <WantedField value={props.wanted}>
          <SurveyPaper active={props.thing} onActive={props.onThing} />
        </WantedField>
        <StartPaper pointing={props.pointing} onPointing={props.onPointing} />
        <ComparePaper over={props.over} onOver={props.onOver} />
        <TilePaper />
        <ProductsPaper />
        <RulesPaper />
      </Papers>
      <Papers
        label="Results"
        names={OUT}
        badges={[view.sheet.findings.length, asked]}
        chosen={outPaper}
        onChosen={(name) => onTurn("answer", name)}
      >
        <FindingsPaper chosen={props.finding} onChosen={props.onFinding} />
        <DoubtsPaper onField={props.onField} onThing={props.onDoubted} />
        <EdgesPaper onPieces={onPicked} />
        <CutsPaper picked={picked} onPieces={onPicked} />
        <TakesPaper />
        <SetOutPaper lines={props.lines} />
        <DaysPaper />
      </Papers>
    </div>
  );
});

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
