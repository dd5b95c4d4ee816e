/**
 * Photographs that wait for the server, in the browser's own store beside the kits: they are sent
 * when it answers, each once, however often the page is opened meanwhile.
 */

export interface WaitingPhotograph {
  key: string;
  words: string;
  /** When it was taken, by this device's clock. */
  takenAt: string;
}

const STORE = "pennant-photographs";

const addressOf = (job: string, key: string) =>
  `/waiting-photographs/${encodeURIComponent(job)}/${encodeURIComponent(key)}`;

/** Keeps a picture; throws where the browser keeps none, or its room is used up. */
export async function keepPhotograph(
  job: string,
  photograph: WaitingPhotograph,
  picture: Blob,
): Promise<void> {
  const store = await caches.open(STORE);
  const headers = { "x-said": encodeURIComponent(JSON.stringify(photograph)) };
  await store.put(addressOf(job, photograph.key), new Response(picture, { headers }));
}

/** The photographs of a job that wait, the first one first. */
export async function waitingPhotographs(job: string): Promise<WaitingPhotograph[]> {
  try {
    const store = await caches.open(STORE);
    const mine = (await store.keys()).filter(({ url }) =>
      new URL(url).pathname.startsWith(addressOf(job, "")),
    );
    const found = await Promise.all(mine.map((request) => store.match(request)));
    return found.flatMap(saidBy).sort((a, b) => a.takenAt.localeCompare(b.takenAt));
  } catch {
    return []; // nothing can be kept here
  }
}

/** What is said of a stored picture; what is none is left where it is. */
function saidBy(stored: Response | undefined): WaitingPhotograph[] {
  try {
    return [JSON.parse(decodeURIComponent(stored?.headers.get("x-said") ?? ""))];
  } catch {
    return [];
  }
}

/**
 * Sends what waits, one after another; each is dropped when `send` has kept it, or says that it can
 * never be. Returns how many still wait.
 */
export async function sendPhotographs(
  job: string,
  send: (photograph: WaitingPhotograph, picture: Blob) => Promise<"kept" | "never" | "later">,
): Promise<number> {
  const waiting = await waitingPhotographs(job);
  let left = waiting.length;
  for (const photograph of waiting) {
    const store = await caches.open(STORE);
    const address = addressOf(job, photograph.key);
    const stored = await store.match(address);
    if (!stored) continue; // another tab has sent it
    if ((await send(photograph, await stored.blob())) === "later") return left;
    await store.delete(address);
    left -= 1;
  }
  return left;
}
