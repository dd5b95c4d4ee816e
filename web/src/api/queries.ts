/** Who owns which key: one options function for each thing that is read from the server. */
import { queryOptions } from "@tanstack/react-query";
import {
  api,
  ask,
  type Board,
  type Cure,
  type Job,
  type JobCard,
  type JobState,
  type Play,
  type SaidWish,
  type Setting,
  type SettingOut,
  type ThingWords,
} from "./client";

export type Shelf = "in-hand" | "archive" | "trash";

export const jobsOptions = (shelf: Shelf = "in-hand") =>
  queryOptions({
    queryKey: ["jobs", shelf],
    queryFn: () => ask<JobCard[]>(api.GET("/api/jobs", { params: { query: { shelf } } })),
  });

export const jobOptions = (id: string) =>
  queryOptions({
    queryKey: ["job", id],
    queryFn: () => ask<JobState>(api.GET("/api/jobs/{id_}", { params: { path: { id_: id } } })),
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
    queryKey: ["cures", surface, finding, { ...job, name: "" }],
    queryFn: () => ask<Cure[]>(api.POST("/api/cures", { body: { job, surface, finding } })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });

/** How much play a wall's start has; reckoned when a change has been kept. */
export const playOptions = (job: Job, wall: string) =>
  queryOptions({
    queryKey: ["play", wall, { ...job, name: "" }],
    queryFn: () => ask<Play[]>(api.POST("/api/play", { body: { job, wall } })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** The lines to strike on every wall; they depend on the whole job. */
export const settingOutOptions = (job: Job) =>
  queryOptions({
    queryKey: ["setting-out", job],
    queryFn: () => ask<SettingOut[]>(api.POST("/api/setting-out", { body: job })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });

/** Every wish as the client would say it. */
export const wishesOptions = () =>
  queryOptions({
    queryKey: ["wishes"],
    queryFn: () => ask<SaidWish[]>(api.GET("/api/wishes")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The board of a wall's starts; it depends on all of the job but its name and that start. */
export const startsOptions = (job: Job, wall: string) =>
  queryOptions({
    queryKey: ["starts", wall, { ...job, name: "", walls: job.walls.map(without(wall)) }],
    queryFn: () => ask<Board>(api.POST("/api/starts", { body: { job, wall } })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });

function without(id: string) {
  return (wall: Job["walls"][number]) => (wall.id === id ? { ...wall, start: null } : wall);
}
