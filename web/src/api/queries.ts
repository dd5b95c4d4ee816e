/** Who owns which key: one options function for each thing that is read from the server. */
import { queryOptions } from "@tanstack/react-query";
import { api, ask, type JobCard, type JobState, type Setting } from "./client";

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
