"use client";

import { type RefObject, useEffect, useRef } from "react";

const INVALID = '[aria-invalid="true"], [data-invalid]';
const CONTROL = "input:not(:checked), select, textarea, button";

/** Goes to the first field that something is wrong with, each time that something else is said to be wrong. */
export function useFirstWrong(said: readonly unknown[]): RefObject<HTMLFormElement | null> {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (said.length === 0) return;
    const wrong = form.current?.querySelector<HTMLElement>(INVALID);
    (wrong?.matches(CONTROL) === true ? wrong : wrong?.querySelector<HTMLElement>(CONTROL))?.focus();
  }, [said]);
  return form;
}
