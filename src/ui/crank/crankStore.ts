"use client";

import { useEffect, useState, useSyncExternalStore } from "react";

/** The crank angle that all drawings of a page share: only what shows it is drawn anew when it moves. */
export interface CrankStore {
  readonly get: () => number;
  readonly set: (deg: number) => void;
  readonly subscribe: (listener: () => void) => () => void;
}

function createCrankStore(initialDeg: number): CrankStore {
  let deg = initialDeg;
  const listeners = new Set<() => void>();
  return {
    get: () => deg,
    set(next) {
      if (next === deg) return;
      deg = next;
      for (const listener of listeners) listener();
    },
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

/** A crank that is shown where it is told to be, and not turned. */
export function useCrankAt(deg: number): CrankStore {
  const store = useCrankStore(deg);
  useEffect(() => store.set(deg), [store, deg]);
  return store;
}

export const useCrankStore = (initialDeg = 0): CrankStore => useState(() => createCrankStore(initialDeg))[0];

/** What `select` makes of the angle; drawn anew only when that changes, so it must be a plain value. */
export function useCrank<T extends string | number | boolean | null>(
  store: CrankStore,
  select: (deg: number) => T,
): T {
  return useSyncExternalStore(
    store.subscribe,
    () => select(store.get()),
    () => select(store.get()),
  );
}

/** Words can't be read while they fly: they follow at this pace. */
const CALM_MS = 400;

/** Calls `tell` at once, and then at most at a calm pace while the crank moves; always with the last angle in the end. */
export function followCalmly(store: CrankStore, tell: (deg: number) => void): () => void {
  let timer: ReturnType<typeof setTimeout> | null = null;
  const stop = store.subscribe(() => {
    timer ??= setTimeout(() => {
      timer = null;
      tell(store.get());
    }, CALM_MS);
  });
  tell(store.get());
  return () => {
    stop();
    if (timer !== null) clearTimeout(timer);
  };
}
