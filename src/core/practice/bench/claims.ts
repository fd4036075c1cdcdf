/** What is said of the engine, held against what is so. */
import { marginDeg, meets } from "../../stops/margin";
import { DEFAULT_STOP_SETTINGS } from "../../stops/settings";
import { fold, separation } from "../../units/angle/arc";
import { random } from "../../units/random";
import type { PracticeAction } from "./action";
import { FAULT_RULES } from "../engine/fault";
import type { Slip } from "./slip";
import { type BenchState, type CantBeDone, type Done, crankOf, liftNow } from "./state";
import type { VirtualEngine } from "../engine/virtualEngine";

/** Margin that a valve needs to be set, as the app asks for everywhere. */
export const REQUIRED_DEG = DEFAULT_STOP_SETTINGS.requiredDeg;

/** Which of all valves may be set where the crank stands, which are off, and which are too near to either to be marked. */
export function settable(
  v: VirtualEngine,
  state: Pick<BenchState, "turnedDeg">,
): { readonly may: string[]; readonly off: string[] } {
  const at = crankOf(v, state);
  const margins = v.valves.map((x) => ({ x, margin: marginDeg(x.valve, at, v.engine.cycleDeg) ?? 0 }));
  return {
    may: margins
      .filter(({ x, margin }) => meets(margin, REQUIRED_DEG) && liftNow(v, state, x) === 0)
      .map(({ x }) => x.id),
    off: margins.filter(({ x, margin }) => margin < 0 || liftNow(v, state, x) > 0).map(({ x }) => x.id),
  };
}

export function maySet(v: VirtualEngine, state: BenchState, named: readonly string[]): Done | CantBeDone {
  const stranger = named.find((id) => !v.valves.some((x) => x.id === id));
  if (stranger !== undefined) return { cant: `There is no valve ${stranger} to practice on here.` };
  const { may, off } = settable(v, state);
  const slips: Slip[] = [
    ...named
      .filter((id) => off.includes(id))
      .map((id): Slip => ({
        kind: "wrong-mark",
        valve: id,
        why: `${id} was said to rest on its base circle, and is off it here.`,
      })),
    ...may
      .filter((id) => !named.includes(id))
      .map((id): Slip => ({
        kind: "missed-mark",
        valve: id,
        why: `${id} may be set here, well clear of its lobe, and was left out.`,
      })),
  ];
  // On to another place, where the next is asked.
  const on = 100 + Math.floor(500 * random(Math.imul(v.seed, 101) + state.claims).next());
  const words = named.length === 0 ? "Said: none may be set here." : `Said: ${named.join(", ")} may be set here.`;
  return {
    state: { ...state, claims: state.claims + 1, turnedDeg: state.turnedDeg + on },
    felt: `${words} The crank was turned on to another place.`,
    slips,
  };
}

/** So far from the top counts as there. */
const TDC_WITHIN_DEG = 6;

export function tdc(v: VirtualEngine, state: BenchState, cylinder: string): Done {
  const firing = v.engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? fold(0, v.engine.cycleDeg);
  const at = crankOf(v, state);
  const off = separation(at, firing, v.engine.cycleDeg);
  const slips: Slip[] = [];
  if (off > TDC_WITHIN_DEG) {
    const oneTurn = v.engine.cycleDeg === 720 && Math.abs(off - 360) <= TDC_WITHIN_DEG;
    slips.push(
      oneTurn
        ? {
            kind: "one-turn-out",
            valve: null,
            why: `That is the other top of cylinder ${cylinder}: both its valves are a little open there, and no air pushed. One full turn on it fires.`,
          }
        : {
            kind: "off-tdc",
            valve: null,
            why: `Firing TDC of cylinder ${cylinder} is ${Math.round(off)} crank degrees from there.`,
          },
    );
  }
  if (state.slack)
    slips.push({
      kind: "wrong-way",
      valve: null,
      why: "The top was come to backward: turn past it, and come to it in the running direction.",
    });
  return { state: { ...state, claims: state.claims + 1 }, felt: `Said: cylinder ${cylinder} fires here.`, slips };
}

export function nameFault(
  v: VirtualEngine,
  state: BenchState,
  fault: PracticeFault,
  valve: string | null,
): Done | CantBeDone {
  const planted = v.fault;
  if (fault !== null && FAULT_RULES[fault].atValve && valve === null)
    return { cant: "That is at one valve: say at which." };
  const right = fault === (planted?.fault ?? null);
  const there = planted === null || planted.valve === null || planted.valve === valve;
  const is =
    planted === null
      ? "Nothing is wrong with this engine."
      : `It was: ${FAULT_RULES[planted.fault].name.toLowerCase()}${planted.valve === null ? "" : ` at ${planted.valve}`}. ${FAULT_RULES[planted.fault].shows}`;
  const said = fault === null ? "nothing is wrong" : FAULT_RULES[fault].name.toLowerCase();
  const slips: Slip[] = right && there ? [] : [{ kind: right ? "wrong-valve" : "wrong-fault", valve, why: is }];
  return {
    state: { ...state, claims: state.claims + 1 },
    felt: `Said: ${said}${valve === null ? "" : ` at ${valve}`}.`,
    slips,
  };
}
type PracticeFault = Extract<PracticeAction, { do: "name" }>["fault"];
