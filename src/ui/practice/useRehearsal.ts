"use client";

import { createContext, useCallback, useContext, useEffect, useMemo, useRef } from "react";
import { useRouter } from "next/navigation";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import { keptByRun } from "@/core/job/pages/rehearsal";
import type { Person } from "@/core/shop/person";
import type { Ledger } from "../run/model";
import type { RunHost } from "../run/session/runHost";
import { send } from "../send";
import { useStored, writeStored } from "../stored";
import type { AtBench } from "./PracticeBench";

interface Rehearsal {
  readonly ledger: Ledger;
  /** The run took another valve in hand. */
  readonly onHand: (valve: string | null) => void;
  /** What the run tells is new. */
  readonly onTold: (words: string) => void;
  readonly end: () => void;
}

export const Rehearsing = createContext<Rehearsal | null>(null);

function useRehearsing(): Rehearsal {
  const rehearsal = useContext(Rehearsing);
  if (rehearsal === null) throw new Error("useRehearsing: outside of a rehearsal");
  return rehearsal;
}

/** The kinds of work that are rehearsed open no page of the shop. */
const NOWHERE = (): void => undefined;

/** The run of a rehearsal: its ledger is this device's. */
export const REHEARSAL_HOST: RunHost = {
  useLedger: (_given, _person, inHand) => {
    const { ledger, onHand } = useRehearsing();
    useEffect(() => onHand(inHand), [onHand, inHand]);
    return ledger;
  },
  useOpening: (_id, _ledger, { title }) => {
    const { onTold } = useRehearsing();
    useEffect(() => onTold(title), [onTold, title]);
    return NOWHERE;
  },
  savedWords: "Practice",
};

const NOTHING: readonly KeptEntry[] = [];
const NONE_PENDING: ReadonlySet<string> = new Set();

/** What is entered stays on this device, and is gone with the rehearsal; what was left is told to the bench. */
export function useRehearsal(
  id: string,
  person: Person,
  { hands: { act, state }, setPicked }: AtBench,
  onTold: Rehearsal["onTold"],
): Rehearsal {
  const key = `fulcrata-rehearsal-${id}`;
  const [stored, write] = useStored<readonly KeptEntry[]>(key);
  const router = useRouter();
  const ended = useRef(false);
  const end = useCallback((): void => {
    if (ended.current) return;
    ended.current = true;
    void send("PUT", `/api/practice/${id}/ended`, { ended: true }).then((sent) => {
      if (sent.kind === "done") writeStored(key, null);
      else ended.current = false;
      router.refresh();
    });
  }, [id, key, router]);
  const kept = stored ?? NOTHING;
  const latest = useRef(kept);
  useEffect(() => {
    latest.current = kept;
  }, [kept]);
  const add = useCallback(
    (entries: readonly Entry[]): void => {
      const at = new Date().toISOString();
      const before = latest.current;
      const more = entries.map((e, i): KeptEntry => ({
        ...e,
        seq: before.length + i + 1,
        personId: person.id,
        personName: person.name,
        at,
        madeAt: at,
      }));
      latest.current = [...before, ...more];
      write(latest.current);
      for (const action of keptByRun(entries, before)) act(action);
      if (entries.some((e) => e.kind === "closed" || e.kind === "called-off")) end();
    },
    [act, end, person, write],
  );
  // What the bench was not told yet, as the page was left in the middle of it.
  const looked = useRef(false);
  useEffect(() => {
    if (looked.current || kept.length === 0) return;
    looked.current = true;
    for (const action of keptByRun(kept, []))
      if (state.valves.some((v) => v.id === action.valve && v.kept === null)) act(action);
  }, [kept, state, act]);
  const onHand = useCallback((valve: string | null): void => setPicked(valve === null ? [] : [valve]), [setPicked]);
  return useMemo(
    () => ({
      ledger: {
        entries: kept,
        pending: NONE_PENDING,
        loaded: true,
        waiting: null,
        unstored: false,
        apart: [],
        justRefused: null,
        refused: [],
        others: [],
        add,
      },
      onHand,
      onTold,
      end,
    }),
    [kept, add, onHand, onTold, end],
  );
}
