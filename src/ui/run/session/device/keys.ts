/** Which key, or pedal, says what in the run on this device: as shipped, or as it was taught. Pure. */

/** The key that says it unless another was taught. */
export const KEYS = {
  yes: "Enter",
  no: "n",
  back: "u",
  goes: "g",
  drags: "d",
  none: "0",
  clear: "c",
  nextValve: "v",
  hold: "h",
  crank: "l",
  tray: "t",
  help: "?",
} as const;
export type KeyName = keyof typeof KEYS;
export const KEY_NAMES = Object.keys(KEYS) as KeyName[];

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

/** A pedal as it was taught before other keys could be: it still counts where nothing was taught since. */
export type Pedal = Readonly<Record<(typeof PEDAL_NAMES)[number], string | null>>;
export const PEDAL_STORE = "fulcrata-pedal";
export const withPedal = (pedal: Pedal): KeysHere => ({
  ...SHIPPED,
  taught: Object.fromEntries(PEDAL_NAMES.flatMap((name) => (pedal[name] === null ? [] : [[name, pedal[name]]]))),
});

/** A pressed key as it is kept: letters in lower case. */
export const keyOf = (pressed: string): string => (pressed.length === 1 ? pressed.toLowerCase() : pressed);

/** The keys that say it, the taught one last. */
export function keysFor(name: KeyName, { lettersOff, taught }: KeysHere): string[] {
  const own = taught[name];
  const shipped = KEYS[name];
  const silent = (lettersOff && shipped.length === 1) || (own !== undefined && !isPedal(name));
  return [...(silent ? [] : [shipped]), ...(own === undefined ? [] : [own])];
}

/** What a pressed key says; null when nothing. */
export const said = (key: string, here: KeysHere): KeyName | null =>
  KEY_NAMES.find((name) => keysFor(name, here).includes(key)) ?? null;

/** A key as it is printed. */
export function keyWords(key: string): string {
  if (key === " ") return "Space";
  return { ArrowLeft: "←", ArrowRight: "→" }[key] ?? (key.length === 1 ? key.toUpperCase() : key);
}
