/** The orders in which valves commonly stand along an engine, and what one that was picked makes of what is typed. */
import type { EngineDraft } from "./engineDraft";

export interface ValveOrder {
  /** Letters of one cylinder, or of two neighbors that mirror each other. */
  readonly letters: string;
  /** How many cylinders the letters stand for. */
  readonly of: 1 | 2;
}

export const VALVE_ORDERS: Readonly<Record<2 | 4, readonly ValveOrder[]>> = {
  4: [
    { letters: "IE", of: 1 },
    { letters: "EI", of: 1 },
    { letters: "IEEI", of: 2 },
    { letters: "EIIE", of: 2 },
    { letters: "IIEE", of: 1 },
    { letters: "EEII", of: 1 },
  ],
  2: [
    { letters: "E", of: 1 },
    { letters: "EE", of: 1 },
    { letters: "EEEE", of: 1 },
  ],
};

type ValveText = Pick<EngineDraft, "valves" | "valvesFor">;

/** The letters of a whole bank of so many cylinders. An odd one at the end takes the first half of a mirrored pair. */
const lettersFor = ({ letters, of }: ValveOrder, cylinders: number): string =>
  letters.repeat(Math.ceil(cylinders / of)).slice(0, (letters.length / of) * cylinders);

const plain = (text: string): string => text.toUpperCase().replace(/[^A-Z]/g, "");

/** The letters of every bank as they are typed. `sizes`: how many cylinders each has. */
function banksTyped({ valves, valvesFor }: ValveText, sizes: readonly number[]): string[] {
  const parts = valves.split("/").map(plain);
  return sizes.map((size, b) =>
    valvesFor === "cylinder" ? plain(valves).repeat(size) : (parts[b] ?? parts[0] ?? ""),
  );
}

/** The order in which the valves of a bank are typed; null where it is none of the common ones. */
export const orderAt = (
  typed: ValveText,
  sizes: readonly number[],
  bank: number,
  strokes: 2 | 4,
): ValveOrder | null =>
  VALVE_ORDERS[strokes].find((o) => lettersFor(o, sizes[bank] ?? 0) === banksTyped(typed, sizes)[bank]) ?? null;

/** What stands in the field once this order was picked for a bank; the other banks stay as they are. */
export function withOrder(typed: ValveText, sizes: readonly number[], bank: number, order: ValveOrder): ValveText {
  const banks = banksTyped(typed, sizes).map((letters, b) =>
    b === bank ? lettersFor(order, sizes[b] ?? 0) : letters,
  );
  const spaced = (letters: string): string => [...letters].join(" ");
  if (order.of === 1 && banks.every((letters, b) => letters === lettersFor(order, sizes[b] ?? 0)))
    return { valves: spaced(order.letters), valvesFor: "cylinder" };
  return { valves: banks.map(spaced).join(" / "), valvesFor: "bank" };
}
