/** The fine grid of drawing paper under a drawing. */
export const PAPER_GRID = {
  backgroundImage:
    "linear-gradient(var(--f-colors-grid) 1px, transparent 1px), linear-gradient(90deg, var(--f-colors-grid) 1px, transparent 1px)",
  backgroundSize: "20px 20px",
} as const;
