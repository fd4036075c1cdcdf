"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { jobRoles } from "@/core/job/prepare";
import type { SheetWork } from "@/core/job/sheet/format";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { AgainPart } from "./AgainPart";
import { CautionsPart } from "./CautionsPart";
import { EnginePart } from "./EnginePart";
import { Fold } from "./Fold";
import { GaugePart } from "./GaugePart";
import { SpecLine } from "./SpecLine";
import { StopsPart } from "./StopsPart";
import { WhyPart } from "./WhyPart";
import { WorkPart } from "./WorkPart";
import { gaugeLine, stopsLine, whyLine, workLine } from "./lines";
import { type PrepareGiven, usePreparation } from "./usePreparation";
import { useFirstWrong } from "../controls/useFirstWrong";
import { InHand } from "../engine/InHand";
import { EngineLink, Title } from "../controls/Title";

/**
 * Before the run. On an engine that was done before, what last time's job was prepared with stands on a line each, to
 * be changed where that is wanted; on a first job all of it is asked, in the order in which one thinks.
 */
export function PrepareView(given: PrepareGiven) {
  const preparation = usePreparation(given);
  const { file, rules, submit, busy, problems } = preparation;
  const page = useFirstWrong(problems);
  const { last } = given;
  const elsewhere = problems.find((p) => !SHOWN_AT.includes(p.path))?.message ?? null;
  const why = (
    <Fold title="Why" line={whyLine(preparation)} folded={last !== null} paths={WHY} problems={problems}>
      <WhyPart preparation={preparation} />
    </Fold>
  );
  // Whether lifters have run is said each time.
  const gauge = (
    <Fold
      title="By what"
      line={gaugeLine(preparation)}
      folded={last !== null && rules.judgesReadings}
      paths={GAUGE}
      problems={problems}
    >
      <GaugePart preparation={preparation} />
    </Fold>
  );
  const stops = (
    <Fold title="Stops" line={stopsLine(preparation)} folded={last !== null} paths={STOPS} problems={problems}>
      <StopsPart preparation={preparation} />
    </Fold>
  );
  const work = (
    <Fold title="Order" line={workLine(preparation)} folded={last !== null} paths={WORK} problems={problems}>
      <WorkPart preparation={preparation} />
    </Fold>
  );
  const cautions = (
    <CautionsPart
      cautions={preparation.cautions}
      accepted={preparation.chosen.accepted}
      onAccept={(accepted) => preparation.form.setValue("accepted", accepted)}
      open={preparation.wrong("cautions")}
    />
  );
  const begin = (
    <>
      {elsewhere !== null && <Complaint role="alert">{elsewhere}</Complaint>}
      <Button type="submit" kind="now" disabled={busy}>
        I&apos;ve read the cautions: start
      </Button>
    </>
  );
  return (
    <chakra.form
      ref={page}
      noValidate
      onSubmit={submit}
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <Title>
          {TITLE[rules.sheetWork]} <EngineLink id={given.engineId} name={file.name} />
        </Title>
        {!rules.judgesReadings ? (
          <chakra.p fontSize="18px" pt="1">
            Hydraulic lifters{file.follower === undefined ? "" : `, ${file.follower} followers`}:{" "}
            {jobRoles(file).join(" and ")} valves.
          </chakra.p>
        ) : (
          <SpecLine file={file} />
        )}
        {given.again !== null && <AgainPart preparation={preparation} again={given.again} />}
        {given.again === null && given.inHand.length > 0 && (
          <chakra.div pt="3">
            <InHand jobs={given.inHand} />
          </chakra.div>
        )}
        {last !== null && (
          <chakra.p fontSize="16px" color="soft" pt="1">
            Proposed as it was prepared on {last.on}.
          </chakra.p>
        )}
      </chakra.header>
      {last === null ? (
        <>
          <Column>
            {why}
            {cautions}
            <EnginePart preparation={preparation} />
            {work}
          </Column>
          <Column>
            {gauge}
            {stops}
            {begin}
          </Column>
        </>
      ) : (
        <>
          <Column>
            <EnginePart preparation={preparation} />
            {why}
            {gauge}
            {work}
            {stops}
          </Column>
          <Column>
            {cautions}
            {begin}
          </Column>
        </>
      )}
    </chakra.form>
  );
}

const Column = ({ children }: { readonly children: React.ReactNode }) => (
  <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
    {children}
  </chakra.div>
);

const TITLE: Record<SheetWork, string> = {
  lash: "Set the lash of",
  preload: "Set the preload of",
  "dry-gap": "Read the dry gaps of",
  "build-check": "Build check of",
};

/** Fields of the parts that may be folded: a complaint opens its part. */
const WHY = ["note", "hours"];
const GAUGE = ["source", "feelerSetId", "targetTurns", "lifters", "travelMm"];
const WORK = ["bank", "allToAimMm"];
const STOPS = ["method"];
/** Fields that show their own complaint. */
const SHOWN_AT = [
  ...WHY,
  ...GAUGE,
  ...WORK,
  ...STOPS,
  "heatWay",
  "airC",
  "licensed",
  "state",
  "cautions",
  "temperatureC",
];
