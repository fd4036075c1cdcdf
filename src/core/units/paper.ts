/** What a shop prints on. */
export const PAPERS = ["a4", "letter"] as const;
export type Paper = (typeof PAPERS)[number];
export const DEFAULT_PAPER: Paper = "a4";
export const PAPER_NAMES: Readonly<Record<Paper, string>> = { a4: "A4", letter: "Letter" };
