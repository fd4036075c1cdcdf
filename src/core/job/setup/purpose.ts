/** Why the lash is looked at: it says what to watch for. */
export const PURPOSES = ["routine", "noise", "after-work", "first-start", "race-check"] as const;
export type Purpose = (typeof PURPOSES)[number];

export const PURPOSE_NAMES: Record<Purpose, { readonly name: string; readonly note: string }> = {
  routine: { name: "Routine service", note: "Compare with last time before anything is turned." },
  noise: { name: "A noise", note: "Read all as found first: the odd one is the noise." },
  "after-work": {
    name: "After work on head or gear",
    note: "Gaskets and threads settle: read again after the first heat.",
  },
  "first-start": {
    name: "Before a first start",
    note: "Lobes wet, as few turns as possible, loose side of the band.",
  },
  "race-check": { name: "Race check", note: "Every valve every outing: what moved is worn." },
};

/** Something is new, or was off: it settles. */
export const isFresh = (purpose: Purpose): boolean => purpose === "first-start" || purpose === "after-work";

/** Where the evidence counts most, all valves are read before any is set. */
export const surveysFirst = (purpose: Purpose): boolean => purpose === "noise" || purpose === "race-check";
