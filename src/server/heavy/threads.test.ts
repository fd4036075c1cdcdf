import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Threads } from "./threads";

const folder = mkdtempSync(path.join(tmpdir(), "threads-"));
const file = path.join(folder, "worker.mjs");
let threads: Threads;

beforeAll(() => {
  // Takes as long as it is told; what is told to spin never ends by itself.
  writeFileSync(
    file,
    `export default async ({ ms, says }) => {
       if (says === "spin") for (;;) ;
       await new Promise((r) => setTimeout(r, ms));
       if (says === "break") throw new Error("broken");
       return says;
     };`,
  );
  threads = new Threads(file, { threads: 2, longestMs: 1500, waiting: 3 });
});
afterAll(async () => {
  await threads.end();
  rmSync(folder, { recursive: true, force: true });
});

describe("threads for heavy work", () => {
  it("answer, and pass on what breaks", async () => {
    expect(await threads.run({ ms: 0, says: "done" }, "a")).toEqual({ answer: "done" });
    await expect(threads.run({ ms: 0, says: "break" }, "a")).rejects.toThrow("broken");
  });

  it("end what takes too long, and go on", async () => {
    expect(await threads.run({ ms: 0, says: "spin" }, "a")).toEqual({ not: "too-long" });
    expect(await threads.run({ ms: 0, says: "after" }, "a")).toEqual({ answer: "after" });
  });

  it("keep a thread free of one who asks for much", async () => {
    const order: string[] = [];
    const ask = (ms: number, says: string, who: string) =>
      threads.run({ ms, says }, who).then(() => order.push(says));
    await Promise.all([ask(1000, "a1", "a"), ask(1000, "a2", "a"), ask(0, "b1", "b")]);
    expect(order).toEqual(["b1", "a1", "a2"]);
  });

  it("do first what has the higher priority", async () => {
    const order: string[] = [];
    const ask = (says: string, priority: number) =>
      threads.run({ ms: 20, says }, "a", priority).then(() => order.push(says));
    await Promise.all([ask("first", 0), ask("paper", 0), ask("plan", 1)]);
    expect(order).toEqual(["first", "plan", "paper"]);
  });

  it("refuse what would wait behind too much of one's own, and nobody else's", async () => {
    const many = Array.from({ length: 4 }, () => threads.run({ ms: 50, says: "x" }, "a"));
    expect(await threads.run({ ms: 0, says: "y" }, "a")).toEqual({ not: "too-many" });
    expect(await threads.run({ ms: 0, says: "z" }, "b")).toEqual({ answer: "z" });
    await Promise.all(many);
    expect(await threads.run({ ms: 0, says: "y" }, "a")).toEqual({ answer: "y" });
  });
});
