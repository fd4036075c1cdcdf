/** The drag of a leaf as a hand feels it (the trade's figures). Pure. */
export const DRAGS = ["none", "light", "firm", "stuck"] as const;
export type Drag = (typeof DRAGS)[number];

const LIGHT_TO_MM = 0.02;
const FIRM_TO_MM = -0.01;
/** What sums of decimals leave. */
const EPS_MM = 1e-9;

/** By what is left of the gap beside the leaf; below 0 the leaf is thicker. */
export const dragOf = (spareMm: number): Drag =>
  spareMm > LIGHT_TO_MM + EPS_MM
    ? "none"
    : spareMm >= -EPS_MM
      ? "light"
      : spareMm >= FIRM_TO_MM - EPS_MM
        ? "firm"
        : "stuck";

export const DRAG_WORDS: Readonly<Record<Drag, string>> = {
  none: "It drops in: no drag at all.",
  light: "It slides with a light drag.",
  firm: "It goes, but drags hard.",
  stuck: "It will not go in.",
};

/** What two fingers feel at a pushrod: it runs, it drags, it drags hard, or its valve is being opened. */
export type RodFeel = "free" | "drags" | "hard" | "held";

/** A leaf goes where it is not forced. */
export const goes = (drag: Drag): boolean => drag === "none" || drag === "light";

/** Where a gap lies by the leaves that were felt in it; `loaded` with the closing rocker pressed home. */
export function between(
  tries: readonly { readonly leafMm: number; readonly drag: Drag; readonly loaded: boolean }[],
  loaded = false,
): { readonly lowMm: number; readonly highMm: number } {
  const felt = tries.filter((t) => t.loaded === loaded);
  const lowMm = Math.max(0, ...felt.filter((t) => goes(t.drag)).map((t) => t.leafMm));
  const over = felt.filter((t) => !goes(t.drag) && t.leafMm > lowMm).map((t) => t.leafMm);
  return { lowMm, highMm: Math.min(...over, Infinity) };
}
