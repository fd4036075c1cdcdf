import { chakra } from "@chakra-ui/react/styled-system";
import { type Position, middle } from "@/core/shims/assign";
import { sumLines } from "@/core/shims/oneValve";
import type { LengthUnit } from "@/core/units/length";
import { SumList } from "../controls/SumList";
import { whatEachLeaves } from "./typedParts";

interface Props {
  readonly position: Position;
  readonly unit: LengthUnit;
  readonly stockMm: readonly number[];
}

/** The sum of one valve line by line, and what every part in stock would leave. */
export function SumOnPaper({ position, unit, stockMm }: Props) {
  const leaves = whatEachLeaves(position, stockMm)
    .slice(0, 6)
    .map((w) => `${w.thicknessMm.toFixed(3)} leaves ${w.lashMm.toFixed(3)}${w.fits ? " ✓" : ""}`);
  const lines = sumLines(
    { mm: position.fittedMm, unit: "mm" },
    { mm: middle(position.lashMm), unit },
    { mm: position.aimMm, unit },
  );
  return (
    <SumList title={`${position.id}, on paper`} lines={lines}>
      <chakra.p fontSize="16px" pt="2">
        In stock: {leaves.join(", ") || "nothing of this kind"}
      </chakra.p>
    </SumList>
  );
}
