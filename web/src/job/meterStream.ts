/**
 * The meter's stream, shared by all open pages: a browser allows few connections to one server, and
 * a stream in each tab would leave none for anything else. One page holds it and tells the others.
 */

export type MeterEvent = { name: "ready" | "off" | "reading"; data: string };
/** Asked by a page that begins to listen: how does the meter stand? */
const HOW = "how does it stand?";

const NAME = "pennant-meter";

/** Calls back for every event of the meter's stream until the returned function is called. */
export function listenToMeter(onEvent: (event: MeterEvent) => void): () => void {
  const channel = new BroadcastChannel(NAME);
  const left = new AbortController();
  let stands: MeterEvent | null = null;
  channel.onmessage = ({ data }: MessageEvent<MeterEvent | typeof HOW>) => {
    if (data !== HOW) onEvent(data);
    else if (stands) channel.postMessage(stands);
  };
  channel.postMessage(HOW);
  const tell = (event: MeterEvent) => {
    if (event.name !== "reading") stands = event;
    channel.postMessage(event);
    onEvent(event);
  };
  if (!navigator.locks) hold(tell, left.signal);
  else {
    const held = () =>
      new Promise<void>((release) => {
        hold(tell, left.signal);
        left.signal.addEventListener("abort", () => release());
      });
    // Whoever waits for the lock takes the stream over when the page that held it is gone.
    navigator.locks.request(NAME, { signal: left.signal }, held).catch(() => {});
  }
  return () => {
    left.abort();
    channel.close();
  };
}

function hold(tell: (event: MeterEvent) => void, left: AbortSignal): void {
  const stream = new EventSource("/api/meter/readings");
  stream.addEventListener("ready", ({ data }) => tell({ name: "ready", data }));
  stream.addEventListener("off", ({ data }) => tell({ name: "off", data }));
  stream.onmessage = ({ data }: MessageEvent<string>) => tell({ name: "reading", data });
  left.addEventListener("abort", () => stream.close());
}
