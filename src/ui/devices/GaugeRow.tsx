import { chakra } from "@chakra-ui/react/styled-system";
import type { Assessment } from "@/core/devices/assess";
import type { Held } from "../leaves/taps";
import { Button } from "../controls/Button";
import { KeyFor } from "../run/panels/KeyFor";
import { Stamp } from "../controls/Stamp";
import { figureOf, heldFrom } from "./heldFrom";

/** The gauge as it stands, and the hold that takes its value. */
export function GaugeRow({
  said,
  held,
  onHold,
}: {
  readonly said: Assessment;
  readonly held: Held | null;
  readonly onHold: () => void;
}) {
  const ready = heldFrom(said) !== null;
  const figure = said.value === null ? "–" : figureOf(said.value, said.unit);
  return (
    <chakra.section
      aria-label="Bench gauge"
      display="flex"
      flexWrap="wrap"
      alignItems="center"
      gap="3"
      px={{ base: "3", lg: "4" }}
      py="2"
      borderBottom="1px solid"
      borderColor="line"
      data-gauge={said.state}
    >
      <Stamp>Gauge</Stamp>
      <chakra.span fontFamily="mono" fontSize="24px" minWidth="9ch">
        {held === null ? figure : held.text}
      </chakra.span>
      <chakra.span
        fontSize="16px"
        color={said.state === "steady" || said.state === "moving" ? "soft" : "now"}
        flex="1"
      >
        {held === null ? said.words : "Held."}
        {said.value !== null && said.value < 0 ? " Below zero: set its zero first." : ""}
      </chakra.span>
      <Button type="button" size="big" disabled={!ready} onClick={onHold}>
        Hold
        <KeyFor name="hold" />
      </Button>
    </chakra.section>
  );
}
