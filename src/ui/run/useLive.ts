"use client";

import { useEffect, useRef, useState } from "react";
import type { KeptEntry } from "@/core/run/entry";
import { send } from "../send";
import { readStored, writeStored } from "../stored";
import type { ServerClock } from "./serverClock";
import type { Ledger } from "./useLedger";

/** Others are seen within two seconds; once they are there, sooner. */
const ALONE_MS = 1600;
const TOGETHER_MS = 800;

/** This device, so that two of one person are two hands. */
function deviceId(): string {
  const known = readStored<string>("fulcrata-device");
  if (known !== null) return known;
  const made = crypto.randomUUID();
  writeStored("fulcrata-device", made);
  return made;
}

/**
 * Asks again and again, while the page is looked at, what others did since `after`, and says which
 * valve is in hand here. Gives who else is at this job.
 */
export function useLive(
  jobId: string,
  after: number,
  inHand: string | null,
  take: (entries: readonly KeptEntry[]) => void,
  clock: ServerClock,
): Ledger["others"] {
  const [others, setOthers] = useState<Ledger["others"]>([]);
  const latest = useRef({ after, inHand });
  useEffect(() => {
    latest.current = { after, inHand };
  });
  useEffect(() => {
    // Two tabs of one device are two hands as well.
    const device = deviceId().slice(0, -4) + crypto.randomUUID().slice(-4);
    let ended = false;
    let together = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = async (): Promise<void> => {
      clearTimeout(timer);
      if (document.visibilityState === "visible" && navigator.onLine) {
        const sent = await send<{ nowMs: number; entries: KeptEntry[]; others: Ledger["others"] }>(
          "POST",
          `/api/jobs/${jobId}/live`,
          { after: latest.current.after, device, valve: latest.current.inHand },
        );
        if (ended) return;
        if (sent.kind === "done") {
          clock.sync(sent.data.nowMs);
          take(sent.data.entries);
          together = sent.data.others.length > 0;
          setOthers((now) => (JSON.stringify(now) === JSON.stringify(sent.data.others) ? now : sent.data.others));
        } else setOthers((now) => (now.length === 0 ? now : []));
      }
      clearTimeout(timer);
      if (!ended) timer = setTimeout(() => void look(), together ? TOGETHER_MS : ALONE_MS);
    };
    void look();
    const now = (): void => void look();
    document.addEventListener("visibilitychange", now);
    return () => {
      ended = true;
      clearTimeout(timer);
      document.removeEventListener("visibilitychange", now);
    };
  }, [jobId, take, clock]);
  return others;
}
