"use client";

import { createContext, useCallback, useContext, useEffect, useMemo, useRef } from "react";
import { useRouter } from "next/navigation";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import { keptByRun } from "@/core/job/pages/rehearsal";
import type { PartOut } from "@/core/job/tasks/shims/partsOut";
import type { Person } from "@/core/shop/person";
import type { Ledger } from "../../run/model";
import type { RunHost } from "../../run/session/runHost";
import { send } from "../../send";
import { useStored, writeStored } from "../../stored";
import type { AtBench } from "../PracticeBench";

interface Rehearsal {
  readonly ledger: Ledger;
  /** All that was entered. */
  readonly kept: readonly KeptEntry[];
  /** The run took another valve in hand. */
  readonly onHand: (valve: string | null) => void;
  /** What the run tells is new. */
  readonly onTold: (words: string) => void;
  readonly parts: RehearsedParts;
  readonly end: () => void;
}

/** The pages of parts beside a rehearsed run. */
export interface RehearsedParts {
  /** The run asks for one of them, by its path under a job. */
  readonly open: (path: string) => void;
  readonly out: readonly PartOut[];
  readonly keep: (came: readonly PartOut[]) => void;
  /** What was worked out is fitted there. */
  readonly toEngine: () => void;
}

export const Rehearsing = createContext<Rehearsal | null>(null);

export function useRehearsing(): Rehearsal {
  const rehearsal = useContext(Rehearsing);
  if (rehearsal === null) throw new Error("useRehearsing: outside of a rehearsal");
  return rehearsal;
}

/** The run of a rehearsal: its ledger is this device's. */
export const REHEARSAL_HOST: RunHost = {
  useLedger: (_given, _person, inHand) => {
    const { ledger, onHand } = useRehearsing();
    useEffect(() => onHand(inHand), [onHand, inHand]);
    return ledger;
  },
  useOpening: (_id, _ledger, { title }) => {
    const { onTold, parts } = useRehearsing();
    useEffect(() => onTold(title), [onTold, title]);
    return parts.open;
  },
  savedWords: "Practice",
};

const NOTHING: readonly KeptEntry[] = [];
const NONE_OUT: readonly PartOut[] = [];
const NONE_PENDING: ReadonlySet<string> = new Set();

/** Minutes of waiting that were let pass. */
export const passedKey = (id: string): string => `fulcrata-rehearsal-${id}-passed`;

/** What shows a rehearsal, and what time it is there, in ms. */
interface Shown extends Pick<RehearsedParts, "open" | "toEngine"> {
  readonly onTold: Rehearsal["onTold"];
  readonly nowMs: () => number;
}

/** What is entered stays on this device, and is gone with the rehearsal; what was left is told to the bench. */
export function useRehearsal(
  id: string,
  person: Person,
  { hands: { act, answered, state }, setPicked }: AtBench,
  { onTold, open, toEngine, nowMs }: Shown,
): Rehearsal {
  const key = `fulcrata-rehearsal-${id}`;
  const [stored, write] = useStored<readonly KeptEntry[]>(key);
  const outKey = `${key}-out`;
  const [out, writeOut] = useStored<readonly PartOut[]>(outKey);
  const router = useRouter();
  const ended = useRef(false);
  const end = useCallback((): void => {
    if (ended.current) return;
    ended.current = true;
    // What was done last is on its way to the bench yet: it counts.
    const asked = answered().then(() => send("PUT", `/api/practice/${id}/ended`, { ended: true }));
    void asked.then((sent) => {
      if (sent.kind === "done") {
        writeStored(key, null);
        writeStored(outKey, null);
        writeStored(passedKey(id), null);
      } else ended.current = false;
      router.refresh();
    });
  }, [answered, id, key, outKey, router]);
  const kept = stored ?? NOTHING;
  const latest = useRef(kept);
  useEffect(() => {
    latest.current = kept;
  }, [kept]);
  const add = useCallback(
    (entries: readonly Entry[]): void => {
      const at = new Date(nowMs()).toISOString();
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
    [act, end, nowMs, person, write],
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
  const parts = useMemo(
    (): RehearsedParts => ({
      open,
      toEngine,
      out: out ?? NONE_OUT,
      keep: (came) => writeOut([...(out ?? NONE_OUT).filter((o) => !came.some((c) => c.valve === o.valve)), ...came]),
    }),
    [open, toEngine, out, writeOut],
  );
  return useMemo(
    () => ({
      parts,
      kept,
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
    [parts, kept, add, onHand, onTold, end],
  );
}
