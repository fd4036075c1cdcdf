/** Writes what the core says of kinds into the tables by which the database's rules work. */
import type pg from "pg";
import type { Field } from "@/core/job/ledger/fields";
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind, isAtValve } from "@/core/job/ledger/kinds";
import { TASKS, TASK_KINDS } from "@/core/job/tasks";
import { SETUPS } from "@/core/job/tasks/setups";
import { columnName } from "./schema/columns";

interface FieldRow {
  readonly kind: EntryKind;
  readonly column: string;
  readonly required: boolean;
  readonly words: readonly string[] | null;
}

/** The columns of every kind: required unless they may be null, or their absence means something. */
export const fieldRows = (): FieldRow[] =>
  ENTRY_KIND_NAMES.flatMap((kind) =>
    Object.values<Field<unknown>>(ENTRY_KINDS[kind].fields).flatMap((field) =>
      field.columns.map((column) => ({
        kind,
        column: columnName(column),
        required: !field.orNull && field.unsaid === undefined,
        words: field.rule.is === "word" ? field.rule.of : null,
      })),
    ),
  );

/** Kinds are only added to or changed: what a ledger names stays. Safe to repeat. */
export async function writeLists(client: pg.Client): Promise<void> {
  for (const kind of ENTRY_KIND_NAMES)
    await client.query(
      `insert into entry_kinds (kind, at_valve, effect, takes_back) values ($1, $2, $3, $4)
       on conflict (kind) do update set at_valve = excluded.at_valve, effect = excluded.effect, takes_back = excluded.takes_back`,
      [kind, isAtValve(kind), ENTRY_KINDS[kind].effect, kind === "withdrawn"],
    );
  await client.query("delete from entry_fields");
  for (const { kind, column, required, words } of fieldRows())
    await client.query("insert into entry_fields (kind, column_name, required, words) values ($1, $2, $3, $4)", [
      kind,
      column,
      required,
      words,
    ]);
  for (const task of TASK_KINDS) {
    const { judgesReadings, readsWires = false, judgedIn } = TASKS[task];
    const { keepsColdGap } = SETUPS[task];
    await client.query(
      `insert into task_kinds (kind, judges_readings, reads_wires, keeps_cold_gap, either_state) values ($1, $2, $3, $4, $5)
       on conflict (kind) do update set judges_readings = excluded.judges_readings, reads_wires = excluded.reads_wires,
         keeps_cold_gap = excluded.keeps_cold_gap, either_state = excluded.either_state`,
      [task, judgesReadings, readsWires, keepsColdGap, judgedIn === "either-state"],
    );
  }
  await client.query("delete from task_entries");
  for (const task of TASK_KINDS)
    for (const kind of TASKS[task].takes)
      await client.query("insert into task_entries (task, kind) values ($1, $2)", [task, kind]);
}
