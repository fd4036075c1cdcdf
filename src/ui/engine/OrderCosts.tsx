import { chakra } from "@chakra-ui/react/styled-system";
import type { Engine } from "@/core/engine/resolve";
import type { MethodPlan } from "@/core/stops/planMethod";
import { ORDER_NAMES, ordersOf, serve } from "@/core/stops/orders";

/** What each order of serving costs in turns of the crank. */
export function OrderCosts({ engine, plan }: { readonly engine: Engine; readonly plan: MethodPlan }) {
  if (plan.stops.length < 2) return null;
  return (
    <chakra.p fontSize="17px" pt="3">
      <b>Order of serving.</b>{" "}
      {ordersOf(engine)
        .map((order) => `${ORDER_NAMES[order]}: ${(serve(engine, plan, order).turnTotalDeg / 360).toFixed(1)} turns`)
        .join(" · ")}
      . Choose it when you start the job.
    </chakra.p>
  );
}
