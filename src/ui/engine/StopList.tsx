"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { Engine } from "@/core/engine/resolve";
import { turnWords } from "@/core/stops/crankTurns";
import type { MethodPlan } from "@/core/stops/planMethod";
import { type Stop, wrongOneTurnOut } from "@/core/stops/plan";
import { crankSlack } from "@/core/stops/sensitivity";
import { checkOf } from "@/core/signs/proofWords";
import { stopLetter } from "@/core/stops/sign";
import { Button } from "../controls/Button";
import { type CrankStore, useCrank } from "../crank/crankStore";

interface Props {
  readonly plan: MethodPlan;
  readonly engine: Engine;
  readonly requiredDeg: number;
  readonly crank: CrankStore;
}

/** The stops of the chosen method: the mark, the turn, the sign that proves it, and what is set there. */
export function StopList({ plan, engine, requiredDeg, crank }: Props) {
  return (
    <>
      <chakra.ol listStyleType="none" m="0" p="0" borderBottom="1px solid" borderColor="line">
        {plan.stops.map((stop, i) => (
          <StopLine
            key={stop.crankDeg}
            stop={stop}
            index={i}
            engine={engine}
            requiredDeg={requiredDeg}
            crank={crank}
          />
        ))}
      </chakra.ol>
      {plan.unserved.length > 0 && (
        <chakra.p pt="2" fontSize="17px" color="now" fontWeight={600}>
          Not served:{" "}
          {plan.unserved
            .map((u) => `${u.valve}${u.bestMarginDeg === null ? "" : ` (${Math.floor(u.bestMarginDeg)}°)`}`)
            .join(", ")}
          . {plan.why}
        </chakra.p>
      )}
    </>
  );
}

interface LineProps extends Omit<Props, "plan"> {
  readonly stop: Stop;
  readonly index: number;
}

function StopLine({ stop, index, engine, requiredDeg, crank }: LineProps) {
  const here = useCrank(crank, (deg) => deg === stop.crankDeg);
  const sign = checkOf(engine, {}, stop);
  const wrong = wrongOneTurnOut(engine, stop, requiredDeg);
  const { shortDeg, pastDeg } = crankSlack(engine, stop);
  const letter = stopLetter(index);
  return (
    <chakra.li
      borderTop="1px solid"
      borderColor="line"
      py="2"
      display="grid"
      gridTemplateColumns="56px 1fr"
      gap="3"
      alignItems="start"
    >
      <Button
        type="button"
        justifyContent="center"
        minWidth="56px"
        px="2"
        fontFamily="stamp"
        fontSize="20px"
        bg={here ? "ink" : "sheet"}
        color={here ? "paper" : "ink"}
        _hover={{}}
        aria-label={`Show stop ${letter}`}
        onClick={() => crank.set(stop.crankDeg)}
      >
        {letter}
      </Button>
      <chakra.div minWidth="0">
        <chakra.p fontSize="17px">
          <b>{`${stop.sights.length > 0 ? "Near" : "Mark at"} ${Math.round(stop.markDeg * 10) / 10}°${index === 0 ? "" : `, ${turnWords(stop.turnDeg)} on`}`}</b>
          : {stop.set.map((v) => `${v.valve} (${Math.floor(v.marginDeg)}°)`).join(", ")}
        </chakra.p>
        <chakra.p color="soft" fontSize="16px">
          {sign.check}
          {sign.oneTurnOut === null || wrong.length === 0
            ? ""
            : ` One turn out, ${wrong.map((w) => w.valve).join(", ")} would be wrong.`}
        </chakra.p>
        <chakra.p color="soft" fontSize="16px">
          The crank may be {Math.floor(shortDeg)}° short or {Math.floor(pastDeg)}° past before the first of them
          touches its lobe.
        </chakra.p>
      </chakra.div>
    </chakra.li>
  );
}
