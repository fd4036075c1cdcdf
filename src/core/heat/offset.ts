/** Through what readings are judged when the engine is not in the spec's state. Growth = hot minus cold, in mm. */
import type { EngineState, ValveRole } from "../engine/engineFile";
import { type LengthUnit, showLength } from "../units/length";
import type { GrowthSourceId } from "./growthSources";

/** From the spec's state into the job's: what was chosen, and on what grounds. */
export interface Offset {
  readonly specState: EngineState;
  readonly way: GrowthSourceId;
  readonly name: string;
  readonly evidence: string;
  /** Hot minus cold, by role. */
  readonly growthMm: Readonly<Partial<Record<ValveRole, number>>>;
  /** The other sources that applied, as they were shown. */
  readonly others: readonly string[];
}

const signed = (mm: number, unit: LengthUnit): string => `${mm < 0 ? "−" : "+"}${showLength(Math.abs(mm), unit)}`;

/** What is added to the spec of a role to judge it in this state. */
export const offsetBy = ({ growthMm }: Pick<Offset, "growthMm">, state: EngineState, role: ValveRole): number =>
  (state === "cold" ? -1 : 1) * (growthMm[role] ?? 0);

/** "hot spec read cold, through −0.23 mm intake, −0.19 mm exhaust (measured on this engine)". */
export function offsetWords(offset: Offset, state: EngineState, unit: LengthUnit): string {
  const by = (Object.keys(offset.growthMm) as ValveRole[])
    .filter((r) => r !== "injector")
    .map((role) => `${signed(offsetBy(offset, state, role), unit)} ${role}`);
  return `${offset.specState} spec read ${state}, through ${by.join(", ")} (${offset.name.charAt(0).toLowerCase()}${offset.name.slice(1)})`;
}
