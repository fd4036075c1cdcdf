"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { SCREW_PLACES } from "@/core/engine/engineFile";
import { type TurnAnswer as Answered, asked, quickTurn } from "@/core/quick/turn";
import { capital } from "@/core/job/words/names";
import { showChange } from "@/core/units/length";
import { asClock, asFraction, turnOf } from "@/core/units/turns";
import { USUAL } from "@/core/units/typedLength";
import { Field } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Two } from "../controls/Two";
import { useUnit } from "../controls/unit";
import { CarryOn } from "./CarryOn";
import { Awaits, Figure, QuickPage } from "./QuickPage";
import { ThreadFields } from "./ThreadFields";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const DEFAULTS = { lash: "", target: "", change: "", thread: "", at: "stud-nut", ratio: "" };
const PLACES: readonly (readonly [string, string])[] = [
  ["stud-nut", "nut on the stud"],
  ["pushrod-end", "screw at the pushrod end"],
  ["valve-end", "screw at the valve end"],
  ["tappet", "screw in the tappet"],
  ["cam", "lash read at the cam"],
];
const LEVERS = { ratio: "Rocker ratio", followerRatio: "Follower ratio" } as const;

/** Degrees and clock of a screw or a nut for a change of lash. */
export function TurnAnswer({ given }: Given) {
  const [typed, change] = useTyped(DEFAULTS, given);
  const { answer, problems } = quickTurn(typed);
  const place = SCREW_PLACES.find((p) => p === typed.at) ?? "stud-nut";
  const lever = asked(place);
  return (
    <QuickPage
      kind="turn"
      asks={
        <>
          <Field
            label="Change of lash"
            hint={
              typed.lash.trim() !== "" && typed.target.trim() !== ""
                ? "Left out: both lashes are typed"
                : "Or type both lashes below"
            }
            error={problems.change}
          >
            {(c) => (
              <LengthInput
                {...c}
                usual={USUAL.closerGap}
                value={typed.change}
                onChange={(v) => change({ change: v })}
              />
            )}
          </Field>
          <Two>
            <Field label="Lash now" error={problems.lash}>
              {(c) => (
                <LengthInput {...c} usual={USUAL.lash} value={typed.lash} onChange={(v) => change({ lash: v })} />
              )}
            </Field>
            <Field label="Target" error={problems.target}>
              {(c) => (
                <LengthInput {...c} usual={USUAL.lash} value={typed.target} onChange={(v) => change({ target: v })} />
              )}
            </Field>
          </Two>
          <ThreadFields
            typed={typed}
            places={PLACES}
            lever={lever === null ? null : LEVERS[lever]}
            problems={problems}
            onChange={change}
          />
          {answer !== null && <CarryOn query={{ thread: typed.thread, at: typed.at, ratio: typed.ratio }} />}
        </>
      }
    >
      {answer === null ? (
        <Awaits>Type the change and the thread: the turn stands here.</Awaits>
      ) : (
        <Turned answer={answer} />
      )}
    </QuickPage>
  );
}

function Turned({ answer: { turn, changeMm, eitherWay, adjuster } }: { readonly answer: Answered }) {
  const unit = useUnit();
  if (turn.direction === "none") return <Figure>Leave it as it is: it is on its target.</Figure>;
  // Under ten degrees a whole one is coarse.
  const deg = `${turn.screwDeg < 10 ? turn.screwDeg.toFixed(1) : Math.round(turn.screwDeg)}°`;
  const clock = (signed: number): string => asClock(turnOf(signed));
  return (
    <chakra.div display="flex" flexDirection="column" gap="4">
      <Figure
        note={
          eitherWay
            ? `In closes the gap, ${clock(turn.turns)}. Out opens it, ${clock(-turn.turns)}.`
            : `${capital(clock(turn.direction === "in" ? turn.turns : -turn.turns))}: the gap gets ${turn.direction === "in" ? "smaller" : "larger"} by ${showChange(changeMm, unit)}.`
        }
      >
        {deg} {eitherWay ? "either way" : turn.direction}, {asFraction(turn.turns)}
      </Figure>
      <chakra.p fontSize="17px">
        One full turn changes the lash by {showChange(adjuster.pitchMm * adjuster.k, unit)}: a pitch of{" "}
        {adjuster.pitchMm.toFixed(3)} mm{adjuster.k === 1 ? "" : ` × ${Math.round(adjuster.k * 1000) / 1000}`}.
        Locking often moves it: read it again once it is locked.
      </chakra.p>
    </chakra.div>
  );
}
