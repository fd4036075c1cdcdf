"use client";

import { isGear, preloadGear } from "@/core/preload/gear";
import { USUAL_TRAVELS } from "@/core/preload/plunger";
import { parseLength } from "@/core/units/length";
import { parseThread } from "@/core/units/thread";
import { USUAL, unitProblem } from "@/core/units/typedLength";
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
  const thread = parseThread(typed.thread);
  const ratio = Number(typed.ratio.replace(",", "."));
  // At the pushrod the ratio counts only for what heat takes.
  const lever = typed.at !== "pushrod-end" || typed.growth.trim() !== "";
  const growth = parseLength(typed.growth);
  const ratioWrong = typed.ratio.trim() !== "" && !(ratio >= 0.5 && ratio <= 3);
  const threadWrong = typed.thread.trim() !== "" && "why" in thread ? thread.why : undefined;
  const whole =
    !("why" in thread) && typed.thread.trim() !== "" && (!lever || (typed.ratio.trim() !== "" && !ratioWrong));
  const gear = whole
    ? preloadGear({
        at: typed.at as "stud-nut",
        ...thread,
        ...(typed.ratio.trim() === "" || ratioWrong ? {} : { ratio }),
        ...(typed.travel === "" ? {} : { plunger: { travel: typed.travel } }),
      })
    : null;
  const growthWhy =
    typed.growth.trim() === ""
      ? null
      : (unitProblem(typed.growth) ?? (growth === null ? `"${typed.growth}" is no length.` : null));
  return (
    <QuickPage
      kind="preload"
      asks={
        <>
          <ThreadFields
            typed={typed}
            places={PLACES}
            lever={lever ? "Rocker ratio" : null}
            problems={{
              ...(threadWrong === undefined ? {} : { thread: threadWrong }),
              ...(ratioWrong ? { ratio: "A ratio lies between 0.5 and 3, like 1.5." } : {}),
            }}
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
          <Field label="Growth with heat" hint="At the valve tip, if you know it" error={growthWhy ?? undefined}>
            {(c) => (
              <LengthInput {...c} usual={USUAL.growth} value={typed.growth} onChange={(v) => change({ growth: v })} />
            )}
          </Field>
          {gear !== null && isGear(gear) && (
            <CarryOn query={{ thread: typed.thread, at: typed.at, ratio: typed.ratio, travel: typed.travel }} />
          )}
        </>
      }
    >
      {gear === null || typed.travel === "" ? (
        <Awaits>Type the thread{lever ? " and the ratio" : ""}, and choose the plunger&apos;s travel.</Awaits>
      ) : isGear(gear) ? (
        <TurnMeaning
          gear={gear}
          growthMm={growthWhy === null && growth !== null && gear.ratio !== null ? growth.mm : 0}
          growthFrom={growth === null || gear.ratio === null ? null : "as typed"}
          turns={Number(typed.turns)}
          onTurns={(t) => change({ turns: String(t) })}
        />
      ) : (
        <Awaits>{gear.why}</Awaits>
      )}
    </QuickPage>
  );
}
