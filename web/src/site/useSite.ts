/**
 * The record of the site, and noting in it. What is noted is kept in the browser until the server
 * has answered, so that a dead spot in the network loses nothing; sent twice it is one.
 */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, ask, type NotedEntry, Refusal, type Site } from "../api/client";
import { siteOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";

export type Entry = NotedEntry["entry"];
type Waiting = Omit<NotedEntry, "sent_at" | "units">;

const TRY_AGAIN_MS = 5_000;

export interface SiteNotes {
  site: Site | undefined;
  error: Error | null;
  /** When the last answer came, by this device's own clock (ms). */
  came: number;
  /** How many notes wait for the server. */
  waiting: number;
  refused: string;
  note: (entry: Entry, back?: string) => void;
  took: (site: Site) => Promise<void>;
}

export function useSite(): SiteNotes {
  const { editor, state, view } = useEditor();
  const client = useQueryClient();
  const options = siteOptions(editor.id);
  const { data: site, error, dataUpdatedAt: came } = useQuery(options);
  const [waiting, setWaiting] = useState(() => kept(editor.id).length);
  const [refused, setRefused] = useState("");
  const sending = useRef(false);
  const units = view.job.units ?? "in";
  const { queryKey } = options;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another edition is another plan
  useEffect(() => {
    void client.invalidateQueries({ queryKey: ["site", editor.id] });
  }, [client, editor.id, state.edition]);
  const took = useCallback(
    async (answer: Site) => {
      await client.cancelQueries({ queryKey }); // it was asked before this was noted
      client.setQueryData(queryKey, answer);
      void client.invalidateQueries({ queryKey: ["record"] });
      void client.invalidateQueries({ queryKey: ["days"] });
    },
    [client, queryKey],
  );

  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (let first = kept(editor.id)[0]; first; first = kept(editor.id)[0]) {
        const body = { ...first, units, sent_at: new Date().toISOString() };
        const path = { id_: editor.id };
        await took(await ask<Site>(api.POST("/api/jobs/{id_}/site", { params: { path }, body })));
        dropped(editor.id, first.key);
        setWaiting(kept(editor.id).length);
      }
    } catch (error) {
      const first = kept(editor.id)[0];
      if (error instanceof Refusal && error.problem && error.problem.status < 500 && first) {
        // It can never be kept as it is: it is said, and does not stand in the way of the others.
        const why = error.problem.errors?.map(({ message }) => message).join("; ");
        setRefused(`Not noted: ${why || error.problem.detail}`);
        dropped(editor.id, first.key);
        setWaiting(kept(editor.id).length);
      }
    } finally {
      sending.current = false;
    }
  }, [editor.id, units, took]);

  useEffect(() => {
    if (waiting === 0) return;
    void send();
    const again = window.setInterval(() => void send(), TRY_AGAIN_MS);
    window.addEventListener("online", send);
    return () => {
      window.clearInterval(again);
      window.removeEventListener("online", send);
    };
  }, [waiting, send]);

  const note = (entry: Entry, back?: string) => {
    setRefused("");
    const one: Waiting = { key: newKey(), entry, said_at: new Date().toISOString() };
    if (back) one.takes_back_key = back;
    keep(editor.id, [...kept(editor.id), one]);
    setWaiting(kept(editor.id).length);
    void send();
  };
  return { site, error, came, waiting, refused, note, took };
}

/** A key that no other note has, also where the browser makes none (without encryption). */
export function newKey(): string {
  return crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`;
}

const at = (job: string) => `pennant-notes-${job}`;

function kept(job: string): Waiting[] {
  try {
    return JSON.parse(localStorage.getItem(at(job)) ?? "[]") as Waiting[];
  } catch {
    return [];
  }
}

function keep(job: string, notes: Waiting[]): void {
  localStorage.setItem(at(job), JSON.stringify(notes));
}

function dropped(job: string, key: string): void {
  keep(
    job,
    kept(job).filter((one) => one.key !== key),
  );
}
