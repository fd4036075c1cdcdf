/** A command with a folder of its own: what it started ends with it, and the folder goes, however it ends. */
import { rmSync } from "node:fs";
import { stopAll } from "./processes.mjs";
import { say, sentence } from "./say.mjs";

/** @param {string} folder @param {() => Promise<number>} main gives the exit code */
export function runCommand(folder, main) {
  /** @param {number} code */
  const end = async (code) => {
    await stopAll();
    rmSync(folder, { recursive: true, force: true });
    process.exit(code);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(1));
  main().then(end, (error) => {
    say(sentence(error));
    return end(1);
  });
}
