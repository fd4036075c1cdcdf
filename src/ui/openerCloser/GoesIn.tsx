import { chakra } from "@chakra-ui/react/styled-system";
import type { OrderLine } from "@/core/parts/order";
import type { StockPart } from "@/core/parts/part";
import type { OpenerCloserPart } from "@/core/job/ledger/kinds";
import { usePrice } from "../controls/ways";
import { Button } from "../controls/Button";
import { USUAL } from "@/core/units/typedLength";
import { Field } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { PlateHeading } from "../controls/Stamp";
import { useCatalogue } from "../shims/useCatalogue";

/** What goes in: one in stock, or one that was made to size. */
export interface Chosen {
  readonly stockId: string | null;
  readonly made: string;
}

interface Props {
  readonly part: OpenerCloserPart;
  /** Null where it stays, or can't be worked out yet. */
  readonly wantedMm: number | null;
  readonly fittedMm: number | null;
  /** The gap that it leaves now. */
  readonly gapMm: number | null;
  readonly stock: readonly StockPart[];
  readonly chosen: Chosen;
  readonly error: string | undefined;
  readonly onChoose: (chosen: Chosen) => void;
  /** Orders one from the supplier; the job waits. */
  readonly onOrder: (line: OrderLine) => void;
}

const NEAREST = 5;

export function GoesIn({ part, wantedMm, fittedMm, gapMm, stock, chosen, error, onChoose, onOrder }: Props) {
  const price = usePrice();
  const { items } = useCatalogue(part, null);
  const around = wantedMm ?? fittedMm;
  const near = [...stock]
    .filter((s) => s.kind === part && around !== null)
    .sort((a, b) => Math.abs(a.thicknessMm - (around ?? 0)) - Math.abs(b.thicknessMm - (around ?? 0)))
    .slice(0, NEAREST);
  const leaves = (mm: number): string =>
    gapMm === null || fittedMm === null ? "" : `leaves ${(gapMm + fittedMm - mm).toFixed(2)}`;
  const sold =
    wantedMm === null
      ? undefined
      : [...(items ?? [])]
          .filter((i) => i.stock > 0)
          .sort((a, b) => Math.abs(a.thicknessMm - wantedMm) - Math.abs(b.thicknessMm - wantedMm))[0];
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <PlateHeading>
        {part === "opener" ? "Opener" : "Closer"}:{" "}
        {wantedMm === null
          ? fittedMm === null
            ? "measure it to work it out"
            : "it may stay"
          : `wants ${wantedMm.toFixed(3)} mm`}
      </PlateHeading>
      {near.length > 0 && (
        <chakra.div display="flex" flexWrap="wrap" gap="2" role="group" aria-label={`${part} in stock`}>
          {near.map((s) => (
            <Button
              key={s.id}
              type="button"
              size="big"
              px="3"
              flexDirection="column"
              gap="0"
              aria-pressed={chosen.stockId === s.id}
              borderWidth={chosen.stockId === s.id ? "3px" : "1.5px"}
              onClick={() => onChoose({ stockId: chosen.stockId === s.id ? null : s.id, made: "" })}
            >
              <span>
                {s.thicknessMm.toFixed(3)}
                {s.measured === null ? " by mark" : ""}
              </span>
              <chakra.span fontFamily="mono" fontSize="15px" fontWeight={400}>
                {leaves(s.thicknessMm) || (s.place ?? "")}
              </chakra.span>
            </Button>
          ))}
        </chakra.div>
      )}
      <Field label={`New ${part}, made to size`} error={error}>
        {(c) => (
          <LengthInput
            {...c}
            usual={USUAL.thickness}
            value={chosen.made}
            onChange={(made) => onChoose({ stockId: null, made })}
          />
        )}
      </Field>
      {sold !== undefined && (
        <chakra.div>
          <Button
            type="button"
            onClick={() =>
              onOrder({
                sku: sold.sku,
                kind: sold.kind,
                diameterMm: sold.diameterMm,
                thicknessMm: sold.thicknessMm,
                price: sold.price,
                quantity: 1,
              })
            }
          >
            Order one of {sold.thicknessMm.toFixed(2)} mm for {price(sold.price)}: job on hold
          </Button>
        </chakra.div>
      )}
    </chakra.div>
  );
}
