"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { newThicknessMm, sumLines } from "@/core/shims/oneValve";
import { sizesAround } from "@/core/quick/sizes";
import { exactLength, limitFigure, parseLength } from "@/core/units/length";
import { USUAL, unitProblem } from "@/core/units/typedLength";
import { Field } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { SumList } from "../controls/SumList";
import { Two } from "../controls/Two";
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
  const read = Object.fromEntries(FIELDS.map(([f]) => [f, parseLength(typed[f])])) as Record<
    keyof typeof DEFAULTS,
    ReturnType<typeof parseLength>
  >;
  const problem = (field: keyof typeof DEFAULTS): string | undefined => {
    const text = typed[field].trim();
    if (text === "") return undefined;
    const length = read[field];
    if (length === null) return `"${text}" is no length: write it like 2.35 mm or .093 in.`;
    if (length.mm < 0 || (field === "step" && length.mm < 1e-3)) return "It is more than nothing.";
    return unitProblem(text) ?? undefined;
  };
  const { fitted, lash, target, step } = read;
  const whole = FIELDS.every(([f]) => problem(f) === undefined);
  const wantedMm =
    whole && fitted !== null && lash !== null && target !== null
      ? newThicknessMm(fitted.mm, lash.mm, target.mm)
      : null;
  const field = ([name, label, usual]: (typeof FIELDS)[number]) => (
    <Field key={name} label={label} error={problem(name)}>
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
        </>
      }
    >
      {wantedMm === null || fitted === null || lash === null || target === null || step === null ? (
        <Awaits>Type what is fitted, what it reads and what it should read.</Awaits>
      ) : wantedMm <= 0 ? (
        <Awaits>No shim is that thin: one of the figures is a slip.</Awaits>
      ) : (
        <chakra.div display="flex" flexDirection="column" gap="4">
          <Figure note="A thicker shim makes the lash smaller by as much. Measure what is fitted: a mark says what it was when new.">
            {exactLength(wantedMm, "mm")} ({exactLength(wantedMm, "in")})
          </Figure>
          <SumList title="On paper" lines={sumLines(fitted, lash, target)} />
          <chakra.table width="full" borderCollapse="collapse" fontSize="18px">
            <chakra.caption captionSide="top" textAlign="left" fontWeight={600} pb="1">
              What each size leaves
            </chakra.caption>
            <thead>
              <tr>
                {["Size, mm", `Lash, ${lash.unit}`].map((h) => (
                  <chakra.th key={h} scope="col" textAlign="left" fontSize="16px" color="soft">
                    {h}
                  </chakra.th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sizesAround(wantedMm, step.mm, fitted.mm, lash.mm).map((s) => (
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
                    {s.lashMm < 0 ? "none: held open" : limitFigure(s.lashMm, lash.unit)}
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
