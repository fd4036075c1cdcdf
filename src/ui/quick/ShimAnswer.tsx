"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { quickShim } from "@/core/quick/shim";
import { exactLength, limitFigure } from "@/core/units/length";
import { USUAL } from "@/core/units/typedLength";
import { Field } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { SumList } from "../controls/SumList";
import { Two } from "../controls/Two";
import { CarryOn } from "./CarryOn";
import { Awaits, Figure, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const DEFAULTS = { fitted: "", lash: "", target: "", step: "0.05 mm" };
const FIELDS = [
  ["fitted", "Shim fitted", USUAL.thickness],
  ["lash", "Lash now", USUAL.lash],
  ["target", "Target", USUAL.lash],
  ["step", "Sizes go up by", USUAL.tolerance],
] as const;

/** The thickness that one valve wants, the sum on paper, and what the sizes next to it leave. */
export function ShimAnswer({ given }: Given) {
  const [typed, change] = useTyped(DEFAULTS, given);
  const { answer, problems } = quickShim(typed);
  const field = ([name, label, usual]: (typeof FIELDS)[number]) => (
    <Field key={name} label={label} error={problems[name]}>
      {(c) => <LengthInput {...c} usual={usual} value={typed[name]} onChange={(v) => change({ [name]: v })} />}
    </Field>
  );
  return (
    <QuickPage
      kind="shim"
      asks={
        <>
          {field(FIELDS[0])}
          <Two>
            {field(FIELDS[1])}
            {field(FIELDS[2])}
          </Two>
          {field(FIELDS[3])}
          <CarryOn
            query={{ gear: "shim" }}
            what="It goes on as a shim over the bucket: say on the engine's page if it lies elsewhere. The spec is asked for there, by role."
          />
        </>
      }
    >
      {answer === null ? (
        <Awaits>Type what is fitted, what it reads and what it should read.</Awaits>
      ) : answer === "none" ? (
        <Awaits>No shim is that thin: one of the figures is a slip.</Awaits>
      ) : (
        <chakra.div display="flex" flexDirection="column" gap="4">
          <Figure note="A thicker shim makes the lash smaller by as much. Measure what is fitted: a mark says what it was when new.">
            {exactLength(answer.wantedMm, "mm")} ({exactLength(answer.wantedMm, "in")})
          </Figure>
          <SumList title="On paper" lines={answer.sum} />
          <chakra.table width="full" borderCollapse="collapse" fontSize="18px">
            <chakra.caption captionSide="top" textAlign="left" fontWeight={600} pb="1">
              What each size leaves
            </chakra.caption>
            <thead>
              <tr>
                {["Size, mm", `Lash, ${answer.unit}`].map((h) => (
                  <chakra.th key={h} scope="col" textAlign="left" fontSize="16px" color="soft">
                    {h}
                  </chakra.th>
                ))}
              </tr>
            </thead>
            <tbody>
              {answer.sizes.map((s) => (
                <chakra.tr
                  key={s.thicknessMm}
                  fontFamily="mono"
                  fontWeight={s.nearest ? 700 : 400}
                  bg={s.nearest ? "sheet" : "transparent"}
                >
                  <chakra.td py="1" borderTop="1px solid" borderColor="line">
                    {s.thicknessMm.toFixed(3)}
                    {s.nearest ? " · nearest" : ""}
                  </chakra.td>
                  <chakra.td py="1" borderTop="1px solid" borderColor="line">
                    {s.lashMm < 0 ? "none: held open" : limitFigure(s.lashMm, answer.unit)}
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
