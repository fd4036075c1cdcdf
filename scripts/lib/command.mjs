/** A command with a folder of its own: what it started ends with it, and the folder goes, however it ends. */
import { rmSync } from "node:fs";
import { stopAll } from "./processes.mjs";
import { say, sentence } from "./say.mjs";

/** @param {string} folder @param {() => Promise<number>} main gives the exit code */
export function runCommand(folder, main) {
  let ending = false;
  /** Once: what is broken off fails, and would end a second time meanwhile. @param {number} code */
  const end = async (code) => {
    if (ending) return;
    ending = true;
    await stopAll();
    rmSync(folder, { recursive: true, force: true });
    process.exit(code);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => void end(1));
  main().then(end, (error) => {
    if (!ending) say(sentence(error));
    return end(1);
  });
}
