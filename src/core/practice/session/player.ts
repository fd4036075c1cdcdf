/** A hand that knows its trade, at a virtual engine: for the demo's apprentice, and for tests. */
import { advance } from "../../units/angle/arc";
import type { PracticeAction } from "../bench/action";
import type { Session } from "./frame";
import { between, goes } from "../bench/feel";
import { step } from "./session";
import { crankOf } from "../bench/state";

/** Does one thing that must be possible. */
export function doing(session: Session, action: PracticeAction): Session {
  const next = step(session, action);
  if ("cant" in next) throw new RangeError(`player: ${JSON.stringify(action)}: ${next.cant}`);
  return next.session;
}
export const playing = (session: Session, actions: readonly PracticeAction[]): Session =>
  actions.reduce(doing, session);

export const leafIn = (valve: string, mm: number, more: object = {}): PracticeAction => ({
  do: "leaf",
  valve,
  leavesMm: [mm],
  pushed: false,
  bundle: false,
  loaded: false,
  ...more,
});

/** Halves the set until two leaves that lie side by side are the one that goes and the one that does not; the wrench is off. */
export function read(from: Session, valve: string, loaded = false): Session {
  let session = from.state.toolOn === null ? from : doing(from, { do: "tool-off" });
  const { leavesMm } = session.spec;
  for (let [goesAt, noAt] = [-1, leavesMm.length]; noAt - goesAt > 1;) {
    const at = (goesAt + noAt) >> 1;
    session = doing(session, leafIn(valve, leavesMm[at] ?? 0, { loaded }));
    const felt = session.state.valves[valve]?.tries.at(-1);
    if (felt !== undefined && goes(felt.drag)) goesAt = at;
    else noAt = at;
  }
  return session;
}

export function turnTo(session: Session, crankDeg: number): Session {
  const byDeg = advance(crankOf(session.v, session.state), crankDeg, session.v.engine.cycleDeg);
  return byDeg < 1e-6 ? session : doing(session, { do: "turn", byDeg });
}

/** Sets by feel: reads, turns by the difference, locks, and once more by what locking did. */
export function setBy(from: Session, valve: string, nominalMm: number): Session {
  let session = from;
  for (let again = 0; again < 4; again++) {
    session = read(session, valve);
    const was = lashRead(session, valve);
    if (again > 0 && Math.abs(was - nominalMm) < 0.012) break;
    if (session.v.locks) session = doing(session, { do: "loosen", valve });
    const { under = false, perTurnMm = 1 } = session.v.valves.find((x) => x.id === valve) ?? {};
    const byDeg = Math.round((((was - nominalMm) * (under ? -1 : 1)) / perTurnMm) * 360);
    if (byDeg !== 0) session = doing(session, { do: "screw", valve, byDeg });
    if (session.v.locks) session = doing(session, { do: "lock", valve, held: true });
    session = doing(session, { do: "tool-off" });
  }
  return session;
}

const lashRead = (session: Session, valve: string): number => {
  const now = session.state.valves[valve];
  if (now === undefined) return 0;
  const { lowMm, highMm } = between(now.tries);
  return highMm === Infinity ? lowMm : (lowMm + highMm) / 2;
};

/** Keeps what was just read. */
export function keepRead(session: Session, valve: string): Session {
  const now = session.state.valves[valve];
  const { lowMm, highMm } = now === undefined ? { lowMm: 0, highMm: Infinity } : between(now.tries);
  return doing(session, {
    do: "keep",
    valve,
    lowMm: lowMm === 0 ? null : lowMm,
    highMm: highMm === Infinity ? null : highMm,
  });
}
