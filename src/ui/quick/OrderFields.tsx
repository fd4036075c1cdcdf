import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineDraft } from "@/core/engine/engineDraft";
import type { TypedOrder } from "@/core/quick/order";
import { Field, Select, TextInput } from "../controls/Field";
import { Two } from "../controls/Two";

export const ORDER_DEFAULTS = { order: "", strokes: "4", valves: "" };
export type OrderText = Readonly<typeof ORDER_DEFAULTS>;

/** The typed order as the core reads it. */
export const typedOrder = ({ order, strokes, valves }: OrderText): TypedOrder => ({
  order,
  strokes: strokes === "2" ? 2 : (4 satisfies EngineDraft["strokes"]),
  valves,
});

interface Props {
  readonly typed: OrderText;
  readonly problems: Partial<Record<"firingOrder" | "valves", string>>;
  readonly onChange: (change: Partial<OrderText>) => void;
}

/** The firing order, and what else of an engine a plan may want. */
export function OrderFields({ typed, problems, onChange }: Props) {
  const problem = typed.order.trim() === "" ? undefined : problems.firingOrder;
  return (
    <>
      <Field label="Firing order" hint="Like 1-5-3-6-2-4" error={problem}>
        {(c) => (
          <TextInput
            {...c}
            value={typed.order}
            autoFocus
            autoComplete="off"
            inputMode="text"
            fontSize="24px"
            minHeight="56px"
            onChange={(e) => onChange({ order: e.target.value })}
          />
        )}
      </Field>
      <chakra.details open={typed.strokes === "2" || typed.valves !== "" ? true : undefined}>
        <chakra.summary minHeight="44px" fontSize="17px" display="list-item" cursor="pointer" alignContent="center">
          Two-stroke, or other valves
        </chakra.summary>
        <Two>
          <Field label="Strokes">
            {(c) => (
              <Select
                {...c}
                value={typed.strokes}
                onChange={(e) => onChange({ strokes: e.target.value, valves: "" })}
              >
                <option value="4">four-stroke</option>
                <option value="2">two-stroke, exhaust valves</option>
              </Select>
            )}
          </Field>
          <Field label="Valves of one cylinder" error={problems.valves} hint="Front first">
            {(c) => (
              <Select {...c} value={typed.valves} onChange={(e) => onChange({ valves: e.target.value })}>
                {(typed.strokes === "2" ? ["E", "E E", "E J"] : ["I E", "E I", "I I E E", "I I E", "I E J"]).map(
                  (v, i) => (
                    <option key={v} value={i === 0 ? "" : v}>
                      {v}
                    </option>
                  ),
                )}
              </Select>
            )}
          </Field>
        </Two>
      </chakra.details>
    </>
  );
}
