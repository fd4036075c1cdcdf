/**
 * What can take longer than the thread that answers everybody may be held: plans, papers, files of parts.
 * Plain values in, plain values out, so that each can be worked out in a thread of its own.
 */
import { format, parseISO } from "date-fns";
import { calculateText } from "@/core/calc/operations";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Sheet } from "@/core/job/sheet/format";
import { roleUnit, unitOf } from "@/core/job/words/specs";
import { BookDocument, type BookPaper } from "@/print/BookDocument";
import { PlanCard } from "@/print/PlanCard";
import { type DrawnHead, SheetDocument } from "@/print/SheetDocument";
import { TapeDocument } from "@/print/TapeDocument";
import { WeekDocument, type WeekPaper } from "@/print/WeekDocument";
import type { Paper } from "@/core/units/paper";
import type { TemperatureUnit } from "@/core/units/temperature";
import { pdfOf } from "@/print/pdf";
import { cardOf, tapeOf } from "../engines/printPlan";
import { layRoute } from "../jobs/layRoute";
import { readPartsCsv } from "../parts/partsCsvLines";

export interface SheetPrint {
  readonly sheet: Sheet;
  readonly file: EngineFile;
  readonly head: DrawnHead;
  readonly paper: Paper;
  readonly temperatureUnit: TemperatureUnit;
}

export interface PlanQuestion {
  readonly file: EngineFile;
  /** What the address says of method, margin and pulley. */
  readonly query: Readonly<Record<string, string | undefined>>;
}

export const HEAVY = {
  calc: ({ operation, text }: { readonly operation: string; readonly text: string }) =>
    calculateText(operation, text),
  route: layRoute,
  "parts.csv": readPartsCsv,
  tape: ({ file, query }: PlanQuestion) => tapeOf(file, query),
  "tape.pdf": async ({ file, query }: PlanQuestion) => pdfOf(TapeDocument(tapeOf(file, query))),
  "card.pdf": async ({ file, query }: PlanQuestion) => pdfOf(PlanCard(cardOf(file, query))),
  "book.pdf": async ({ book, unit, paper }: Omit<BookPaper, "date">) =>
    pdfOf(BookDocument({ book, unit, paper, date: (iso) => format(iso, "MMM d, yyyy") })),
  "week.pdf": async ({ report, paper }: Omit<WeekPaper, "date">) =>
    pdfOf(WeekDocument({ report, paper, date: (iso) => format(parseISO(iso), "MMM d, yyyy") })),
  "sheet.pdf": async ({ sheet, file, head, paper, temperatureUnit }: SheetPrint) =>
    pdfOf(
      SheetDocument({
        sheet,
        head,
        unit: unitOf(file),
        unitOf: (v) => roleUnit(file, v.role),
        date: (iso) => format(iso, "MMM d yyyy, HH:mm"),
        aircraft: file.sector === "aircraft",
        paper,
        temperatureUnit,
      }),
    ),
} as const;

export type HeavyTask = keyof typeof HEAVY;
export type HeavyInput<K extends HeavyTask> = Parameters<(typeof HEAVY)[K]>[0];
export type HeavyAnswer<K extends HeavyTask> = Awaited<ReturnType<(typeof HEAVY)[K]>>;
