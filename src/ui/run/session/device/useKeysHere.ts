"use client";

import { useStored } from "../../../stored";
import { KEYS_STORE, type KeysHere, SHIPPED } from "./keys";

/** The keys as they are on this device, and how to change them. */
export function useKeysHere(): readonly [KeysHere, (keys: KeysHere | null) => void] {
  const [stored, store] = useStored<KeysHere>(KEYS_STORE);
  return [stored ?? SHIPPED, store];
}
