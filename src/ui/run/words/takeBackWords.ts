/** What is said when steps are taken back. Pure. */
import { type LedgerEntry, changesLash } from "@/core/job/ledger/entry";
import { entryWords } from "@/core/job/sheet/entryWords";
import type { StepBack } from "../session/steps";
import { type Instruction, instruction } from "./shape";

const list = (entries: readonly LedgerEntry[]): string => entries.map(entryWords).join("; ");

/** Others' work would go back too: asked with their names. */
export function takeBackWords({ entries, others }: StepBack): Instruction {
  const names = others.join(" and ");
  return instruction({
    eyebrow: "Back",
    title: `That takes back what ${names} did. Sure?`,
    grounds: [
      `${list([...entries].reverse())}.`,
      `What hands did stays done: a screw may be turned, a lock loose. Tell ${names}.`,
    ],
    button: { label: "Leave it as it is", action: { kind: "take-back", sure: false } },
    choices: [{ label: "Take it back", action: { kind: "take-back", sure: true } }],
  });
}

/** What was just taken back, and what that does not undo. */
export const takenBackWords = (entries: readonly LedgerEntry[]): string =>
  `Taken back: ${list(entries)}.${entries.some(changesLash) ? " If the screw or part was moved all the same, read it again before you turn." : ""}`;
