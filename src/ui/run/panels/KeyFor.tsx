"use client";

import { Key } from "../../controls/Button";
import { type KeyName, keyWords, keysFor } from "../session/device/keys";
import { useKeysHere } from "../session/device/useKeysHere";

/** The key that does the same on this device, printed on the button; nothing where none does. */
export function KeyFor({ name }: { readonly name: KeyName }) {
  const [here] = useKeysHere();
  const key = keysFor(name, here).at(0);
  return key === undefined ? null : <Key>{keyWords(key)}</Key>;
}
