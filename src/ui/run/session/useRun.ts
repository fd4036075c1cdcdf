"use client";

import { useContext, useEffect, useMemo, useState } from "react";
import { type Draft, type Entry, type LedgerEntry, isValveEntry } from "@/core/job/ledger/entry";
import type { RunPageData } from "@/core/job/pages/run";
import { passAfter } from "@/core/job/state/pass";
import type { Person } from "@/core/shop/person";
import type { Arc } from "@/core/units/angle/arc";
import type { Run, RunWork } from "../model";
import { instruct } from "../words/instruction";
import { type Found, stoodThereWords } from "../words/stoodThere";
import type { Action, EnterAction, Reasoned } from "../words/shape";
import { isDoubted, leftOn, made, questionOf, readTapped, stopWithin, waited } from "./hand";
import { RunHosted } from "./runHost";
import { ServerClock } from "./serverClock";
import { lastAt } from "./steps";
import { type Tap, sayTap, tapBlade, tapsOf } from "../../leaves/taps";
import { useAdding } from "./useAdding";
import { useChoice } from "./useChoice";
import { useMarked } from "./useMarked";
import { useRest } from "./useRest";
import { useRunContext } from "./useRunContext";
import { useRunNow } from "./useRunNow";
import { useTakingBack } from "./useTakingBack";
import { NOTHING_ON, type OnValve, isEmpty, touched, useTaps, withoutLast } from "./useTaps";
import { valveOf } from "./valveOf";

/** The run: what stands in the ledger, what is in hand, and what can be done. */
export function useRun(given: RunPageData, person: Person | null, work: RunWork): Run {
  const { context, chooseSet } = useRunContext(given, person, work);
  const personId = person?.id ?? null;
  const [chosen, setChosen] = useState<string | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [overrides, setOverrides] = useState<Record<string, string>>({});
  const [inHand, setInHand] = useState<string | null>(null);
  const [clock] = useState(() => new ServerClock(given.nowMs));
  const { useLedger } = useContext(RunHosted);
  const ledger = useLedger(given, person, inHand, clock);
  const confirmed = ledger.entries.slice(given.entries.length).some((e) => e.kind === "arrived");
  const returning = given.returning && !confirmed;
  const { now, switches, setSwitches } = useRunNow(context, ledger, clock, {
    chosen,
    returning,
    inHand,
    personId,
  });
  const valve = valveOf(now.next);
  const valveId = valve?.valve.id ?? null;
  // Told to the others: which valve is in hand here. Set while rendering, so that no effect has to follow.
  if (inHand !== valveId) setInHand(valveId);
  const override = valveId === null ? null : (overrides[valveId] ?? null);
  const doubted = isDoubted(context, now) && override === null;
  const reading = now.next.kind === "read" && !doubted;
  const { choice, choose: setChoice } = useChoice(context, valveId);
  const taps = useTaps(given.id, context.hand.set.id);
  const own = (valveId === null ? undefined : taps.all[valveId]) ?? NOTHING_ON;
  const tapped = useMemo(() => (reading ? readTapped(context, now, own) : null), [reading, context, now, own]);
  const { add, complaint, setComplaint, wanted, settle } = useAdding(context, ledger, now.state, { person, clock });
  const back = useTakingBack({ ledger, live: now.state.live, personId, withdraw, add });
  const told = instruct(context, now, tapped === null ? null : { taps: own.taps, tapped }, { choice, override });
  const instruction = back.asked ?? (found === null ? told : stoodThereWords(context, now, found));
  const { marked, mark } = useMarked(instruction);
  const resting = useRest(`${instruction.title}|${instruction.button?.label ?? ""}`);

  // What the shop refused goes back onto the leaves: nothing that was tapped is lost.
  const { justRefused } = ledger;
  const restore = taps.change;
  useEffect(() => {
    for (const entry of justRefused?.entries ?? [])
      if (entry.kind === "reading") restore(entry.valve, tapsOf(entry, context.hand));
  }, [justRefused, restore, context]);

  /** Without the word nothing is entered, and what was tapped is on the leaves again. */
  function giveWord(word: string | null): void {
    if (word === null)
      for (const entry of wanted?.entries ?? [])
        if (entry.kind === "reading") restore(entry.valve, tapsOf(entry, context.hand));
    settle(word);
  }

  /** The reading that was tapped, as an entry; null where none is whole. */
  function tappedReading(): Entry | null {
    if (valve === null || tapped?.whole == null || now.state.stop === null) return null;
    const { fromMm: _, ...read } = tapped.whole;
    return made({
      kind: "reading",
      valve: valve.valve.id,
      stop: now.state.stop.letter,
      pass: passAfter(valve.work),
      ...read,
      reason: override,
    });
  }

  function done(entries: readonly Entry[], finished: boolean): boolean {
    if (valveId === null || !add(entries)) return false;
    taps.change(valveId, NOTHING_ON);
    setChosen(finished ? null : valveId);
    return true;
  }

  /** What is in hand is read, and then this is done with it: both are kept, or neither. */
  function afterReading(then: (reading: Entry | null) => Draft, finished: boolean): void {
    const read = tappedReading();
    done([...(read === null ? [] : [read]), made(then(read))], finished);
  }

  const leave = (reason: string | null): void =>
    afterReading(
      (read) => ({ kind: "left", valve: valveId ?? "", reading: read?.id ?? leftOn(context, now, valveId), reason }),
      true,
    );

  /** Enters at once what belongs together. */
  function enter(
    drafts: readonly Draft[],
    { stay = false, leave: leaves = false }: Omit<EnterAction, "kind" | "drafts"> = {},
  ): boolean {
    const entries = drafts.map(made);
    const last = entries.at(-1);
    if (leaves && last !== undefined)
      return done([...entries, made({ kind: "left", valve: valveId ?? "", reading: last.id, reason: null })], true);
    if (stay) return done(entries, false);
    if (!add(entries)) return false;
    // A line that was touched is answered: the next one is told.
    if (valveId === null) setChosen(null);
    return true;
  }

  function act(action: Action): void {
    setFound(null);
    const stop = now.state.stop?.letter ?? "";
    switch (action.kind) {
      case "enter":
        if (action.choose !== undefined) setChoice(action.choose);
        enter(action.drafts, action);
        return;
      case "choose":
        return setChoice(action.choice);
      case "arrive":
        setChosen(null);
        add([
          ...(now.next.kind === "turn" ? waited(context, now, ledger) : []),
          made({ kind: "arrived", stop: action.stop }),
        ]);
        return;
      case "turn-over":
        setChosen(null);
        add([
          ...waited(context, now, ledger),
          made({ kind: "turned-over", rereads: action.rereads }),
          made({ kind: "arrived", stop: action.stop }),
        ]);
        return;
      case "tap":
        return say(action.key, action.tap);
      case "note": {
        const read = tappedReading();
        if (read === null) return;
        const raised = action.answer === undefined ? null : questionOf(context, now.state, read);
        const answered =
          raised === null || action.answer === undefined
            ? []
            : [made({ kind: "answered", question: raised.id, reason: action.answer })];
        done([read, ...answered], action.stay !== true);
        return;
      }
      case "leave":
        return leave(action.reason ?? null);
      case "set": {
        const { kind, turns, aimMm, locked } = action;
        return afterReading(() => ({ kind, valve: valveId ?? "", stop, turns, aimMm, locked }), false);
      }
      case "lock":
        return afterReading(() => ({ kind: "locked", valve: valveId ?? "", stop }), false);
      case "again":
        return back.take(lastAt(now.state.live, action.valve, personId));
      case "back":
        return setChosen(null);
      case "take-back":
        return back.answer(action.sure);
      // Places on the screen, not entries: the view opens them.
      case "open":
      case "locate":
    }
  }

  function withReason(what: Reasoned["for"], reason: string): void {
    if (what.kind === "leave") return leave(reason);
    if (what.kind === "bled") enter([{ kind: "bled-down", reason }]);
    else if (what.kind === "answer") enter([{ kind: "answered", question: what.question, reason }]);
    else enter([{ kind: "checked", item: what.item, reason }]);
  }

  /**
   * The crank was found: where it was thought, that is said once more; elsewhere it is believed at once, and what was
   * worked on since it was last proved is asked about.
   */
  function foundAt(deg: number, arc: Arc): void {
    const stop = stopWithin(context, now, arc);
    const { stop: thought, foundDeg, workedSinceProof } = now.state;
    const unknown = thought === null && foundDeg === null;
    if (stop !== null && (unknown || stop === thought?.letter)) return act({ kind: "arrive", stop });
    const here: Found = { stop, deg: Math.round(deg) % context.job.cycleDeg };
    if (!unknown && workedSinceProof.length > 0) return setFound(here);
    setChosen(null);
    add([made({ kind: "crank-found", ...here, stoodThere: "no" })]);
  }

  function withdraw(back: readonly LedgerEntry[]): void {
    const entries = back.map((e): Entry => ({ id: crypto.randomUUID(), kind: "withdrawn", supersedes: e.id }));
    if (back.length === 0 || !add(entries)) return;
    const read = back.find((e) => e.kind === "reading");
    if (read !== undefined) taps.change(read.valve, tapsOf(read, context.hand));
    const last = back[0];
    setChosen(last !== undefined && isValveEntry(last) ? last.valve : null);
  }

  /** Changes what is tapped or held at the valve that is read. */
  function onLeaves(change: (now: OnValve) => OnValve): void {
    if (!reading || valveId === null) return;
    setComplaint(null);
    taps.change(valveId, change);
  }

  const say = (key: string, tap: Tap): void => onLeaves((on) => touched(on, key, sayTap(on.taps, key, tap)));
  const inTaps = reading && !isEmpty(own);

  return {
    context,
    now,
    ledger,
    instruction,
    valve,
    doubted,
    reading,
    tapped,
    taps: own.taps,
    held: own.held,
    switches,
    complaint: complaint ?? justRefused?.why ?? null,
    wanted,
    giveWord,
    canUndo: inTaps || back.step !== null,
    takenBack: back.taken,
    bringBack: () => {
      for (const id of back.bring()) taps.change(id, NOTHING_ON);
      setChosen(null);
    },
    resting,
    marked,
    choice,
    overrideHere: override,
    mark,
    act,
    enter,
    choose: (id) => {
      setComplaint(null);
      setChosen(id);
    },
    setChoice,
    override: (id, reason) => setOverrides({ ...overrides, [id]: reason }),
    withReason,
    found: foundAt,
    // What is in hand first; then the last step, whose reading goes back onto the leaves.
    undo: () => (inTaps ? onLeaves(withoutLast) : back.take(back.step)),
    say,
    tap: (key) => onLeaves((on) => touched(on, key, tapBlade(on.taps, key, context.hand.school))),
    hold: (held) => onLeaves(() => ({ taps: {}, held })),
    clear: () => onLeaves(() => NOTHING_ON),
    chooseSet,
    setSwitches,
  };
}
