import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineDraft } from "@/core/engine/engineDraft";
import { VALVE_ORDERS, type ValveOrder, orderAt, withOrder } from "@/core/engine/valveOrders";
import { Stamp } from "../../controls/Stamp";
import { color, font } from "../../drawings/colors";

interface Props {
  readonly draft: EngineDraft;
  /** How many cylinders each bank has; one bank where it has none. */
  readonly sizes: readonly number[];
  readonly onChange: (change: Partial<EngineDraft>) => void;
}

const DISC = 22;

/** The common orders of valves, drawn to be picked: for every bank its own. */
export function ValveOrders({ draft, sizes, onChange }: Props) {
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      {sizes.map((size, bank) => {
        const name = sizes.length === 1 ? "Valves, front first" : `Bank ${bank + 1}, front first`;
        const now = orderAt(draft, sizes, bank, draft.strokes);
        return (
          <div key={bank}>
            <Stamp>{name}</Stamp>
            <chakra.div role="group" aria-label={name} display="flex" flexWrap="wrap" gap="2" pt="1">
              {VALVE_ORDERS[draft.strokes]
                .filter((o) => o.of <= size)
                .map((o) => (
                  <chakra.button
                    key={o.letters}
                    type="button"
                    aria-pressed={o === now}
                    aria-label={[...o.letters].join(" ")}
                    minHeight="44px"
                    px="2"
                    bg={o === now ? "ink" : "sheet"}
                    border="1.5px solid"
                    borderColor={o === now ? "ink" : "edge"}
                    borderRadius="plate"
                    cursor="pointer"
                    onClick={() => onChange(withOrder(draft, sizes, bank, o))}
                  >
                    <Discs order={o} />
                  </chakra.button>
                ))}
            </chakra.div>
          </div>
        );
      })}
    </chakra.div>
  );
}

/** Two neighboring cylinders with their valves as they stand. */
function Discs({ order: { letters, of } }: { readonly order: ValveOrder }) {
  const all = [...(of === 1 ? letters.repeat(2) : letters)];
  const each = all.length / 2;
  const at = (i: number): number => DISC * (i + 0.5) + (i >= each ? 8 : 0);
  return (
    <svg width={DISC * all.length + 8} height={DISC + 6} aria-hidden="true">
      {all.map((letter, i) => {
        const own = letter === "E" ? color.brass : color.blue;
        return (
          <g key={i}>
            <circle cx={at(i)} cy={DISC / 2 + 3} r={DISC / 2 - 2} fill={color.sheet} stroke={own} strokeWidth={2.5} />
            <text
              x={at(i)}
              y={DISC / 2 + 8}
              textAnchor="middle"
              fontSize={14}
              fontFamily={font.stamp}
              fontWeight={600}
              fill={color.ink}
            >
              {letter}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
