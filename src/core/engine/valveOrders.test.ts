import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { EMPTY_DRAFT, readDraft } from "./engineDraft";
import { VALVE_ORDERS, orderAt, withOrder } from "./valveOrders";

const PLAIN = { valves: "I E", valvesFor: "cylinder" } as const;
const order = (letters: string) => VALVE_ORDERS[4].find((o) => o.letters === letters) ?? VALVE_ORDERS[4][0]!;

describe("a valve order that is picked", () => {
  it.each([
    ["E I", [4], 0, "EI", { valves: "E I", valvesFor: "cylinder" }],
    ["mirrored pairs", [4], 0, "EIIE", { valves: "E I I E E I I E", valvesFor: "bank" }],
    ["an odd one at the end", [3], 0, "IEEI", { valves: "I E E I I E", valvesFor: "bank" }],
    ["one bank only", [2, 2], 1, "EI", { valves: "I E I E / E I E I", valvesFor: "bank" }],
  ] as const)("%s", (_what, sizes, bank, letters, made) =>
    expect(withOrder(PLAIN, sizes, bank, order(letters))).toEqual(made),
  );
  it("is what stands there then, bank by bank, and makes an engine", () => {
    fc.assert(
      fc.property(fc.constantFrom(...VALVE_ORDERS[4]), fc.constantFrom(...VALVE_ORDERS[4]), (left, right) => {
        const sizes = [4, 4];
        const both = withOrder(withOrder(PLAIN, sizes, 0, left), sizes, 1, right);
        expect(orderAt(both, sizes, 0, 4)).toEqual(left);
        expect(orderAt(both, sizes, 1, 4)).toEqual(right);
        const { problems } = readDraft({
          ...EMPTY_DRAFT,
          name: "V8",
          layout: "vee",
          firingOrder: "1-8-4-3-6-5-7-2",
          ...both,
        });
        expect(problems).toEqual({});
      }),
    );
  });
  it("knows none in what is no common order", () =>
    expect(orderAt({ valves: "I E J", valvesFor: "cylinder" }, [4], 0, 4)).toBeNull());
});
