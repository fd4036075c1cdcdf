"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { jobRoles } from "@/core/job/prepare";
import type { SheetWork } from "@/core/job/sheet/format";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { EnginePart } from "./EnginePart";
import { GaugePart } from "./GaugePart";
import { SpecLine } from "./SpecLine";
import { StopsPart } from "./StopsPart";
import { WhyPart } from "./WhyPart";
import { type PrepareGiven, usePreparation } from "./usePreparation";

/** Before the run: why, cautions, the state of the engine, the ruling spec, the sets on hand, and how to stop the crank. */
export function PrepareView(given: PrepareGiven) {
  const preparation = usePreparation(given);
  const { file, rules, submit, busy, problem } = preparation;
  const elsewhere = problem !== null && !SHOWN_AT.includes(problem.path) ? problem.message : null;
  return (
    <chakra.form
      noValidate
      onSubmit={submit}
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>
          {TITLE[rules.sheetWork]}{" "}
          <Link href={`/engines/${given.engineId}`} style={{ textDecoration: "underline" }}>
            {file.name}
          </Link>
        </chakra.h1>
        {!rules.judgesReadings ? (
          <chakra.p fontSize="18px" pt="1">
            Hydraulic lifters{file.follower === undefined ? "" : `, ${file.follower} followers`}:{" "}
            {jobRoles(file).join(" and ")} valves.
          </chakra.p>
        ) : (
          <SpecLine file={file} />
        )}
      </chakra.header>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        <WhyPart preparation={preparation} />
        <EnginePart preparation={preparation} />
      </chakra.div>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        <GaugePart preparation={preparation} />
        <StopsPart preparation={preparation} />
        {elsewhere !== null && <Complaint role="alert">{elsewhere}</Complaint>}
        <Button type="submit" kind="now" disabled={busy}>
          Cautions read: begin
        </Button>
      </chakra.div>
    </chakra.form>
  );
}

const TITLE: Record<SheetWork, string> = {
  lash: "Set the lash of",
  preload: "Set the preload of",
  "dry-gap": "Read the dry gaps of",
};

/** Fields that show their own complaint. */
const SHOWN_AT = [
  "heatWay",
  "targetTurns",
  "lifters",
  "airC",
  "licensed",
  "bank",
  "state",
  "cautions",
  "feelerSetId",
  "method",
  "temperatureC",
  "note",
  "source",
  "allToAimMm",
];
