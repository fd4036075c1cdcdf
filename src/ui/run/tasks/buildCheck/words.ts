/** What is told at a line of the build check, and how the crank is proved while there are no rockers to look at. Pure. */
import { linesOf, openBefore } from "@/core/job/tasks/buildCheck";
import { type LineState, neverRests } from "@/core/job/tasks/buildCheck/line";
import type { BuildCheckTask } from "@/core/job/tasks/buildCheck/plan";
import type { Draft } from "@/core/job/ledger/entry";
import type { LeafMark } from "@/core/job/ledger/fields";
import type { RunContext, RunNow } from "../../model";
import { type Instruction, entering, instruction } from "../../words/shape";

export type CheckContext = RunContext<BuildCheckTask>;

/** The line in hand, as it stands; null while none is. */
export const lineInHand = ({ job }: CheckContext, { state, next }: RunNow): LineState | null =>
  next.kind === "task" ? (linesOf(job, state).find((l) => l.line.id === next.line) ?? null) : null;

/** Its next round as it is entered. */
export const ticked = (
  { line, ticks }: LineState,
  { state }: RunNow,
  said: { readonly reading?: LeafMark | null; readonly found?: string | null } = {},
): Draft => ({
  kind: "line-ticked",
  line: line.id,
  round: ticks.length + 1,
  stop: line.under.length > 0 ? (state.stop?.letter ?? null) : null,
  reading: said.reading ?? null,
  found: said.found ?? null,
});

/** What must be typed before a line is ticked; null where one tap does. */
export const wanted = ({ line, ticks }: LineState): "reading" | "how" | null =>
  line.reading?.needed === true && ticks.length === 0 ? "reading" : neverRests(line) ? "how" : null;

/** "once more" where a line is gone over again. */
const again = ({ ticks }: LineState): boolean => ticks.length > 0;

export function lineWords(context: CheckContext, now: RunNow): Instruction {
  const lines = linesOf(context.job, now.state);
  const at = lineInHand(context, now);
  if (at === null) return instruction({ eyebrow: "", title: "" });
  const { line } = at;
  const eyebrow = `Line ${lines.findIndex((l) => l.line.id === line.id) + 1} of ${lines.length}${again(at) ? ", the second round" : ""}`;
  const [first] = openBefore(lines, line);
  if (first !== undefined)
    return instruction({
      eyebrow,
      title: `First: ${first.title}`,
      grounds: [`“${line.title}” comes after it.`],
      button: { label: "To that line", action: { kind: "back" } },
    });
  const asks = wanted(at);
  return instruction({
    eyebrow,
    title: again(at) ? `Go over it once more. ${line.title}` : line.title,
    grounds: [
      ...(line.under.length > 0 && now.state.stop !== null && line.stop !== null
        ? [`The crank is at stop ${now.state.stop.letter}: here ${line.under.join(", ")} rest, all that is under it.`]
        : []),
      line.how,
      line.why,
    ],
    button: asks === null ? entering(doneWords(at), ticked(at, now)) : null,
    awaits: asks === "reading" ? "Type what you measured" : "Say how it is done",
  });
}

/** The button's words. */
export const doneWords = (at: LineState): string =>
  at.line.rounds === 1 ? "Done" : again(at) ? "Second round done" : "First round done";
