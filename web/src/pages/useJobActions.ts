/** What can be done with a job as a whole; what was put away last can be brought back at once. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, ask, type JobCard } from "../api/client";
import type { Shelf } from "../api/queries";

export function useJobActions() {
  const client = useQueryClient();
  const [gone, setGone] = useState<{ job: JobCard; shelf: Shelf } | null>(null);
  const of = (job: JobCard) => ({ params: { path: { id_: job.id } } });
  const refresh = () => client.invalidateQueries({ queryKey: ["jobs"] });

  return {
    gone,
    async duplicate(job: JobCard) {
      await ask(api.POST("/api/jobs/{id_}/duplicate", of(job)));
      await refresh();
    },
    async archive(job: JobCard) {
      await ask(api.POST("/api/jobs/{id_}/archive", of(job)));
      setGone({ job, shelf: "archive" });
      await refresh();
    },
    async remove(job: JobCard) {
      await ask(api.DELETE("/api/jobs/{id_}", of(job)));
      setGone({ job, shelf: "trash" });
      await refresh();
    },
    async bringBack(job: JobCard, from: Shelf) {
      if (from === "trash") await ask(api.POST("/api/jobs/{id_}/restore", of(job)));
      else await ask(api.POST("/api/jobs/{id_}/take-up", of(job)));
      setGone(null);
      await refresh();
    },
  };
}
