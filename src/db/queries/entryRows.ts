/** Entries to rows of the ledger and back, by what their kinds say of their fields. */
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import type { ColumnName, Field, LeafMark } from "@/core/job/ledger/fields";
import { ENTRY_KINDS } from "@/core/job/ledger/kinds";
import type { entries } from "../schema";

export type EntryRow = typeof entries.$inferSelect;
export type NewEntryRow = typeof entries.$inferInsert;

type Fields = Readonly<Record<string, Field<unknown>>>;
type Details = Partial<Record<ColumnName, unknown>>;

function fromRow({ rule, columns, unsaid }: Field<unknown>, row: EntryRow): unknown {
  const [first, second] = columns.map((c) => row[c]);
  if (first === null || first === undefined) return unsaid ?? null;
  return rule.is === "leaf" ? { mm: first, text: second ?? "" } : first;
}

function toColumns({ rule, columns }: Field<unknown>, value: unknown): Details {
  const [first, second] = columns;
  if (first === undefined) return {};
  if (rule.is !== "leaf" || second === undefined) return { [first]: value };
  const leaf = value as LeafMark | null;
  return { [first]: leaf?.mm ?? null, [second]: leaf?.text ?? null };
}

/** @throws RangeError for a kind that nobody here knows: it must not vanish */
export function entryOf(row: EntryRow): KeptEntry {
  const kind = Object.hasOwn(ENTRY_KINDS, row.kind) ? ENTRY_KINDS[row.kind] : undefined;
  if (kind === undefined) throw new RangeError(`entryOf: there is no kind of entry named ${row.kind}`);
  const fields = Object.entries(kind.fields as Fields).map(([name, field]) => [name, fromRow(field, row)]);
  const { id, supersedes, seq, personId, personName, wordByName, at, madeAt } = row;
  // The descriptor of the kind says which fields there are, and of what type.
  return {
    id,
    supersedes,
    seq,
    personId,
    personName,
    ...(wordByName === null ? {} : { wordByName }),
    at: at.toISOString(),
    madeAt: madeAt.toISOString(),
    kind: row.kind,
    ...Object.fromEntries(fields),
  } as unknown as KeptEntry;
}

export function rowOf(entry: Entry): Pick<NewEntryRow, "id" | "kind"> & Partial<NewEntryRow> {
  const fields = Object.entries(ENTRY_KINDS[entry.kind].fields as Fields);
  const values = entry as unknown as Readonly<Record<string, unknown>>;
  return {
    id: entry.id,
    kind: entry.kind,
    supersedes: entry.supersedes,
    ...Object.assign({}, ...fields.map(([name, field]) => toColumns(field, values[name]))),
  };
}
