"use client";

import { useMemo, useState } from "react";
import { type DraftField, type EngineDraft, EMPTY_DRAFT, draftOf, readDraft } from "@/core/engine/engineDraft";
import type { EngineFile } from "@/core/engine/engineFile";

/** Fields that complain when what they stand for was typed in. */
const SPEAKS_FOR: Partial<Record<keyof EngineDraft, readonly DraftField[]>> = {
  cam: ["cam", "ramp", "release"],
  strokes: ["valves", "cam"],
  layout: ["banks"],
  firingOrder: ["firingOrder", "firingAngles", "banks", "valves"],
  valvesFor: ["valves"],
  marks: ["markList"],
  barringAt: ["barringRatio"],
};

/** A draft with its reading: the file while there is one, the last good one meanwhile, and what is wrong. */
export function useEngineDraft(before: EngineFile | null) {
  const [draft, setDraft] = useState<EngineDraft>(before === null ? EMPTY_DRAFT : draftOf(before));
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const [lastGood, setLastGood] = useState<EngineFile | null>(before);
  const read = useMemo(() => readDraft(draft, before ?? {}), [draft, before]);

  function show(next: EngineDraft): void {
    setDraft(next);
    const { file } = readDraft(next, before ?? {});
    if (file !== null) setLastGood(file);
  }
  return {
    draft,
    ...read,
    touched,
    shown: read.file ?? lastGood,
    change(change: Partial<EngineDraft>): void {
      const fields = Object.keys(change) as (keyof EngineDraft)[];
      setTouched(new Set([...touched, ...fields, ...fields.flatMap((f) => SPEAKS_FOR[f] ?? [])]));
      show({ ...draft, ...change });
    },
    fill: (file: EngineFile) => show({ ...draftOf(file), name: draft.name === "" ? file.name : draft.name }),
    /** Now everything that is wrong is said. */
    speakUp: () => setTouched(new Set([...touched, ...Object.keys(read.problems)])),
  };
}
