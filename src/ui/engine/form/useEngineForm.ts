"use client";

import { useMemo, useState } from "react";
import { useWatch } from "react-hook-form";
import { type DraftField, type EngineDraft, EMPTY_DRAFT, draftOf, readDraft } from "@/core/engine/engineDraft";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Carried } from "@/core/quick/carry";
import { COUNTER_NAMES, type CounterUnit } from "@/core/record/counter";
import { figure } from "../../controls/typed";
import { useSentForm } from "../../controls/useSentForm";
import { type Sent, type Trouble, notSent } from "../../send";

/** Fields that complain when what they stand for was typed in. */
const SPEAKS_FOR: Partial<Record<keyof EngineDraft, readonly DraftField[]>> = {
  cam: ["cam", "ramp", "release"],
  strokes: ["valves", "cam"],
  layout: ["banks"],
  firingOrder: ["firingOrder", "firingAngles", "banks", "valves"],
  valvesFor: ["valves"],
  marks: ["markList", "markLabels"],
  markList: ["markLabels"],
  parts: ["later", "camshafts", "covers", "notes"],
  barringAt: ["barringRatio"],
};

/** What is typed of an engine, and of this one of its kind. */
export interface EngineFields {
  draft: EngineDraft;
  serial: string;
  /** What the counter shows. */
  hours: string;
  counterUnit: CounterUnit;
  customer: string;
}

/** What stands in the form before anything is typed. */
interface Given extends Carried, Partial<Pick<EngineFields, "serial" | "hours" | "counterUnit" | "customer">> {}

const NOTHING: Given = { draft: {}, rest: {} };

/** What tells an engine from others of its kind, in a form. */
export type OfThisEngine = Pick<EngineFields, "serial" | "hours" | "counterUnit" | "customer">;

/** The same as it is sent, or why it can't be. */
export function thisOne({
  serial,
  hours,
  counterUnit,
  customer,
}: OfThisEngine): (Omit<OfThisEngine, "hours"> & { runningHours: number | null }) | { why: string } {
  const runningHours = figure(hours);
  return runningHours === undefined
    ? { why: `"${hours}" is not a number of ${COUNTER_NAMES[counterUnit]}.` }
    : { serial, runningHours, counterUnit, customer };
}

/** An engine as it is typed, with its reading: the file while there is one, the last good one meanwhile, and what is wrong. */
export function useEngineForm<T>(
  before: EngineFile | null,
  send: (file: EngineFile, fields: EngineFields) => Promise<Sent<T>>,
  onDone: (data: T) => void,
  given: Given = NOTHING,
) {
  const rest = before ?? given.rest;
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const [lastGood, setLastGood] = useState<EngineFile | null>(before);
  const speak = (fields: readonly string[]): void => setTouched((known) => new Set([...known, ...fields]));
  const form = useSentForm<EngineFields, T>({
    defaultValues: {
      draft: before === null ? { ...EMPTY_DRAFT, ...given.draft } : draftOf(before),
      serial: given.serial ?? "",
      hours: given.hours ?? "",
      counterUnit: given.counterUnit ?? "h",
      customer: given.customer ?? "",
    },
    send: async (fields) => {
      const { file, problems } = readDraft(fields.draft, rest);
      // Now everything that is wrong is said.
      speak(Object.keys(problems));
      const wrong = Object.values(problems)[0];
      return file === null || wrong !== undefined
        ? notSent(wrong ?? "Type the firing order first.")
        : send(file, fields);
    },
    onDone,
  });
  const draft = useWatch({ control: form.control, name: "draft" });
  const read = useMemo(() => readDraft(draft, rest), [draft, rest]);

  function show(next: EngineDraft): void {
    form.setValue("draft", next, { shouldDirty: true });
    const { file } = readDraft(next, rest);
    if (file !== null) setLastGood(file);
  }
  return {
    ...form,
    draft,
    ...read,
    touched,
    shown: read.file ?? lastGood,
    change(change: Partial<EngineDraft>): void {
      const fields = Object.keys(change) as (keyof EngineDraft)[];
      speak([...fields, ...fields.flatMap((f) => SPEAKS_FOR[f] ?? [])]);
      show({ ...draft, ...change });
    },
    fill: (file: EngineFile) => show({ ...draftOf(file), name: draft.name === "" ? file.name : draft.name }),
  };
}

/** What was refused of a file, and where in it. */
export const withPlace = ({ message, path }: Trouble): string =>
  path === "" || path === "text" ? message : `${message} (at ${path})`;
