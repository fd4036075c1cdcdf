/** What is found on a bench, as it is told. */
import { format } from "date-fns";
import { engineWords } from "@/core/job/words/names";
import { counted } from "@/core/record/counter";
import type { Engines, JobLine } from "@/db/queries/bench";

export const jobLineShown = ({ id, engine, serial, valveCount, endedAt, calledOff, openedAt }: JobLine) => ({
  id,
  engine,
  serial,
  valveCount,
  inHand: endedAt === null,
  when: endedAt === null ? `begun ${day(openedAt)}` : `${calledOff ? "called off " : ""}${day(endedAt)}`,
});

const day = (at: Date): string => format(at, "d MMMM yyyy");

export const engineLinesShown = ({ engines, of }: Engines) => ({
  of,
  lines: engines.map(({ id, serial, runningHours, counterUnit, customer, archived, file }) => ({
    id,
    name: file.name,
    serial,
    counter: runningHours === null ? null : counted(runningHours, counterUnit),
    about: [engineWords(file), customer, archived ? "archived" : null].filter((x) => x !== null).join(" · "),
  })),
});
