/** Some weeks of an apprentice's practice: what went wrong at first, and came right. */
import { PRACTICE_ENGINES } from "../core/practice/engine/engines";
import { type ExerciseId, type Level, exercise } from "../core/practice/exercise/exerciseList";
import { type PracticeSpec, cylinderAsked, targetsOf } from "../core/practice/exercise/exercises";
import type { Session } from "../core/practice/session/frame";
import { settable } from "../core/practice/bench/claims";
import { doing, keepRead, leafIn, read, setBy, turnTo } from "../core/practice/session/player";
import { begin } from "../core/practice/session/session";
import { FAULT_RULES } from "../core/practice/engine/fault";

export interface PracticedOnce {
  readonly daysAgo: number;
  readonly minutes: number;
  readonly session: Session;
}

/** What an apprentice still does wrong. */
type Habit = "none" | "skips" | "turn-out" | "wrench-on" | "lobe";

const DONE: readonly (readonly [
  daysAgo: number,
  exercise: ExerciseId,
  level: Level,
  habit: Habit,
  minutes: number,
])[] = [
  [38, "read-a-leaf", "guided", "skips", 11],
  [37, "may-be-set", "guided", "lobe", 9],
  [31, "read-a-leaf", "guided", "none", 8],
  [30, "may-be-set", "guided", "none", 6],
  [29, "firing-tdc", "guided", "turn-out", 7],
  [24, "firing-tdc", "guided", "none", 4],
  [22, "four-valves", "guided", "wrench-on", 24],
  [15, "four-valves", "guided", "none", 17],
  [9, "read-a-leaf", "prompted", "none", 6],
  [8, "may-be-set", "prompted", "none", 4],
  [3, "odd-one-out", "guided", "lobe", 12],
];

export const practicedWeeks = (leavesMm: readonly number[]): PracticedOnce[] =>
  DONE.map(([daysAgo, id, level, habit, minutes], i) => {
    const spec: PracticeSpec = {
      exercise: id,
      level,
      seed: 410 + i * 7,
      file: PRACTICE_ENGINES[exercise(id).engine],
      leavesMm,
      leafUnit: "mm",
    };
    return { daysAgo, minutes, session: played(begin(spec), habit) };
  });

function played(session: Session, habit: Habit): Session {
  switch (exercise(session.spec.exercise).task) {
    case "gaps":
      return gaps(session, habit);
    case "may-set":
      return places(session, habit);
    case "tdc":
      return tops(session, habit);
    case "set":
      return valves(session, habit);
    case "fault":
      return named(session, habit);
  }
}

/** Whoever skips takes the leaf over the one that goes for the next that does not, unfelt. */
function gaps(from: Session, habit: Habit): Session {
  return from.v.valves.reduce((session, { id }, i) => {
    if (habit !== "skips" || i % 3 !== 0) return keepRead(read(session, id), id);
    const low = session.spec.leavesMm.find((mm) => mm >= 0.15) ?? 0.15;
    const high = session.spec.leavesMm.find((mm) => mm > low + 1e-6) ?? low + 0.05;
    return doing(doing(session, leafIn(id, low)), { do: "keep", valve: id, lowMm: low, highMm: high });
  }, from);
}

function places(from: Session, habit: Habit): Session {
  let session = from;
  for (let i = 0; i < 4; i++) {
    const { may, off } = settable(session.v, session.state);
    const wrong = habit === "lobe" && i < 2 ? off.slice(0, 1) : [];
    session = doing(session, { do: "may-set", valves: [...may, ...wrong] });
  }
  return session;
}

function tops(from: Session, habit: Habit): Session {
  let session = from;
  for (let i = 0; i < 2; i++) {
    const cylinder = cylinderAsked(session.v, i);
    const fires = session.v.engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;
    session = turnTo(
      doing(session, { do: "thumb", cylinder }),
      habit === "turn-out" && i === 0 ? fires + 360 : fires,
    );
    session = doing(session, { do: "tdc", cylinder });
  }
  return session;
}

function valves(from: Session, habit: Habit): Session {
  let session = from;
  targetsOf(session.spec, session.v).forEach((id, i) => {
    const x = session.v.valves.find((v) => v.id === id);
    if (x === undefined) return;
    session = setBy(turnTo(session, x.valve.firingDeg), id, x.spec.nominalMm);
    session = read(session, id);
    if (habit === "wrench-on" && i < 2) {
      session = doing(session, { do: "lock", valve: id, held: true });
      for (const mm of session.spec.leavesMm.filter((l) => Math.abs(l - x.spec.nominalMm) < 0.11))
        session = doing(session, leafIn(id, mm));
    }
    session = keepRead(session, id);
  });
  return session;
}

function named(from: Session, habit: Habit): Session {
  let session = from;
  for (const { id } of session.v.valves) session = doing(session, { do: "spin", valve: id });
  const { fault, valve } = session.v.fault ?? { fault: null, valve: null };
  const said = habit === "none" ? fault : fault === "worn-lobe" ? "bent-pushrod" : "worn-lobe";
  const at = said !== null && FAULT_RULES[said].atValve ? (valve ?? session.v.valves[0]?.id ?? null) : null;
  return doing(session, { do: "name", fault: said, valve: at });
}
