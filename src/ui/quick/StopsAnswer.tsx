"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo } from "react";
import { resolveEngine } from "@/core/engine/resolve";
import { engineOfOrder } from "@/core/quick/order";
import { METHODS, type MethodId } from "@/core/stops/methods";
import { planStops } from "@/core/stops/recommend";
import { PlanLists } from "../engine/PlanLists";
import { ButtonLink } from "../controls/Button";
import { CarryOn } from "./CarryOn";
import { ORDER_DEFAULTS, OrderFields, typedOrder } from "./OrderFields";
import { Awaits, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const FIRST: MethodId = "two-stop";

/** From a firing order: the two-stop list first, then every other method, each as a list of valves. */
export function StopsAnswer({ given }: Given) {
  const [typed, change] = useTyped(ORDER_DEFAULTS, given);
  const { file, problems } = useMemo(() => engineOfOrder(typedOrder(typed)), [typed]);
  const engine = useMemo(() => (file === null ? null : resolveEngine(file)), [file]);
  const answer = useMemo(() => (engine === null ? null : planStops(engine)), [engine]);
  const good =
    engine !== null && answer !== null && problems.firingOrder === undefined && problems.valves === undefined;
  // The same list that stands on top.
  const card = answer?.methods.find((m) => m.id === FIRST && m.usable)?.id ?? answer?.recommended ?? null;
  return (
    <QuickPage
      kind="stops"
      asks={
        <>
          <OrderFields typed={typed} problems={problems} onChange={change} />
          {good && card !== null && (
            <chakra.div _print={{ display: "none" }}>
              <ButtonLink
                href={`/api/quick/card.pdf?${new URLSearchParams({ ...typed, method: card }).toString()}`}
                download
              >
                Card as PDF: {METHODS[card].name}
              </ButtonLink>
            </chakra.div>
          )}
          {good && <CarryOn query={typed} />}
        </>
      }
    >
      {good ? (
        <PlanLists answer={answer} engine={engine} first={FIRST} />
      ) : (
        <Awaits>Type the firing order: every stop is listed here with its valves.</Awaits>
      )}
    </QuickPage>
  );
}
