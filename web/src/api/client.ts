/** The typed client of the application's own HTTP interface, and its one form of error. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Job = Schemas["Job-Output"];
export type JobDraft = Schemas["Job-Input"];
export type JobState = Schemas["JobState"];
export type Revision = Schemas["RevisionText"];
export type JobCard = Schemas["JobCard"];
export type WholeView = Schemas["View"];
type TakesPlan = Schemas["PlanTakes"];
type TakesSheet = Schemas["TakesSheet"];
/** What a job takes: it comes after the drawing. */
export interface Takes {
  plan: TakesPlan;
  sheet: TakesSheet;
}
/** All that is drawn of a job and said beside it. */
export interface View extends Omit<WholeView, "plan" | "sheet"> {
  plan: Omit<WholeView["plan"], keyof TakesPlan>;
  sheet: Omit<WholeView["sheet"], keyof TakesSheet>;
}
export type Plan = Schemas["Plan"];
export type Wall = Job["walls"][number];
export type Thing = NonNullable<Wall["things"]>[number];
export type Surface = Schemas["Surface"];
export type Placed = Schemas["Placed"];
export type SurfacePlan = Schemas["SurfacePlan"];
export type SurfaceSheet = Schemas["SurfaceSheet"];
export type LineText = Schemas["LineText"];
export type MeasureText = Schemas["MeasureText"];
export type DoubtText = Schemas["DoubtText"];
export type Cure = Schemas["CureText"];
export type Moves = Schemas["MovesText"];
export type Wished = Schemas["WishedText"];
export type Slack = Schemas["SlackText"];
export type SettingOut = Schemas["SettingOutText"];
export type StruckLine = Schemas["StruckLine"];
export type Wish = Schemas["Wish"];
export type SeenPlace = Schemas["SeenPlace"];
export type AgreePage = Schemas["AgreePage"];
export type Shelf = Schemas["Shelf"];
export type QuantityText = Schemas["QuantityText"];
export type KindText = Schemas["KindText"];
export type ProductText = Schemas["ProductText"];
export type QuestionText = Schemas["QuestionText"];
export type Method = Schemas["Method"];
export type OrderLine = Schemas["OrderLine"];
export type ShadesPage = Schemas["ShadesPage"];
export type PaperText = Schemas["PaperText"];
export type DaysPage = Schemas["DaysPage"];
export type DayText = Schemas["DayText"];
export type CardText = Schemas["CardText"];
export type CutSheet = Schemas["CutSheet"];
export type ReadLength = Schemas["ReadLength"];
export type CutText = Schemas["CutText"];
export type Site = Schemas["SiteText"];
export type SiteKit = Schemas["SiteKit"];
export type SiteWall = Schemas["SiteWall"];
export type SitePiece = Schemas["SitePiece"];
export type PhonesPage = Schemas["PhonesPage"];
export type PhoneCode = Schemas["PhoneCode"];
export type Here = Schemas["Here"];
export type ReadIn = Schemas["ReadIn"];
export type NotedEntry = Schemas["NotedEntry"];
export type OwnRule = Schemas["OwnRule"];
export type Reading = Schemas["AskedReading"]["reading"];
export type RefitText = Schemas["RefitText"];
export type CornerText = Schemas["CornerText"];
export type WishText = Schemas["WishText"];
export type ThingWords = Schemas["ThingWords"];
export type Piece = Schemas["Piece"];
export type Sheet = Schemas["Sheet"];
export type Working = Schemas["Working"];
export type ViewChanges = Schemas["ViewChanges"];
export type BesideView = Schemas["BesideView"];
export type ViewTakes = Schemas["ViewTakes"];
export type Problem = Schemas["Problem"];
export type ProblemDetails = Schemas["ProblemDetails"];
export type Board = Schemas["DrawnBoard"];
export type TileRow = Schemas["DrawnTileRow"];
export type Setting = Schemas["SettingText"];
export type Units = Job["units"];

export const api = createClient<paths>({ baseUrl: "/" });

/** An answer that was not the one asked for. `problem` is null when nothing answered at all. */
export class Refusal extends Error {
  constructor(readonly problem: ProblemDetails | null) {
    super(problem?.title ?? "Pennant does not answer");
  }

  /** What is wrong, in the server's words; empty where it named nothing. */
  get reason(): string {
    return (this.problem?.errors ?? []).map(({ message }) => message).join("; ");
  }
}

interface Answer {
  data?: unknown;
  error?: unknown;
}

/**
 * Unwraps an answer of the client, or throws a Refusal. The type is named by the caller from the
 * generated schema, because the client widens tuples (a point [x, y]) to plain arrays.
 */
export async function ask<T>(sent: Promise<Answer>): Promise<T> {
  let answer: Answer;
  try {
    answer = await sent;
  } catch {
    throw new Refusal(null);
  }
  if (answer.error !== undefined) throw new Refusal(answer.error as ProblemDetails);
  return answer.data as T;
}

/** One step of the search round the kitchen: what was found, and the best job so far. */
export interface BestSoFar {
  says: string;
  done: number;
  of: number;
  job: Job;
}

/** Searches wall by wall and tells each step; the signal stops it. */
export async function searchRound(
  job: Job,
  signal: AbortSignal,
  onStep: (step: BestSoFar) => void,
): Promise<void> {
  await stepByStep("/api/best", job, signal, onStep);
}

/** Calls back with each tile that the job is being chosen from, laid at its best start. */
export async function searchTiles(
  job: Job,
  signal: AbortSignal,
  onRow: (row: TileRow) => void,
): Promise<void> {
  await stepByStep("/api/tiles", job, signal, onRow);
}

async function stepByStep<T>(
  path: string,
  job: Job,
  signal: AbortSignal,
  onStep: (step: T) => void,
): Promise<void> {
  const answer = await fetch(path, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(job),
    signal,
  });
  await eachLine(answer, onStep);
}

/** Calls back for every line of JSON of an answer as it comes; throws a Refusal if it is one. */
async function eachLine<T>(answer: Response, onLine: (said: T) => void): Promise<void> {
  for await (const line of linesOf(answer)) onLine(line as T);
}

/** Yields every line of JSON of an answer as it comes; throws a Refusal if it is one. */
async function* linesOf(answer: Response): AsyncGenerator<unknown> {
  if (!answer.ok) throw new Refusal((await answer.json()) as ProblemDetails);
  // A stream of decoded text would be shorter here, and takes twice as long for a large answer.
  const reader = answer.body?.getReader();
  const decoder = new TextDecoder();
  let parts: string[] = [];
  try {
    for (;;) {
      const { value, done } = (await reader?.read()) ?? { value: undefined, done: true };
      const [first = "", ...more] = decoder.decode(value, { stream: !done }).split("\n");
      parts.push(first);
      for (const begun of more) {
        const line = parts.join("");
        parts = [begun];
        if (line) yield JSON.parse(line);
      }
      if (done) return;
    }
  } finally {
    // Whoever does not want the rest ends it, also at the server.
    await reader?.cancel();
  }
}

/** A line of the answer to a view: what is drawn, what the job takes, then papers beside it. */
export type ViewLine = ViewChanges | ViewTakes | BesideView;

/**
 * The view of a draft without the surfaces whose tags are here; `beside` are the papers that are
 * looked at. An answer that broke off before it said what the job takes throws.
 */
export async function* viewChanges(
  job: JobDraft,
  tags: string,
  beside: string,
  recordOf: string,
  signal: AbortSignal,
): AsyncGenerator<ViewLine> {
  const answer = await fetch(`/api/view/changes?record_of=${encodeURIComponent(recordOf)}`, {
    method: "POST",
    headers: {
      "content-type": "application/json",
      "pennant-has": tags,
      "pennant-beside": beside,
    },
    body: JSON.stringify(job),
    signal,
  });
  let came = 0;
  for await (const line of linesOf(answer)) {
    came += 1;
    yield line as ViewLine;
  }
  if (came < 2) throw new Refusal(null);
}

/** A step of binding papers, and the last: the PDF, or why there is none. */
interface Bound {
  says?: string;
  done?: number;
  of?: number;
  name?: string;
  pdf?: string;
  failed?: string;
}

/** Binds papers into a PDF, telling which paper is being made. */
export async function bindPapers(
  job: string,
  only: readonly string[],
  size: string,
  onStep: (says: string) => void,
): Promise<{ name: string; pdf: Blob }> {
  const query = new URLSearchParams([["size", size], ...only.map((one) => ["only", one])]);
  let last: Bound = {};
  await eachLine<Bound>(await fetch(`/api/jobs/${job}/papers?${query}`), (step) => {
    last = step;
    if (step.says) onStep(`${step.says} (${step.done} of ${step.of} papers are made)`);
  });
  if (last.failed) throw new Error(last.failed);
  if (!last.pdf) throw new Error("it ended before the PDF was there; try it again");
  const bytes = Uint8Array.from(atob(last.pdf), (one) => one.charCodeAt(0));
  return { name: last.name ?? "papers.pdf", pdf: new Blob([bytes], { type: "application/pdf" }) };
}

/** Keeps the products of a CSV file; a refusal names every line that is wrong. */
export function importShelf(file: Blob): Promise<Shelf> {
  return askPlainly<Shelf>(fetch("/api/shelf/import", { method: "POST", body: file }));
}

/** Unwraps an answer to what was sent as it is, not through the client, or throws a Refusal. */
export function askPlainly<T>(sent: Promise<Response>): Promise<T> {
  return ask<T>(
    sent.then(async (answer) =>
      answer.ok ? { data: await answer.json() } : { error: await answer.json() },
    ),
  );
}

/** Keeps a photograph in a job's record; sent again under its key it is one. */
export function sendPhotograph(
  job: string,
  picture: Blob,
  key: string,
  words: string,
  takenAt: string,
): Promise<Site> {
  const sent_at = new Date().toISOString();
  const query = new URLSearchParams({ key, words, said_at: takenAt, sent_at });
  const init = { method: "POST", body: picture };
  return askPlainly<Site>(fetch(`/api/jobs/${job}/photographs?${query}`, init));
}

/** Reads in what a site file gave back, sent as it is. */
export function readIn(job: string, file: Blob): Promise<ReadIn> {
  const headers = { "content-type": "application/json" };
  const init = { method: "POST", headers, body: file };
  return askPlainly<ReadIn>(fetch(`/api/jobs/${job}/given-back`, init));
}

/** A job as it was read from a file, and the layers of a drawing that were not understood. */
export type BroughtIn = Omit<Schemas["BroughtIn"], "kinds"> & { kinds?: readonly string[] };

/** Brings in a drawing, a table of measures, or a job with its record, by the file's ending. */
export async function importFile(
  file: File,
  units: string,
  layers: Record<string, string> = {},
): Promise<BroughtIn> {
  const ending = file.name.split(".").at(-1)?.toLowerCase() ?? "";
  if (!["dxf", "csv", "zip"].includes(ending)) {
    return { state: await importJob(file), left_out: {} };
  }
  const query = new URLSearchParams(units ? { units } : {});
  for (const [layer, kind] of Object.entries(layers)) {
    if (kind) query.append("layer", `${layer}=${kind}`);
  }
  const answer = await fetch(`/api/jobs/import/${ending}?${query}`, { method: "POST", body: file });
  const said = await answer.json();
  if (!answer.ok) throw new Refusal(said as ProblemDetails);
  return ending === "dxf" ? said : { state: said, left_out: {} };
}

/** Keeps a job file, sent as it is, so that the server can say at which line it is broken. */
export function importJob(file: Blob | string): Promise<JobState> {
  return askPlainly<JobState>(fetch("/api/jobs/import", { method: "POST", body: file }));
}
