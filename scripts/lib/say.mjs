/** What the commands say, and how they fail: with a sentence, never a stack trace. */

/** A failure that a person can act on. */
export class Trouble extends Error {}

/** @param {string} line */
export function say(line) {
  process.stdout.write(`${line}\n`);
}

/**
 * The sentence for an error.
 * @param {unknown} error
 * @returns {string}
 */
export function sentence(error) {
  if (error instanceof Trouble) return error.message;
  const { code, message } = /** @type {{ code?: string, message?: string }} */ (error ?? {});
  if (code === "ENOSPC") return "The disk is full. Free some space and start again: what was saved is not lost.";
  if (code === "EACCES" || code === "EPERM")
    return `Permission is missing: ${message}. Give this user access to the project's folder, and start again.`;
  return `Something unexpected happened: ${message ?? String(error)}`;
}

const FREE_MB = 600;

/**
 * Refuses to start on a nearly full disk, before anything is half made.
 * @param {string} folder
 * @param {typeof import("node:fs").statfsSync} statfs
 */
export function requireSpace(folder, statfs) {
  const { bavail, bsize } = statfs(folder);
  const freeMb = Math.floor((bavail * bsize) / 1e6);
  if (freeMb < FREE_MB) {
    throw new Trouble(
      `Only ${freeMb} MB are free on the disk of ${folder}; about ${FREE_MB} are needed. Free some space and start again.`,
    );
  }
}

/**
 * @param {string} version as in process.versions.node
 */
export function requireNode(version) {
  const [major = 0, minor = 0] = version.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 9)) {
    throw new Trouble(`Node.js ${version} is too old: install version 20.9 or newer, and start again.`);
  }
}
