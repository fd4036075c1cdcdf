/** The system an engine's figures were written down in. */
import { parseLength } from "../units/length";
import type { TypedUnit } from "../units/typedLength";
import type { AdjusterEntry, EngineFile, LengthText } from "./engineFile";

type Figures = Pick<EngineFile, "lash" | "otherLash" | "cam" | "heat"> & {
  readonly adjuster?: Omit<AdjusterEntry, "kind"> | undefined;
};

/** mm or inches as the first of its figures has it, lash first; null where it has none. Thou are inches. */
export function engineUnit({ lash, otherLash = [], adjuster, cam, heat }: Figures): TypedUnit | null {
  const specs = [...(lash === undefined ? [] : [lash]), ...otherLash];
  const lifts = [cam?.intake, cam?.exhaust].map((lobe) =>
    lobe !== undefined && "lift" in lobe ? lobe.lift : undefined,
  );
  const single = specs.flatMap((s) => Object.values(s.valves ?? {}).map((f) => f.nominal));
  const figures: (LengthText | undefined)[] = [
    ...specs.flatMap((s) => [s.intake?.nominal, s.exhaust?.nominal, s.injector?.nominal]),
    ...single,
    adjuster?.plunger?.travel,
    adjuster?.preload?.travel,
    adjuster?.pitch,
    adjuster?.tpi === undefined ? undefined : "1 in",
    ...(adjuster?.lengths ?? []),
    adjuster?.diameter,
    cam?.atLift,
    ...lifts,
    ...Object.values(heat?.sizes ?? {}),
  ];
  const first = figures.find((figure) => figure !== undefined);
  const length = first === undefined ? null : parseLength(first);
  return length === null ? null : length.unit === "mm" ? "mm" : "in";
}
