import { chakra } from "@chakra-ui/react/styled-system";
import { TwoSizes } from "../controls/TwoSizes";
import type { Run } from "./useRun";

/** Wires of known size between plunger and retainer, with the valley open: they show the depth itself. */
export function WireForm({ run, folded = false }: { readonly run: Run; readonly folded?: boolean }) {
  const form = <TwoSizes what="wire" submit="Hold wires to it" onHold={run.wire} />;
  if (!folded) return form;
  return (
    <chakra.details>
      <chakra.summary fontSize="17px" minHeight="44px" display="list-item" cursor="pointer">
        Valley open? Hold wires to its plunger as it was found
      </chakra.summary>
      {form}
    </chakra.details>
  );
}
