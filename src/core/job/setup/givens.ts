/** What must be said and read before a job is begun: asked by the page that prepares it, and by the shop once more. */
import type { TemperatureUnit } from "../../units/temperature";
import type { EngineFile, EngineState } from "../../engine/engineFile";
import type { Offset } from "../../heat/offset";
import type { LifterState } from "../../preload/zeroLash";
import { cautionsFor } from "./cautions";
import { type Planned, type SetupRules, notReady, temperatureDoubt } from "./setup";

export interface Givens {
  /** Null while nobody has said it. */
  readonly state: EngineState | null;
  readonly temperatureC: number | null;
  /** Somebody said that an odd temperature is right all the same. */
  readonly temperatureSure: boolean;
  /** In what temperatures are written; left out: degrees Celsius. */
  readonly temperatureUnit?: TemperatureUnit;
  readonly licensed: string | null;
  readonly lifters: LifterState | null;
  /** The ids of those that were read. */
  readonly cautions: readonly string[];
}

/** A sentence, and the field of the preparation that it is about. */
export type Lack = Exclude<Planned<never>, { readonly plan: never }>;

/** All that is lacking, in the order of the preparation; empty where a job may be begun. `through` is the offset that was chosen, or why there can't be one. */
export function lackingGivens(
  rules: SetupRules,
  file: EngineFile,
  { state, temperatureC, temperatureSure, temperatureUnit, licensed, lifters, cautions }: Givens,
  through: Planned<Offset | null>,
): Lack[] {
  const open = cautionsFor(rules, file, state ?? file.lash?.state ?? "cold", lifters).filter(
    (c) => !cautions.includes(c.id),
  );
  const doubt = state === null || temperatureSure ? null : temperatureDoubt(state, temperatureC, temperatureUnit);
  return [
    ...stateLacks(rules, file, state, through),
    ...(doubt === null ? [] : [{ field: "temperatureC", why: doubt }]),
    ...(file.sector === "aircraft" && rules.namesLicensed === true && licensed === null
      ? [
          {
            field: "licensed",
            why: "Name the licensed person who releases this work: without one it is not begun.",
          },
        ]
      : []),
    ...(open.length === 0
      ? []
      : [{ field: "cautions", why: `Read and tick every caution first: ${open.length} not ticked.` }]),
  ];
}

function stateLacks(
  rules: SetupRules,
  file: EngineFile,
  state: EngineState | null,
  through: Planned<Offset | null>,
): Lack[] {
  if (state === null)
    return [{ field: "state", why: "Say whether the engine is cold or hot: a job can't start without it." }];
  if ("why" in through) return [through];
  const why = notReady(rules, file, state, through.plan);
  return why === null ? [] : [{ field: through.plan === null ? "state" : "heatWay", why }];
}
