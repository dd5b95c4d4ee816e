/** Requests that overtake one another: one at a time, the newest wins, and no part is waited for. */
import { describe, expect, it } from "vitest";
import { latestOnly } from "../src/job/latest";

/** Requests whose parts come when they are told to. */
class Server {
  readonly asked: string[] = [];
  readonly came: string[] = [];
  readonly failed: unknown[] = [];
  readonly #parts = new Map<string, (part: string | null) => void>();

  readonly latest = latestOnly<string, string>(
    (argument, signal) => this.#run(argument, signal),
    (part) => this.came.push(part),
    (error) => this.failed.push(error),
  );

  async *#run(argument: string, signal: AbortSignal): AsyncGenerator<string> {
    this.asked.push(argument);
    for (;;) {
      const part = await new Promise<string | null>((answer, fail) => {
        this.#parts.set(argument, answer);
        signal.addEventListener("abort", () => fail(new Error("aborted")));
      });
      if (part === null) return;
      yield part;
    }
  }

  /** A part of an answer, or null for its end; returns when it has been dealt with. */
  async answers(argument: string, part: string | null): Promise<void> {
    this.#parts.get(argument)?.(part);
    await settled();
  }
}

const settled = () => new Promise((done) => setTimeout(done));

describe("requests in parts", () => {
  it("are asked one at a time, and of those meanwhile only the newest", async () => {
    const server = new Server();
    for (const one of ["a", "b", "c"]) server.latest.ask(one);
    expect(server.asked).toEqual(["a"]);
    await server.answers("a", "a drawn");
    expect(server.asked).toEqual(["a", "c"]);
    await server.answers("c", "c drawn");
    await server.answers("c", "c takes");
    await server.answers("c", null);
    expect(server.came).toEqual(["a drawn", "c drawn", "c takes"]);
    expect(server.failed).toEqual([]);
  });

  it("do not wait for what comes after the first part", async () => {
    const server = new Server();
    server.latest.ask("a");
    await server.answers("a", "a drawn");
    server.latest.ask("b");
    expect(server.asked).toEqual(["a", "b"]);
    await server.answers("a", "a takes");
    await server.answers("b", "b drawn");
    expect(server.came).toEqual(["a drawn", "b drawn"]);
    expect(server.failed).toEqual([]);
  });

  it("that are forgotten say nothing more", async () => {
    const server = new Server();
    server.latest.ask("a");
    server.latest.forget();
    await server.answers("a", "a drawn");
    expect(server.came).toEqual([]);
    expect(server.failed).toEqual([]);
  });
});
