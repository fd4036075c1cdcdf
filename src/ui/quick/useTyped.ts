"use client";

import { useState } from "react";

/** What is typed on the page of a quick answer: text by field, and in the address as it is typed, so that it can be shared. */
export function useTyped<T extends Readonly<Record<string, string>>>(
  defaults: T,
  given: Readonly<Record<string, string>>,
): readonly [T, (change: Partial<T>) => void] {
  const [typed, setTyped] = useState<T>(() => ({ ...defaults, ...known(defaults, given) }));
  function change(part: Partial<T>): void {
    const next = { ...typed, ...part };
    setTyped(next);
    const query = new URLSearchParams(Object.entries(next).filter(([field, text]) => text !== defaults[field]));
    window.history.replaceState(null, "", query.size === 0 ? window.location.pathname : `?${query.toString()}`);
  }
  return [typed, change];
}

const known = <T extends object>(defaults: T, given: Readonly<Record<string, string>>): Partial<T> =>
  Object.fromEntries(Object.entries(given).filter(([field]) => field in defaults)) as Partial<T>;
