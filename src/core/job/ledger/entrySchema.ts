/** What a sender may add to a ledger, from the kinds of entries: each kind with just its own fields, and nothing else. */
import { z } from "zod";
import { MAX_LASH_MM } from "../../lash/reading";
import type { Entry } from "./entry";
import type { Field, Rule } from "./fields";
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind } from "./kinds";

/** As the database keeps them, so that a repeated entry equals the kept one. */
const sixPlaces = (value: number): number => Math.round(value * 1e6) / 1e6;

const id = z.uuid("This is not an id.");

/** Judged as it is kept: a figure that rounds to nothing is nothing. */
const rounded = (figure: z.ZodNumber, says: string) => z.number(says).transform(sixPlaces).pipe(figure);

const leaf = z.strictObject({
  mm: rounded(
    z
      .number()
      .min(0, "A leaf can't be thinner than nothing.")
      .max(MAX_LASH_MM, `No lash is over ${MAX_LASH_MM} mm: check the unit and read it again.`),
    "A leaf has a thickness.",
  ),
  text: z.string().min(1).max(60),
});

function ruleSchema(rule: Rule): z.ZodType {
  switch (rule.is) {
    case "text": {
      const says = rule.says ?? "Give it in a few words.";
      return z.string(says).trim().min(1, says).max(rule.most, `Keep it within ${rule.most} characters.`);
    }
    case "word":
      return z.enum([...rule.of], rule.says ?? `It is one of: ${rule.of.join(", ")}.`);
    case "number": {
      const figure: z.ZodNumber = rule.whole === true ? z.int(rule.says) : z.number();
      const least = rule.above === true ? figure.gt(rule.least, rule.says) : figure.min(rule.least, rule.range);
      return rounded(least.max(rule.most, rule.range), rule.says);
    }
    case "flag":
      return z.boolean("Say true or false.");
    case "id":
      return id;
    case "leaf":
      return leaf;
  }
}

function fieldSchema(field: Field<unknown>): z.ZodType {
  const said =
    field.byServer === true ? z.null() : field.orNull ? ruleSchema(field.rule).nullable() : ruleSchema(field.rule);
  return "unsaid" in field ? said.default(field.unsaid as never) : said;
}

const kindSchema = (kind: EntryKind) =>
  z.strictObject({
    id,
    supersedes: kind === "withdrawn" ? id : z.null("Only taking back names another entry."),
    kind: z.literal(kind),
    ...Object.fromEntries(
      Object.entries<Field<unknown>>(ENTRY_KINDS[kind].fields).map(([name, field]) => [name, fieldSchema(field)]),
    ),
  });

const [first, ...others] = ENTRY_KIND_NAMES.map(kindSchema);
if (first === undefined) throw new RangeError("entrySchema: there are no kinds of entries");

/** An entry as a sender may send it; what it leaves unsaid is filled in. */
export const entrySchema = z.discriminatedUnion("kind", [first, ...others]) as unknown as z.ZodType<Entry>;
