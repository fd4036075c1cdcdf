/** Every kind of entry goes into its row and comes back the same, and the sender's schema takes what the kinds describe. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Entry } from "@/core/job/ledger/entry";
import { entrySchema } from "@/core/job/ledger/entrySchema";
import { ENTRY_COLUMNS, type Field } from "@/core/job/ledger/fields";
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind } from "@/core/job/ledger/kinds";
import { type EntryRow, entryOf, rowOf } from "./entryRows";

const text = (most: number) =>
  fc.string({ minLength: 1, maxLength: Math.min(most, 40) }).filter((s) => s.trim() === s && s !== "");

function held({ rule, orNull, byServer }: Field<unknown>): fc.Arbitrary<unknown> {
  const said = ((): fc.Arbitrary<unknown> => {
    switch (rule.is) {
      case "text":
        return text(rule.most);
      case "word":
        return fc.constantFrom(...rule.of);
      case "number":
        return fc
          .integer({ min: Math.ceil(rule.least) + (rule.above === true ? 1 : 0), max: Math.floor(rule.most) })
          .map((n) => n);
      case "flag":
        return fc.boolean();
      case "id":
        return fc.uuid();
      case "leaf":
        return fc.record({ mm: fc.integer({ min: 0, max: 900 }).map((n) => n / 100), text: text(40) });
    }
  })();
  if (byServer === true) return fc.constant(null);
  return orNull ? fc.option(said) : said;
}

const anyEntry = (kind: EntryKind): fc.Arbitrary<Entry> =>
  fc.record({
    id: fc.uuid(),
    supersedes: kind === "withdrawn" ? fc.uuid() : fc.constant(null),
    kind: fc.constant(kind),
    ...Object.fromEntries(
      Object.entries<Field<unknown>>(ENTRY_KINDS[kind].fields).map(([name, field]) => [name, held(field)]),
    ),
  }) as unknown as fc.Arbitrary<Entry>;

const EMPTY = Object.fromEntries(Object.keys(ENTRY_COLUMNS).map((c) => [c, null]));
const KEPT = { seq: 1, personId: "p", personName: "Ada" };
const [AT, MADE] = ["2026-11-25T10:00:00.000Z", "2026-11-25T09:00:00.000Z"];
const asKept = { ...KEPT, at: new Date(AT), madeAt: new Date(MADE), shopId: "s", jobId: "j" };

describe("a row of the ledger", () => {
  it.each(ENTRY_KIND_NAMES)("gives back what went in: %s", (kind) => {
    fc.assert(
      fc.property(anyEntry(kind), (entry) => {
        const row = { ...EMPTY, ...asKept, ...rowOf(entry) } as unknown as EntryRow;
        expect(entryOf(row)).toEqual({ ...entry, ...KEPT, at: AT, madeAt: MADE });
        expect(entrySchema.parse(entry)).toEqual(entry);
        expect(entrySchema.safeParse({ ...entry, surprise: 1 }).success).toBe(false);
      }),
      { numRuns: 40 },
    );
  });
  it("of a kind that nobody knows is an error, and never silence", () =>
    expect(() => entryOf({ ...EMPTY, ...asKept, id: "x", supersedes: null, kind: "polished" } as never)).toThrow(
      /polished/,
    ));
});
