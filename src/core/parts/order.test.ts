import { describe, expect, it } from "vitest";
import { type OrderEventKind, orderWords, standsAfter } from "./order";

const words = (events: readonly OrderEventKind[], unwantedBy: string | null): string =>
  orderWords({ ...standsAfter(events), unwantedBy, dueAt: null, note: null }, () => "soon");

describe("an order that is not wanted any more", () => {
  it.each<[readonly OrderEventKind[], RegExp]>([
    [["unwanted"], /^No longer wanted, said Maud Fenwick\. The supplier does not answer/],
    [["accepted", "unwanted"], /^No longer wanted, said Maud Fenwick\. Ordered\./],
    [["unwanted", "given-up"], /^Taken back by Maud Fenwick before it was sent\.$/],
    [["accepted", "unwanted", "canceled"], /^Canceled by Maud Fenwick: nothing comes\.$/],
  ])("says who said so: %s", (events, said) => {
    expect(words(events, "Maud Fenwick")).toMatch(said);
    expect(words(events, null)).not.toMatch(/null|said|by/);
  });
});
