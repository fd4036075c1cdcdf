/** The commands' own promises: sentences instead of stack traces, nothing half made, nothing left behind. */
import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { aptGet } from "./apt.mjs";
import { ensurePostgres, freePort, portIsFree, startCluster } from "./postgres.mjs";
import { run, start, stop } from "./processes.mjs";
import { Trouble, requireNode, requireSpace, sentence } from "./say.mjs";

const ROOT = path.resolve(import.meta.dirname, "../..");
const WORK = path.join(ROOT, ".data", `lib-${process.pid}`);
const SCRATCH = mkdtempSync(path.join(tmpdir(), "lib-"));
afterAll(() => [WORK, SCRATCH].forEach((f) => rmSync(f, { recursive: true, force: true })));

/** The database servers that run on data below a folder. */
const serversOf = (folder: string): string[] =>
  readdirSync("/proc")
    .filter((pid) => /^\d+$/.test(pid))
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(path.join(folder, "data"));
      } catch {
        return false;
      }
    });

describe("sentences", () => {
  it.each(["18.20.0", "20.8.1", "16.0.0"])("Node %s is refused with what to install", (v) =>
    expect(() => requireNode(v)).toThrow(/install version 20.9/),
  );
  it.each(["20.9.0", "22.1.0"])("Node %s is fine", (v) => expect(() => requireNode(v)).not.toThrow());
  it("a full disk is said before anything is made", () => {
    const statfs = (free: number) => (() => ({ bavail: free, bsize: 1e6 })) as never;
    expect(() => requireSpace("/x", statfs(20))).toThrow(/Only 20 MB are free/);
    expect(() => requireSpace("/x", statfs(5000))).not.toThrow();
  });
  it("errors of the system become sentences", () => {
    expect(sentence({ code: "ENOSPC" })).toContain("disk is full");
    expect(sentence({ code: "EACCES", message: "x" })).toContain("Permission is missing");
    expect(sentence(new Trouble("Do this."))).toBe("Do this.");
    expect(sentence("odd")).not.toContain("\n");
  });
});

describe("processes", () => {
  it("hands over output and exit, also of a command that is not there", async () => {
    expect(await run(process.execPath, ["-e", "console.log('a'); process.exit(3)"])).toEqual({
      code: 3,
      output: "a\n",
    });
    expect((await run("/no/such/command", [])).code).toBe(127);
  });
  it("ends a child that ignores a polite word", async () => {
    const { child } = await start(process.execPath, [
      "-e",
      "process.on('SIGTERM', () => {}); setInterval(() => {}, 1000); console.log('up')",
    ]);
    await new Promise((up) => child.stdout.once("data", up));
    await stop(child);
    expect((await child).signal).toBe("SIGKILL");
  });
  it("knows a taken port", async () => {
    const port = await freePort();
    const server = createServer().listen(port, "127.0.0.1");
    await new Promise((up) => server.once("listening", up));
    expect(await portIsFree(port)).toBe(false);
    await new Promise((down) => server.close(down));
    expect(await portIsFree(port)).toBe(true);
  });
});

describe("Debian's packages", () => {
  const HELD = "E: Could not get lock /var/lib/apt/lists/lock. It is held by process 71 (apt-get)";
  const answering = (answers: { code: number; output: string }[]) => {
    const asked: string[][] = [];
    const running = async (_command: string, args: readonly string[]) => {
      asked.push([...args]);
      return answers[Math.min(asked.length, answers.length) - 1] ?? { code: 1, output: "" };
    };
    return { asked, how: { running: running as never, againMs: 1 } };
  };
  it("are waited for while another installation is at work, and asked for again", async () => {
    const busy = { code: 100, output: HELD };
    const { asked, how } = answering([busy, busy, { code: 0, output: "" }]);
    await aptGet(["update"], "Not installed.", how);
    expect(asked).toEqual([["update"], ["update"], ["update"]]);
  });
  it("that can't be had are told at once, with what was said", async () => {
    const { asked, how } = answering([{ code: 100, output: "E: Unable to locate package nothing" }]);
    await expect(aptGet(["install", "nothing"], "Not installed.", how)).rejects.toThrow(
      /^Not installed\.\nE: Unable/,
    );
    expect(asked).toHaveLength(1);
  });
});

describe("the private cluster", () => {
  it("throws away what a kill left half made, survives a stale lock file, and takes over a leftover server", async ({
    signal,
  }) => {
    const bin = await ensurePostgres();
    const folder = path.join(WORK, "postgres");
    mkdirSync(path.join(folder, "new-1", "base"), { recursive: true });
    const first = await startCluster({ bin, folder, durable: false, signal });
    expect(existsSync(path.join(folder, "new-1"))).toBe(false);
    const url = first.url;
    // The first server still runs, as after a killed start.
    const second = await startCluster({ bin, folder, durable: false, signal });
    expect(new URL(second.url).password).toBe(new URL(url).password);
    const lock = path.join(second.dataFolder, "postmaster.pid");
    const text = readFileSync(lock, "utf8");
    await second.stop();
    // The number in a stale lock now belongs to this very test.
    writeFileSync(lock, text.replace(/^\d+/, String(process.pid)));
    const third = await startCluster({ bin, folder, durable: false, signal });
    await third.stop();
    expect(existsSync(lock)).toBe(false);
    await third.discard();
  });
  it("is given up without a server or its data left, however far it came", async () => {
    const bin = await ensurePostgres();
    const givenUp = async (afterMs: number): Promise<void> => {
      const folder = path.join(WORK, `given-up-${afterMs}`);
      const signal = AbortSignal.timeout(afterMs);
      const outcome = await startCluster({ bin, folder, durable: false, signal }).catch((error: Error) => error.name);
      // A machine that was quicker than the last of them has a server, and ends it itself.
      if (typeof outcome === "string") expect(outcome).toBe("TimeoutError");
      else await outcome.discard();
      expect(existsSync(folder)).toBe(false);
      expect(serversOf(folder)).toEqual([]);
    };
    await Promise.all([0, 200, 1200].map(givenUp));
  });
  it("ends with the command that started it, whenever that is broken off", async () => {
    const lib = (name: string) => JSON.stringify(path.join(ROOT, "scripts/lib", name));
    const script = path.join(WORK, "breaks-off.mjs");
    writeFileSync(
      script,
      `import { runCommand } from ${lib("command.mjs")};
       import { ensurePostgres, startCluster } from ${lib("postgres.mjs")};
       const folder = process.argv[2];
       runCommand(folder, async () => {
         await startCluster({ bin: await ensurePostgres(), folder, durable: false });
         return new Promise((done) => setTimeout(() => done(0), 60_000));
       });`,
    );
    const brokenOff = async (afterMs: number): Promise<void> => {
      const folder = path.join(WORK, `broken-off-${afterMs}`);
      const child = spawn(process.execPath, [script, folder], { stdio: "ignore" });
      setTimeout(() => child.kill("SIGTERM"), afterMs);
      await new Promise((done) => child.once("exit", done));
      expect(serversOf(folder)).toEqual([]);
      expect(existsSync(folder)).toBe(false);
    };
    await Promise.all([300, 1500, 5000].map(brokenOff));
  });
  it("refuses a folder that is something else", async () => {
    const folder = path.join(WORK, "other");
    mkdirSync(path.join(folder, "data"), { recursive: true });
    writeFileSync(path.join(folder, "data", "keepsake"), "x");
    await expect(startCluster({ bin: await ensurePostgres(), folder })).rejects.toThrow(
      /is not a PostgreSQL cluster/,
    );
  });
});

describe("the commands", () => {
  /** Ends with the test, also when its time is up. */
  let signal: AbortSignal;
  beforeEach((test) => {
    ({ signal } = test);
  });
  const node = (script: string, args: string[], env: Record<string, string> = {}, input?: string) =>
    run(process.execPath, [path.join(ROOT, "scripts", script), ...args], {
      cwd: ROOT,
      signal,
      env: { ...process.env, ...env },
      ...(input === undefined ? {} : { input }),
    });

  it("calc answers on standard output and exits with 0, or with one JSON error and 2", async () => {
    const asked = [
      ["lash", '{"spec":{"nominal":0.2},"reading":{"goes":0.3,"noGo":0.35}}', null],
      ["lash", "{", ""],
      ["polish", "{}", "operation"],
      ["lash", '{"spec":{"nominal":"wide"},"reading":{"goes":1}}', "spec.nominal"],
    ] as const;
    const told = await Promise.all(asked.map(([operation, input]) => node("calc.mjs", [operation], {}, input)));
    for (const [i, [, , at]] of asked.entries()) {
      const { code, output } = told[i] ?? { code: -1, output: "" };
      expect(code).toBe(at === null ? 0 : 2);
      expect(JSON.parse(output)).toMatchObject(
        at === null ? { verdict: "loose" } : { error: { path: at, message: expect.stringMatching(/\.$/) } },
      );
    }
  });
  it("demo says what is wrong in one sentence", async () => {
    const port = await freePort();
    const server = createServer().listen(port, "127.0.0.1");
    await new Promise((up) => server.once("listening", up));
    const given = { DATABASE_URL: "postgres://nobody:x@127.0.0.1:9/harbour" };
    const cases: [args: string[], env: Record<string, string>, says: string][] = [
      [["--rest"], {}, "There is no option --rest"],
      [[], { PORT: "eighty" }, 'PORT is "eighty"'],
      [[], { PORT: String(port) }, `Port ${port} is taken`],
      [[], given, "The database in DATABASE_URL does not answer"],
      // A database of one's own is emptied only when it is named.
      [["--reset"], given, 'drop every record in the database "harbour"'],
      [["--reset=other"], given, 'drop every record in the database "harbour"'],
    ];
    // One after the other: a demo that is started says to a second that it runs already.
    const told: Awaited<ReturnType<typeof node>>[] = [];
    for (const [args, env] of cases)
      told.push(await node("demo.mjs", args, { PORT: String(await freePort()), ...env }));
    await new Promise((down) => server.close(down));
    for (const [i, [, , says]] of cases.entries()) {
      expect(told[i]?.output).toContain(says);
      expect(told[i]?.code).toBe(1);
      expect(told[i]?.output).not.toMatch(/\n\s+at /);
    }
  });
});
