/** The crank was found elsewhere than was thought: what of the work since may stand. Pure. */
import type { StoodThere } from "@/core/job/ledger/kinds";
import type { RunContext, RunNow } from "../model";
import { type Answer, type Instruction, entering, instruction } from "./shape";

/** Where the crank was found: the stop of the route there, if any, and its angle in whole degrees. */
export interface Found {
  readonly stop: string | null;
  readonly deg: number;
}

export function stoodThereWords({ job }: RunContext, { state }: RunNow, found: Found): Instruction {
  const { workedSinceProof: valves } = state;
  const names = valves.length > 6 ? `the last ${valves.length} valves` : valves.join(" and ");
  const answer = (label: string, stoodThere: StoodThere): Answer =>
    entering(label, { kind: "crank-found", ...found, stoodThere });
  const where = job.route.find((s) => s.letter === found.stop);
  return instruction({
    eyebrow: where === undefined ? `The crank is at ${found.deg}°` : `The crank is at stop ${where.letter}`,
    title: `Was it already here when ${names} ${valves.length === 1 ? "was" : "were"} worked on?`,
    grounds: [
      `If it may have been, ${valves.length === 1 ? "it is" : "they are"} done again: read or set with the crank elsewhere, ${valves.length === 1 ? "it may have stood on its lobe" : "they may have stood on their lobes"}.`,
    ],
    button: answer("Yes: do them again", "yes"),
    choices: [answer("Not sure: do them again", "unsure"), answer("No, it was turned since", "no")],
  });
}
