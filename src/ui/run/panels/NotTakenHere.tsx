import { chakra } from "@chakra-ui/react/styled-system";
import { Button } from "../../controls/Button";
import { PlateHeading } from "../../controls/Stamp";
import type { RefusedHere } from "../../device/database";
import { NotTaken } from "../../device/NotTaken";

/** What this job did not take, over the run. */
export default function NotTakenHere({
  refused,
  onClose,
}: {
  readonly refused: readonly RefusedHere[];
  readonly onClose: () => void;
}) {
  return (
    <chakra.section aria-label="Not taken">
      <chakra.div display="flex" justifyContent="space-between" alignItems="center" gap="3" pb="2">
        <PlateHeading>{refused.length === 0 ? "All is dealt with" : "Made, and not taken"}</PlateHeading>
        <Button type="button" size="big" onClick={onClose}>
          Back to the run
        </Button>
      </chakra.div>
      <NotTaken refused={refused} inRun onDealt={() => undefined} />
    </chakra.section>
  );
}
