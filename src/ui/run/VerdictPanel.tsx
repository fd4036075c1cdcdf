import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useState } from "react";
import { bandWords, readingWords, specUnit, valveName, verdictWords } from "@/core/run/words";
import { Button, ButtonLink, Key } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import type { Run } from "./useRun";

/** The valve in hand with its numbers, and the one large button. */
export function VerdictPanel({ run }: { readonly run: Run }) {
  const { instruction, now, canUndo } = run;
  return (
    <chakra.section aria-label="In hand" display="flex" flexDirection="column" justifyContent="space-between" gap="2" p={{ base: "3", lg: "4" }} minWidth="0" height="full">
      <ValveInHand run={run} />
      <chakra.div display="flex" flexDirection="column" gap="2">
        <Aside key={run.valve?.valve.id ?? ""} run={run} />
        <chakra.div display="flex" gap="2" position={{ base: "fixed", lg: "static" }} bottom="0" left="0" right="0" zIndex={1} p={{ base: "3", lg: "0" }} bg="sheet" borderTop={{ base: "2px solid", lg: "0" }} borderColor="ink!">
          <Button type="button" size="big" onClick={run.undo} disabled={!canUndo} justifyContent="center" flex="0 0 auto">Undo<Key>U</Key></Button>
          {now.next.kind === "closed"
            ? <ButtonLink asChild kind="now" flex="1"><Link href={`/jobs/${run.context.id}/sheet`}>See the sheet</Link></ButtonLink>
            : (
              <Button type="button" kind="now" flex="1" data-main disabled={instruction.button === null} onClick={() => instruction.button !== null && run.act(instruction.button.action)}>
                {instruction.button?.label ?? (run.doubted ? "Not at this stop" : "Tap the leaves")}<Key>Enter</Key>
              </Button>
            )}
        </chakra.div>
      </chakra.div>
    </chakra.section>
  );
}

function ValveInHand({ run }: { readonly run: Run }) {
  const { valve, tapped, context } = run;
  if (valve === null) return <chakra.p fontSize="18px" color="soft">Press <Key>?</Key> for the keys.</chakra.p>;
  const name = valveName(valve.valve, context.job.valves);
  const unit = specUnit(context.file.lash?.[valve.valve.role]);
  const shown = tapped !== null && (tapped.goes !== null || tapped.noGo !== null) ? tapped : null;
  const verdict = shown?.verdict ?? (valve.last === null || valve.status === "set" ? null : valve.verdict);
  const reading = tapped?.whole ?? (valve.status === "read" ? valve.last : null);
  const before = context.lastTime[valve.valve.id];
  return (
    <div>
      <chakra.p aria-live="polite" data-verdict={verdict ?? ""} fontWeight={700} fontSize="21px" lineHeight={1.2} textTransform="none">{name.charAt(0).toUpperCase()}{name.slice(1)}{verdict === null ? (valve.status === "set" ? " is set: read it again" : "") : ` ${verdictWords[verdict]}`}</chakra.p>
      <chakra.p fontFamily="mono" fontSize="16px" color="soft">{reading === null ? "" : `${readingWords(reading)} · `}band {bandWords(valve.valve.spec, unit)}</chakra.p>
      {valve.status === "set" && valve.last !== null && <chakra.p fontFamily="mono" fontSize="16px" color="soft">was {readingWords(valve.last)}</chakra.p>}
      {valve.status !== "set" && before !== undefined && <chakra.p fontFamily="mono" fontSize="16px" color="soft">left {readingWords(before.reading)} last time{before.hoursAgo === null ? "" : `, ${before.hoursAgo} h ago`}</chakra.p>}
    </div>
  );
}

/** The other ways: set what is in band all the same, or leave what is not, with a reason. */
function Aside({ run }: { readonly run: Run }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const action = run.instruction.button?.action;
  if (action?.kind !== "set" || run.valve === null) return null;
  if (!open) return <Button type="button" kind="quiet" onClick={() => setOpen(true)}>Leave it so, with a reason</Button>;
  return (
    <chakra.form display="flex" gap="2" alignItems="end" onSubmit={(e) => { e.preventDefault(); if (reason.trim() !== "") run.leaveWith(reason.trim()); }}>
      <chakra.div flex="1"><Field label="Why it is left so">{(c) => <TextInput {...c} autoFocus value={reason} maxLength={300} required onChange={(e) => setReason(e.target.value)} />}</Field></chakra.div>
      <Button type="submit" size="big">Leave it</Button>
    </chakra.form>
  );
}
