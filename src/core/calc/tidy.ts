/** Micrometers and millionths of a turn or a degree: beyond that, figures are rounding noise. */
export const tidy = (value: number): number => Math.round(value * 1e6) / 1e6 + 0;
