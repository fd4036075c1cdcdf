import { chakra } from "@chakra-ui/react/styled-system";
import { Complaint } from "../../controls/Stamp";
import type { EncoderSays } from "../words/encoderWords";
import { pauseWords } from "../words/instruction";
import { READY_TO_READ_HERE } from "../words/ready";
import { ReasonForm } from "./ReasonForm";
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
      {run.now.othersPause !== null && (
        <chakra.p fontSize="17px" fontWeight={600} pt="1">
          {pauseWords(run.now.othersPause)}. You go on: agree where the crank stands.
        </chakra.p>
      )}
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
      {doubted && valve !== null && (
        <chakra.div key={valve.valve.id} pt="3" maxWidth="640px">
          <ReasonForm
            ready={READY_TO_READ_HERE}
            label="Why it is read here all the same"
            submit="Override"
            onReason={(reason) => run.override(valve.valve.id, reason)}
          />
        </chakra.div>
      )}
      {complaint !== null && (
        <Complaint role="alert" pt="2">
          {complaint}
        </Complaint>
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
  const kept = unstored ? "This device stores nothing: keep this page open until all is saved." : null;
  if (waiting === "nobody")
    return [
      "Nobody is signed in who may send them: your entries wait on this device until you are at work here again.",
      ...(kept === null ? [] : [kept]),
    ];
  if (waiting === "unreached")
    return [
      `The shop's server does not answer. What you enter is ${kept === null ? "stored on this device and " : ""}sent as soon as it does.`,
      ...(kept === null ? [] : [kept]),
    ];
  return kept !== null && pending.size > 0 ? [kept] : [];
}
