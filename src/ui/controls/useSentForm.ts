"use client";

import { useState } from "react";
import type { DefaultValues, FieldValues } from "react-hook-form";
import { type Sent, type Trouble, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";
import { useTypedForm } from "./useTypedForm";

interface Sending<F extends FieldValues, T> {
  readonly defaultValues: DefaultValues<F>;
  /** Sends what was typed; `idFor` gives a command its id, the same one while it is unanswered. */
  readonly send: (values: F, idFor: (what: unknown) => string) => Promise<Sent<T>>;
  readonly onDone: (data: T) => void;
}

/** A form that is sent to the shop. What is refused is said at its field, and nothing that was typed is lost. */
export function useSentForm<F extends FieldValues, T = unknown>({ defaultValues, send, onDone }: Sending<F, T>) {
  const { handleSubmit, formState, ...form } = useTypedForm<F>({ defaultValues });
  const commands = useCommandIds();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const submit = handleSubmit(async (values) => {
    const sent = await send(values, commands.idFor);
    setTrouble(troubleOf(sent));
    if (sent.kind !== "done") return;
    commands.done();
    onDone(sent.data);
  });
  return {
    ...form,
    submit: (event: React.FormEvent): void => void submit(event),
    busy: formState.isSubmitting,
    /** It was sent once, whatever came of it. */
    tried: formState.isSubmitted,
    /** Something stands otherwise than it was given. */
    changed: formState.isDirty,
    trouble,
    /** What is wrong at a field, by its path; several where one field stands for several. */
    wrong: (...paths: string[]): string | undefined =>
      trouble !== null && paths.includes(trouble.path) ? trouble.message : undefined,
    /** What is wrong at none of these. */
    elsewhere: (...paths: string[]): Trouble | null =>
      trouble !== null && !paths.includes(trouble.path) ? trouble : null,
    /** Something was changed since: what was said of it is said no more. */
    forget: (): void => setTrouble(null),
  };
}
