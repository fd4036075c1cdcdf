"use client";

import { useCallback, useEffect, useState } from "react";
import type { KeptEntry } from "@/core/job/ledger/entry";
import { forgetOnDevice, keepOnDevice, keptOnDevice } from "../../device/keptLedger";

const lastSeq = (entries: readonly KeptEntry[]): number => entries.at(-1)?.seq ?? 0;

/** Of two views of a ledger the one that has seen more: a ledger only grows. */
const longer = (a: readonly KeptEntry[], b: readonly KeptEntry[]): readonly KeptEntry[] =>
  lastSeq(b) > lastSeq(a) ? b : a;

/** A view with what came since: answers may overtake each other, so only what follows on is joined. */
function joined(known: readonly KeptEntry[], came: readonly KeptEntry[]): readonly KeptEntry[] {
  const fresh = came.filter((e) => e.seq > lastSeq(known)).sort((a, b) => a.seq - b.seq);
  return fresh.length === 0 || fresh[0]?.seq !== lastSeq(known) + 1 ? known : [...known, ...fresh];
}

/** What the shop has kept of a job, as far as this device heard of it: a page from before the network went may be behind. */
export function useKept(jobId: string, initial: readonly KeptEntry[]) {
  const [kept, setKept] = useState(initial);
  useEffect(() => {
    let gone = false;
    // Where this device stores nothing, what the page was given is all there is.
    void keptOnDevice(jobId)
      .then((seen) => !gone && setKept((now) => longer(now, seen)))
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [jobId]);
  const closed = kept.some((e) => e.kind === "closed" || e.kind === "called-off");
  useEffect(() => {
    void (closed ? forgetOnDevice(jobId) : keepOnDevice(jobId, kept)).catch(() => undefined);
  }, [jobId, kept, closed]);
  const take = useCallback((came: readonly KeptEntry[]) => setKept((known) => joined(known, came)), []);
  return { kept, take };
}
