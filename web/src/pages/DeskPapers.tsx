/** The papers under the drawing: what one chooses on the left, what comes of it on the right. */
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { memo } from "react";
import type { SettingOut } from "../api/client";
import type { OpenStep } from "../desk/steps";
import type { Start } from "../job/start";
import { useEditor } from "../job/useEditor";
import { ComparePaper } from "../papers/ComparePaper";
import { CutsPaper } from "../papers/CutsPaper";
import { DaysPaper } from "../papers/DaysPaper";
import { DoubtsPaper } from "../papers/DoubtsPaper";
import { EdgesPaper } from "../papers/EdgesPaper";
import { FindingsPaper } from "../papers/FindingsPaper";
import { ProductsPaper } from "../papers/ProductsPaper";
import { RecordPaper } from "../papers/RecordPaper";
import { RulesPaper, WaitsPaper } from "../papers/RulesPaper";
import { SamplePaper } from "../papers/SamplePaper";
import { SchedulePaper } from "../papers/SchedulePaper";
import { SetOutPaper } from "../papers/SetOutPaper";
import { StartPaper } from "../papers/StartPaper";
import { SurveyPaper } from "../papers/SurveyPaper";
import { TakesPaper } from "../papers/TakesPaper";
import { TilePaper } from "../papers/TilePaper";
import { ToolsPaper } from "../papers/ToolsPaper";
import { WhichTilePaper } from "../papers/WhichTilePaper";
import { WantedField } from "../parts/wanted";

interface Props {
  open: OpenStep;
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
  const { open, onTurn } = props;
  const asked = view.sheet.doubts.filter(
    ({ weight, aside }) => weight !== "note" && aside === null,
  ).length;
  const toDecide = view.sheet.findings.filter(({ accepted }) => accepted === null).length;
  const counts = { Findings: toDecide, Remeasure: asked };
  return (
    <div className="grid min-h-0 grow bg-skim-deep max-md:block md:grid-cols-2 md:gap-3 md:px-3 md:pt-2">
      <Papers
        key={`${open.step.id} left`}
        label="Choices"
        names={open.step.left}
        chosen={open.left}
        counts={counts}
        onChosen={(name) => onTurn("paper", name)}
        paper={(name) => paperNamed(name, props)}
      />
      <Papers
        key={`${open.step.id} right`}
        label="Results"
        names={open.step.right}
        chosen={open.right}
        counts={counts}
        onChosen={(name) => onTurn("answer", name)}
        paper={(name) => paperNamed(name, props)}
      />
    </div>
  );
});

function paperNamed(name: string, props: Props): React.ReactNode {
  const { picked, onPicked } = props;
  switch (name) {
    case "Notebook":
      return (
        <WantedField value={props.wanted}>
          <SurveyPaper active={props.thing} onActive={props.onThing} />
        </WantedField>
      );
    case "Remeasure":
      return <DoubtsPaper onField={props.onField} onThing={props.onDoubted} />;
    case "Tile":
      return <TilePaper />;
    case "Sample":
      return <SamplePaper />;
    case "Which tile?":
      return <WhichTilePaper />;
    case "Start":
      return (
        <StartPaper
          pointing={props.pointing}
          onPointing={props.onPointing}
          onCompare={() => props.onTurn("paper", "Compare")}
        />
      );
    case "Compare":
      return <ComparePaper over={props.over} onOver={props.onOver} />;
    case "Rules":
      return (
        <WantedField value={props.wanted}>
          <RulesPaper />
        </WantedField>
      );
    case "Findings":
      return (
        <FindingsPaper chosen={props.finding} onChosen={props.onFinding} onRule={props.onField} />
      );
    case "Edges":
      return <EdgesPaper onPieces={onPicked} />;
    case "Products":
      return <ProductsPaper />;
    case "Materials":
      return <TakesPaper />;
    case "Hours":
      return <SchedulePaper />;
    case "Waits":
      return <WaitsPaper />;
    case "Days":
      return <DaysPaper />;
    case "Tools":
      return <ToolsPaper />;
    case "Cuts":
      return <CutsPaper picked={picked} onPieces={onPicked} />;
    case "Set out":
      return <SetOutPaper lines={props.lines} />;
    case "Record":
      return <RecordPaper />;
    default:
      throw new Error(`there is no paper ${name}`);
  }
}

interface PapersProps {
  label: string;
  names: readonly string[];
  chosen: string;
  /** How many there are in a paper, by its name. */
  counts: Record<string, number>;
  onChosen: (name: string) => void;
  paper: (name: string) => React.ReactNode;
}

/** A stack of papers of which one lies on top. */
function Papers({ label, names, chosen, counts, onChosen, paper }: PapersProps) {
  return (
    <TabGroup
      selectedIndex={Math.max(0, names.indexOf(chosen))}
      onChange={(index) => onChosen(names[index] ?? "")}
      className="flex min-h-0 flex-col max-md:pt-2"
      manual
    >
      <Names label={label} names={names} counts={names.map((name) => counts[name] ?? 0)} />
      <TabPanels className="min-h-0 grow overflow-y-auto border border-rule border-b-0 bg-paper px-3 py-2 max-md:overflow-visible">
        {names.map((name) => (
          <Panel key={name} onTop={name === chosen}>
            {name === chosen && paper(name)}
          </Panel>
        ))}
      </TabPanels>
    </TabGroup>
  );
}

interface NamesProps {
  label: string;
  names: readonly string[];
  counts: readonly number[];
}

/** The names of a stack of papers; drawn anew only where a number changes, not at every key. */
const Names = memo(
  function Names({ label, names, counts }: NamesProps) {
    return (
      <TabList aria-label={label} className="flex shrink-0 gap-0.5 overflow-x-auto px-1">
        {names.map((name, index) => (
          <Tab
            key={name}
            className="heading whitespace-nowrap rounded-t-sm border-transparent border-x border-t px-3 max-md:px-2 pt-1 pb-0.5 text-pencil-soft data-hover:text-pencil data-selected:border-rule data-selected:bg-paper data-selected:text-pencil"
          >
            {`${name} `}
            {(counts[index] ?? 0) > 0 && (
              <span className="tape ml-1.5 rounded-sm bg-pencil px-1.5 text-[13px] text-white">
                {counts[index]}
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
    String(one.counts) === String(other.counts),
);

/** A paper in its stack; one that lies under another is left as it is. */
const Panel = memo(
  function Panel({ children }: { onTop: boolean; children: React.ReactNode }) {
    return <TabPanel tabIndex={-1}>{children}</TabPanel>;
  },
  (one, other) => !one.onTop && !other.onTop,
);
