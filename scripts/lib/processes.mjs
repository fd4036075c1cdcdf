/** Child processes that end with their parent, and running a command to its end. */
import { spawn } from "node:child_process";
import { Trouble } from "./say.mjs";

/** @type {Set<import("node:child_process").ChildProcess>} */
const running = new Set();

/**
 * Runs a command to its end.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv, quiet?: boolean, input?: string }} [options]
 * @returns {Promise<{ code: number, output: string }>}
 */
export function run(command, args, { cwd, env, quiet = true, input } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd,
      env: env ?? process.env,
      stdio: [input === undefined ? "ignore" : "pipe", "pipe", "pipe"],
    });
    running.add(child);
    let output = "";
    for (const stream of [child.stdout, child.stderr]) {
      stream?.on("data", (chunk) => {
        output += chunk;
        if (!quiet) process.stdout.write(chunk);
      });
    }
    if (input !== undefined) child.stdin?.end(input);
    child.on("error", (error) => resolve({ code: 127, output: `${output}${error.message}` }));
    child.on("close", (code) => {
      running.delete(child);
      resolve({ code: code ?? 1, output });
    });
  });
}

/**
 * Runs a command that must succeed.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {string} why what to say when it fails
 * @param {Parameters<typeof run>[2]} [options]
 */
export async function must(command, args, why, options) {
  const { code, output } = await run(command, args, options);
  if (code !== 0) throw new Trouble(`${why}\n${output.trim().split("\n").slice(-12).join("\n")}`);
  return output;
}

/**
 * Starts a long-running child whose output goes to the given function, line by line as it comes.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv, onOutput?: (text: string) => void }} [options]
 */
export function start(command, args, { cwd, env, onOutput } = {}) {
  const child = spawn(command, args, { cwd, env: env ?? process.env, stdio: ["ignore", "pipe", "pipe"] });
  running.add(child);
  child.stdout.on("data", (chunk) => onOutput?.(String(chunk)));
  child.stderr.on("data", (chunk) => onOutput?.(String(chunk)));
  child.on("close", () => running.delete(child));
  return child;
}

/**
 * Ends a child and waits for it: politely first, then for certain.
 * @param {import("node:child_process").ChildProcess} child
 */
export async function stop(child) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once("close", resolve));
  child.kill("SIGTERM");
  const late = setTimeout(() => child.kill("SIGKILL"), 5000);
  await ended;
  clearTimeout(late);
}

/** Ends all children that still run. */
export async function stopAll() {
  await Promise.all([...running].map(stop));
}
