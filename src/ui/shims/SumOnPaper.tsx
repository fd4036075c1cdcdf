import { chakra } from "@chakra-ui/react/styled-system";
import { type Position, middle } from "@/core/shims/assign";
import { sumLines } from "@/core/shims/oneValve";
import type { LengthUnit } from "@/core/units/length";
import { Stamp } from "../controls/Stamp";
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
  return (
    <chakra.div border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" p="3">
      <Stamp color="ink!">{position.id}, on paper</Stamp>
      <chakra.dl display="grid" gridTemplateColumns="1fr auto" columnGap="4" fontSize="17px" m="0" pt="1">
        {sumLines(
          { mm: position.fittedMm, unit: "mm" },
          { mm: middle(position.lashMm), unit },
          { mm: position.aimMm, unit },
        ).map((l) => (
          <chakra.div key={l.what} display="contents">
            <dt>{l.what}</dt>
            <chakra.dd m="0" fontFamily="mono" textAlign="right">
              {l.figure}
            </chakra.dd>
          </chakra.div>
        ))}
      </chakra.dl>
      <chakra.p fontSize="16px" pt="2">
        In stock: {leaves.join(", ") || "nothing of this kind"}
      </chakra.p>
    </chakra.div>
  );
}
