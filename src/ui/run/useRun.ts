"use client";

import { useCallback, useEffect, useMemo, useState } from "react";
import { resolveEngine } from "@/core/engine/resolve";
import { lockingOf } from "@/core/lash/locking";
import { aimMm } from "@/core/lash/adjuster";
import { otherSchool } from "@/core/preload/zeroLash";
import { type Entry, type LeafMark, type ReadingEntry, isValveWork, liveEntries } from "@/core/run/entry";
import { refusal } from "@/core/run/admit";
import type { RunGiven } from "@/core/run/given";
import { bleedLeft } from "@/core/run/bleeding";
import { nextThing } from "@/core/run/next";
import { passNow, runState } from "@/core/run/state";
import type { Person } from "@/core/shop/person";
import { type Arc, contains } from "@/core/units/angle/arc";
import { useStored } from "../stored";
import { instruct } from "./instruction";
import { BOTH_ON, type LearningSwitches, learningOf } from "./learning";
import { type RunContext, type RunNow, shiftUsed } from "./model";
import { type Held, type Tap, readTaps, sayTap, stacksOfSet, tapBlade, tapsOf } from "./taps";
import type { Action, Reasoned } from "./told";
import { plainEntries } from "./plainEntries";
import { ServerClock } from "./serverClock";
import { useLedger } from "./useLedger";
import { useLifter } from "./useLifter";
import { useServerNow } from "./useServerNow";
import { NOTHING_ON, useTaps } from "./useTaps";

const newId = (): string => crypto.randomUUID();
const fresh = () => ({ id: newId(), supersedes: null });

/** The set in hand: the one chosen on this device among those laid out, else the job's own. */
function useSet({ id, sets }: RunGiven) {
  const [chosen, choose] = useStored<string>(`fulcrata-set-${id}`);
  return { set: sets.find((s) => s.id === chosen) ?? sets[0], choose };
}

const SECOND_MS = 1000;
/** How often a hot engine's minutes are looked at. */
const COOLING_MS = 15_000;

/** The run: what stands in the ledger, what is in hand, and what can be done. */
export function useRun(props: RunGiven, person: Person | null) {
  const { entries: initial, returning, ...rest } = props;
  const { set, choose: chooseSet } = useSet(props);
  const school = person?.school ?? "go-no-go";
  const context: RunContext = useMemo(
    () => ({
      ...rest,
      engine: resolveEngine(rest.file),
      locking: lockingOf(rest.file.adjuster),
      hand: { set, stacks: stacksOfSet(set), school, instrument: set.id === rest.sets[0].id ? null : set.name },
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a job's givens never change
    [props.id, set.id, school],
  );
  const { job } = context;
  const [chosen, setChosen] = useState<string | null>(null);
  const [foundDeg, setFoundDeg] = useState<number | null>(null);
  const [overrides, setOverrides] = useState<Record<string, string>>({});
  const [complaint, setComplaint] = useState<string | null>(null);
  const [inHand, setInHand] = useState<string | null>(null);
  const [clock] = useState(() => new ServerClock(props.nowMs));
  const ledger = useLedger(props.id, initial, inHand, clock);
  const taps = useTaps(props.id, set.id);
  const [switches, setSwitches] = useStored<LearningSwitches>(`fulcrata-learning-${props.id}`);
  const personId = person?.id ?? null;

  const state = useMemo(() => runState(job, ledger.entries), [job, ledger.entries]);
  const nowMs = useServerNow(clock, props.nowMs, (ms) =>
    state.closed
      ? null
      : bleedLeft(job, state, ms) > 0
        ? SECOND_MS
        : job.work === "lash" && job.state === "hot"
          ? COOLING_MS
          : null,
  );
  const now: RunNow = useMemo(() => {
    const confirmed = ledger.entries.slice(initial.length).some((e) => e.kind === "arrived");
    const taken = new Set(ledger.others.flatMap((o) => (o.valve === null ? [] : [o.valve])));
    // What is in hand already stays in hand when somebody else comes to it: both are told.
    if (inHand !== null) taken.delete(inHand);
    const next = nextThing(job, state, { chosen, returning: returning && !confirmed, foundDeg, taken, nowMs });
    const target = next.kind === "turn" && next.first ? next.to : state.stop;
    return {
      state,
      next,
      nowMs,
      crankDeg: foundDeg ?? target?.crankDeg ?? 0,
      learning: learningOf(context, ledger.entries, personId, switches ?? BOTH_ON),
      others: ledger.others,
    };
  }, [
    job,
    context,
    state,
    nowMs,
    ledger.entries,
    ledger.others,
    initial.length,
    chosen,
    returning,
    foundDeg,
    personId,
    switches,
    inHand,
  ]);

  const { next, learning } = now;
  const valve = "valve" in next ? next.valve : next.kind === "answer" ? next.about : null;
  const valveId = valve?.valve.id ?? null;
  // Told to the others: which valve is in hand here. Set while rendering, so that no effect has to follow.
  if (inHand !== valveId) setInHand(valveId);
  const doubted =
    (next.kind === "read" || next.kind === "zero") &&
    next.at.doubt !== null &&
    overrides[next.valve.valve.id] === undefined;
  const reading = next.kind === "read" && !doubted;
  const chosenHere = useLifter(context, valveId, valveId !== null && overrides[valveId] !== undefined);
  const own = (valveId === null ? undefined : taps.all[valveId]) ?? NOTHING_ON;
  const tapped = useMemo(() => {
    if (!reading || valve === null) return null;
    // With the lock loose it is read against what it should be before locking.
    const shift = valve.status === "turned" || valve.status === "ready" ? shiftUsed(learning) : 0;
    const { spec } = valve.valve;
    return readTaps(own.taps, own.held, context.hand, {
      ...spec,
      nominalMm: aimMm(spec.nominalMm, shift),
      lowMm: spec.lowMm - shift,
      highMm: spec.highMm - shift,
    });
  }, [reading, valve, own, context, learning]);
  const instruction = instruct(context, now, tapped === null ? null : { taps: own.taps, tapped }, chosenHere);
  const [marked, setMarked] = useState({ of: "", index: 0 });
  const of = `${instruction.title}|${instruction.choices.length}`;
  const markedIndex = marked.of === of ? marked.index : 0;

  // What the shop refused goes back onto the leaves: nothing that was tapped is lost.
  const refused = ledger.refused;
  const restore = taps.change;
  useEffect(() => {
    for (const entry of refused?.entries ?? [])
      if (entry.kind === "reading") restore(entry.valve, tapsOf(entry, context.hand));
  }, [refused, restore, context]);

  /** Adds entries that belong together; what the core refuses is said and nothing is sent. */
  const add = useCallback(
    (made: readonly Entry[]): boolean => {
      let sofar = ledger.entries;
      for (const entry of made) {
        const why = refusal(job, sofar, entry, personId, clock.now());
        if (why !== null) {
          setComplaint(why);
          return false;
        }
        sofar = [...sofar, entry];
      }
      setComplaint(null);
      ledger.add(made);
      return true;
    },
    [job, ledger, personId, clock],
  );

  /** Before the crank goes on: a wait that ran out on this device while the network was away is said, since the shop did not see it begin. */
  function waited(): Entry[] {
    const squeezed = ledger.entries.some((e) => e.kind === "set" && (e.turns ?? 0) > 0 && ledger.pending.has(e.id));
    return state.squeezed !== null && squeezed
      ? [
          {
            ...fresh(),
            kind: "bled",
            reason: `Waited ${job.preload?.bleedMinutes ?? 0} minutes on this device while the network was away`,
          },
        ]
      : [];
  }

  function makeReading(): ReadingEntry | null {
    if (valveId === null || tapped?.whole == null || now.state.stop === null) return null;
    const { fromMm: _, ...read } = tapped.whole;
    return {
      ...fresh(),
      kind: "reading",
      valve: valveId,
      stop: now.state.stop.letter,
      pass: passNow(ledger.entries, valveId),
      ...read,
      reason: overrides[valveId] ?? null,
    };
  }

  function done(made: readonly Entry[], finished: boolean): void {
    if (valveId === null || !add(made)) return;
    taps.change(valveId, NOTHING_ON);
    setChosen(finished ? null : valveId);
  }

  /** What is in hand is read, and then this is done with it. A question that the reading raises comes first: then only the reading is kept. */
  function afterReading(then: (reading: ReadingEntry | null) => Entry, finished: boolean): void {
    const made = makeReading();
    const entry = then(made);
    if (made !== null && valveId !== null) {
      const asks = runState(job, [...ledger.entries, made]).questions.some(
        (q) => q.valve === valveId || (q.valve === null && made.pass === "as-found"),
      );
      if (asks) return done([made], false);
    }
    done([...(made === null ? [] : [made]), entry], finished);
  }

  const leave = (reason: string | null): void =>
    afterReading(
      (made) => ({
        ...fresh(),
        kind: "left",
        valve: valveId ?? "",
        reading: made?.id ?? (job.work === "preload" ? lastHere() : valve?.last?.id) ?? "",
        reason,
      }),
      true,
    );

  function act(action: Action): void {
    const stop = now.state.stop?.letter ?? "";
    const plain = plainEntries(action, valveId ?? "", stop);
    if (plain !== null) return void add(plain);
    switch (action.kind) {
      case "arrive":
        setChosen(null);
        setFoundDeg(null);
        add([...(next.kind === "turn" ? waited() : []), { ...fresh(), kind: "arrived", stop: action.stop }]);
        return;
      case "tap":
        return say(action.key, action.said);
      case "note": {
        const made = makeReading();
        if (made !== null) done([made], true);
        return;
      }
      case "leave":
        return leave(null);
      case "set":
        return afterReading(
          () => ({
            ...fresh(),
            kind: "set",
            valve: valveId ?? "",
            stop,
            turns: action.turns,
            aimMm: action.aimMm,
            locked: action.locked,
          }),
          false,
        );
      case "zero":
        chosenHere.settle();
        if (
          add([
            {
              ...fresh(),
              kind: "zeroed",
              valve: valveId ?? "",
              stop,
              school: action.school,
              foundTurns: chosenHere.lifter.foundTurns,
              apartTurns: null,
              reason: overrides[valveId ?? ""] ?? null,
            },
          ])
        )
          setChosen(valveId);
        return;
      case "from-zero":
        return chosenHere.fromZero();
      case "turn-in":
        return turnIn(action.turns, action.then);
      case "lock":
        if (job.work === "preload") return lockLifter();
        return afterReading(() => ({ ...fresh(), kind: "locked", valve: valveId ?? "", stop }), false);
      case "again":
        return takeBack(action.valve);
      case "bar":
        setChosen(null);
        return void add([
          ...waited(),
          { ...fresh(), kind: "barred" },
          { ...fresh(), kind: "arrived", stop: action.stop },
        ]);
      case "back":
        return setChosen(null);
      // What is left are places on the screen, not entries: the view opens them.
      default:
    }
  }

  /** The last entry at the valve in hand: what its as-left rests on where nothing is read. */
  const lastHere = (): string =>
    liveEntries(ledger.entries).findLast((e) => isValveWork(e) && e.valve === valveId)?.id ?? "";

  function turnIn(turns: number, then: "leave" | "look"): void {
    const set: Entry = {
      ...fresh(),
      kind: "set",
      valve: valveId ?? "",
      stop: state.stop?.letter ?? "",
      turns,
      aimMm: null,
      locked: context.locking.inOneGo,
    };
    const left: Entry = { ...fresh(), kind: "left", valve: valveId ?? "", reading: set.id, reason: null };
    done(then === "leave" ? [set, left] : [set], then === "leave");
  }

  /** Locked: in its window it is done, else it is looked at. */
  function lockLifter(): void {
    const locked: Entry = { ...fresh(), kind: "locked", valve: valveId ?? "", stop: state.stop?.letter ?? "" };
    const inWindow = valve?.preload?.verdict === "in";
    done(
      [
        locked,
        ...(inWindow
          ? [{ ...fresh(), kind: "left" as const, valve: valveId ?? "", reading: locked.id, reason: null }]
          : []),
      ],
      inWindow,
    );
  }

  function withReason(reasoned: Reasoned["for"], reason: string): void {
    if (reasoned.kind === "bled") add([{ ...fresh(), kind: "bled", reason }]);
    else if (reasoned.kind === "leave") leave(reason);
    else if (reasoned.kind === "answer") add([{ ...fresh(), kind: "answered", question: reasoned.question, reason }]);
    else add([{ ...fresh(), kind: "checked", item: reasoned.item, reason }]);
  }

  /** The crank was found: at a stop of the route that is an arrival, elsewhere the way to the next stop is told from there. */
  function found(deg: number, arc: Arc): void {
    const there = job.route.filter((s) => contains(arc, s.crankDeg, job.cycleDeg));
    const stop =
      there.find((s) => s.letter === now.state.stop?.letter) ??
      there.find((s) => s.valves.some((v) => now.state.valves.get(v.valve)?.status !== "left")) ??
      there[0];
    if (stop !== undefined) act({ kind: "arrive", stop: stop.letter });
    else setFoundDeg(deg);
  }

  function withdraw(back: readonly Entry[]): void {
    if (!add(back.map((e) => ({ id: newId(), kind: "withdrawn", supersedes: e.id })))) return;
    const read = back.find((e) => e.kind === "reading");
    if (read !== undefined) taps.change(read.valve, tapsOf(read, context.hand));
    const last = back[0];
    setChosen(last !== undefined && isValveWork(last) ? last.valve : null);
  }

  /** Takes the last step back: the reading goes back onto the leaves. */
  function undo(): void {
    const live = liveEntries(ledger.entries);
    const last = live.at(-1);
    const before = live.at(-2);
    if (last === undefined || last.kind === "closed" || last.kind === "signed") return;
    const reading =
      (last.kind === "left" || last.kind === "set" || last.kind === "locked") &&
      before?.kind === "reading" &&
      before.valve === last.valve;
    const barred = last.kind === "arrived" && before?.kind === "barred";
    withdraw((reading || barred) && before !== undefined ? [last, before] : [last]);
  }

  function takeBack(id: string): void {
    const last = liveEntries(ledger.entries).findLast((e) => isValveWork(e) && e.valve === id);
    if (last !== undefined) withdraw([last]);
  }

  function say(key: string, said: Tap): void {
    if (!reading || valveId === null) return;
    setComplaint(null);
    taps.change(valveId, { taps: sayTap(own.taps, key, said), held: null });
  }

  return {
    context,
    now,
    ledger,
    instruction,
    tapped,
    valve,
    doubted,
    taps: own.taps,
    held: own.held,
    chosen,
    reading,
    switches: switches ?? BOTH_ON,
    complaint: complaint ?? refused?.why ?? null,
    canUndo: liveEntries(ledger.entries).length > 0 && !now.state.closed,
    /** The answer that the first key gives: 0 is the large button, then the choices. */
    marked: Math.min(markedIndex, instruction.choices.length),
    mark: (index: number) => setMarked({ of, index }),
    act,
    found,
    undo,
    say,
    withReason,
    chooseSet,
    setSwitches,
    part: chosenHere.part,
    lifter: chosenHere.lifter,
    chooseLifter: chosenHere.choose,
    choosePart: chosenHere.choosePart,
    /** Felt the other way: so many turns from this valve's zero. */
    compare: (apartTurns: number) =>
      add([
        {
          ...fresh(),
          kind: "zeroed",
          valve: valveId ?? "",
          stop: state.stop?.letter ?? "",
          school: otherSchool(valve?.preload?.school ?? "up-down"),
          foundTurns: null,
          apartTurns,
          reason: null,
        },
      ]),
    /** Wires held to the plunger: the largest that goes and the smallest that does not. */
    wire: (goes: LeafMark, noGo: LeafMark) => {
      if (
        valveId === null ||
        !add([
          {
            ...fresh(),
            kind: "reading",
            valve: valveId,
            stop: state.stop?.letter ?? "",
            pass: passNow(ledger.entries, valveId),
            goes,
            noGo,
            school: "wire",
            value: null,
            instrument: "wires",
            reason: overrides[valveId] ?? null,
          },
        ])
      )
        return;
      setChosen(valveId);
    },
    warm: (celsius: number) => add([{ ...fresh(), kind: "warmth", celsius }]),
    tap: (key: string) => {
      if (!reading || valveId === null) return;
      setComplaint(null);
      taps.change(valveId, { taps: tapBlade(own.taps, key, school), held: null });
    },
    hold: (held: Held) => reading && valveId !== null && taps.change(valveId, { taps: {}, held }),
    clear: () => valveId !== null && taps.change(valveId, NOTHING_ON),
    choose: (id: string | null) => {
      setComplaint(null);
      setChosen(id);
    },
    override: (id: string, reason: string) => setOverrides({ ...overrides, [id]: reason }),
    pause: (reason: string) => add([{ ...fresh(), kind: "paused", reason }]),
    reopen: (id: string, reason: string) => {
      if (add([{ ...fresh(), kind: "reopened", valve: id, reason }])) setChosen(null);
    },
  };
}

export type Run = ReturnType<typeof useRun>;
