/**
 * The site's pages over a server. What is noted is kept in the browser until the server has
 * answered, and counted in at once; what is sent twice is one.
 */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from "react";
import {
  api,
  ask,
  type Reading,
  type RefitText,
  Refusal,
  type Site,
  type SiteKit,
  sendPhotograph,
} from "../api/client";
import { hereOptions, kitOptions, siteOptions } from "../api/queries";
import { speakAs } from "../words/regional";
import { aheadOf, keepKit, type OpenedKit } from "./keptKit";
import { type OnSite, SiteContext } from "./onSite";
import { newKey, Outbox } from "./outbox";
import { type Entry, saysOf, settled, type Waiting } from "./settled";
import { keepPhotograph, sendPhotographs } from "./waitingPhotographs";

const TRY_AGAIN_MS = 5_000;
/** Answers that mean that the note itself can never be kept; after any other it waits. */
const NEVER = new Set([409, 413, 422]);

interface Props {
  job: string;
  children: ReactNode;
}

export function ServerSite({ job, children }: Props) {
  const { data, error } = useQuery(kitOptions(job));
  if (data)
    return (
      <Open key={job} job={job} opened={data}>
        {children}
      </Open>
    );
  return (
    <main className="p-4">
      {error ? (
        <p role="alert" className="border-flag border-l-4 bg-flag-pale p-2">
          ✗ {whyNot(error)}
        </p>
      ) : (
        <p className="aside">Reading the record…</p>
      )}
    </main>
  );
}

function whyNot(error: Error): string {
  const problem = error instanceof Refusal ? error.problem : null;
  if (!problem) {
    return "The server is not in reach, and this browser has not opened the job before. Open it once where the server is in reach; then it opens anywhere.";
  }
  return `${problem.title}: ${problem.detail}`;
}

function Open({ job, opened, children }: Props & { opened: OpenedKit }) {
  speakAs(opened.kit.spoken);
  const client = useQueryClient();
  const { queryKey } = siteOptions(job);
  const { data: here } = useQuery(hereOptions());
  const { data: read, error } = useQuery({
    ...siteOptions(job),
    initialData: opened.kit.site,
    initialDataUpdatedAt: opened.read,
  });
  const answered = useCallback(
    async (answer: Site) => {
      await client.cancelQueries({ queryKey }); // it was asked before this was noted
      client.setQueryData(queryKey, answer);
    },
    [client, queryKey],
  );
  const { waiting, refused, note } = useNotes(job, opened.kit, answered);
  const photographs = usePhotographs(job, answered);
  const [aheadMs, setAhead] = useState(opened.aheadMs);
  const kitRead = opened.read;
  // biome-ignore lint/correctness/useExhaustiveDependencies: each answer is newer than the last
  useEffect(() => {
    if (read === opened.kit.site && !opened.fresh) return; // what was kept says nothing of now
    const ahead = read === opened.kit.site ? opened.aheadMs : aheadOf(read);
    setAhead(ahead);
    void keepKit(job, { ...opened, kit: { ...opened.kit, site: read }, aheadMs: ahead });
    if (read.revision !== opened.kit.revision) {
      void client.invalidateQueries({ queryKey: kitOptions(job).queryKey });
    }
  }, [read, kitRead]);
  const site = useMemo(
    () => settled(opened.kit, read, waiting, aheadMs),
    [opened.kit, read, waiting, aheadMs],
  );
  const value: OnSite = {
    job,
    kit: opened.kit,
    site,
    aheadMs,
    waiting: waiting.length + photographs.waiting,
    refused: refused || photographs.refused,
    note,
    server: {
      desk: here?.desk ?? true,
      refit: (reading: Reading) =>
        ask<RefitText>(
          api.POST("/api/jobs/{id_}/refit", {
            params: { path: { id_: job } },
            body: { units: opened.kit.units, reading },
          }),
        ),
      take: async (reading, way, noted) => {
        const body = {
          units: opened.kit.units,
          reading,
          way: way.kind,
          edition: opened.kit.edition,
        };
        const kit = await ask<SiteKit>(
          api.POST("/api/jobs/{id_}/refit/take", { params: { path: { id_: job } }, body }),
        );
        if (!noted) note({ kind: "reading", reading } as Entry);
        note({ ...way.noted, kind: "refit" } as Entry);
        const now = { kit, aheadMs: aheadOf(kit.site), read: Date.now(), fresh: true };
        client.setQueryData(kitOptions(job).queryKey, now);
        await answered(kit.site);
        void client.invalidateQueries({ queryKey: ["job", job] });
      },
      photograph: photographs.add,
    },
  };
  const away = (error instanceof Refusal && error.problem === null) || !opened.fresh;
  return (
    <SiteContext value={value}>
      {error instanceof Refusal && error.problem?.status === 401 && (
        <p role="alert" className="border-flag border-l-4 bg-flag-pale p-2">
          ✗ This phone is not paired any more. What you note is kept here; ask for a code at the
          desk, and it is sent.
        </p>
      )}
      {away && error && (
        <p role="status" className="border-wax border-l-4 bg-wax-pale p-2">
          △ The server is not in reach. All that was read before is here, and you can go on noting.
        </p>
      )}
      {children}
    </SiteContext>
  );
}

/** Photographs: sent at once where the server answers, else kept until it does. */
function usePhotographs(job: string, answered: (site: Site) => Promise<void>) {
  const [waiting, setWaiting] = useState(0);
  const [refused, setRefused] = useState("");
  const sending = useRef(false);
  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      const left = await sendPhotographs(job, async ({ key, words, takenAt }, picture) => {
        try {
          await answered(await sendPhotograph(job, picture, key, words, takenAt));
          return "kept";
        } catch (error) {
          const status = error instanceof Refusal ? error.problem?.status : undefined;
          if (status === undefined || !NEVER.has(status)) return "later";
          setRefused(
            `The photograph “${words || "without words"}” was not kept: ${whyRefused(error)}.`,
          );
          return "never";
        }
      });
      setWaiting(left);
    } finally {
      sending.current = false;
    }
  }, [job, answered]);
  useEffect(() => {
    void send();
    const again = window.setInterval(() => void send(), TRY_AGAIN_MS);
    window.addEventListener("online", send);
    return () => {
      window.clearInterval(again);
      window.removeEventListener("online", send);
    };
  }, [send]);
  const add = async (picture: Blob, words: string) => {
    setRefused("");
    const taken = { key: newKey(), words, takenAt: new Date().toISOString() };
    try {
      await answered(await sendPhotograph(job, picture, taken.key, words, taken.takenAt));
    } catch (error) {
      if (error instanceof Refusal && error.problem) throw error;
      await keepPhotograph(job, taken, picture);
      setWaiting((before) => before + 1);
    }
  };
  return { waiting, refused, add };
}

function whyRefused(error: unknown): string {
  return (error instanceof Refusal && error.reason) || "the server refused it";
}

/** Notes: kept, sent in order, and counted in until the server's answer counts them. */
function useNotes(id: string, kit: SiteKit, answered: (site: Site) => Promise<void>) {
  const client = useQueryClient();
  const box = useMemo(() => new Outbox(`pennant-notes-${id}`), [id]);
  const [notes, setNotes] = useState<readonly Waiting[]>(() => box.all);
  const [why, setWhy] = useState("");
  const sending = useRef(false);
  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      await box.inTurn(async () => {
        for (let first = box.all[0]; first; first = box.all[0]) {
          const body = { ...first, units: kit.units, sent_at: new Date().toISOString() };
          const path = { id_: id };
          const answer = await ask<Site>(
            api.POST("/api/jobs/{id_}/site", { params: { path }, body }),
          );
          await answered(answer);
          box.drop(first.key);
          setNotes(box.all);
        }
      });
      for (const what of ["days", "history"]) {
        void client.invalidateQueries({ queryKey: [what] });
      }
    } catch (error) {
      if (error instanceof Refusal && error.problem?.status === 401) {
        // Read again at once: the page says that it is not paired, and does not try on in silence.
        void client.invalidateQueries({ queryKey: siteOptions(id).queryKey });
      }
      const first = box.all[0];
      if (error instanceof Refusal && error.problem && NEVER.has(error.problem.status) && first) {
        // It can never be kept as it is: it is said, and does not stand in the way of the others.
        const says = saysOf(first.entry, kit.site);
        setWhy(
          `Saved as a note: Pennant could not read it as a measurement. ${says}. ${error.reason}`,
        );
        // The words stay, so that nothing that was noted is lost.
        if (first.entry.kind !== "remark" && first.entry.kind !== "taken back")
          box.add(remarkOf(first, says));
        box.drop(first.key);
        setNotes(box.all);
      }
    } finally {
      sending.current = false;
    }
  }, [id, kit, box, answered, client]);
  useEffect(() => {
    if (notes.length === 0) return;
    void send();
    const again = window.setInterval(() => void send(), TRY_AGAIN_MS);
    window.addEventListener("online", send);
    const elsewhere = (event: StorageEvent) => {
      if (event.key === box.name) setNotes(box.all); // another tab sent or noted something
    };
    window.addEventListener("storage", elsewhere);
    return () => {
      window.removeEventListener("storage", elsewhere);
      window.clearInterval(again);
      window.removeEventListener("online", send);
    };
  }, [notes.length, send, box]);
  const note = (entry: Entry, back?: string) => {
    setWhy("");
    const one: Waiting = { key: newKey(), entry, said_at: new Date().toISOString() };
    if (kit.revision > 0) one.revision = kit.revision;
    if (back) one.takes_back_key = back;
    box.add(one);
    setNotes(box.all);
    void send();
  };
  return { waiting: notes, refused: why, note };
}

const LONGEST_REMARK = 400;

function remarkOf(note: Waiting, says: string): Waiting {
  const words = `Could not be read: ${says}`.slice(0, LONGEST_REMARK);
  return { ...note, key: newKey(), entry: { kind: "remark", words } };
}
