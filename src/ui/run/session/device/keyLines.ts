/** The keys in words: their list, and why one can't be taught. Pure. */
import type { KeyLine } from "../../../controls/KeysHelp";
import { KEY_NAMES, type KeyName, type KeysHere, keyWords, keysFor, said } from "./keys";

/** What a key says: in a word, and in a line. */
export const KEY_WORDS = {
  yes: { name: "Yes", does: "yes: do the next thing, the leaf goes" },
  no: { name: "No", does: "no: the leaf does not go, or the next answer" },
  back: { name: "Back", does: "back: clear the leaf last tapped, else take back your last step" },
  goes: { name: "The leaf goes", does: "the leaf in hand goes" },
  drags: { name: "The leaf drags", does: "the leaf in hand drags" },
  none: { name: "No leaf goes", does: "no leaf goes at all" },
  clear: { name: "Clear", does: "clear what was tapped" },
  nextValve: { name: "Next valve", does: "take the next valve of this stop in hand" },
  hold: { name: "Hold", does: "hold the bench gauge" },
  crank: { name: "Where is the crank?", does: "ask where the crank is" },
  tray: { name: "Tray", does: "the tray: pause, voice, gauge, sets" },
  help: { name: "This list", does: "show or hide this list" },
} as const satisfies Readonly<Record<KeyName, { readonly name: string; readonly does: string }>>;

/** Keys that always do something of their own. */
const FIXED: Readonly<Record<string, string>> = {
  Escape: "closes what is open",
  Tab: "goes from one control to the next",
  ArrowLeft: "takes the leaf before in hand",
  ArrowRight: "takes the next leaf in hand",
};

/** Why a key can't be taught for this; null when it can. */
export function clash(name: KeyName, key: string, here: KeysHere): string | null {
  const fixed = FIXED[key];
  if (fixed !== undefined) return `${keyWords(key)} ${fixed} already: take another key.`;
  const other = said(key, here);
  return other === null || other === name
    ? null
    : `${keyWords(key)} says “${KEY_WORDS[other].name}” already: take another key.`;
}

/** The list of the keys as they are here. */
export const keyLines = (here: KeysHere): KeyLine[] => [
  ...KEY_NAMES.flatMap((name) => {
    const keys = keysFor(name, here).map(keyWords);
    return keys.length === 0 ? [] : [{ keys: keys.join(" "), does: KEY_WORDS[name].does }];
  }),
  { keys: "← →", does: "take another leaf in hand" },
];
