"use client";

import { useCallback, useMemo, useSyncExternalStore } from "react";

/** Small things kept on this device. A full or forbidden store must never stop the work: memory stands in. */
const memory = new Map<string, string>();
const listeners = new Set<() => void>();

function readText(key: string): string | null {
  const held = memory.get(key);
  if (held !== undefined) return held;
  try {
    return window.localStorage.getItem(key);
  } catch {
    return null;
  }
}

function writeText(key: string, text: string | null): void {
  memory.delete(key);
  try {
    if (text === null) window.localStorage.removeItem(key);
    else window.localStorage.setItem(key, text);
  } catch {
    if (text !== null) memory.set(key, text);
  }
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  // Another tab of this device may work on the same job.
  window.addEventListener("storage", listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", listener);
  };
}

function parse<T>(text: string | null): T | null {
  try {
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
}

export const readStored = <T>(key: string): T | null => parse<T>(readText(key));

export const writeStored = (key: string, value: unknown): void =>
  writeText(key, value === null ? null : JSON.stringify(value));

/** A stored value that redraws when it changes; null on the server and while there is none. */
export function useStored<T>(key: string): readonly [T | null, (value: T | null) => void] {
  const text = useSyncExternalStore(
    subscribe,
    () => readText(key),
    () => null,
  );
  const value = useMemo(() => parse<T>(text), [text]);
  const write = useCallback((next: T | null) => writeStored(key, next), [key]);
  return [value, write];
}
