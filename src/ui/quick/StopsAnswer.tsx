"use client";

import { useMemo } from "react";
import { resolveEngine } from "@/core/engine/resolve";
import { engineOfOrder } from "@/core/quick/order";
import { planStops } from "@/core/stops/recommend";
import { PlanLists } from "../engine/PlanLists";
import { CarryOn } from "./CarryOn";
import { ORDER_DEFAULTS, OrderFields, typedOrder } from "./OrderFields";
import { Awaits, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

/** From a firing order: the two-stop list first, then every other method, each as a list of valves. */
export function StopsAnswer({ given }: Given) {
  const [typed, change] = useTyped(ORDER_DEFAULTS, given);
  const { file, problems } = useMemo(() => engineOfOrder(typedOrder(typed)), [typed]);
  const engine = useMemo(() => (file === null ? null : resolveEngine(file)), [file]);
  const answer = useMemo(() => (engine === null ? null : planStops(engine)), [engine]);
  const good =
    engine !== null && answer !== null && problems.firingOrder === undefined && problems.valves === undefined;
  return (
    <QuickPage
      kind="stops"
      asks={
        <>
          <OrderFields typed={typed} problems={problems} onChange={change} />
          {good && <CarryOn query={typed} />}
        </>
      }
    >
      {good ? (
        <PlanLists answer={answer} mover={engine.mover} first="two-stop" />
      ) : (
        <Awaits>Type the firing order: every stop is listed here with its valves.</Awaits>
      )}
    </QuickPage>
  );
}
