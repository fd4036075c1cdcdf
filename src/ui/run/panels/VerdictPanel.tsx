import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { type ReactNode, useState } from "react";
import { changesLash } from "@/core/job/ledger/entry";
import { middleOf } from "@/core/job/ledger/readings";
import type { ValveState } from "@/core/job/state/state";
import { roleUnit } from "@/core/job/words/specs";
import { capital, valveName } from "@/core/job/words/names";
import { bandOf } from "../words/band";
import { verdictOn } from "@/core/job/words/heights";
import { readingWords } from "@/core/job/words/readings";
import { biasWords } from "@/core/record/hands";
import { sinceWords } from "@/core/record/wordsAtEngine";
import { counted } from "@/core/record/counter";
import { Button, ButtonLink } from "../../controls/Button";
import { KeyFor } from "./KeyFor";
import { ReasonLine } from "./ReasonLine";
import type { InHandLines, Run } from "../model";

/** The valve in hand with its numbers, and what can be answered: one large button, and the others above it. */
export function VerdictPanel({ run, act }: { readonly run: Run; readonly act: (index: number) => void }) {
  const { instruction, now, canUndo } = run;
  const asks = now.next.kind === "answer";
  // A reason is said in place of all else that can be answered; another instruction closes it.
  const [reasoning, setReasoning] = useState<string | null>(null);
  const open = reasoning === instruction.title && instruction.reasoned !== null && !asks;
  return (
    <chakra.section
      aria-label="In hand"
      data-in-hand={run.valve?.valve.id ?? ""}
      display="flex"
      flexDirection="column"
      justifyContent="space-between"
      gap="2"
      p={{ base: "3", lg: "4" }}
      minWidth="0"
      height="full"
    >
      <ValveInHand run={run} />
      <chakra.div display="flex" flexDirection="column" gap="2">
        <chakra.div
          display="flex"
          flexWrap="wrap"
          gap="2"
          position={{ base: "fixed", lg: "static" }}
          bottom="0"
          left="0"
          right="0"
          zIndex={1}
          p={{ base: "3", lg: "0" }}
          bg="sheet"
          borderTop={{ base: "2px solid", lg: "0" }}
          borderColor="ink!"
        >
          {!asks &&
            !open &&
            instruction.choices.map((choice, i) => (
              <Button
                key={choice.label}
                type="button"
                size="big"
                flex="1 1 40%"
                data-choice={i}
                aria-disabled={run.resting}
                borderWidth={run.marked === i + 1 ? "4px" : "1.5px"}
                borderColor={run.marked === i + 1 ? "now" : "ink"}
                onClick={() => act(i + 1)}
              >
                {choice.label}
                {run.marked === i + 1 ? (
                  <KeyFor name="yes" />
                ) : (
                  i === run.marked % instruction.choices.length && <KeyFor name="no" />
                )}
              </Button>
            ))}
          {!asks && (
            <ReasonLine
              key={instruction.title}
              run={run}
              open={open}
              onOpen={(on) => setReasoning(on ? instruction.title : null)}
            />
          )}
          <chakra.span
            flex="1 0 100%"
            height="0"
            display={{
              base: "none",
              lg: instruction.choices.length > 0 || instruction.reasoned !== null ? "block" : "none",
            }}
          />
          {open ? (
            <Button
              type="button"
              size="big"
              flex="1"
              justifyContent="center"
              data-reasoning
              onClick={() => setReasoning(null)}
            >
              Back to what is asked
            </Button>
          ) : (
            <>
              <Button
                type="button"
                size="big"
                onClick={() => run.resting || run.undo()}
                disabled={!canUndo}
                aria-disabled={run.resting}
                justifyContent="center"
                flex="0 0 auto"
              >
                Undo
                <KeyFor name="back" />
              </Button>
              {now.next.kind === "closed" ? (
                <ButtonLink asChild kind="now" flex="1">
                  <Link href={`/jobs/${run.context.id}/sheet`} prefetch={false}>
                    See the sheet
                  </Link>
                </ButtonLink>
              ) : (
                <Button
                  type="button"
                  kind="now"
                  flex={{ base: "1 1 55%", lg: "1" }}
                  data-main={JSON.stringify(instruction.button?.action ?? null)}
                  disabled={instruction.button === null}
                  aria-disabled={run.resting}
                  onClick={() => act(0)}
                >
                  {instruction.button?.label ?? instruction.awaits}
                  {run.marked === 0 && <KeyFor name="yes" />}
                </Button>
              )}
            </>
          )}
        </chakra.div>
      </chakra.div>
    </chakra.section>
  );
}

const Also = ({ names }: { readonly names: readonly string[] }) =>
  names.length === 0 ? null : (
    <chakra.p role="alert" fontWeight={600} fontSize="16px" color="now">
      {names.join(" and ")} {names.length > 1 ? "have" : "has"} this valve in hand too: agree who does it.
    </chakra.p>
  );

/** What stands where a valve is not judged by its last reading. */
const WAITS: Partial<Readonly<Record<ValveState["status"], string>>> = {
  slack: " is slack",
  locked: " is set: read it again",
  turned: ": lock is loose",
  inBandUnlocked: ": lock is loose",
  due: ": once more",
};

function ValveInHand({ run }: { readonly run: Run }) {
  const { valve, context, now } = run;
  if (valve === null)
    return (
      <chakra.p fontSize="18px" color="soft">
        <KeyFor name="help" />
      </chakra.p>
    );
  const lines =
    context.room.inHand?.(valve, valveName(valve.valve, context.job.valves), context) ?? readLines(run, valve);
  const before = context.lastTime[valve.valve.id];
  const done = DONE.includes(valve.status);
  const own = context.room.inHand !== undefined;
  const past = [
    done || before === undefined
      ? null
      : `left ${readingWords(before.reading)} last time${before.usedSince === null || before.usedSince.count === 0 ? "" : `, ${counted(before.usedSince.count, before.usedSince.unit)} ago`}`,
    done ? null : since(run, valve),
    ownHand(run, valve),
  ].filter((x) => x !== null);
  return (
    <div>
      <chakra.p aria-live="polite" data-verdict={lines.verdict} fontWeight={700} fontSize="21px" lineHeight={1.2}>
        {lines.title}
      </chakra.p>
      <Also names={now.others.filter((o) => o.valve === valve.valve.id).map((o) => o.person)} />
      <Figures>{lines.figures}</Figures>
      {!own && done && valve.last !== null && <Figures>was {readingWords(valve.last)}</Figures>}
      {!own && past.length > 0 && <Figures>{past.join(" · ")}</Figures>}
    </div>
  );
}

const asksOf = ({ now, instruction: { button } }: Run, { valve }: ValveState): boolean =>
  now.state.questions.some((q) => q.valve === valve.id) ||
  (button?.action.kind === "note" && button.action.answer !== undefined);

/**
 * What it did since it was left, once it is read and before it is touched: what was to be expected is not said before, lest the
 * hand reads that.
 */
function since(run: Run, valve: ValveState): string | null {
  const { tapped, context } = run;
  const before = context.lastTime[valve.valve.id];
  const reading = tapped?.whole ?? valve.last;
  if (before === undefined || reading === null || valve.work.some(changesLash)) return null;
  // A question about it says how far it is off.
  if (asksOf(run, valve)) return null;
  const moved = middleOf(reading) - middleOf(before.reading);
  // No leaf refused, or none went: there is no middle.
  if (!Number.isFinite(moved)) return null;
  return sinceWords(moved, context.expectedMm[valve.valve.id] ?? null, roleUnit(context.file, valve.valve.role));
}

/** What a study found of the hand that reads: said beside what it reads, and no figure is changed by it. */
function ownHand({ tapped, context }: Run, valve: ValveState): string | null {
  if (context.ownHand === null || tapped?.whole == null) return null;
  return biasWords(context.ownHand, roleUnit(context.file, valve.valve.role));
}

/** Set or looked at since it was read: its last reading is past. */
const DONE: readonly ValveState["status"][] = ["locked", "turned", "due"];

/** The lines of a valve that is read. */
function readLines({ tapped, context }: Run, valve: ValveState): InHandLines {
  const shown = tapped !== null && (tapped.goes !== null || tapped.noGo !== null) ? tapped : null;
  const verdict = shown?.verdict ?? (valve.last === null || DONE.includes(valve.status) ? null : valve.verdict);
  const reading = tapped?.whole ?? (valve.status === "read" ? valve.last : null);
  const band = bandOf(context, valve);
  return {
    title: `${capital(valveName(valve.valve, context.job.valves))}${verdict === null ? (WAITS[valve.status] ?? "") : ` ${verdictOn(valve.valve, verdict)}`}`,
    figures: `${reading === null ? "" : `${readingWords(reading)} · `}${context.room.gapWord} ${band}`,
    verdict: verdict ?? "",
  };
}

const Figures = ({ children }: { readonly children: ReactNode }) => (
  <chakra.p fontFamily="mono" fontSize="16px" color="soft">
    {children}
  </chakra.p>
);
