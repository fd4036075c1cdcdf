"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { Batch } from "../../device/database";
import { onOutbox, putIntoOutbox, takeFromOutbox, waitingFor } from "../../device/outbox";

export interface Outbox {
  readonly batches: readonly Batch[];
  /** The device was asked what it holds: until then nothing may be entered. */
  readonly loaded: boolean;
  /** This device stores nothing: what waits is gone with a reload. */
  readonly unstored: boolean;
  readonly put: (batch: Batch) => void;
  readonly drop: (batch: Batch) => void;
}

const holds = (batches: readonly Batch[], batch: Batch): boolean => batches.some((b) => b[0]?.id === batch[0]?.id);

/**
 * What waits on this device for a job. It shows at once and is stored beside; where the device can't store, memory
 * stands in, and it is said.
 */
export function useOutbox(jobId: string): Outbox {
  const [batches, setBatches] = useState<readonly Batch[]>([]);
  const [loaded, setLoaded] = useState(false);
  const [unstored, setUnstored] = useState(false);
  // What was put here and is not stored yet: another tab's word must not take it away.
  const storing = useRef<Batch[]>([]);
  useEffect(() => {
    let gone = false;
    const load = (): void =>
      void waitingFor(jobId)
        .then((waiting) => {
          if (!gone) setBatches([...waiting, ...storing.current.filter((b) => !holds(waiting, b))]);
        })
        .catch(() => setUnstored(true))
        .finally(() => setLoaded(true));
    load();
    const stop = onOutbox(jobId, load);
    return () => {
      gone = true;
      stop();
    };
  }, [jobId]);
  const put = useCallback(
    (batch: Batch): void => {
      storing.current = [...storing.current, batch];
      setBatches((before) => [...before, batch]);
      putIntoOutbox(jobId, batch)
        .then(() => {
          storing.current = storing.current.filter((b) => b !== batch);
          setUnstored(false);
        })
        .catch(() => setUnstored(true));
    },
    [jobId],
  );
  const drop = useCallback(
    (batch: Batch): void => {
      storing.current = storing.current.filter((b) => b[0]?.id !== batch[0]?.id);
      setBatches((before) => before.filter((b) => b[0]?.id !== batch[0]?.id));
      takeFromOutbox(jobId, batch).catch(() => setUnstored(true));
    },
    [jobId],
  );
  return { batches, loaded, unstored, put, drop };
}
