/** What can be done with a job as a whole; what was put away last can be brought back at once. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, ask, type JobCard } from "../api/client";
import type { Folder } from "../api/queries";

export function useJobActions() {
  const client = useQueryClient();
  const [gone, setGone] = useState<{ job: JobCard; folder: Folder } | null>(null);
  const [failed, setFailed] = useState("");
  const of = (job: JobCard) => ({ params: { path: { id_: job.id } } });
  const refresh = () => client.invalidateQueries({ queryKey: ["jobs"] });

  /** Does something to a job, and says so if it could not be done. */
  async function act(says: string, job: JobCard, sent: Parameters<typeof ask>[0]) {
    try {
      await ask(sent);
      setFailed("");
      await refresh();
      return true;
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      setFailed(`“${job.name}” was not ${says}: ${why}. Try it again.`);
      return false;
    }
  }

  return {
    gone,
    failed,
    async duplicate(job: JobCard) {
      await act("duplicated", job, api.POST("/api/jobs/{id_}/duplicate", of(job)));
    },
    async archive(job: JobCard) {
      if (await act("archived", job, api.POST("/api/jobs/{id_}/archive", of(job))))
        setGone({ job, folder: "archive" });
    },
    async remove(job: JobCard) {
      if (await act("deleted", job, api.DELETE("/api/jobs/{id_}", of(job))))
        setGone({ job, folder: "trash" });
    },
    async bringBack(job: JobCard, from: Folder) {
      const sent =
        from === "trash"
          ? api.POST("/api/jobs/{id_}/restore", of(job))
          : api.POST("/api/jobs/{id_}/take-up", of(job));
      if (await act("brought back", job, sent)) setGone(null);
    },
  };
}
