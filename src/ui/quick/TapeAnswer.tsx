"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo } from "react";
import { resolveEngine } from "@/core/engine/resolve";
import { engineOfOrder } from "@/core/quick/order";
import { METHODS, METHOD_IDS } from "@/core/stops/methods";
import { planMethod } from "@/core/stops/planMethod";
import { pulleyRound, tapeMarks } from "@/core/stops/tape";
import { USUAL, unitProblem } from "@/core/units/typedLength";
import { ButtonLink } from "../controls/Button";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Two } from "../controls/Two";
import { useWays } from "../controls/ways";
import { PaperOptions } from "../shop/options";
import { CarryOn } from "./CarryOn";
import { ORDER_DEFAULTS, OrderFields, typedOrder } from "./OrderFields";
import { Awaits, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const DEFAULTS = { ...ORDER_DEFAULTS, method: "firing-order", pulley: "", measured: "circumference" };

/** Where the stops lie around a pulley: lengths along a tape from the TDC mark. */
export function TapeAnswer({ given }: Given) {
  const { paper } = useWays();
  const [typed, change] = useTyped({ ...DEFAULTS, paper: paper as string }, given);
  const { file, problems } = useMemo(() => engineOfOrder(typedOrder(typed)), [typed]);
  const across = typed.measured === "diameter";
  const pulley = typed.pulley.trim() === "" ? null : pulleyRound(typed.pulley, across ? "diameter" : "circumference");
  const pulleyWhy =
    pulley === null ? undefined : (unitProblem(typed.pulley) ?? ("mm" in pulley ? undefined : pulley.words));
  const method = METHOD_IDS.find((m) => m === typed.method) ?? "firing-order";
  const good = file !== null && problems.firingOrder === undefined;
  const plan = useMemo(() => (good ? planMethod(method, resolveEngine(file)) : null), [good, file, method]);
  const marks =
    plan === null || pulley === null || !("mm" in pulley) || pulleyWhy !== undefined
      ? null
      : tapeMarks(
          pulley.mm,
          plan.stops.map((s) => s.crankDeg),
        );
  return (
    <QuickPage
      kind="tape"
      asks={
        <>
          <OrderFields typed={typed} problems={problems} onChange={change} />
          <Two>
            <Field label="Pulley" error={pulleyWhy}>
              {(c) => (
                <LengthInput
                  {...c}
                  usual={across ? USUAL.pulleyAcross : USUAL.pulley}
                  value={typed.pulley}
                  onChange={(v) => change({ pulley: v })}
                />
              )}
            </Field>
            <Field label="Measured">
              {(c) => (
                <Select {...c} value={typed.measured} onChange={(e) => change({ measured: e.target.value })}>
                  <option value="circumference">around it</option>
                  <option value="diameter">across it</option>
                </Select>
              )}
            </Field>
          </Two>
          <Field label="Method">
            {(c) => (
              <Select {...c} value={typed.method} onChange={(e) => change({ method: e.target.value })}>
                {METHOD_IDS.filter((m) => !METHODS[m].watched).map((m) => (
                  <option key={m} value={m}>
                    {METHODS[m].name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="Paper">
            {(c) => (
              <Select {...c} value={typed.paper} onChange={(e) => change({ paper: e.target.value })}>
                <PaperOptions />
              </Select>
            )}
          </Field>
          {good && <CarryOn query={{ order: typed.order, strokes: typed.strokes, valves: typed.valves }} />}
        </>
      }
    >
      {plan === null || marks === null ? (
        <Awaits>Type the firing order and the size of the pulley.</Awaits>
      ) : (
        <chakra.div display="flex" flexDirection="column" gap="4">
          <Prints typed={typed} />
          <chakra.table width="full" borderCollapse="collapse" fontSize="18px">
            <chakra.caption captionSide="top" textAlign="left" pb="2" fontSize="17px">
              Along the tape from the TDC mark, against the way the crank turns. Stick it on with its zero at the
              mark.
            </chakra.caption>
            <thead>
              <tr>
                {["Mark", "From zero", "To the 1/32", "Set here"].map((h) => (
                  <chakra.th key={h} scope="col" textAlign="left" fontSize="16px" color="soft" pr="3">
                    {h}
                  </chakra.th>
                ))}
              </tr>
            </thead>
            <tbody>
              {marks.map((m) => (
                <chakra.tr key={m.label} borderTop="1px solid" borderColor="line" verticalAlign="top">
                  <chakra.td py="2" fontFamily="stamp" fontWeight={600}>
                    {m.label}, {Math.round(m.markDeg * 10) / 10}°
                  </chakra.td>
                  <chakra.td py="2" fontFamily="mono">
                    {m.alongMm.toFixed(1)} mm
                  </chakra.td>
                  <chakra.td py="2" fontFamily="mono">
                    {m.inches.text}
                  </chakra.td>
                  <chakra.td py="2">
                    {plan.stops
                      .filter((s) => m.stopsDeg.includes(s.crankDeg))
                      .map(
                        (s, i, all) =>
                          `${all.length > 1 ? `${i === 0 ? "first" : "second"} time: ` : ""}${s.set.map((v) => v.valve).join(" ")}`,
                      )
                      .join("; ")}
                  </chakra.td>
                </chakra.tr>
              ))}
            </tbody>
          </chakra.table>
        </chakra.div>
      )}
    </QuickPage>
  );
}

/** The tape at true scale, on paper or as a drawing. */
function Prints({ typed }: { readonly typed: Readonly<Record<string, string>> }) {
  const query = new URLSearchParams(typed).toString();
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="2" _print={{ display: "none" }}>
      <ButtonLink kind="now" href={`/api/quick/tape.pdf?${query}`} download>
        Tape at true scale, PDF
      </ButtonLink>
      <ButtonLink href={`/api/quick/tape.svg?${query}`} download>
        SVG
      </ButtonLink>
      <chakra.p flex="1 0 100%" fontSize="16px" color="soft">
        Print at 100 percent, not fitted to the page, and measure the check rule on it.
      </chakra.p>
    </chakra.div>
  );
}
