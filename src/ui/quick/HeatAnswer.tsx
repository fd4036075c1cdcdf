"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type HeatWay, MATERIALS, quickHeat } from "@/core/quick/heat";
import type { EngineState } from "@/core/engine/engineFile";
import { limitFigure } from "@/core/units/length";
import { type TypedUnit, USUAL } from "@/core/units/typedLength";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Complaint } from "../controls/Stamp";
import { CarryOn } from "./CarryOn";
import { Awaits, Figure, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const DEFAULTS = { spec: "", state: "hot", material: "", growth: "" };

/** A spec of one state in the other: by what heat does to the gap, as typed or by the rule of thumb of the material. */
export function HeatAnswer({ given }: Given) {
  const [typed, change] = useTyped(DEFAULTS, given);
  const { answer, problems } = quickHeat(typed);
  return (
    <QuickPage
      kind="heat"
      asks={
        <>
          <Field label="Spec" error={problems.spec}>
            {(c) => (
              <LengthInput {...c} usual={USUAL.lash} value={typed.spec} onChange={(v) => change({ spec: v })} />
            )}
          </Field>
          <Field label="It is for an engine that is">
            {(c) => (
              <Select {...c} value={typed.state} onChange={(e) => change({ state: e.target.value })}>
                <option value="hot">hot</option>
                <option value="cold">cold</option>
              </Select>
            )}
          </Field>
          <Field label="Block and head">
            {(c) => (
              <Select {...c} value={typed.material} onChange={(e) => change({ material: e.target.value })}>
                <option value="">choose</option>
                {MATERIALS.map((r) => (
                  <option key={r.id} value={r.id}>
                    {r.name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field
            label="Or its growth, hot wider than cold"
            hint="Measured on this engine: it goes before any rule"
            error={problems.growth}
          >
            {(c) => (
              <LengthInput {...c} usual={USUAL.growth} value={typed.growth} onChange={(v) => change({ growth: v })} />
            )}
          </Field>
          {typed.material !== "" && (
            <CarryOn
              query={{ material: typed.material }}
              what="What it is made of goes on; its spec is asked for there, by role."
            />
          )}
        </>
      }
    >
      {answer === null ? (
        <Awaits>Type the spec, and say of what block and head are made.</Awaits>
      ) : (
        <chakra.div display="flex" flexDirection="column" gap="3">
          {answer.ways.map((way) => (
            <Way key={way.id} way={way} unit={answer.unit} into={answer.into} />
          ))}
          <chakra.p fontSize="17px">
            Read some valves hot and cold, and the growth is known instead of guessed. Where the maker gives a figure
            for this state, that one rules.
          </chakra.p>
        </chakra.div>
      )}
    </QuickPage>
  );
}

/** With the half steps that rules and specs have, so that the sum on the page adds up. */
const said = (mm: number, unit: TypedUnit): string => `${limitFigure(mm, unit)} ${unit}`;

interface WayProps {
  readonly way: HeatWay;
  readonly unit: TypedUnit;
  readonly into: EngineState;
}

/** One way to know the growth, and what it makes of the spec. */
function Way({ way: { evidence, growthMm, intoMm, leastMm, mostMm, refused }, unit, into }: WayProps) {
  const range = leastMm === mostMm ? "" : `: from ${said(leastMm, unit)} to ${said(mostMm, unit)} ${into}`;
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <Figure note={`${evidence} Heat opens the gap by ${said(growthMm, unit)}${range}.`}>
        {refused === null ? `${said(intoMm, unit)} ${into}` : "Not cold: set it hot"}
      </Figure>
      {refused !== null && <Complaint role="alert">{refused}</Complaint>}
    </chakra.div>
  );
}
