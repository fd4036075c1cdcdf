"use client";

import { useRef } from "react";

export interface CommandIds {
  /** The id of a command by what it says: sent again after no answer came, it is the same command. */
  readonly idFor: (what: unknown) => string;
  /** All were answered: what is said again from now on is meant again. */
  readonly done: () => void;
}

/** Ids of commands that may have to be sent again. */
export function useCommandIds(): CommandIds {
  const held = useRef(new Map<string, string>());
  return {
    idFor: (what) => {
      const key = JSON.stringify(what);
      const id = held.current.get(key) ?? crypto.randomUUID();
      held.current.set(key, id);
      return id;
    },
    done: () => held.current.clear(),
  };
}
