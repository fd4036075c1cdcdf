"use client";

import { waitsWords } from "./lines";
import { chakra } from "@chakra-ui/react/styled-system";
import { ORDER_NAMES, ordersOf, serve } from "@/core/stops/orders";
import { StopSettingsForm } from "../engine/StopSettingsForm";
import { Choice } from "./Choice";
import { Methods } from "./Methods";
import type { Preparation } from "./usePreparation";

/** How the crank is stopped: the method, the order of serving, the margins. */
export function StopsPart({ preparation }: { readonly preparation: Preparation }) {
  const { form, chosen, engine, answer, recommended, method, plan, waits, waitsIn, wrong } = preparation;
  return (
    <>
      <Methods
        methods={answer.methods}
        recommended={recommended}
        waits={waits}
        seen={engine.mover.name}
        value={method}
        onChange={(m) => form.setValue("method", m)}
        error={wrong("method")}
      />
      <chakra.details border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" px="3" py="2">
        <chakra.summary fontSize="18px" fontWeight={600} minHeight="40px" display="list-item" cursor="pointer">
          Order, margin and stops judged by eye: {ORDER_NAMES[chosen.servingOrder].toLowerCase()},{" "}
          {chosen.settings.requiredDeg}° required
        </chakra.summary>
        <chakra.div display="flex" flexDirection="column" gap="4" pt="3" pb="2">
          {plan !== null && plan.stops.length > 1 && (
            <Choice
              legend="Order of serving"
              name="order"
              value={chosen.servingOrder}
              onChange={(o) => form.setValue("servingOrder", o)}
              options={ordersOf(engine).map((o) => ({
                value: o,
                label: ORDER_NAMES[o],
                note: `${(serve(engine, plan, o).turnTotalDeg / 360).toFixed(1)} turns of the crank${waitsIn === null ? "" : `, ${waitsWords(waitsIn(o, [plan]).get(plan.id))}`}`,
              }))}
            />
          )}
          <StopSettingsForm settings={chosen.settings} onChange={(settings) => form.setValue("settings", settings)} />
        </chakra.div>
      </chakra.details>
    </>
  );
}
