import { describe, expect, it } from "vitest";
import type { Field } from "./fields";
import { entrySchema } from "./entrySchema";
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind } from "./kinds";

const ID = "00000000-0000-4000-8000-000000000001";
const OTHER = "00000000-0000-4000-8000-000000000002";
const LEAF = { mm: 0.2, text: "0.20 mm" };

/** Something that a field holds. */
const VALUES: Readonly<Record<Field<unknown>["rule"]["is"], (rule: never) => unknown>> = {
  text: () => "some words",
  word: ({ of }: { of: readonly string[] }) => of[0],
  number: ({ least, most, above }: { least: number; most: number; above?: boolean }) =>
    above === true ? most : least,
  flag: () => true,
  id: () => OTHER,
  leaf: () => LEAF,
};
const fieldsOf = (kind: EntryKind) => Object.entries<Field<unknown>>(ENTRY_KINDS[kind].fields);
const valueOf = (field: Field<unknown>): unknown =>
  field.byServer === true ? null : VALUES[field.rule.is](field.rule as never);
const sample = (kind: EntryKind): Record<string, unknown> => ({
  id: ID,
  supersedes: kind === "withdrawn" ? OTHER : null,
  kind,
  ...Object.fromEntries(fieldsOf(kind).map(([name, field]) => [name, valueOf(field)])),
});
/** What is said of an entry, with the field; null where it is taken. */
function said(entry: unknown): string | null {
  const parsed = entrySchema.safeParse(entry);
  if (parsed.success) return null;
  const [issue] = parsed.error.issues;
  return `${issue?.path.join(".")}: ${issue?.message}`;
}
const everyField = ENTRY_KIND_NAMES.flatMap((kind) =>
  fieldsOf(kind).map(([name, field]) => [kind, name, field] as const),
);

describe("an entry as it is sent", () => {
  it.each(ENTRY_KIND_NAMES)("of %s is taken as it stands", (kind) => {
    expect(entrySchema.parse(sample(kind))).toEqual(sample(kind));
    expect(said({ ...sample(kind), more: 1 })).not.toBeNull();
    expect(said({ ...sample(kind), id: "one" })).toBe("id: This is not an id.");
  });

  it("names another only where it takes it back", () => {
    for (const kind of ENTRY_KIND_NAMES.filter((k) => k !== "withdrawn"))
      expect(said({ ...sample(kind), supersedes: OTHER })).toBe("supersedes: Only taking back names another entry.");
    expect(said({ ...sample("withdrawn"), supersedes: null })).not.toBeNull();
  });

  it.each(everyField)("of %s may leave %s unsaid only where that means something", (kind, name, field) => {
    const { [name]: _, ...rest } = sample(kind);
    if ("unsaid" in field) expect(entrySchema.parse(rest)).toEqual({ ...rest, [name]: field.unsaid });
    else expect(said(rest)).toMatch(new RegExp(`^${name}(\\.|:)`));
    expect(said({ ...rest, [name]: null }) === null).toBe(field.orNull);
  });

  it.each(everyField)("of %s holds %s to its rule", (kind, name, field) => {
    const taken = (value: unknown) => said({ ...sample(kind), [name]: value });
    const { rule } = field;
    if (field.byServer === true) return expect(taken(VALUES[rule.is](rule as never))).not.toBeNull();
    switch (rule.is) {
      case "text": {
        const empty = `${name}: ${rule.says ?? "Give it in a few words."}`;
        expect(taken("x".repeat(rule.most))).toBeNull();
        expect(taken("x".repeat(rule.most + 1))).toBe(`${name}: Keep it within ${rule.most} characters.`);
        for (const nothing of ["", "  ", 5]) expect(taken(nothing)).toBe(empty);
        expect(entrySchema.parse({ ...sample(kind), [name]: " words " })).toMatchObject({ [name]: "words" });
        return;
      }
      case "word":
        for (const one of rule.of) expect(taken(one)).toBeNull();
        expect(taken("nonsense")).toBe(`${name}: ${rule.says ?? `It is one of: ${rule.of.join(", ")}.`}`);
        return;
      case "number": {
        expect(taken(rule.least) === null).toBe(rule.above !== true);
        expect(taken(rule.most)).toBeNull();
        expect(taken(rule.least - 1)).toBe(`${name}: ${rule.above === true ? rule.says : rule.range}`);
        expect(taken(rule.most + 1)).toBe(`${name}: ${rule.range}`);
        expect(taken("1")).toBe(`${name}: ${rule.says}`);
        const between = rule.most - 0.123_456_7;
        if (rule.whole === true) expect(taken(between)).toBe(`${name}: ${rule.says}`);
        else
          expect(entrySchema.parse({ ...sample(kind), [name]: between })).toMatchObject({
            [name]: Number(between.toFixed(6)),
          });
        return;
      }
      case "flag":
        expect(taken("yes")).toBe(`${name}: Say true or false.`);
        return expect(taken(false)).toBeNull();
      case "id":
        return expect(taken("one")).toBe(`${name}: This is not an id.`);
      case "leaf":
        expect(taken({ ...LEAF, mm: 0 })).toBeNull();
        expect(taken({ ...LEAF, mm: -0.01 })).toBe(`${name}.mm: A leaf can't be thinner than nothing.`);
        expect(taken({ ...LEAF, mm: 11 })).toMatch(/^\w+\.mm: No lash is over 10 mm: check the unit/);
        expect(taken({ ...LEAF, mm: "0.2" })).toBe(`${name}.mm: A leaf has a thickness.`);
        expect(taken({ ...LEAF, text: "" })).not.toBeNull();
        expect(taken({ ...LEAF, text: "x".repeat(60) })).toBeNull();
        expect(taken({ ...LEAF, text: "x".repeat(61) })).not.toBeNull();
        expect(taken({ ...LEAF, more: 1 })).not.toBeNull();
        return expect(entrySchema.parse({ ...sample(kind), [name]: { ...LEAF, mm: 0.123_456_7 } })).toMatchObject({
          [name]: { mm: 0.123_457 },
        });
    }
  });

  it("judges a figure as it is kept: what rounds to nothing is nothing", () => {
    expect(said({ ...sample("fitted"), lengthMm: 4e-7 })).toBe("lengthMm: A part has a length.");
    expect(said({ ...sample("fitted"), lengthMm: 6e-7 })).toBeNull();
  });

  it("is refused where it is none", () => {
    expect(said({ ...sample("closed"), rings: null })).not.toBeNull();
    for (const nothing of [null, 5, "closed", {}, { kind: 5 }, { kind: "constructor" }, { kind: "toString" }])
      expect(said(nothing)).not.toBeNull();
  });
});
