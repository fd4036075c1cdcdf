/** What is asked before others' work is taken back. Pure. */
import { isValveEntry } from "@/core/job/ledger/entry";
import type { StepBack } from "../session/steps";
import { type Instruction, instruction } from "./shape";

/** Others' work would go back too: asked with their names. */
export function takeBackWords({ entries, others }: StepBack): Instruction {
  const names = others.join(" and ");
  const valves = [...new Set(entries.flatMap((e) => (isValveEntry(e) ? [e.valve] : [])))];
  const steps = `${entries.length} ${entries.length === 1 ? "step goes" : "steps go"} back`;
  return instruction({
    eyebrow: "Back",
    title: `That takes back what ${names} did. Sure?`,
    grounds: [
      `${steps}${valves.length === 0 ? "" : `, at ${valves.join(", ")}`}.`,
      `What hands did stays done: a screw may be turned, a lock loose. Tell ${names}.`,
    ],
    button: { label: "Leave it as it is", action: { kind: "take-back", sure: false } },
    choices: [{ label: "Take it back", action: { kind: "take-back", sure: true } }],
  });
}
