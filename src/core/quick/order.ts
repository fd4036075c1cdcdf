/** An engine of which only the firing order is known: enough to plan its stops, and to find its crank. */
import { type DraftRead, EMPTY_DRAFT, namesIn, readDraft } from "../engine/engineDraft";

export interface TypedOrder {
  /** As it is said: "1-5-3-6-2-4". */
  readonly order: string;
  readonly strokes: 2 | 4;
  /** The valves of one cylinder, front first: "I E", "I I E E"; empty for the usual ones. */
  readonly valves: string;
}

/** The engine file that a firing order makes, or what is wrong with it. */
export function engineOfOrder({ order, strokes, valves }: TypedOrder): DraftRead {
  const usual = strokes === 2 ? "E" : "I E";
  return readDraft({
    ...EMPTY_DRAFT,
    name: `Engine ${namesIn(order).join("-")}`,
    firingOrder: order,
    strokes,
    valves: valves.trim() === "" ? usual : valves,
  });
}
