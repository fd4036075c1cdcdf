/** What went wrong at the engine, and what it costs of a hundred marks. */
export const SLIPS = {
  "off-base": { name: "Read on a lobe", costs: 10 },
  "set-off-base": { name: "Set on a lobe", costs: 15 },
  "out-of-band": { name: "Left out of its band", costs: 10 },
  "lock-missed": { name: "Not locked", costs: 10 },
  "valve-missed": { name: "Not read at the end", costs: 10 },
  undecided: { name: "Kept before it was known", costs: 8 },
  misread: { name: "Misread", costs: 5 },
  "tool-left-on": { name: "Read with the wrench on", costs: 8 },
  pushed: { name: "Rocker pressed at the leaf", costs: 5 },
  bundle: { name: "The whole set on the leaf", costs: 5 },
  "cover-off": { name: "Run with its covers off", costs: 8 },
  cold: { name: "Read too cold", costs: 8 },
  "wrong-way": { name: "Turned the wrong way", costs: 5 },
  "needless-turns": { name: "Needless turns", costs: 5 },
  "turned-with-tool": { name: "Crank turned with a wrench on", costs: 10 },
  "not-bled": { name: "Crank turned before a lifter had bled down", costs: 15 },
  bumped: { name: "Starter with a wrench on", costs: 50 },
  "wrong-mark": { name: "Said to be clear, and is not", costs: 10 },
  "missed-mark": { name: "Could have been set", costs: 5 },
  "one-turn-out": { name: "One turn out", costs: 40 },
  "off-tdc": { name: "Not at TDC", costs: 30 },
  "wrong-fault": { name: "The wrong fault", costs: 60 },
  "wrong-valve": { name: "The right fault at the wrong valve", costs: 25 },
  hint: { name: "Hints", costs: 3 },
  unanswered: { name: "Not answered", costs: 40 },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly costs: number }>>;
export type SlipKind = keyof typeof SLIPS;

export interface Slip {
  readonly kind: SlipKind;
  readonly valve: string | null;
  /** In a sentence that explains it. */
  readonly why: string;
}
