import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineState, LashEntry, ValveRole } from "@/core/engine/engineFile";
import type { GrowthSourceId, GrowthSources } from "@/core/heat/growthSources";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { GrowthSourceTable } from "../heat/GrowthSources";

interface Props {
  readonly ways: GrowthSources;
  readonly lash: LashEntry;
  readonly roles: readonly ValveRole[];
  readonly state: EngineState;
  readonly value: GrowthSourceId | null;
  readonly onChange: (id: GrowthSourceId) => void;
  readonly error: string | undefined;
}

/** The engine is not in the spec's state: the ways over, what each makes of the spec, and the choice that the record keeps. */
export function HeatPart({ ways, lash, roles, state, value, onChange, error }: Props) {
  return (
    <chakra.fieldset border="0" p="0" m="0" minWidth="0">
      <chakra.legend p="0" pb="1">
        <PlateHeading as="span">The spec is for a {lash.state} engine</PlateHeading>
      </chakra.legend>
      <chakra.p fontSize="17px" pb="2">
        Read {state}, every valve is judged through an offset. Choose from where it is known; the sheet says which,
        and what else there was.
      </chakra.p>
      <GrowthSourceTable ways={ways} roles={roles} into={{ lash, state }} value={value} onChange={onChange} />
      {error !== undefined && <Complaint role="alert">{error}</Complaint>}
    </chakra.fieldset>
  );
}
