/** Which key, or pedal, says what in the run on this device: as shipped, or as it was taught. Pure. */
import type { KeyLine } from "../../../controls/KeysHelp";

/** What a key says, with the key that says it unless another was taught. */
export const KEYS = {
  yes: { key: "Enter", name: "Yes", does: "yes: do the next thing, the leaf goes" },
  no: { key: "n", name: "No", does: "no: the leaf does not go, or the next answer" },
  back: { key: "u", name: "Back", does: "back: clear the leaf last tapped, else take back your last step" },
  goes: { key: "g", name: "The leaf goes", does: "the leaf in hand goes" },
  drags: { key: "d", name: "The leaf drags", does: "the leaf in hand drags" },
  none: { key: "0", name: "No leaf goes", does: "no leaf goes at all" },
  clear: { key: "c", name: "Clear", does: "clear what was tapped" },
  nextValve: { key: "v", name: "Next valve", does: "take the next valve of this stop in hand" },
  hold: { key: "h", name: "Hold", does: "hold the bench gauge" },
  crank: { key: "l", name: "Where is the crank?", does: "ask where the crank is" },
  tray: { key: "t", name: "Tray", does: "the tray: pause, voice, gauge, sets" },
  help: { key: "?", name: "This list", does: "show or hide this list" },
} as const;
export type KeyName = keyof typeof KEYS;
const NAMES = Object.keys(KEYS) as KeyName[];

/** The three that a pedal gives: what is taught for them stands beside the shipped key, elsewhere in its place. */
export const PEDAL_NAMES = ["yes", "no", "back"] as const satisfies readonly KeyName[];
const isPedal = (name: KeyName): boolean => PEDAL_NAMES.some((n) => n === name);

export interface KeysHere {
  /** The shipped keys of a single letter or sign say nothing: something else on this device types them. */
  readonly lettersOff: boolean;
  readonly taught: Partial<Readonly<Record<KeyName, string>>>;
}
export const KEYS_STORE = "fulcrata-keys";
export const SHIPPED: KeysHere = { lettersOff: false, taught: {} };

/** A pressed key as it is kept: letters in lower case. */
export const keyOf = (pressed: string): string => (pressed.length === 1 ? pressed.toLowerCase() : pressed);

/** The keys that say it, the taught one last. */
export function keysFor(name: KeyName, { lettersOff, taught }: KeysHere): string[] {
  const own = taught[name];
  const shipped = KEYS[name].key;
  const silent = (lettersOff && shipped.length === 1) || (own !== undefined && !isPedal(name));
  return [...(silent ? [] : [shipped]), ...(own === undefined ? [] : [own])];
}

/** What a pressed key says; null when nothing. */
export const said = (key: string, here: KeysHere): KeyName | null =>
  NAMES.find((name) => keysFor(name, here).includes(key)) ?? null;

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
    : `${keyWords(key)} says “${KEYS[other].name}” already: take another key.`;
}

/** A key as it is printed. */
export function keyWords(key: string): string {
  if (key === " ") return "Space";
  return { ArrowLeft: "←", ArrowRight: "→" }[key] ?? (key.length === 1 ? key.toUpperCase() : key);
}

/** The list of the keys as they are here. */
export const keyLines = (here: KeysHere): KeyLine[] => [
  ...NAMES.flatMap((name) => {
    const keys = keysFor(name, here).map(keyWords);
    return keys.length === 0 ? [] : [{ keys: keys.join(" "), does: KEYS[name].does }];
  }),
  { keys: "← →", does: "take another leaf in hand" },
];
