"use client";

import { useMemo } from "react";
import { useStored } from "../../../stored";
import { KEYS_STORE, type KeysHere, PEDAL_STORE, type Pedal, SHIPPED, withPedal } from "./keys";

/** The keys as they are on this device, and how to change them. */
export function useKeysHere(): readonly [KeysHere, (keys: KeysHere | null) => void] {
  const [stored, store] = useStored<KeysHere>(KEYS_STORE);
  const [pedal] = useStored<Pedal>(PEDAL_STORE);
  const here = useMemo(() => stored ?? (pedal === null ? SHIPPED : withPedal(pedal)), [stored, pedal]);
  return [here, store];
}
