/** Specs and bands in the unit in which they were written down. */
import type { EngineFile, LashFigures, ValveRole } from "../../engine/engineFile";
import { engineUnit } from "../../engine/engineUnit";
import type { LashSpec } from "../../lash/spec";
import type { TypedUnit } from "../../units/typedLength";
import { type LengthUnit, limitFigure, parseLength, showFigure } from "../../units/length";

/** The unit in which a role's spec was written down. */
export const specUnit = (figures: LashFigures | undefined): LengthUnit =>
  (figures === undefined ? null : parseLength(figures.nominal))?.unit ?? "mm";

/** The system that an engine is told in. */
export const unitOf = (file: EngineFile): TypedUnit => engineUnit(file) ?? "mm";

/** The unit in which a role is told: as its spec was written down, else the engine's. */
export const roleUnit = (file: EngineFile, role: ValveRole): LengthUnit =>
  file.lash?.[role] === undefined ? unitOf(file) : specUnit(file.lash[role]);

/** The band of a spec in its own unit: "0.40–0.50 mm". */
export const bandWords = (spec: LashSpec, unit: LengthUnit): string =>
  `${limitFigure(spec.lowMm, unit)}–${limitFigure(spec.highMm, unit)} ${unit}`;

/** The spec of a role on one line: "0.45 (0.40–0.50) mm". */
export const specWords = (spec: LashSpec, unit: LengthUnit): string =>
  `${showFigure(spec.nominalMm, unit)} (${limitFigure(spec.lowMm, unit)}–${limitFigure(spec.highMm, unit)}) ${unit}`;
