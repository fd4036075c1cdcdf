/** The quick answers: each a page of its own, with all that was typed in its address. */
export const QUICK_KINDS = ["stops", "crank", "turn", "shim", "preload", "heat", "tape", "leaf", "rocker"] as const;
export type QuickKind = (typeof QUICK_KINDS)[number];

export const isQuickKind = (kind: string): kind is QuickKind => (QUICK_KINDS as readonly string[]).includes(kind);

export const QUICK: Readonly<Record<QuickKind, { readonly name: string; readonly asks: string }>> = {
  stops: { name: "Stops", asks: "Which valves may be set where, from the firing order alone" },
  crank: { name: "Where is the crank?", asks: "Say what you see, and narrow it down" },
  turn: { name: "How far to turn", asks: "Degrees of the screw or nut for a change of lash" },
  shim: { name: "Which shim", asks: "Fitted, lash and target: the sum, and what each size leaves" },
  preload: { name: "Preload", asks: "What a turn of the nut does to the plunger, cold and hot" },
  heat: { name: "Hot to cold", asks: "A hot spec set cold, or a cold one hot" },
  tape: { name: "Tape", asks: "Where the stops lie around a pulley" },
  leaf: { name: "Which leaf", asks: "The leaves that make a gap" },
  rocker: {
    name: "Which pushrod",
    asks: "What the rocker wipes on the valve's tip, and the pushrod that narrows it",
  },
};
