"use client";

import type { ExerciseId, Level } from "@/core/practice/exerciseList";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { useBegin } from "./useBegin";

interface Props {
  readonly exercise: ExerciseId;
  readonly level: Level;
  readonly seed: number;
  readonly engine: { readonly id: string | null };
}

/** Once more: another engine of the kind, or the very same. */
export function BeginAgain({ exercise, level, seed, engine }: Props) {
  const { begin, busy, trouble } = useBegin();
  const again = (same: boolean): void => void begin({ exercise, level, engine: engine.id, seed: same ? seed : null });
  return (
    <>
      <Button type="button" kind="now" disabled={busy} onClick={() => again(false)}>
        Another one
      </Button>
      <Button type="button" disabled={busy} onClick={() => again(true)}>
        The same again
      </Button>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </>
  );
}
