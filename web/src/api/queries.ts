/** Who owns which key: one options function for each thing that is read from the server. */
import { queryOptions } from "@tanstack/react-query";
import {
  api,
  ask,
  type Board,
  type Job,
  type JobCard,
  type JobState,
  type Setting,
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

/** The board of starts; it depends on all of the job but its name and the start now planted. */
export const startsOptions = (job: Job) =>
  queryOptions({
    queryKey: ["starts", { ...job, name: "", start: null }],
    queryFn: () => ask<Board>(api.POST("/api/starts", { body: job })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });
