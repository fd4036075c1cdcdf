import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { PLUNGER_WORDS } from "@/core/preload/plunger";
import type { ValveState } from "@/core/run/state";
import { bandWords, capital, readingWords, specUnit, valveName, verdictWords } from "@/core/run/words";
import { Button, ButtonLink, Key } from "../controls/Button";
import { ReasonLine } from "./ReasonLine";
import type { Run } from "./useRun";

/** The valve in hand with its numbers, and what can be answered: one large button, and the others above it. */
export function VerdictPanel({ run, act }: { readonly run: Run; readonly act: (index: number) => void }) {
  const { instruction, now, canUndo } = run;
  const asks = now.next.kind === "answer";
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
            instruction.choices.map((choice, i) => (
              <Button
                key={choice.label}
                type="button"
                size="big"
                flex="1 1 40%"
                data-choice={i}
                borderWidth={run.marked === i + 1 ? "4px" : "1.5px"}
                borderColor={run.marked === i + 1 ? "now" : "ink"}
                onClick={() => act(i + 1)}
              >
                {choice.label}
                {run.marked === i + 1 ? (
                  <Key>Enter</Key>
                ) : (
                  i === run.marked % instruction.choices.length && <Key>N</Key>
                )}
              </Button>
            ))}
          {!asks && <ReasonLine key={instruction.title} run={run} />}
          <chakra.span
            flex="1 0 100%"
            height="0"
            display={{
              base: "none",
              lg: instruction.choices.length > 0 || instruction.reasoned !== null ? "block" : "none",
            }}
          />
          <Button
            type="button"
            size="big"
            onClick={run.undo}
            disabled={!canUndo}
            justifyContent="center"
            flex="0 0 auto"
          >
            Undo<Key>U</Key>
          </Button>
          {now.next.kind === "closed" ? (
            <ButtonLink asChild kind="now" flex="1">
              <Link href={`/jobs/${run.context.id}/sheet`}>See the sheet</Link>
            </ButtonLink>
          ) : (
            <Button
              type="button"
              kind="now"
              flex="1"
              data-main
              disabled={instruction.button === null}
              onClick={() => act(0)}
            >
              {instruction.button?.label ??
                (run.doubted
                  ? "Not at this stop"
                  : now.next.kind === "wait"
                    ? "The crank waits"
                    : now.next.kind === "plug"
                      ? "Say how many"
                      : now.next.kind === "set"
                        ? "Say what is fitted"
                        : "Tap the leaves")}
              {run.marked === 0 && <Key>Enter</Key>}
            </Button>
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

function LifterInHand({
  valve,
  name,
  also,
}: {
  readonly valve: ValveState;
  readonly name: string;
  readonly also: readonly string[];
}) {
  const { preload, status } = valve;
  const verdict = status === "set" || status === "read" ? (preload?.verdict ?? null) : null;
  const stands =
    verdict !== null
      ? verdict === "undecided"
        ? " is not decided yet"
        : ` is ${PLUNGER_WORDS[verdict].split(":")[0]}`
      : status === "zeroed"
        ? " is at zero lash"
        : status === "turned"
          ? ": lock is loose"
          : status === "due"
            ? ": once more"
            : "";
  return (
    <div>
      <chakra.p aria-live="polite" data-verdict={verdict ?? ""} fontWeight={700} fontSize="21px" lineHeight={1.2}>
        {capital(name)}
        {stands}
      </chakra.p>
      <Also names={also} />
      <chakra.p fontFamily="mono" fontSize="16px" color="soft">
        {preload?.coldMm == null ? "" : `${preload.coldMm.toFixed(2)} mm in · `}window{" "}
        {valve.valve.spec.lowMm.toFixed(2)}–{valve.valve.spec.highMm.toFixed(2)} mm
      </chakra.p>
    </div>
  );
}

function ValveInHand({ run }: { readonly run: Run }) {
  const { valve, tapped, context, now } = run;
  if (valve === null)
    return (
      <chakra.p fontSize="18px" color="soft">
        Press <Key>?</Key> for the keys.
      </chakra.p>
    );
  const name = valveName(valve.valve, context.job.valves);
  if (context.job.work === "preload")
    return (
      <LifterInHand
        valve={valve}
        name={name}
        also={now.others.filter((o) => o.valve === valve.valve.id).map((o) => o.person)}
      />
    );
  const unit = specUnit(context.file.lash?.[valve.valve.role]);
  const shown = tapped !== null && (tapped.goes !== null || tapped.noGo !== null) ? tapped : null;
  const done = valve.status === "set" || valve.status === "turned" || valve.status === "due";
  const verdict = shown?.verdict ?? (valve.last === null || done ? null : valve.verdict);
  const reading = tapped?.whole ?? (valve.status === "read" ? valve.last : null);
  const before = context.lastTime[valve.valve.id];
  const waits =
    valve.status === "set"
      ? " is set: read it again"
      : valve.status === "turned" || valve.status === "ready"
        ? ": lock is loose"
        : valve.status === "due"
          ? ": once more"
          : "";
  const also = now.others.filter((o) => o.valve === valve.valve.id).map((o) => o.person);
  const what = context.job.work === "dry-gap" ? "dry gap" : "band";
  return (
    <div>
      <chakra.p
        aria-live="polite"
        data-verdict={verdict ?? ""}
        fontWeight={700}
        fontSize="21px"
        lineHeight={1.2}
        textTransform="none"
      >
        {name.charAt(0).toUpperCase()}
        {name.slice(1)}
        {verdict === null ? waits : ` ${verdictWords[verdict]}`}
      </chakra.p>
      <Also names={also} />
      <chakra.p fontFamily="mono" fontSize="16px" color="soft">
        {reading === null ? "" : `${readingWords(reading)} · `}
        {what} {bandWords(valve.valve.spec, unit)}
      </chakra.p>
      {done && valve.last !== null && (
        <chakra.p fontFamily="mono" fontSize="16px" color="soft">
          was {readingWords(valve.last)}
        </chakra.p>
      )}
      {!done && before !== undefined && (
        <chakra.p fontFamily="mono" fontSize="16px" color="soft">
          left {readingWords(before.reading)} last time
          {before.hoursAgo === null || before.hoursAgo === 0 ? "" : `, ${before.hoursAgo} h ago`}
        </chakra.p>
      )}
    </div>
  );
}
