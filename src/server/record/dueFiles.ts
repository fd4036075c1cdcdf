/** What is due, as a calendar and as a table. */
import { format } from "date-fns";
import ical from "ical-generator";
import Papa from "papaparse";
import { dueWords } from "@/core/record/words";
import type { EngineDue } from "./fleet";

const DAY_MS = 86_400_000;
const onDay = (day: number): Date => new Date(Math.floor(day) * DAY_MS);
const nameOf = ({ name, serial }: EngineDue): string => (serial === null ? name : `${name} ${serial}`);
const day = (at: number): string => format(onDay(at), "yyyy-MM-dd");

/** One event for each engine with a day, known by its own UID: taken in again, it is moved and not doubled. */
export function dueCalendar(shopName: string, engines: readonly EngineDue[], now: Date): string {
  const calendar = ical({
    name: `${shopName}: engines due`,
    prodId: { company: "Fulcrata", product: "Due", language: "EN" },
  });
  for (const engine of engines) {
    const { due } = engine;
    if (due === null || due.day === null) continue;
    calendar.createEvent({
      id: `${engine.id}@fulcrata.invalid`,
      // What is overdue stands on today: a calendar shows it there.
      start: onDay(Math.max(due.day, Math.floor(now.getTime() / DAY_MS))),
      allDay: true,
      stamp: now,
      summary: `${nameOf(engine)}: valves`,
      description: `${dueWords(due, day)}. ${due.why}.${engine.customer === null ? "" : ` ${engine.customer}.`}`,
    });
  }
  return calendar.toString();
}

export const dueCsv = (engines: readonly EngineDue[]): string =>
  `${Papa.unparse(
    engines.map((e) => ({
      engine: e.name,
      serial: e.serial,
      customer: e.customer,
      counter: e.hours,
      counter_unit: e.counterUnit,
      last_done: e.lastAt === null ? null : format(e.lastAt, "yyyy-MM-dd"),
      due_on: e.due?.day == null ? null : day(e.due.day),
      due_at_count: e.due?.atCount == null ? null : Math.round(e.due.atCount),
      rule: e.due?.rule ?? null,
      why: e.due?.why ?? null,
    })),
    {
      columns: [
        "engine",
        "serial",
        "customer",
        "counter",
        "counter_unit",
        "last_done",
        "due_on",
        "due_at_count",
        "rule",
        "why",
      ],
      escapeFormulae: true,
    },
  )}\r\n`;
