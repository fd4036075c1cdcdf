"use client";

import { USUAL_TRAVELS } from "@/core/preload/plunger";
import { asksRatio, quickPreload } from "@/core/quick/preload";
import { USUAL } from "@/core/units/typedLength";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { TurnMeaning } from "../preload/TurnMeaning";
import { CarryOn } from "./CarryOn";
import { Awaits, QuickPage } from "./QuickPage";
import { ThreadFields } from "./ThreadFields";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const DEFAULTS = { thread: "", at: "stud-nut", ratio: "", travel: "", growth: "", turns: "0.5" };
const PLACES: readonly (readonly [string, string])[] = [
  ["stud-nut", "nut on the stud"],
  ["pushrod-end", "screw at the pushrod end"],
  ["valve-end", "screw at the valve end"],
];

/** What turns of the nut mean at the plunger, cold and hot. */
export function PreloadAnswer({ given }: Given) {
  const [typed, change] = useTyped(DEFAULTS, given);
  const { answer, problems } = quickPreload(typed);
  const lever = asksRatio(typed);
  return (
    <QuickPage
      kind="preload"
      asks={
        <>
          <ThreadFields
            typed={typed}
            places={PLACES}
            lever={lever ? "Rocker ratio" : null}
            problems={problems}
            onChange={change}
          />
          <Field label="Travel of the plunger" hint="Its maker says it; wires at the plunger show it">
            {(c) => (
              <Select {...c} value={typed.travel} onChange={(e) => change({ travel: e.target.value })}>
                <option value="">choose</option>
                {USUAL_TRAVELS.map(({ mm, inch }) => (
                  <option key={mm} value={`${mm} mm`}>
                    {mm} mm, {inch}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="Growth with heat" hint="At the valve tip, if you know it" error={problems.growth}>
            {(c) => (
              <LengthInput {...c} usual={USUAL.growth} value={typed.growth} onChange={(v) => change({ growth: v })} />
            )}
          </Field>
          {answer !== null && (
            <CarryOn query={{ thread: typed.thread, at: typed.at, ratio: typed.ratio, travel: typed.travel }} />
          )}
        </>
      }
    >
      {answer === null ? (
        <Awaits>Type the thread{lever ? " and the ratio" : ""}, and choose the plunger&apos;s travel.</Awaits>
      ) : (
        <TurnMeaning
          gear={answer.gear}
          growthMm={answer.growthMm ?? 0}
          growthFrom={answer.growthMm === null ? null : "as typed"}
          turns={Number(typed.turns)}
          onTurns={(t) => change({ turns: String(t) })}
        />
      )}
    </QuickPage>
  );
}
