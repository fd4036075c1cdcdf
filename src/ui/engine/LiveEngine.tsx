"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { engineWords } from "@/core/job/words/names";
import { METHODS } from "@/core/stops/methods";
import { planStops } from "@/core/stops/recommend";
import { DEFAULT_REQUIRED_MARGIN_DEG } from "@/core/stops/settings";
import { LiveHeadMap } from "../crank/LiveHeadMap";
import { useCrankStore } from "../crank/crankStore";
import { Button } from "../controls/Button";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { PhaseWheel } from "../drawings/CrankDrawings";
import { LiftCurves } from "../drawings/LiftCurves/LiftCurves";
import { StopLines } from "./PlanLists";
import { PAPER_GRID } from "../theme/paper";

const STUDY = { requiredDeg: DEFAULT_REQUIRED_MARGIN_DEG, chosen: null, turnOut: false };

/** The engine as typed so far, drawn; and already the plan that it would get. */
export function LiveEngine({ file }: { readonly file: EngineFile }) {
  const engine = useMemo(() => resolveEngine(file), [file]);
  const answer = useMemo(() => planStops(engine, {}, file.marksDeg), [engine, file.marksDeg]);
  const crank = useCrankStore(0);
  const plan = answer.methods.find((m) => m.id === answer.recommended);
  return (
    <chakra.section
      aria-label="The engine so far"
      border="2px solid"
      borderColor="ink"
      borderRadius="plate"
      bg="sheet"
      overflow="hidden"
      position={{ lg: "sticky" }}
      top="3"
    >
      <chakra.div p="3" {...PAPER_GRID}>
        <Stamp bg="sheet" px="1">
          {engineWords(file)}
        </Stamp>
        <chakra.div pt="1">
          <LiveHeadMap file={file} engine={engine} crank={crank} view="front-left" options={STUDY} />
        </chakra.div>
      </chakra.div>
      <chakra.div p="4" borderTop="2px solid" borderColor="ink" bg="paper" aria-live="polite">
        <PlateHeading>
          {answer.recommended === null ? "No safe plan yet" : `Its plan: ${METHODS[answer.recommended].name}`}
        </PlateHeading>
        <chakra.p fontSize="17px">{answer.why}</chakra.p>
        {plan !== undefined && (
          <chakra.p fontSize="16px" color="soft" pt="1">
            {METHODS[plan.id].how(engine.cycleDeg)}.
          </chakra.p>
        )}
        {plan !== undefined && <StopLines plan={plan} engine={engine} />}
        {plan !== undefined && (
          <Button type="button" mt="3" _print={{ display: "none" }} onClick={() => window.print()}>
            Print the plan
          </Button>
        )}
        {answer.assumptions.map((a) => (
          <chakra.p key={a} fontSize="16px" color="soft" pt="1">
            {a}
          </chakra.p>
        ))}
      </chakra.div>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "1fr", sm: "minmax(0, 1fr) minmax(0, 1.35fr)" }}
        borderTop="2px solid"
        borderColor="ink"
      >
        <chakra.div p="2" height="230px" minWidth="0">
          <PhaseWheel live engine={engine} crank={crank} />
        </chakra.div>
        <chakra.div p="3" minWidth="0" borderLeft={{ sm: "2px solid" }} borderColor="ink!">
          <LiftCurves file={file} engine={engine} cylinder={file.firingOrder[0] ?? ""} crank={crank} />
        </chakra.div>
      </chakra.div>
    </chakra.section>
  );
}
