"use client";

import { createContext } from "react";
import { useLedger } from "./useLedger";
import { useOpening } from "./useOpening";

/** Where a run keeps what is entered, and where what it opens leads. */
export interface RunHost {
  readonly useLedger: typeof useLedger;
  readonly useOpening: typeof useOpening;
  /** What is said in place of what is saved; null where the shop saves it. */
  readonly savedWords: string | null;
}

export const SHOPS_OWN: RunHost = { useLedger, useOpening, savedWords: null };

/** The shop's, unless somebody only rehearses. */
export const RunHosted = createContext(SHOPS_OWN);
