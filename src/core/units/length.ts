/**
 * Lengths. The core computes in millimetres; what a person typed keeps its unit and its digits.
 *
 * One thou is 0.0254 mm exactly. A bare number is millimetres.
 */

export const MM_PER_INCH = 25.4;

export type LengthUnit = "mm" | "in" | "thou";

/** A length as entered: `text` is shown back unchanged, `mm` is what is computed with. */
export interface Length {
  readonly mm: number;
  readonly unit: LengthUnit;
  readonly text: string;
}

const MM_PER_UNIT: Record<LengthUnit, number> = { mm: 1, in: MM_PER_INCH, thou: MM_PER_INCH / 1000 };

const SHAPE = /^([+-]?)\s*(?:(\d+)\s+)?(\d+\/\d+|\d+(?:[.,]\d*)?|[.,]\d+)\s*(mm|in|inch|inches|"|thou|mil)?\.?$/i;

const UNIT_WORDS: Record<string, LengthUnit> = {
  mm: "mm",
  in: "in",
  inch: "in",
  inches: "in",
  '"': "in",
  thou: "thou",
  mil: "thou",
};

/**
 * Reads a length such as `0.30`, `"0.012 in"`, `"12 thou"` or `"7 1/2 in"`.
 * A text without a unit is in `fallback`. Null when it is not a length.
 */
export function parseLength(input: number | string, fallback: LengthUnit = "mm"): Length | null {
  if (typeof input === "number") {
    return Number.isFinite(input) ? { mm: input, unit: "mm", text: `${input} mm` } : null;
  }
  const found = SHAPE.exec(input.trim());
  if (found === null) return null;
  const [, sign, whole, rest = "", word] = found;
  const figure = readFigure(whole, rest);
  if (figure === null) return null;
  const unit = word === undefined ? fallback : (UNIT_WORDS[word.toLowerCase()] ?? fallback);
  const value = (sign === "-" ? -1 : 1) * figure;
  const text = word === undefined ? `${input.trim()} ${unit}` : input.trim();
  return { mm: value * MM_PER_UNIT[unit], unit, text };
}

function readFigure(whole: string | undefined, rest: string): number | null {
  const base = whole === undefined ? 0 : Number(whole);
  if (rest.includes("/")) {
    const [over = "", under = ""] = rest.split("/");
    return Number(under) === 0 ? null : base + Number(over) / Number(under);
  }
  // "7 1.5" is two numbers, not one: only a fraction may follow a whole.
  return whole === undefined ? Number(rest.replace(",", ".")) : null;
}

/** Thread pitch in mm per turn from threads per inch. @throws RangeError unless positive. */
export function pitchFromTpi(tpi: number): number {
  if (!(tpi > 0) || !Number.isFinite(tpi)) throw new RangeError(`pitchFromTpi: tpi must be positive: ${tpi}`);
  return MM_PER_INCH / tpi;
}

const PLACES = { mm: 2, in: 3, thou: 1 } as const;
const inUnit = (mm: number, unit: LengthUnit): number =>
  unit === "mm" ? mm : (mm / MM_PER_INCH) * (unit === "in" ? 1 : 1000);

/** Inches are written as they are stamped: ".012", never "0.012". */
export const asStamped = (figure: string, unit: LengthUnit): string =>
  unit === "in" ? figure.replace(/^(-?)0\./, "$1.") : figure;

/** How a computed length is shown: metric to 0.01 mm, inch to 0.001 in, thou to a tenth. */
export const showLength = (mm: number, unit: LengthUnit = "mm"): string =>
  `${asStamped(inUnit(mm, unit).toFixed(PLACES[unit]), unit)} ${unit}`;

/** A length with all its digits, none of which is noise: to a micrometre, or to a tenth of a thou. */
export const exactLength = (mm: number, unit: "mm" | "in"): string =>
  unit === "mm"
    ? `${Number(mm.toFixed(3))} mm`
    : `${asStamped(String(Number((mm / MM_PER_INCH).toFixed(4))), "in")} in`;

/** How a change of a length is shown: in inches by tenths of a thou, since a thou is coarse for what is turned or ground. */
export const showChange = (mm: number, unit: LengthUnit): string => showLength(mm, unit === "mm" ? "mm" : "thou");

/** The bare figure of {@link showLength}, for places where the unit stands beside it. */
export const showFigure = (mm: number, unit: LengthUnit = "mm"): string => showLength(mm, unit).split(" ")[0] ?? "";

/** The last place that a limit may have beyond {@link showLength}: half of what that shows. */
const HALF_STEPS = { mm: 0.005, in: 0.0005, thou: 0.05 } as const;

/**
 * The bare figure of a limit: as {@link showLength}, and a place more where it lies just between two of its steps
 * ("0.175"), so that a band never looks wider or narrower than it is.
 */
export function limitFigure(mm: number, unit: LengthUnit): string {
  const [shown, step] = [inUnit(mm, unit), HALF_STEPS[unit]];
  const places = PLACES[unit];
  const halves = shown / step;
  const between = Math.abs(halves - Math.round(halves)) < 1e-4 && Math.round(halves) % 2 !== 0;
  return asStamped(between ? (Math.round(halves) * step).toFixed(places + 1) : shown.toFixed(places), unit);
}

/** A length that has been validated. @throws RangeError when it is not a length. */
export function lengthOf(input: number | string): Length {
  const length = parseLength(input);
  if (length === null) throw new RangeError(`lengthOf: not a length: ${input}`);
  return length;
}

/** Its millimetres. @throws RangeError when it is not a length. */
export const toMm = (input: number | string): number => lengthOf(input).mm;

/** A length finer than any leaf: "0.012 mm", "0.5 thou". */
export const fineLength = (mm: number, unit: LengthUnit): string =>
  unit === "mm" ? `${mm.toFixed(3)} mm` : `${((mm / MM_PER_INCH) * 1000).toFixed(1)} thou`;
