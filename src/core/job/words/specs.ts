/** Specs and bands in the unit in which they were written down. */
import type { LashFigures } from "../../engine/engineFile";
import type { LashSpec } from "../../lash/spec";
import { type LengthUnit, parseLength, showFigure } from "../../units/length";

/** The unit in which a role's spec was written down. */
export const specUnit = (figures: LashFigures | undefined): LengthUnit =>
  (figures === undefined ? null : parseLength(figures.nominal))?.unit ?? "mm";

/** The band of a spec in its own unit: "0.40–0.50 mm". */
export const bandWords = (spec: LashSpec, unit: LengthUnit): string =>
  `${showFigure(spec.lowMm, unit)}–${showFigure(spec.highMm, unit)} ${unit}`;

/** The spec of a role on one line: "0.45 (0.40–0.50) mm". */
export const specWords = (spec: LashSpec, unit: LengthUnit): string =>
  `${showFigure(spec.nominalMm, unit)} (${showFigure(spec.lowMm, unit)}–${showFigure(spec.highMm, unit)}) ${unit}`;
