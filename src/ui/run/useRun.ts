"use client";

import { useCallback, useEffect, useMemo, useState } from "react";
import { resolveEngine } from "@/core/engine/resolve";
import { type Entry, type ReadingEntry, liveEntries } from "@/core/run/entry";
import { refusal } from "@/core/run/admit";
import { nextThing } from "@/core/run/next";
import { passNow, runState } from "@/core/run/state";
import { type Arc, contains } from "@/core/units/angle/arc";
import { type Action, instruct } from "./instruction";
import type { RunGiven } from "@/core/run/given";
import type { RunContext, RunNow } from "./model";
import { readStored, useStored } from "../stored";
import { NONE_KEY, type Taps, bladeOf, readTaps, stacksOfSet, tapBlade } from "./taps";
import { useLedger } from "./useLedger";

const newId = (): string => crypto.randomUUID();
const fresh = () => ({ id: newId(), supersedes: null });

/** Taps of every valve that was not entered yet, kept on this device. */
function useTaps(jobId: string) {
  const key = `fulcrata-taps-${jobId}`;
  const [stored, write] = useStored<Record<string, Taps>>(key);
  const change = useCallback((valve: string, taps: Taps): void => write({ ...readStored<Record<string, Taps>>(key), [valve]: taps }), [key, write]);
  return { all: stored ?? NO_TAPS, change };
}
const NO_TAPS: Record<string, Taps> = {};

/** The run: what stands in the ledger, what is in hand, and what can be done. */
export function useRun(props: RunGiven) {
  const { entries: initial, returning, ...rest } = props;
  const context: RunContext = useMemo(() => ({ ...rest, engine: resolveEngine(rest.file), stacks: stacksOfSet(rest.set) }), [props.id]); // eslint-disable-line react-hooks/exhaustive-deps -- a job's givens never change
  const { job } = context;
  const ledger = useLedger(props.id, initial);
  const [chosen, setChosen] = useState<string | null>(null);
  const [foundDeg, setFoundDeg] = useState<number | null>(null);
  const [overrides, setOverrides] = useState<Record<string, string>>({});
  const [complaint, setComplaint] = useState<string | null>(null);
  const taps = useTaps(props.id);

  const now: RunNow = useMemo(() => {
    const state = runState(job, ledger.entries);
    const confirmed = ledger.entries.slice(initial.length).some((e) => e.kind === "arrived");
    const next = nextThing(job, state, { chosen, returning: returning && !confirmed, foundDeg });
    const target = next.kind === "turn" && next.first ? next.to : state.stop;
    return { state, next, crankDeg: foundDeg ?? target?.crankDeg ?? 0 };
  }, [job, ledger.entries, initial.length, chosen, returning, foundDeg]);

  const valve = "valve" in now.next ? now.next.valve : null;
  const valveId = valve?.valve.id ?? null;
  const doubted = now.next.kind === "read" && now.next.at.doubt !== null && overrides[now.next.valve.valve.id] === undefined;
  const reading = now.next.kind === "read" && !doubted;
  const own = useMemo(() => (valveId === null ? {} : (taps.all[valveId] ?? {})), [taps.all, valveId]);
  const tapped = useMemo(() => (reading && valve !== null ? readTaps(own, context.set, context.stacks, valve.valve.spec) : null), [reading, valve, own, context]);
  const instruction = instruct(context, now, tapped);

  // What the shop refused goes back onto the leaves: nothing that was tapped is lost.
  const refused = ledger.refused;
  const restore = taps.change;
  useEffect(() => {
    for (const entry of refused?.entries ?? []) if (entry.kind === "reading") restore(entry.valve, tapsOf(entry, context));
  }, [refused, restore, context]);

  /** Adds entries that belong together; what the core refuses is said and nothing is sent. */
  const add = useCallback((made: readonly Entry[]): boolean => {
    let sofar = ledger.entries;
    for (const entry of made) {
      const why = refusal(job, sofar, entry);
      if (why !== null) {
        setComplaint(why);
        return false;
      }
      sofar = [...sofar, entry];
    }
    setComplaint(null);
    ledger.add(made);
    return true;
  }, [job, ledger]);

  function makeReading(): ReadingEntry | null {
    if (valveId === null || tapped?.whole == null || now.state.stop === null) return null;
    const { goes, noGo } = tapped.whole;
    return { ...fresh(), kind: "reading", valve: valveId, stop: now.state.stop.letter, pass: passNow(ledger.entries, valveId), goes, noGo, reason: overrides[valveId] ?? null };
  }

  function done(made: readonly Entry[], finished: boolean): void {
    if (!add(made) || valveId === null) return;
    taps.change(valveId, {});
    if (finished) setChosen(null);
  }

  function leave(reason: string | null): void {
    if (valveId === null) return;
    const made = makeReading();
    const last = made ?? valve?.last ?? null;
    if (last === null) return;
    done([...(made === null ? [] : [made]), { ...fresh(), kind: "left", valve: valveId, reading: last.id, reason }], true);
  }

  function act(action: Action): void {
    switch (action.kind) {
      case "arrive":
        setChosen(null);
        setFoundDeg(null);
        add([{ ...fresh(), kind: "arrived", stop: action.stop }]);
        return;
      case "close":
        add([{ ...fresh(), kind: "closed" }]);
        return;
      case "leave":
        leave(null);
        return;
      case "set": {
        if (valveId === null || now.state.stop === null) return;
        const made = makeReading();
        done([...(made === null ? [] : [made]), { ...fresh(), kind: "set", valve: valveId, stop: now.state.stop.letter, turns: action.turns }], false);
        setChosen(valveId);
      }
    }
  }

  /** The crank was found: at a stop of the route that is an arrival, elsewhere the way to the next stop is told from there. */
  function found(deg: number, arc: Arc): void {
    const there = job.route.filter((s) => contains(arc, s.crankDeg, job.cycleDeg));
    const stop = there.find((s) => s.letter === now.state.stop?.letter) ?? there.find((s) => s.valves.some((v) => now.state.valves.get(v.valve)?.status !== "left")) ?? there[0];
    if (stop !== undefined) act({ kind: "arrive", stop: stop.letter });
    else setFoundDeg(deg);
  }

  /** Takes the last step back: the reading goes back onto the leaves. */
  function undo(): void {
    const live = liveEntries(ledger.entries);
    const last = live.at(-1);
    if (last === undefined || last.kind === "closed") return;
    const before = live.at(-2);
    const both = (last.kind === "left" || last.kind === "set") && before?.kind === "reading" && before.valve === last.valve;
    const back = both ? [last, before] : [last];
    if (!add(back.map((e) => ({ id: newId(), kind: "withdrawn", supersedes: e.id })))) return;
    const read = back.find((e) => e.kind === "reading");
    if (read !== undefined) taps.change(read.valve, tapsOf(read, context));
    if ("valve" in last) setChosen(last.valve);
  }

  function tap(key: string): void {
    if (!reading || valveId === null) return;
    setComplaint(null);
    taps.change(valveId, tapBlade(own, key));
  }
  function say(key: string, said: "goes" | "no"): void {
    if (!reading || valveId === null) return;
    setComplaint(null);
    taps.change(valveId, { ...own, [key]: said });
  }

  return {
    context, now, ledger, instruction, tapped, valve, doubted, taps: own, chosen,
    complaint: complaint ?? refused?.why ?? null,
    canUndo: liveEntries(ledger.entries).some((e) => e.kind !== "closed") && !now.state.closed,
    act, found, undo, tap, say,
    clear: () => valveId !== null && taps.change(valveId, {}),
    choose: (id: string | null) => { setComplaint(null); setChosen(id); },
    override: (id: string, reason: string) => setOverrides({ ...overrides, [id]: reason }),
    leaveWith: leave,
  };
}

export type Run = ReturnType<typeof useRun>;

/** A kept reading back on the leaves. */
function tapsOf(reading: ReadingEntry, { set, stacks }: RunContext): Taps {
  const keyOf = (mm: number): string | null => {
    const stack = stacks.find((s) => Math.abs(s.thicknessMm - mm) < 1e-5);
    return stack === undefined ? null : bladeOf(stack, set).key;
  };
  const noGo = keyOf(reading.noGo.mm);
  if (reading.goes.mm === 0) return { [NONE_KEY]: "goes" };
  const goes = keyOf(reading.goes.mm);
  return { ...(goes === null ? {} : { [goes]: "goes" as const }), ...(noGo === null ? {} : { [noGo]: "no" as const }) };
}
