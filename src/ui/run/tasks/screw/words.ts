/** What is told where a screw or a nut is turned. Pure. */
import { screwOf, turnFor } from "@/core/lash/adjuster";
import { biteWords } from "@/core/lash/locking";
import type { ValveRole } from "@/core/engine/engineFile";
import type { ValveState } from "@/core/job/state/state";
import { capital } from "@/core/job/words/names";
import { roleUnit } from "@/core/job/words/specs";
import { type LengthUnit, showChange } from "@/core/units/length";
import { type Turn, asClock, asFraction } from "@/core/units/turns";
import type { Adjustment, RunContext, RunNow } from "../../model";
import { ROUND_UP_MM, aimOf, exchanged } from "../../words/adjustments";

/** How far to turn; where the gear has no screw or its figures are missing, by how much the gap is to change. */
export function screwAdjustment(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  fromMm: number | null,
): Adjustment {
  const aim = aimOf(now, valve);
  const turn = fromMm === null ? null : turnOf(context, now, valve, { fromMm, aimMm: aim });
  if (turn !== null)
    return { ...byTurn(context, turn), turns: turn.direction === "out" ? -turn.turns : turn.turns, aimMm: aim };
  // Jobs of before parts were planned for the whole engine exchange them valve by valve.
  const gear = context.file.adjuster?.kind;
  if (gear === "bucket-shim" || gear === "bucket" || gear === "positive-closing")
    return exchanged(now, valve, fromMm);
  const { role } = valve.valve;
  const unit = roleUnit(context.file, role);
  const excessMm = (fromMm ?? aim) - aim;
  const said =
    valve.valve.block === undefined ? byAmount(context, excessMm, unit, role) : byHeight(context, excessMm, unit);
  return { ...said, turns: null, aimMm: aim };
}

/**
 * The turn from one gap to another; null where the gear's figures don't tell. Turned in, a screw takes away lash; a
 * follower under a block it presses down, and the gap over it grows.
 */
export function turnOf(
  { file }: RunContext,
  { learning }: RunNow,
  { valve }: ValveState,
  { fromMm, aimMm }: { readonly fromMm: number; readonly aimMm: number },
): Turn | null {
  const screw = screwOf(file.adjuster);
  if (screw === null) return null;
  if (valve.block !== undefined) return turnFor(aimMm, fromMm, screw);
  if (valve.role === "injector") return turnFor(fromMm, aimMm, screw);
  const k = learning.useK && learning.k?.disagrees === true ? learning.k.k : screw.k;
  return turnFor(fromMm, aimMm, { ...screw, k });
}

type Said = Pick<Adjustment, "title" | "how" | "done">;

function byTurn({ locking, file }: RunContext, turn: Turn): Said {
  const { part } = locking;
  const done = {
    locked: `${capital(part)} turned${locking.kind === "self-locking" ? "" : ", locked"}`,
    turned: `${capital(part)} turned: read before locking`,
  };
  if (turn.direction === "none")
    return { title: `Leave the ${part} where it is and lock it.`, how: locking.how, done };
  const bites = biteWords(turn, file.adjuster?.swingDeg);
  return {
    title: `Turn the ${part} ${turn.direction} ${Math.round(turn.screwDeg)}°, ${asClock(turn)}.`,
    how: `That is ${asFraction(turn.turns)}. ${bites === null ? "" : `${bites} `}${locking.how}`,
    done,
  };
}

/** The same of a follower under a block: a gap that is too wide is a follower that stands too low. */
const byHeight = ({ locking }: RunContext, excessMm: number, unit: LengthUnit): Said => ({
  title: `${excessMm > 0 ? "Raise" : "Lower"} the follower by ${showChange(Math.abs(excessMm) + ROUND_UP_MM, unit)}, and lock.`,
  how: `Which way the screw moves it, see at the gap under the block. ${locking.how}`,
  done: { locked: "Turned and locked", turned: "Turned: read before locking" },
});

/** Without the figures of its screw: what must change, in the unit of the spec. */
const byAmount = ({ locking }: RunContext, excessMm: number, unit: LengthUnit, role: ValveRole): Said => ({
  title: `${excessMm > 0 ? "Close" : "Open"} it by ${showChange(Math.abs(excessMm) + ROUND_UP_MM, unit)}, and lock.`,
  how: `Give the ${role === "injector" ? "injectors' screw" : "adjuster's place"} and thread on the engine's page to be told the turn. ${locking.how}`,
  done: { locked: "Turned and locked", turned: "Turned: read before locking" },
});
