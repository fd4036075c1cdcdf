"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { ExerciseId, Level } from "@/core/practice/exercise/exerciseList";
import { send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";

interface Wanted {
  readonly exercise: ExerciseId;
  readonly level: Level;
  /** An engine of the shop; null for the exercise's own. */
  readonly engine: string | null;
  /** A job that is rehearsed. */
  readonly job?: string;
  readonly seed: number | null;
}

/** A job as it was planned, from its first stop on; what is wrong is told at once. */
export const rehearsalOf = (job: string): Wanted => ({
  exercise: "whole-job",
  level: "prompted",
  engine: null,
  job,
  seed: null,
});

/** Begins a practice and goes there. */
export function useBegin(): {
  readonly begin: (wanted: Wanted) => Promise<void>;
  readonly busy: boolean;
  readonly trouble: string | null;
} {
  const router = useRouter();
  const ids = useCommandIds();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  async function begin(wanted: Wanted): Promise<void> {
    setBusy(true);
    const sent = await send<{ id: string }>("POST", "/api/practice", { id: ids.idFor(wanted), ...wanted, set: null });
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind === "done") router.push(`/practice/${sent.data.id}`);
    else setBusy(false);
  }
  return { begin, busy, trouble };
}
