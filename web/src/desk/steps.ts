/** The steps of the work, in the order in which people work, and the two papers that each opens. */
import type { View } from "../api/client";

export type StepState = NonNullable<View["sheet"]["steps"]>[number];
export type StepId = StepState["step"];

export interface DeskStep {
  id: StepId;
  name: string;
  /** What one decides, the first of them on top. */
  left: readonly string[];
  /** What follows from it. */
  right: readonly string[];
  /** The paper in print that belongs to the step. */
  prints: string;
}

export const STEPS: readonly DeskStep[] = [
  { id: "measure", name: "Measure", left: ["Notebook"], right: ["Remeasure"], prints: "wall" },
  {
    id: "tile",
    name: "Tile",
    left: ["Tile"],
    right: ["Sample", "Which tile?"],
    prints: "wall",
  },
  {
    id: "lay-out",
    name: "Lay out",
    left: ["Start", "Compare", "Rules"],
    right: ["Findings", "Edges"],
    prints: "client",
  },
  { id: "buy", name: "Buy", left: ["Products"], right: ["Materials"], prints: "list" },
  { id: "days", name: "Days", left: ["Hours", "Waits"], right: ["Days"], prints: "days" },
  { id: "cut", name: "Cut", left: ["Tools"], right: ["Cuts"], prints: "cuts" },
  { id: "set", name: "Set", left: ["Set out"], right: ["Record"], prints: "setting-out" },
];

/** Papers that were called otherwise in addresses that people kept. */
const ONCE: Record<string, string> = { Survey: "Notebook" };

export interface OpenStep {
  step: DeskStep;
  left: string;
  right: string;
}

const byId = (id: string | null) => STEPS.find((one) => one.id === id);
const having = (name: string | null) =>
  STEPS.find(({ left, right }) => name !== null && [...left, ...right].includes(name));

/** The step that an address names, with its papers; of older addresses the step of their papers. */
export function openStep(search: URLSearchParams): OpenStep {
  const [paper, answer] = ["paper", "answer"].map((key) => {
    const name = search.get(key);
    return name === null ? null : (ONCE[name] ?? name);
  });
  const step =
    byId(search.get("step")) ??
    having(paper ?? null) ??
    having(answer ?? null) ??
    (byId("lay-out") as DeskStep);
  return { step, left: onTop(step.left, paper), right: onTop(step.right, answer) };
}

function onTop(names: readonly string[], wanted: string | null | undefined): string {
  return names.find((name) => name === wanted) ?? (names[0] as string);
}

/** What an address says to show a paper, in the step that has it. */
export function addressOf(name: string): Record<string, string> {
  const step = having(name);
  if (!step) throw new Error(`there is no paper ${name}`);
  return { step: step.id, [step.left.includes(name) ? "paper" : "answer"]: name };
}

/** The first step in which something is still to answer. */
export function nextOf(states: readonly StepState[]): StepId | null {
  return states.find(({ open }) => open)?.step ?? null;
}
