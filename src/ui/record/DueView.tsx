"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type ColumnDef, flexRender, getCoreRowModel, useReactTable } from "@tanstack/react-table";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState, useTransition } from "react";
import { FLEET_SORTS, type FleetPage, type FleetQuestion, type FleetSort } from "@/core/record/fleet";
import { COUNTER_NAMES, type CounterUnit } from "@/core/record/counter";
import { CsvForm } from "../controls/CsvForm";
import { Button, ButtonLink } from "../controls/Button";
import { FIELD_LOOK, Field, Select, TextInput } from "../controls/Field";
import { Complaint } from "../controls/Stamp";
import { numberOrText } from "../controls/typed";
import { send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";
import { Title } from "../controls/Title";

export interface DueLineShown {
  readonly id: string;
  readonly name: string;
  readonly serial: string | null;
  readonly customer: string | null;
  /** What its counter showed last. */
  readonly count: number | null;
  readonly counterUnit: CounterUnit;
  readonly last: string | null;
  /** Days (at a usual pace where its own is not known) until it is due; null where nothing says. */
  readonly left: number | null;
  readonly when: string;
  readonly why: string;
}

interface Props extends Omit<FleetPage<DueLineShown>, "rows"> {
  readonly asked: FleetQuestion;
  readonly engines: readonly DueLineShown[];
}

const WEEK = 7;
/** Many rows alike: what they look like is said once, for the table. Where room is short, which engine and when is enough. */
const Table = chakra("table", {
  base: {
    width: "full",
    borderCollapse: "collapse",
    fontSize: "18px",
    "& th": { textAlign: "left", pr: "3", fontFamily: "stamp", fontWeight: 600, fontSize: "17px" },
    "& th button": { minHeight: "44px", cursor: "pointer" },
    "& tbody tr": { borderTop: "1px solid", borderColor: "line" },
    "& td": { py: "2", pr: "3", verticalAlign: "top" },
    "& td:last-child": { pr: "0" },
    "& [data-column=customer], & [data-column=last]": { display: { base: "none", md: "table-cell" } },
    "& [data-why]": { display: "block", fontSize: "16px", color: "soft" },
    "& [data-soon]": { fontWeight: 700 },
    "& td a": { textDecoration: "underline", fontWeight: 600 },
    "& input": { ...FIELD_LOOK, width: { base: "5.5rem", md: "7rem" } },
  },
});

const COLUMNS: ColumnDef<DueLineShown>[] = [
  {
    id: "engine",
    header: "Engine",
    cell: ({ row: { original: e } }) => (
      <Link href={`/engines/${e.id}`} prefetch={false}>
        {[e.name, e.serial].filter((x) => x !== null).join(", ")}
      </Link>
    ),
  },
  { id: "customer", header: "Whose, where", cell: ({ row }) => row.original.customer ?? "" },
  {
    id: "due",
    header: "Due",
    cell: ({ row: { original: e } }) => (
      <>
        <span {...(e.left !== null && e.left <= WEEK ? { "data-soon": "" } : {})}>{e.when}</span>
        <span data-why="">{e.why}</span>
      </>
    ),
  },
  { id: "last", header: "Last done", cell: ({ row }) => row.original.last ?? "" },
];

/** How long one may go on typing before it is looked for. */
const TYPED_MS = 250;

/** What is asked for, in the address: it can be shared, and gone back to. */
function addressOf({ text, kind, within, sort, down, page }: FleetQuestion): string {
  const query = new URLSearchParams({
    ...(text.trim() === "" ? {} : { text }),
    ...(kind === "" ? {} : { kind }),
    ...(within === "all" ? {} : { within }),
    ...(sort === "due" ? {} : { sort }),
    ...(down ? { down: "yes" } : {}),
    ...(page === 1 ? {} : { page: String(page) }),
  });
  return query.size === 0 ? "/due" : `/due?${query.toString()}`;
}

const isSort = (id: string): id is FleetSort => (FLEET_SORTS as readonly string[]).includes(id);

/** The fleet: what is due, soonest first; searched, filtered, sorted; counters typed in for many at once. */
export function DueView({ engines, asked: shown, page, pages, sectors }: Props) {
  const router = useRouter();
  const ids = useCommandIds();
  const [text, setText] = useState(shown.text);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [asked, setAsked] = useState<ReadonlySet<string>>(new Set());
  const [trouble, setTrouble] = useState<string | null>(null);
  const [looking, look] = useTransition();
  const ask = (part: Partial<FleetQuestion>): void =>
    look(() => router.replace(addressOf({ ...shown, text, page: 1, ...part }), { scroll: false }));
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (text === shown.text) return;
    waiting.current = setTimeout(() => ask({ text }), TYPED_MS);
    return () => clearTimeout(waiting.current);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- It is asked when the text changes, and not when the answer comes.
  }, [text]);
  // eslint-disable-next-line react-hooks/incompatible-library -- The table is drawn in this component alone.
  const table = useReactTable({
    data: engines as DueLineShown[],
    columns: COLUMNS,
    getCoreRowModel: getCoreRowModel(),
    manualSorting: true,
    manualFiltering: true,
    manualPagination: true,
    state: { sorting: [{ id: shown.sort, desc: shown.down }] },
  });
  const count = Object.values(typed).filter((h) => h.trim() !== "").length;
  async function keep(): Promise<void> {
    const lines = Object.entries(typed).flatMap(([engineId, hours]) =>
      hours.trim() === "" ? [] : [{ engineId, hours: numberOrText(hours), sure: asked.has(engineId) }],
    );
    const sent = await send("POST", "/api/engines/use", { id: ids.idFor(lines), lines });
    const why = troubleOf(sent);
    setTrouble(why?.message ?? null);
    // A counter that runs backwards is asked about once.
    if (why !== null) return setAsked(new Set([...asked, why.path]));
    setTyped({});
    setAsked(new Set());
    router.refresh();
  }
  return (
    <chakra.div display="flex" flexDirection="column" gap="4">
      <chakra.header display="flex" flexWrap="wrap" gap="3" alignItems="center" justifyContent="space-between">
        <Title>Due</Title>
        <chakra.div display="flex" gap="2" flexWrap="wrap">
          <ButtonLink asChild>
            <Link href="/due/week">Week</Link>
          </ButtonLink>
          <ButtonLink href="/api/due/calendar.ics" download>
            Calendar
          </ButtonLink>
          <ButtonLink href="/api/due/list.csv" download>
            CSV
          </ButtonLink>
        </chakra.div>
      </chakra.header>
      <chakra.div display="flex" flexWrap="wrap" gap="3" alignItems="end">
        <chakra.div flex="1 1 16rem">
          <Field label="Look for">
            {(c) => <TextInput {...c} value={text} onChange={(e) => setText(e.target.value)} />}
          </Field>
        </chakra.div>
        <Field label="Due">
          {(c) => (
            <Select
              {...c}
              value={shown.within}
              onChange={(e) => ask({ within: e.target.value as FleetQuestion["within"] })}
            >
              <option value="all">whenever</option>
              <option value="week">within a week</option>
              <option value="now">now</option>
            </Select>
          )}
        </Field>
        <Field label="Kind">
          {(c) => (
            <Select {...c} value={shown.kind} onChange={(e) => ask({ kind: e.target.value })}>
              <option value="">all</option>
              {sectors.map((s) => (
                <option key={s} value={s}>
                  {s}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </chakra.div>
      <chakra.form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <chakra.div
          overflowX="auto"
          tabIndex={0}
          role="group"
          aria-label="Engines"
          // Whoever taps an engine while it is still looked for goes there.
          onClickCapture={() => clearTimeout(waiting.current)}
          aria-busy={looking}
        >
          <Table>
            <thead>
              {table.getHeaderGroups().map((group) => (
                <tr key={group.id}>
                  {group.headers.map((h) => (
                    <th
                      key={h.id}
                      scope="col"
                      data-column={h.column.id}
                      aria-sort={shown.sort !== h.column.id ? "none" : shown.down ? "descending" : "ascending"}
                    >
                      <button
                        type="button"
                        onClick={() =>
                          isSort(h.column.id) &&
                          ask({ sort: h.column.id, down: shown.sort === h.column.id && !shown.down })
                        }
                      >
                        {flexRender(h.column.columnDef.header, h.getContext())}
                        {shown.sort !== h.column.id ? "" : shown.down ? " ↓" : " ↑"}
                      </button>
                    </th>
                  ))}
                  <th scope="col">Counter now</th>
                </tr>
              ))}
            </thead>
            <tbody>
              {table.getRowModel().rows.map((row) => (
                <tr key={row.id}>
                  {row.getVisibleCells().map((cell) => (
                    <td key={cell.id} data-column={cell.column.id}>
                      {flexRender(cell.column.columnDef.cell, cell.getContext())}
                    </td>
                  ))}
                  <td>
                    <input
                      aria-label={`Counter of ${row.original.name} ${row.original.serial ?? ""}, in ${COUNTER_NAMES[row.original.counterUnit]}`}
                      inputMode="decimal"
                      placeholder={row.original.count === null ? "" : String(row.original.count)}
                      value={typed[row.original.id] ?? ""}
                      onChange={(e) => setTyped({ ...typed, [row.original.id]: e.target.value })}
                    />{" "}
                    {row.original.counterUnit}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </chakra.div>
        {table.getRowModel().rows.length === 0 && (
          <chakra.p fontSize="18px" py="3">
            Nothing here. An engine is due by its forecast, or by the interval that is set on its page.
          </chakra.p>
        )}
        {pages > 1 && (
          <chakra.div display="flex" gap="3" alignItems="center" pt="3">
            <Button type="button" disabled={page === 1} onClick={() => ask({ page: page - 1 })}>
              Before
            </Button>
            <span>
              {page} of {pages}
            </span>
            <Button type="button" disabled={page === pages} onClick={() => ask({ page: page + 1 })}>
              Next
            </Button>
          </chakra.div>
        )}
        {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
        {count > 0 && (
          <chakra.div position="sticky" bottom="0" bg="paper" py="3">
            <Button type="submit" kind="now">
              Keep the {count === 1 ? "counter of one engine" : `counters of ${count} engines`}
            </Button>
          </chakra.div>
        )}
      </chakra.form>
      {/* Behind its name: few do it, and seldom. */}
      <chakra.details maxWidth="40rem">
        <chakra.summary minHeight="44px" fontSize="18px" cursor="pointer">
          Counters from a table
        </chakra.summary>
        <CsvForm<{ lines: number }>
          to="/api/engines/use/csv"
          asks
          hint="counter, and engine or serial or both; counter_unit if you like. The CSV of this page will do, with what counters show now"
          placeholder={"engine,serial,counter,counter_unit\nFen 212,F-014,96,h"}
          done={({ lines }) => `${lines === 1 ? "One counter" : `${lines} counters`} read; what has changed is kept`}
        />
      </chakra.details>
    </chakra.div>
  );
}
