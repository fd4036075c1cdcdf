/** What is felt when the cam is turned over a closer's base circle, and what that says of its thickness. */
export const FELTS = ["drag", "hint", "free", "movement"] as const;
export type Felt = (typeof FELTS)[number];

export const FELT_NAMES: Readonly<Record<Felt, { readonly name: string; readonly note: string }>> = {
  drag: { name: "Drag all round", note: "Too thick." },
  hint: { name: "A hint of drag", note: "At its thickest; it settles free." },
  free: { name: "Free, nothing moves", note: "As it should be." },
  movement: { name: "Movement heard or felt", note: "Too thin." },
};

/** A closer that turns without drag and without movement lies between nothing and this (usual in the trade). */
export const CLOSER_HIGH_MM = 0.02;

/** A closer may be so much too thick: its hint of drag settles (assumed). */
export const HINT_MM = 0.015;

/** What a drag is worth: too thick by about so much (assumed; a hand learns its own). */
const DRAG_MM: Readonly<Record<"drag" | "hint", number>> = { drag: 0.03, hint: 0.01 };

/** No drag over the base circle, and no movement; a hint of drag settles. */
export const isRight = (felt: Felt): boolean => felt === "free" || felt === "hint";

/** How far a closer that was felt so is too thick, in mm; null where feeling alone does not tell. */
export const tooThickMm = (felt: Felt): number | null =>
  felt === "drag" || felt === "hint" ? DRAG_MM[felt] : felt === "free" ? 0 : null;
