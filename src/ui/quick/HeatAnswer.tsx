"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { coldAimRefusal, shiftInto } from "@/core/heat/coldAim";
import { MATERIALS, growthRules } from "@/core/quick/heat";
import type { EngineState } from "@/core/engine/engineFile";
import { limitFigure, parseLength } from "@/core/units/length";
import { type TypedUnit, USUAL, unitProblem } from "@/core/units/typedLength";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Complaint } from "../controls/Stamp";
import { Awaits, Figure, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const DEFAULTS = { spec: "", state: "hot", material: "", growth: "" };

/** A spec of one state in the other: by what heat does to the gap, as typed or by the rule of thumb of the material. */
export function HeatAnswer({ given }: Given) {
  const [typed, change] = useTyped(DEFAULTS, given);
  const [spec, growth] = [parseLength(typed.spec), parseLength(typed.growth)];
  const specWhy =
    typed.spec.trim() === "" ? null : (unitProblem(typed.spec) ?? (spec === null ? "That is no length." : null));
  const growthWhy =
    typed.growth.trim() === ""
      ? null
      : (unitProblem(typed.growth) ?? (growth === null ? "That is no length." : null));
  // What was measured goes before any rule.
  const ways =
    growth !== null && growthWhy === null
      ? [{ id: "typed", growthMm: growth.mm, rangeMm: [growth.mm, growth.mm] as const, evidence: "As typed." }]
      : growthRules(typed.material).flatMap(({ id, evidence, growth: { intake } }) =>
          intake === undefined ? [] : [{ id, ...intake, evidence }],
        );
  const into = typed.state === "hot" ? "cold" : "hot";
  return (
    <QuickPage
      kind="heat"
      asks={
        <>
          <Field label="Spec" error={specWhy ?? undefined}>
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
            error={growthWhy ?? undefined}
          >
            {(c) => (
              <LengthInput {...c} usual={USUAL.growth} value={typed.growth} onChange={(v) => change({ growth: v })} />
            )}
          </Field>
        </>
      }
    >
      {spec === null || specWhy !== null || ways.length === 0 ? (
        <Awaits>Type the spec, and say of what block and head are made.</Awaits>
      ) : (
        <chakra.div display="flex" flexDirection="column" gap="3">
          {ways.map((way) => (
            <Way key={way.id} way={way} specMm={spec.mm} unit={spec.unit === "mm" ? "mm" : "in"} into={into} />
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
  readonly way: {
    readonly growthMm: number;
    readonly rangeMm: readonly [number, number];
    readonly evidence: string;
  };
  readonly specMm: number;
  readonly unit: TypedUnit;
  readonly into: EngineState;
}

/** One way to know the growth, and what it makes of the spec. */
function Way({ way: { growthMm, rangeMm, evidence }, specMm, unit, into }: WayProps) {
  const at = (mm: number): number => specMm + shiftInto(into, mm);
  const [least = 0, most = 0] = rangeMm.map(at).sort((a, b) => a - b);
  const refused = into === "cold" ? coldAimRefusal(null, least, unit) : null;
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <Figure
        note={`${evidence} Heat opens the gap by ${said(growthMm, unit)}${least === most ? "" : `: from ${said(least, unit)} to ${said(most, unit)} ${into}`}.`}
      >
        {refused === null ? `${said(at(growthMm), unit)} ${into}` : "Not cold: set it hot"}
      </Figure>
      {refused !== null && <Complaint role="alert">{refused}</Complaint>}
    </chakra.div>
  );
}
