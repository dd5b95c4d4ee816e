/** Who owns which key: one options function for each thing that is read from the server. */
import { queryOptions } from "@tanstack/react-query";
import { comingOf } from "../job/beside";
import { openedKit } from "../site/keptKit";
import {
  type AgreePage,
  api,
  ask,
  type Board,
  type Cure,
  type CutSheet,
  type DaysPage,
  type Here,
  type Job,
  type JobCard,
  type JobState,
  type KindText,
  type Method,
  type Moves,
  type OwnRule,
  type PaperText,
  type PhonesPage,
  type Plan,
  type Shelf as Products,
  type ReadLength,
  Refusal,
  type Revision,
  type Setting,
  type SettingOut,
  type ShadesPage,
  type Site,
  type Slack,
  type ThingWords,
  type Units,
  type Wished,
  type WishText,
} from "./client";
import { rested } from "./rested";
import { nameless, written } from "./written";

export type Folder = "in-hand" | "archive" | "trash";

export const jobsOptions = (folder: Folder = "in-hand") =>
  queryOptions({
    queryKey: ["jobs", folder],
    queryFn: () => ask<JobCard[]>(api.GET("/api/jobs", { params: { query: { folder } } })),
    // What older versions kept is worked out in the background, a few jobs at a time.
    refetchInterval: ({ state }) =>
      state.data?.some(({ summary }) => summary === null) ? 2000 : false,
  });

/** Every revision of a job, the newest first. */
export const historyOptions = (id: string, edition: number) =>
  queryOptions({
    queryKey: ["history", id, edition],
    queryFn: () =>
      ask<Revision[]>(api.GET("/api/jobs/{id_}/history", { params: { path: { id_: id } } })),
  });

export const jobOptions = (id: string) =>
  queryOptions({
    queryKey: ["job", id],
    queryFn: () => ask<JobState>(api.GET("/api/jobs/{id_}", { params: { path: { id_: id } } })),
    // It is asked for while its page comes: the page itself need not ask again.
    staleTime: 1000,
  });

export const settingsOptions = () =>
  queryOptions({
    queryKey: ["settings"],
    queryFn: () => ask<Setting[]>(api.GET("/api/settings")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** What a line of the notebook can begin with, and what can be said of each thing. */
export const wordsOptions = () =>
  queryOptions({
    queryKey: ["notebook"],
    queryFn: () => ask<ThingWords[]>(api.GET("/api/notebook")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** What would cure a finding of a kept job. */
export const curesOptions = (job: Job, surface: string, finding: string) =>
  queryOptions({
    queryKey: ["cures", surface, finding, nameless(job)],
    queryFn: ({ signal }) =>
      ask<Cure[]>(api.POST("/api/cures", { signal, body: { job, surface, finding } })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });

/** What others could still move of a kept job; searched when it is asked for. */
export const movesOptions = (job: Job) =>
  queryOptions({
    queryKey: ["moves", nameless(job)],
    queryFn: ({ signal }) => ask<Moves>(api.POST("/api/moves", { signal, body: job })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });

/** What is wished of the other trades. */
export const wishedOptions = (job: Job) =>
  queryOptions({
    queryKey: ["wished", nameless(job)],
    queryFn: ({ signal }) => ask<Wished[]>(api.POST("/api/wished", { signal, body: job })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });

/** How much slack a wall's start has; reckoned when a change has been kept. */
export const slackOptions = (job: Job, wall: string) =>
  queryOptions({
    queryKey: ["slack", wall, nameless(job)],
    queryFn: ({ signal }) => ask<Slack[]>(api.POST("/api/slack", { signal, body: { job, wall } })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** The lines to strike on every wall; they depend on the whole job. */
export const settingOutOptions = (job: Job) =>
  queryOptions({
    queryKey: ["setting-out", written(job)],
    queryFn: ({ signal }) =>
      comingOf(job, "setting-out", signal, () =>
        ask<SettingOut[]>(api.POST("/api/setting-out", { signal, body: job })),
      ),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** The plan of a job that is not planted, to be laid over the one that is. */
export const planOptions = (job: Job | null) =>
  queryOptions({
    queryKey: ["plan", job && written(job)],
    queryFn: ({ signal }) => ask<Plan>(api.POST("/api/plan", { signal, body: job as Job })),
    enabled: job !== null,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** What a client is shown to agree to, and what has changed since they did. */
export const agreeOptions = (job: Job) =>
  queryOptions({
    queryKey: ["agree", written(job)],
    queryFn: ({ signal }) => ask<AgreePage>(api.POST("/api/agree", { signal, body: job })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** The days that a job takes; they depend on the whole job. */
export const daysOptions = (job: Job, id: string) =>
  queryOptions({
    queryKey: ["days", written(job), id],
    queryFn: ({ signal }) => {
      const params = { query: { record_of: id } };
      return comingOf(job, "days", signal, () =>
        ask<DaysPage>(api.POST("/api/days", { signal, body: job, params })),
      );
    },
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });

/**
 * How the opened boxes are dealt; it depends on the plan and the boxes. Dealing takes seconds, so it
 * is asked for when the counts have not changed for a while, not at every key.
 */
export const shadesOptions = (job: Job) =>
  queryOptions({
    queryKey: ["shades", nameless(job)],
    queryFn: async ({ signal }) => {
      await rested(REST_BEFORE_DEALING_MS, signal);
      return ask<ShadesPage>(api.POST("/api/shades", { signal, body: job }));
    },
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });

/** The papers that can be bound into one PDF. */
export const papersOptions = () =>
  queryOptions({
    queryKey: ["papers"],
    queryFn: () => ask<PaperText[]>(api.GET("/api/papers")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** Every wait and pace that the days are reckoned from. */
export const timesOptions = () =>
  queryOptions({
    queryKey: ["times"],
    queryFn: () => ask<Setting[]>(api.GET("/api/times")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** How a length that is being typed is read; where no unit is given, by how it is typed. */
export const readLengthOptions = (text: string, units?: Units) =>
  queryOptions({
    queryKey: ["length", text, units],
    queryFn: () => ask<ReadLength>(api.GET("/api/length", { params: { query: { text, units } } })),
    enabled: text.trim() !== "",
    placeholderData: (before) => before,
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The cut sheet; it depends on the whole job. */
export const cutsOptions = (job: Job) =>
  queryOptions({
    queryKey: ["cuts", written(job)],
    queryFn: ({ signal }) =>
      comingOf(job, "cuts", signal, () =>
        ask<CutSheet>(api.POST("/api/cuts", { signal, body: job })),
      ),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** Rules as one's own jobs before would have them. */
export const ownRulesOptions = () =>
  queryOptions({
    queryKey: ["own-rules"],
    queryFn: () => ask<OwnRule[]>(api.GET("/api/own-rules")),
    staleTime: 60_000,
  });

const HERE = "pennant-here";

/** Asks where this page is; a phone whose server is away is what it was when it was last answered. */
async function whereThisIs(): Promise<Here> {
  try {
    const here = await ask<Here>(api.GET("/api/here"));
    keepHere(here);
    return here;
  } catch (error) {
    const kept = error instanceof Refusal && error.problem === null ? keptHere() : null;
    if (kept) return kept;
    throw error;
  }
}

function keepHere(here: Here): void {
  try {
    localStorage.setItem(HERE, JSON.stringify(here));
  } catch {
    // Without storage it is asked again; nothing else hangs on it.
  }
}

function keptHere(): Here | null {
  try {
    return JSON.parse(localStorage.getItem(HERE) ?? "null") as Here | null;
  } catch {
    return null;
  }
}

/** Where this page is: at the desk's own machine, or on a phone that was paired with it. */
export const hereOptions = () =>
  queryOptions({
    queryKey: ["here"],
    queryFn: whereThisIs,
    staleTime: 60_000,
    networkMode: "always",
    retry: false,
  });

/** What listens for phones at the desk, and which are paired. */
export const phonesOptions = () =>
  queryOptions({
    queryKey: ["phones"],
    queryFn: () => ask<PhonesPage>(api.GET("/api/phones")),
    // A phone that is being paired shows up by itself.
    refetchInterval: 3_000,
  });

/** All of a job that is needed on site, kept by the browser for when the server is away. */
export const kitOptions = (id: string) =>
  queryOptions({
    queryKey: ["site-kit", id],
    queryFn: () => openedKit(id),
    networkMode: "always",
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnMount: "always",
    retry: false,
  });

/** The whole record of a kept job. Another phone may note in it too, so it is read again. */
export const siteOptions = (id: string) =>
  queryOptions({
    queryKey: ["site", id],
    queryFn: () => ask<Site>(api.GET("/api/jobs/{id_}/site", { params: { path: { id_: id } } })),
    refetchInterval: READ_AGAIN_MS,
    refetchOnWindowFocus: "always",
    networkMode: "always",
    retry: false,
  });

const READ_AGAIN_MS = 20_000;

/** The products that a job can choose from. */
export const shelfOptions = () =>
  queryOptions({
    queryKey: ["shelf", "all"],
    queryFn: () => ask<Products>(api.GET("/api/shelf")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The shelf in words: each kind with its fields, each product with its sheet. */
export const shelfInWordsOptions = () =>
  queryOptions({
    queryKey: ["shelf", "said"],
    queryFn: () => ask<KindText[]>(api.GET("/api/shelf/said")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The shelf's adhesives and mats side by side for a job. */
export const methodsOptions = (job: Job) =>
  queryOptions({
    queryKey: ["methods", nameless(job)],
    queryFn: ({ signal }) =>
      comingOf(job, "methods", signal, () =>
        ask<Method[]>(api.POST("/api/methods", { signal, body: job })),
      ),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** Every wish as the client would say it. */
export const wishesOptions = () =>
  queryOptions({
    queryKey: ["wishes"],
    queryFn: () => ask<WishText[]>(api.GET("/api/wishes")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The board of a wall's starts; it depends on all of the job but its name and that start. */
export const startsOptions = (job: Job, wall: string) =>
  queryOptions({
    queryKey: ["starts", wall, numberOf(startless(job, wall))],
    queryFn: ({ signal }) => ask<Board>(api.POST("/api/starts", { signal, body: { job, wall } })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });

/** The best of a few schools, to be shown while all starts are sought. */
export const firstStartsOptions = (job: Job, wall: string) =>
  queryOptions({
    queryKey: ["first starts", wall, numberOf(startless(job, wall))],
    queryFn: ({ signal }) =>
      ask<Board>(api.POST("/api/starts/first", { signal, body: { job, wall } })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });

const MOST_NUMBERED = 100;
const numbered = new Map<string, number>();
let next = 0;

/** A number in place of a long text: a key is gone through at every rendering. */
function numberOf(text: string): number {
  const known = numbered.get(text);
  if (known !== undefined) return known;
  next += 1;
  numbered.set(text, next);
  const [oldest] = numbered.keys();
  if (numbered.size > MOST_NUMBERED && oldest !== undefined) numbered.delete(oldest);
  return next;
}

const startlessOnes = new WeakMap<Job, Map<string, string>>();

/** A job as a key, whatever it is called and wherever a wall's tile starts. */
function startless(job: Job, wall: string): string {
  const known = startlessOnes.get(job) ?? new Map<string, string>();
  startlessOnes.set(job, known);
  const key =
    known.get(wall) ?? JSON.stringify({ ...job, name: "", walls: job.walls.map(without(wall)) });
  known.set(wall, key);
  return key;
}

function without(id: string) {
  return (wall: Job["walls"][number]) => (wall.id === id ? { ...wall, start: null } : wall);
}

const REST_BEFORE_DEALING_MS = 400;
