"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { Batch, RefusedHere } from "../../device/database";
import {
  batchId,
  keepApart,
  onOutbox,
  putIntoOutbox,
  refusedHere,
  takeFromOutbox,
  unproven,
  waitingFor,
} from "../../device/outbox";

export interface Outbox {
  readonly batches: readonly Batch[];
  /** What the shop refused and this device has not seen dealt with. */
  readonly refused: readonly RefusedHere[];
  /** The device was asked what it holds: until then nothing may be entered. */
  readonly loaded: boolean;
  /** This device stores nothing: what waits is gone with a reload. */
  readonly unstored: boolean;
  readonly put: (batch: Batch) => void;
  /** Leaves it until its person is at work here: what proved them counts no more. */
  readonly leave: (batch: Batch) => void;
  /** Takes it out: the shop has it, or `refused` says what it said. */
  readonly drop: (batch: Batch, refused: RefusedHere | null) => void;
}

const holds = (batches: readonly Batch[], batch: Batch): boolean =>
  batches.some((b) => batchId(b) === batchId(batch));
const without = (batches: readonly Batch[], batch: Batch): Batch[] =>
  batches.filter((b) => batchId(b) !== batchId(batch));

/**
 * What waits on this device for a job. It shows at once and is stored beside; where the device can't store, memory
 * stands in, and it is said.
 */
export function useOutbox(jobId: string, engine: string): Outbox {
  const [batches, setBatches] = useState<readonly Batch[]>([]);
  const [refused, setRefused] = useState<readonly RefusedHere[]>([]);
  const [loaded, setLoaded] = useState(false);
  const [unstored, setUnstored] = useState(false);
  // What was put here and is not stored yet: another tab's word must not take it away.
  const storing = useRef<Batch[]>([]);
  useEffect(() => {
    let gone = false;
    const load = (): void =>
      void Promise.all([waitingFor(jobId), refusedHere(jobId)])
        .then(([waiting, no]) => {
          if (gone) return;
          setBatches([...waiting, ...storing.current.filter((b) => !holds(waiting, b))]);
          setRefused(no);
        })
        .catch(() => setUnstored(true))
        .finally(() => setLoaded(true));
    load();
    const stop = onOutbox(load);
    return () => {
      gone = true;
      stop();
    };
  }, [jobId]);
  const put = useCallback(
    (batch: Batch): void => {
      storing.current = [...storing.current, batch];
      setBatches((before) => [...before, batch]);
      putIntoOutbox({ jobId, engine, batch })
        .then(() => {
          storing.current = storing.current.filter((b) => b !== batch);
          setUnstored(false);
        })
        .catch(() => setUnstored(true));
    },
    [jobId, engine],
  );
  const drop = useCallback(
    (batch: Batch, no: RefusedHere | null): void => {
      storing.current = without(storing.current, batch);
      setBatches((before) => without(before, batch));
      if (no !== null) setRefused((before) => [...before.filter((r) => r.id !== no.id), no]);
      takeFromOutbox(jobId, batch, no).catch(() => setUnstored(true));
    },
    [jobId],
  );
  const leave = useCallback(
    (batch: Batch): void => {
      setBatches((before) => before.map((b) => (batchId(b) === batchId(batch) ? unproven(b) : b)));
      keepApart(jobId, batch).catch(() => setUnstored(true));
    },
    [jobId],
  );
  return { batches, refused, loaded, unstored, put, leave, drop };
}
