/**
 * A job's kit as the browser keeps it, so that its pages open on site where no server is in reach.
 * Browsers keep such things for pages of the machine itself, and of secured ones.
 */
import { api, ask, Refusal, type Site, type SiteKit } from "../api/client";

export interface OpenedKit {
  kit: SiteKit;
  /** How far this device's clock is ahead of the server's (ms). */
  aheadMs: number;
  /** When it was read, by this device's clock (ms). */
  read: number;
  /** Whether the server answered, or it is what the browser had kept. */
  fresh: boolean;
}

const KEPT = "pennant-kits";

/** Reads the kit, from what is kept where the server is away; throws a Refusal. */
export async function openedKit(job: string): Promise<OpenedKit> {
  try {
    const kit = await ask<SiteKit>(
      api.GET("/api/jobs/{id_}/site-kit", { params: { path: { id_: job } } }),
    );
    const opened = { kit, aheadMs: aheadOf(kit.site), read: Date.now(), fresh: true };
    await keepKit(job, opened);
    return opened;
  } catch (error) {
    const away = error instanceof Refusal && error.problem === null;
    const kept = away ? await keptKit(job) : null;
    if (!kept) throw error;
    return kept;
  }
}

export function aheadOf(site: Site): number {
  return Date.now() - Date.parse(site.now);
}

export async function keepKit(job: string, opened: OpenedKit): Promise<void> {
  try {
    const kept = await caches.open(KEPT);
    await kept.put(addressOf(job), new Response(JSON.stringify({ ...opened, fresh: false })));
  } catch {
    // Nothing can be kept here; the page works as long as it stays open.
  }
}

async function keptKit(job: string): Promise<OpenedKit | null> {
  try {
    const kept = await caches.open(KEPT);
    const found = await kept.match(addressOf(job));
    return found ? ((await found.json()) as OpenedKit) : null;
  } catch {
    return null;
  }
}

/** Jobs whose kits the browser keeps, to choose from while the server is away. */
export async function keptJobs(): Promise<{ id: string; name: string }[]> {
  try {
    const kept = await caches.open(KEPT);
    const found = await Promise.all(
      (await kept.keys()).map(async ({ url }) => {
        const id = new URL(url).pathname.split("/").at(-1) ?? "";
        return { id, name: (await keptKit(id))?.kit.name ?? id };
      }),
    );
    return found;
  } catch {
    return [];
  }
}

const addressOf = (job: string) => `/kept-kits/${job}`;
