/** Which shim one valve wants, with no engine: fitted and lash, less the target. */
import { newThicknessMm, sumLines, type SumLine } from "../shims/oneValve";
import type { Length } from "../units/length";
import { type SizeLeaves, sizesAround } from "./sizes";
import { type Problems, readAtLeast } from "./typed";

export interface TypedShim {
  readonly fitted: string;
  readonly lash: string;
  readonly target: string;
  /** By how much the sizes go up. */
  readonly step: string;
}

export interface ShimAnswer {
  readonly wantedMm: number;
  readonly sum: readonly SumLine[];
  readonly sizes: readonly SizeLeaves[];
  /** As the lash was typed. */
  readonly unit: Length["unit"];
}

/** A size is a thousandth of a millimetre apart from the next at least. */
const LEAST_STEP_MM = 1e-3;
/** The lash may be nothing, a part may not. */
const LEAST_MM: Readonly<Record<keyof TypedShim, number>> = { fitted: 1e-9, lash: 0, target: 0, step: LEAST_STEP_MM };

/** Null and no problem while something is not typed yet; `none` where no shim is that thin. */
export function quickShim(typed: TypedShim): {
  readonly answer: ShimAnswer | "none" | null;
  readonly problems: Problems<keyof TypedShim>;
} {
  const read = (field: keyof TypedShim) =>
    readAtLeast(
      typed[field],
      "2.35 mm or .093 in",
      LEAST_MM[field],
      LEAST_MM[field] > 0 ? "It is more than nothing." : "A gap is never below zero.",
    );
  const fields = { fitted: read("fitted"), lash: read("lash"), target: read("target"), step: read("step") };
  const problems = Object.fromEntries(
    Object.entries(fields).flatMap(([field, { why }]) => (why === null ? [] : [[field, why]])),
  );
  const [fitted, lash, target, step] = [
    fields.fitted.length,
    fields.lash.length,
    fields.target.length,
    fields.step.length,
  ];
  if (fitted === null || lash === null || target === null || step === null) return { answer: null, problems };
  const wantedMm = newThicknessMm(fitted.mm, lash.mm, target.mm);
  if (wantedMm <= 0) return { answer: "none", problems };
  return {
    answer: {
      wantedMm,
      sum: sumLines(fitted, lash, target),
      sizes: sizesAround(wantedMm, step.mm, fitted.mm, lash.mm),
      unit: lash.unit,
    },
    problems,
  };
}
