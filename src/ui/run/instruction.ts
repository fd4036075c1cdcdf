/** The one next thing as it is told: a sentence, its grounds, and the action that it asks for. Pure. */
import { aimMm, isScrew, screwAdjuster, turnFor } from "@/core/lash/adjuster";
import { CONSEQUENCE } from "@/core/lash/judge";
import { startMm } from "@/core/lash/reading";
import type { RouteStop } from "@/core/run/route";
import type { ValveState } from "@/core/run/state";
import { bandWords, barringWords, readingWords, specUnit, turnWords, valveName, verdictWords } from "@/core/run/words";
import { type Sight, sightWords } from "@/core/stops/sight";
import { signAt } from "@/core/stops/sign";
import { showLength } from "@/core/units/length";
import { asClock, asFraction, type Turn } from "@/core/units/turns";
import type { RunContext, RunNow } from "./model";
import { type TappedReading, NONE_KEY, bladeOf, singleBlades } from "./taps";

export type Action =
  | { readonly kind: "arrive"; readonly stop: string }
  | { readonly kind: "leave" }
  | { readonly kind: "set"; readonly turns: number | null }
  | { readonly kind: "close" };

export interface Instruction {
  readonly eyebrow: string;
  readonly title: string;
  readonly grounds: readonly string[];
  readonly button: { readonly label: string; readonly action: Action } | null;
  /** The blade to try next, by key. */
  readonly tryKey: string | null;
}

/** What to say now. `tapped` is null when no valve is being read. */
export function instruct(context: RunContext, now: RunNow, tapped: TappedReading | null): Instruction {
  const { next } = now;
  switch (next.kind) {
    case "closed":
      return { eyebrow: "Finished", title: "This job is closed. Its sheet stands.", grounds: [], button: null, tryKey: null };
    case "close":
      return closeWords(context, now);
    case "confirm":
      return confirmWords(context, next.at);
    case "turn":
      return turnInstruction(context, next.to, next.turnDeg, next.first);
    case "set":
      return setWords(context, now, next.valve, null);
    case "read":
      return next.at.doubt !== null && tapped === null ? doubtWords(context, now, next.valve, next.at.doubt) : readWords(context, now, next.valve, tapped);
  }
}

const where = (context: RunContext, now: RunNow, valve: ValveState): string =>
  `Stop ${now.state.stop?.letter ?? ""}, ${context.job.route.findIndex((s) => s.letter === now.state.stop?.letter) + 1} of ${context.job.route.length} · valve ${valveName(valve.valve, context.job.valves)}`;

const OVERSHOT = "if you pass it, go back 30° and come up again";

function turnInstruction({ engine, file, job }: RunContext, to: RouteStop, turnDeg: number, first: boolean): Instruction {
  const direction = file.rotation ?? "clockwise";
  const turn = `Turn ${direction} only, as seen from the end you bar from; ${OVERSHOT}.`;
  const tool = first ? null : barringWords(turnDeg, file.barring);
  const base = {
    eyebrow: `Stop ${to.letter}, ${job.route.indexOf(to) + 1} of ${job.route.length}`, tryKey: null,
    button: { label: arrivedLabel(to), action: { kind: "arrive" as const, stop: to.letter } },
  };
  const sights = to.sights ?? [];
  if (sights.length > 0) {
    const about = first ? "" : `It comes about ${turnWords(Math.round(turnDeg))} on${tool === null ? "" : `, ${tool}`}. `;
    return { ...base, title: `Turn the crank until ${sights.map(sightWords).join(", and ")}.`, grounds: [`${about}${turn}`, watchWords(sights)] };
  }
  const sign = signAt(engine, to.crankDeg);
  const title = first ? `Turn the crank until mark ${to.letter} is at the pointer.` : `Turn the crank ${turnWords(turnDeg)} on, to mark ${to.letter}.`;
  const mark = `Mark ${to.letter} ${to.markDeg === 0 ? "is the TDC mark" : `comes up ${Math.round(to.markDeg * 10) / 10}° after the TDC mark`}.${tool === null ? "" : ` That is ${tool}.`} ${turn}`;
  return { ...base, title, grounds: [`Check it: ${sign.check}${sign.oneTurnOut === null ? "" : ` ${sign.oneTurnOut}`}`, mark] };
}

const arrivedLabel = (stop: RouteStop): string => ((stop.sights ?? []).length > 0 ? "It does: the crank is there" : `Crank is at mark ${stop.letter}, checked`);

/** What fools the eye at this sort of stop. */
function watchWords(sights: readonly Sight[]): string {
  const moments = new Set(sights.map((s) => s.moment));
  if (moments.has("opening")) return "A compression release also lifts a little: this is the stroke that goes on to lift fully.";
  if (moments.has("closing")) return "Past the lowest point, not at it: stop once you see it coming back.";
  if (moments.has("rocking")) return "At the middle of the rock, both valves of that cylinder hardly move.";
  return "At full lift the retainer stands still for a moment: stop in the middle of that.";
}

/** After a while away: the same proof as on arriving. */
function confirmWords({ engine }: RunContext, at: RouteStop): Instruction {
  const sign = signAt(engine, at.crankDeg, at.sights ?? []);
  const place = `${(at.sights ?? []).length > 0 ? "stop" : "mark"} ${at.letter}`;
  return {
    eyebrow: "Back at the engine",
    title: `Is the crank still at ${place}?`,
    grounds: [`Anyone may have turned it meanwhile. ${sign.check}${sign.oneTurnOut === null ? "" : ` ${sign.oneTurnOut}`}`, `If it was turned, bring ${place} back in the running direction, or ask where the crank is.`],
    button: { label: `Crank is at ${place}, checked`, action: { kind: "arrive", stop: at.letter } },
    tryKey: null,
  };
}

function doubtWords(context: RunContext, now: RunNow, valve: ValveState, doubt: string): Instruction {
  return { eyebrow: where(context, now, valve), title: `${capital(valveName(valve.valve, context.job.valves))} is not for this stop.`, grounds: [doubt, "Off its heel every reading is wrong."], button: null, tryKey: null };
}

function readWords(context: RunContext, now: RunNow, valve: ValveState, tapped: TappedReading | null): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  const base = { eyebrow: where(context, now, valve), tryKey: null, button: null };
  const again = valve.status === "set";
  if (tapped === null || (tapped.goes === null && tapped.noGo === null && tapped.problem === null)) {
    if (valve.status === "read" && valve.last !== null) {
      return { ...base, title: `${capital(name)} is in its band: leave it.`, grounds: [`It was read as ${readingWords(valve.last)}.`], button: leaveButton(name) };
    }
    const advised = tapped === null || tapped.advice.decided || tapped.advice.try === null ? null : bladeOf(tapped.advice.try, context.set);
    const first = advised === null ? "" : `: try ${advised.text} first`;
    return {
      ...base,
      title: again ? `Locked? Then read ${name} again${first}.` : `Read ${name}${first}.`,
      grounds: [readGrounds(context, valve, again)],
      tryKey: advised?.key ?? null,
    };
  }
  if (tapped.problem !== null) return { ...base, title: "One of these is a slip.", grounds: [tapped.problem] };
  if (tapped.verdict === "in" && tapped.whole !== null) {
    const title = again ? `${capital(name)} is locked in its band: leave it.` : `${capital(name)} is in its band: leave it.`;
    return { ...base, title, grounds: [`${readingWords(tapped.whole)} lies within ${bandOf(context, valve)}.`], button: leaveButton(name) };
  }
  if (tapped.verdict !== "undecided") {
    return tapped.whole !== null ? setWords(context, now, valve, tapped) : { ...base, ...findOtherEnd(context, tapped, name) };
  }
  if (!tapped.advice.decided && tapped.advice.try !== null) {
    const blade = bladeOf(tapped.advice.try, context.set);
    return { ...base, title: `Now try ${blade.text}.`, grounds: [`${soFar(tapped)}: that leaves it open. The band is ${bandOf(context, valve)}.`], tryKey: blade.key };
  }
  const why = tapped.advice.decided || tapped.advice.try !== null ? "" : tapped.advice.why;
  if (tapped.whole === null) return { ...base, ...findOtherEnd(context, tapped, name) };
  const set = setWords(context, now, valve, tapped);
  return { ...set, grounds: [why, ...set.grounds] };
}

const leaveButton = (name: string): Instruction["button"] => ({ label: `${capital(name)} is done`, action: { kind: "leave" } });

function readGrounds(context: RunContext, valve: ValveState, again: boolean): string {
  const { file } = context;
  if (again) return "Tool off the rocker, no leaf pushed down by hand. Locking often moves the lash.";
  const bridge = file.bridges?.some((b) => b.cylinder === valve.valve.cylinder && b.role === valve.valve.role) === true;
  const lead = bridge ? "Set the bridge first: its own screw, both valves touching. " : "";
  return `${lead}A leaf goes when it slides with no more than light drag. Keep the wrench off the rocker while you feel.`;
}

function findOtherEnd(context: RunContext, tapped: TappedReading, name: string): Pick<Instruction, "title" | "grounds" | "tryKey"> {
  const singles = singleBlades(context.set);
  if (tapped.noGo === null) {
    const thicker = singles.find((b) => b.mm > (tapped.goes?.mm ?? 0) + 1e-6);
    return {
      title: thicker === undefined ? "This set ends here: take a thicker one." : `${capital(tapped.verdict === "undecided" ? name : tapped.verdict)}. Now find a leaf that does not go.`,
      grounds: [`${tapped.goes?.text} goes. How far to turn is known once a leaf refuses.`],
      tryKey: thicker?.key ?? null,
    };
  }
  const thinner = singles.findLast((b) => b.mm < (tapped.noGo?.mm ?? 0) - 1e-6);
  return {
    title: thinner === undefined ? `${capital(tapped.verdict)}. Does no leaf go at all?` : `${capital(tapped.verdict)}. Now find a leaf that goes.`,
    grounds: [`${tapped.noGo.text} does not go. How far to turn is known once a leaf goes, or none does.`],
    tryKey: thinner?.key ?? NONE_KEY,
  };
}

const soFar = ({ goes, noGo }: TappedReading): string =>
  [goes === null ? null : `${goes.text} goes`, noGo === null ? null : `${noGo.text} does not`].filter((s) => s !== null).join(", ");

const bandOf = (context: RunContext, valve: ValveState): string => bandWords(valve.valve.spec, specUnit(context.file.lash?.[valve.valve.role]));

/** Out of band (or not decidable): how far to turn, from what was tapped or from the last kept reading. */
function setWords(context: RunContext, now: RunNow, valve: ValveState, tapped: TappedReading | null): Instruction {
  const { spec } = valve.valve;
  const name = valveName(valve.valve, context.job.valves);
  const last = valve.last;
  const reading = tapped?.whole ?? last;
  const fromMm = tapped?.whole?.fromMm ?? (last === null ? null : startMm({ goesMm: last.goes.mm, noGoMm: last.noGo.mm }));
  const verdict = tapped?.verdict ?? valve.verdict ?? "undecided";
  const unit = specUnit(context.file.lash?.[valve.valve.role]);
  const aim = aimMm(spec.nominalMm, 0);
  const adjuster = context.file.adjuster;
  const screw = adjuster === undefined || adjuster.kind !== "screw" ? null : screwAdjuster(adjuster);
  const turn = fromMm === null || screw === null || !isScrew(screw) ? null : turnFor(fromMm, aim, screw);
  const grounds = [
    `${reading === null ? "" : `${readingWords(reading)}: ${name} ${verdictWords[verdict]}. `}Bring it to ${showLength(aim, unit)}.`,
    ...(reading !== null && reading.goes.mm === 0 ? ["No leaf goes: the valve may be held open. Do not run the engine so."] : []),
    ...(verdict === "tight" || verdict === "loose" ? [CONSEQUENCE[verdict]] : []),
  ];
  const told = turn === null ? byAmount(context, (fromMm ?? aim) - aim) : byTurn(turn, adjuster?.at === "stud-nut" ? "nut" : "screw");
  const signed = turn === null ? null : turn.direction === "out" ? -turn.turns : turn.turns;
  return {
    eyebrow: where(context, now, valve), title: told.title, grounds: [grounds[0] ?? "", told.how, ...grounds.slice(1)], tryKey: null,
    button: { label: told.done, action: { kind: "set", turns: signed } },
  };
}

interface Told {
  readonly title: string;
  readonly how: string;
  readonly done: string;
}

function byTurn(turn: Turn, part: "screw" | "nut"): Told {
  const done = part === "screw" ? "Screw turned, nut locked" : "Nut turned, locked";
  const lock = part === "screw" ? "Hold the screw, tighten the nut, read again." : "Lock it, then read again.";
  if (turn.direction === "none") return { title: `Leave the ${part} where it is and lock it.`, how: lock, done };
  return { title: `Turn the ${part} ${turn.direction} ${Math.round(turn.screwDeg)}°, ${asClock(turn)}.`, how: `That is ${asFraction(turn.turns)}. ${lock}`, done };
}

/** Without a screw, or without its figures: what must change, in mm. */
function byAmount({ file }: RunContext, excessMm: number): Told {
  // Halves are rounded up, also when binary fractions fall just short of them.
  const size = showLength(Math.abs(excessMm) + 1e-9);
  const kind = file.adjuster?.kind;
  if (kind === "grind") {
    return excessMm < 0
      ? { title: `Take ${size} off the stem's end, in steps.`, how: "What is ground away can't be put back. Read again after each step.", done: "Stem ground, put back" }
      : { title: `It is ${size} too wide: grinding can't close it.`, how: "Recut the seat or fit another valve, then read again.", done: "Seat or valve changed" };
  }
  if (kind === "bucket-shim" || kind === "bucket" || kind === "positive-closing") {
    return { title: `Fit a part ${size} ${excessMm > 0 ? "thicker" : "thinner"}.`, how: "Measure the part you take out and the one you fit. Turn the cam to seat it, then read again.", done: "Part fitted, seated" };
  }
  return { title: `${excessMm > 0 ? "Close" : "Open"} it by ${size}, and lock.`, how: "Give the adjuster's place and thread on the engine's page to be told the turn. Lock it, then read again.", done: "Turned and locked" };
}

function closeWords({ job, engine }: RunContext, { state }: RunNow): Instruction {
  const excused = [...state.valves.values()].filter((v) => v.left?.reason != null).map((v) => v.valve.id);
  const stop = state.stop;
  const rocking = stop === null ? [] : signAt(engine, stop.crankDeg).rocking;
  return {
    eyebrow: `${job.valves.length} of ${job.valves.length} valves`,
    title: "Every valve has its as-left. Close the job.",
    grounds: [
      ...(excused.length > 0 ? [`Left outside the band, with a reason: ${excused.join(", ")}.`] : []),
      "First turn the engine two full turns by hand, and touch every lock once more.",
      ...(rocking.length > 0 && stop !== null ? [`The crank stands at mark ${stop.letter} with cylinder ${rocking.join(", ")} rocking: mind that before a distributor or pump drive goes back in.`] : []),
    ],
    button: { label: "Close the job", action: { kind: "close" } },
    tryKey: null,
  };
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
