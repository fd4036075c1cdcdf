import { chakra } from "@chakra-ui/react/styled-system";
import type { Engine } from "@/core/engine/resolve";
import { turnWords } from "@/core/stops/crankTurns";
import { METHODS, type MethodId } from "@/core/stops/methods";
import type { MethodPlan } from "@/core/stops/planMethod";
import type { StopsAnswer } from "@/core/stops/recommend";
import { sightsWords } from "@/core/stops/sight";
import { stopLetter } from "@/core/stops/sign";
import { PlateHeading } from "../controls/Stamp";

interface Props {
  readonly answer: StopsAnswer;
  readonly engine: Pick<Engine, "cycleDeg" | "mover">;
  /** The method that stands on top where it serves every valve; else the recommended one does. */
  readonly first: MethodId;
}

/** Every method that serves all valves, as lists of valves: to look at, and to print. */
export function PlanLists({ answer, engine, first }: Props) {
  const usable = answer.methods.filter((m) => m.usable);
  const top = usable.find((m) => m.id === first) ?? usable.find((m) => m.id === answer.recommended);
  const others = usable.filter((m) => m !== top).sort((a, b) => a.stops.length - b.stops.length);
  return (
    <chakra.div display="flex" flexDirection="column" gap="5">
      {top !== undefined && <PlanList plan={top} engine={engine} large />}
      {top === undefined && <chakra.p fontSize="18px">{answer.why}</chakra.p>}
      {answer.assumptions.map((a) => (
        <chakra.p key={a} fontSize="16px" color="soft">
          {a}
        </chakra.p>
      ))}
      {others.length > 0 && (
        <chakra.div
          display="grid"
          gridTemplateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }}
          gap="5"
        >
          {others.map((plan) => (
            <PlanList key={plan.id} plan={plan} engine={engine} />
          ))}
        </chakra.div>
      )}
    </chakra.div>
  );
}

interface Shown {
  readonly plan: MethodPlan;
  readonly engine: Pick<Engine, "cycleDeg" | "mover">;
  readonly large?: boolean;
}

/** One method: where the crank stops, how far it is turned to get there, and what may be set. */
function PlanList({ plan, engine, large = false }: Shown) {
  const method = METHODS[plan.id];
  return (
    <chakra.section
      aria-label={method.name}
      border={large ? "2px solid" : "0"}
      borderTop={large ? "2px solid" : "1.5px solid"}
      borderColor={large ? "ink" : "edge"}
      borderRadius={large ? "plate" : "0"}
      bg={large ? "sheet" : "transparent"}
      px={large ? "4" : "0"}
      py="3"
      breakInside="avoid"
    >
      <PlateHeading>{method.name}</PlateHeading>
      <chakra.p fontSize="16px" color="soft">
        {method.how(engine.cycleDeg)}. Needs {method.needs(engine.mover.name)}.
      </chakra.p>
      <StopLines plan={plan} engine={engine} large={large} />
    </chakra.section>
  );
}

/** The stops of a plan, each with its valves. */
export function StopLines({ plan, engine, large = false }: Shown) {
  return (
    <chakra.ol m="0" p="0" pt="1" listStyleType="none">
      {plan.stops.map((stop, i) => (
        <chakra.li
          key={stop.crankDeg}
          display="grid"
          gridTemplateColumns="2rem minmax(0, 1fr)"
          gap="2"
          py="1"
          fontSize={large ? "20px" : "17px"}
        >
          <chakra.b fontFamily="stamp">{stopLetter(i)}</chakra.b>
          <span>
            <b>{stop.set.map((v) => v.valve).join(" ")}</b>
            <chakra.span display="block" fontSize="16px" color="soft">
              {i === 0
                ? stop.sights.length > 0
                  ? ""
                  : `TDC mark${stop.markDeg === 0 ? "" : ` + ${Math.round(stop.markDeg)}°`}`
                : `${turnWords(stop.turnDeg)} on`}
              {stop.sights.length > 0 ? `${i === 0 ? "" : ": "}${sightsWords(stop.sights, engine.mover)}` : ""}
            </chakra.span>
          </span>
        </chakra.li>
      ))}
    </chakra.ol>
  );
}
