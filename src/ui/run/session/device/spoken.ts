/** A sentence as the browser's voice should say it. Pure. */
export const spoken = (text: string): string =>
  text
    .replace(/(\d)\s*°/g, "$1 degrees")
    .replace(/(\d)\s*mm\b/g, "$1 millimeters")
    .replace(/(\d)\s*in\b(?=[\s.,:;]|$)/g, "$1 inch")
    .replace(/(\d)–(\d)/g, "$1 to $2");
