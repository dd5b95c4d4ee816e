/**
 * The site's pages in one file, without a server: notes are kept by the page where it may, and given
 * back as a small file.
 */
import { type ReactNode, useMemo, useState } from "react";
import type { SiteKit } from "../api/client";
import { type OnSite, SiteContext } from "../site/onSite";
import { newKey, Outbox } from "../site/outbox";
import { type Entry, settled, type Waiting } from "../site/settled";
import { speakAs } from "../words/regional";
import { GiveBack } from "./GiveBack";

export interface SiteData {
  made_at: string;
  kit: SiteKit;
}

interface Props {
  data: SiteData;
  children: (top: ReactNode) => ReactNode;
}

export function FileSite({ data, children }: Props) {
  const { kit } = data;
  speakAs(kit.spoken);
  const name = `pennant-file-${kit.job}-${kit.revision}-${kit.digest}`;
  const box = useMemo(() => new Outbox(name), [name]);
  const [notes, setNotes] = useState<readonly Waiting[]>(() => box.all);
  const site = useMemo(() => settled(kit, kit.site, notes, 0), [kit, notes]);
  const note = (entry: Entry, back?: string) => {
    const one: Waiting = { key: newKey(), entry, said_at: new Date().toISOString() };
    if (back) one.takes_back_key = back;
    box.add(one);
    setNotes(box.all);
  };
  const value: OnSite = {
    job: "",
    kit,
    site,
    aheadMs: 0,
    waiting: notes.length,
    refused: "",
    note,
  };
  return (
    <SiteContext value={value}>
      {children(<GiveBack data={data} notes={notes} lasts={box.lasts} given={`${name}-given`} />)}
    </SiteContext>
  );
}
