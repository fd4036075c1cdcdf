import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { Button } from "../../controls/Button";
import { Field, TextInput } from "../../controls/Field";
import { Complaint } from "../../controls/Stamp";
import type { EncoderSays } from "../words/encoderWords";
import { RouteFlags } from "./RouteFlags";
import type { Ledger, Run } from "../model";

/** The one next thing in large type, with its grounds. */
export function Instruction({ run, encoder }: { readonly run: Run; readonly encoder: EncoderSays | null }) {
  const { instruction, complaint, ledger, doubted, valve } = run;
  return (
    <chakra.section aria-label="Next" p={{ base: "4", lg: "6" }} minWidth="0">
      <chakra.div display="flex" flexWrap="wrap" alignItems="center" columnGap="3" rowGap="1">
        <RouteFlags run={run} />
        <chakra.p fontFamily="stamp" fontWeight={600} fontSize="18px" textTransform="uppercase" color="now">
          {instruction.eyebrow}
        </chakra.p>
      </chakra.div>
      <chakra.div aria-live="polite">
        <chakra.h2
          fontWeight={700}
          fontSize={instruction.title.length > 90 ? { base: "23px", lg: "28px" } : { base: "28px", lg: "38px" }}
          lineHeight={1.14}
          pt="1"
          letterSpacing="-0.01em"
        >
          {instruction.title}
        </chakra.h2>
        {instruction.grounds
          .filter((g) => g !== "")
          .map((g) => (
            <chakra.p key={g} pt="2" fontSize={{ base: "17px", lg: "18px" }} color="soft" lineHeight={1.35}>
              {g}
            </chakra.p>
          ))}
      </chakra.div>
      {encoder !== null && (
        <chakra.p
          role={encoder.warns ? "alert" : undefined}
          pt="2"
          fontFamily="mono"
          fontSize="18px"
          fontWeight={600}
          color={encoder.warns ? "now" : "ink"}
        >
          {encoder.words}
        </chakra.p>
      )}
      {doubted && valve !== null && <OverrideLine key={valve.valve.id} run={run} valveId={valve.valve.id} />}
      {complaint !== null && (
        <Complaint role="alert" pt="2">
          {complaint}
        </Complaint>
      )}
      {run.takenBack !== null && (
        <chakra.div
          aria-live="polite"
          pt="3"
          display="flex"
          flexWrap="wrap"
          alignItems="center"
          gap="3"
          fontSize="17px"
        >
          <chakra.span>{run.takenBack}</chakra.span>
          <Button type="button" onClick={run.bringBack}>
            Bring it back
          </Button>
        </chakra.div>
      )}
      {waitWords(ledger).map((words) => (
        <Complaint key={words} role="alert" pt="2">
          {words}
        </Complaint>
      ))}
    </chakra.section>
  );
}

/** What is told while entries wait: why, and whether this device stores them until then. */
function waitWords({ waiting, unstored, pending }: Ledger): string[] {
  const kept = unstored ? "This device stores nothing: keep this page open until all is kept." : null;
  if (waiting === "nobody")
    return [
      "Say who is at work, at the top: until then your entries wait on this device.",
      ...(kept === null ? [] : [kept]),
    ];
  if (waiting === "unreached")
    return [
      `The shop's server does not answer. What you enter is ${kept === null ? "stored on this device and " : ""}sent as soon as it does.`,
      ...(kept === null ? [] : [kept]),
    ];
  return kept !== null && pending.size > 0 ? [kept] : [];
}

/** A reading against the rule needs a reason, which the record keeps. */
function OverrideLine({ run, valveId }: { readonly run: Run; readonly valveId: string }) {
  const [reason, setReason] = useState("");
  const [missing, setMissing] = useState(false);
  return (
    <chakra.form
      pt="3"
      display="flex"
      flexWrap="wrap"
      gap="3"
      alignItems="end"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim() === "") setMissing(true);
        else run.override(valveId, reason.trim());
      }}
    >
      <chakra.div flex="1" minWidth="14rem">
        <Field
          label="Why it is read here all the same"
          error={missing && reason.trim() === "" ? "Give the reason in a few words: the sheet shows it." : undefined}
        >
          {(c) => <TextInput {...c} value={reason} maxLength={300} onChange={(e) => setReason(e.target.value)} />}
        </Field>
      </chakra.div>
      <Button type="submit" size="big">
        Override
      </Button>
    </chakra.form>
  );
}
