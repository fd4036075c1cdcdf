/** Child processes that end with their parent, and running a command to its end. */
import { Trouble } from "./say.mjs";

/** @typedef {import("execa").ResultPromise<{ reject: false, stdin: "ignore", buffer: false }>} Child */

/** Loaded when it is first needed: the commands begin before the packages are there. */
const library = () => import("execa");

/** @type {Set<Child>} */
const running = new Set();

/**
 * Runs a command to its end.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv, quiet?: boolean, input?: string, signal?: AbortSignal, toItsEnd?: boolean }} [options]
 *   `toItsEnd`: never broken off by `stopAll`, for what is short and would leave something behind
 * @returns {Promise<{ code: number, output: string }>} 127 for a command that is not there, 1 for one that was ended
 */
export async function run(command, args, { cwd, env, quiet = true, input, signal, toItsEnd = false } = {}) {
  const { execa } = await library();
  const child = execa(command, args, {
    ...(cwd === undefined ? {} : { cwd }),
    ...(env === undefined ? {} : { env, extendEnv: false }),
    ...(signal === undefined ? {} : { cancelSignal: signal }),
    ...(input === undefined ? { stdin: /** @type {const} */ ("ignore") } : { input }),
    reject: false,
    all: true,
    stripFinalNewline: false,
    stdout: quiet ? "pipe" : ["pipe", "inherit"],
    stderr: quiet ? "pipe" : ["pipe", "inherit"],
  });
  if (!toItsEnd) running.add(/** @type {any} */ (child));
  const result = await child;
  running.delete(/** @type {any} */ (child));
  const output = String(result.all ?? "");
  if (result.exitCode !== undefined) return { code: result.exitCode, output };
  return result.code === "ENOENT" || result.code === "EACCES"
    ? { code: 127, output: `${output}${result.originalMessage ?? ""}` }
    : { code: 1, output };
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
 * Starts a long-running child whose output goes to the given function as it comes.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv, user?: { uid: number, gid: number } | undefined, onOutput?: (text: string) => void }} [options]
 * @returns {Promise<{ readonly child: Child }>} boxed, as a child itself is awaited to its end
 */
export async function start(command, args, { cwd, env, user, onOutput } = {}) {
  const { execa } = await library();
  const child = execa(command, args, {
    ...(cwd === undefined ? {} : { cwd }),
    ...(env === undefined ? {} : { env, extendEnv: false }),
    ...user,
    reject: false,
    stdin: "ignore",
    buffer: false,
  });
  running.add(child);
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (chunk) => onOutput?.(String(chunk)));
  void child.then(() => running.delete(child));
  return { child };
}

/** Ends a child and waits for it: politely first, after five seconds for certain. @param {Child} child */
export async function stop(child) {
  child.kill("SIGTERM");
  await child;
}

/** @type {Set<() => Promise<unknown>>} */
const ends = new Set();

/** Does this too when all is ended: for what is no child of this process. Gives how to leave it out again. @param {() => Promise<unknown>} work */
export function atEnd(work) {
  ends.add(work);
  return () => void ends.delete(work);
}

/** Ends all children that still run, and all that was begun beside them, the latest first. */
export async function stopAll() {
  await Promise.all([...running].map(stop));
  for (const work of [...ends].reverse()) await work().catch(() => undefined);
  ends.clear();
}
