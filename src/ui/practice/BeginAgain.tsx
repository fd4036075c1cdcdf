"use client";

import type { ExerciseId, Level } from "@/core/practice/exercise/exerciseList";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { useBegin } from "./useBegin";

interface Props {
  readonly exercise: ExerciseId;
  readonly job: string | null;
  readonly level: Level;
  readonly seed: number;
  readonly engine: { readonly id: string | null };
}

/** Once more: another engine of the kind, or the very same. */
export function BeginAgain({ exercise, job, level, seed, engine }: Props) {
  const { begin, busy, trouble } = useBegin();
  const again = (same: boolean): void =>
    void begin({
      exercise,
      level,
      engine: engine.id,
      ...(job === null ? {} : { job }),
      seed: same ? seed : null,
    });
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
