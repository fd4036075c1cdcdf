"use client";

import type { Entry } from "@/core/job/ledger/entry";
import { OPENER_CLOSER_PARTS, type OpenerCloserPart } from "@/core/job/ledger/kinds";
import type { OpenerCloserPageData } from "@/core/job/pages/openerCloser";
import { rehearsalKit } from "@/core/job/pages/rehearsal";
import type { RunPageData } from "@/core/job/pages/run";
import type { ShimsPageData } from "@/core/job/pages/shims";
import { jobAs, jobState, refusal } from "@/core/job/run";
import { type Exchanged, exchangedEntries } from "@/core/job/tasks/openerCloser/exchange";
import { openerCloserOf } from "@/core/job/tasks/openerCloser/openerCloser";
import { exchangedIn, fittedEntries } from "@/core/job/tasks/shims/fitted";
import type { PartOut } from "@/core/job/tasks/shims/partsOut";
import type { Micrometer } from "@/core/parts/micrometer";
import { parseLength } from "@/core/units/length";
import { useState } from "react";
import type { ExchangeAsked } from "../../openerCloser/useExchanging";
import type { Trouble } from "../../send";
import type { PartsHost } from "../../shims/partsHost";
import { type Typed, outOfTyped } from "../../shims/typedParts";
import { useRehearsing } from "./useRehearsal";

/** What lies at the bench to measure with: it shows what is. */
const MICROMETER: Micrometer = {
  id: "bench",
  name: "The bench's micrometer",
  stepMm: 0.001,
  check: null,
  retired: false,
};
const NAMES = new Map([[MICROMETER.id, MICROMETER.name]]);

interface Laid {
  readonly given: RunPageData;
  readonly entries: ShimsPageData["entries"];
  readonly kitMm: readonly number[];
}

/** What the page of parts is given in a rehearsal: the bench's kit for a drawer; null where the job has none. */
export function shimsRehearsed({ given, entries, kitMm }: Laid, out: readonly PartOut[]): ShimsPageData | null {
  const job = jobAs(given.job, "shims");
  if (job === null) return null;
  const stock = rehearsalKit(kitMm, { ...job.task.plan, count: job.valves.length });
  return { jobId: given.id, file: given.file, job, entries, micrometers: [MICROMETER], stock, out, orders: [] };
}

/** What the page of a valve's opener and closer is given in a rehearsal; null where the job has none. */
export function openerCloserRehearsed({ given, entries, kitMm }: Laid, valve: string): OpenerCloserPageData | null {
  const job = jobAs(given.job, "opener-closer");
  if (job === null || !job.valves.some((v) => v.id === valve)) return null;
  return {
    jobId: given.id,
    file: given.file,
    job,
    entries,
    valve,
    set: given.sets[0],
    micrometers: [MICROMETER],
    stock: OPENER_CLOSER_PARTS.flatMap((kind) =>
      rehearsalKit(kitMm, { kind, diameterMm: null, count: job.valves.length }),
    ),
    orders: [],
    biasesMm: [],
  };
}

/** What was typed of what came out, as it is kept. */
const cameOf = (typed: Typed): PartOut[] =>
  Object.entries(outOfTyped(typed, [MICROMETER])).flatMap(([valve, { mm }]) => {
    const part = typed[valve];
    return part === undefined ? [] : [{ valve, mm, ...part }];
  });

/** Adds what may be added, all or none; or says why not. */
function useAdding(job: RunPageData["job"]): (entries: readonly Entry[]) => string | null {
  const { ledger } = useRehearsing();
  return (entries) => {
    let sofar = [...ledger.entries] as Entry[];
    for (const entry of entries) {
      const why = refusal(job, jobState(job, sofar), entry);
      if (why !== null) return why;
      sofar = [...sofar, entry];
    }
    ledger.add(entries);
    return null;
  };
}

/** Nothing is bought for a virtual engine. */
const NOTHING_SOLD = { items: [], state: "here", askAgain: () => undefined } as const;

/** The parts of a rehearsal: what is measured and fitted stays in it. */
export const REHEARSAL_PARTS: PartsHost = {
  useCatalogue: () => NOTHING_SOLD,
  useCommands: ({ job, entries }) => {
    const { parts } = useRehearsing();
    const adding = useAdding(job);
    const [problem, setProblem] = useState<string | null>(null);
    return {
      problem,
      busy: false,
      keep: (valve, part) => {
        if (part !== undefined) parts.keep(cameOf({ [valve]: part }));
      },
      async take({ plan }, typed) {
        const stop = jobState(job, entries).stop?.letter ?? "";
        const made = fittedEntries(exchangedIn(plan.picks), cameOf(typed), {
          stop,
          names: NAMES,
          idFor: () => crypto.randomUUID(),
        });
        const why = adding(made);
        setProblem(why);
        if (why === null) parts.toEngine();
        return Promise.resolve();
      },
      order: () => Promise.resolve(),
    };
  },
  useExchanging: ({ job, entries, valve }) => {
    const { parts } = useRehearsing();
    const adding = useAdding(job);
    const [problem, setProblem] = useState<Trouble | null>(null);
    const state = jobState(job, entries);
    const stop = state.stop?.letter ?? "";
    const told = (why: string | null): boolean => {
      setProblem(why === null ? null : { message: why, path: "" });
      return why === null;
    };
    return {
      problem,
      say: setProblem,
      load(goes, noGo) {
        const id = crypto.randomUUID();
        told(adding([{ id, supersedes: null, kind: "loaded-gap", valve, stop, goes, noGo }]));
        return Promise.resolve();
      },
      fit({ fits, collets }) {
        const there = state.valves.get(valve);
        const known = there === undefined ? null : openerCloserOf(there);
        const read = fits.map((f) => fitOf(f, known?.[`${f.part}Mm`] ?? null));
        const lacks = read.findIndex((f) => f === null);
        if (lacks >= 0) {
          const part = fits[lacks]?.part ?? "opener";
          setProblem({ message: `Measure the ${part} that comes out.`, path: `${part}.out` });
          return Promise.resolve();
        }
        const made = exchangedEntries(
          read.flatMap((f) => (f === null ? [] : [f])),
          {
            valve,
            stop,
            collets: collets.trim() === "" ? null : collets,
            instrument: MICROMETER.name,
            idFor: () => crypto.randomUUID(),
          },
        );
        if (told(adding(made))) parts.toEngine();
        return Promise.resolve();
      },
      order: () => Promise.resolve(),
    };
  },
  Engine: ({ name }) => <>{name}</>,
};

/** What goes in at a valve for what came out; null where nobody said what came out, or what goes in is no length. */
function fitOf(
  { part, out, stockId, made }: ExchangeAsked["fits"][number],
  knownMm: number | null,
): Exchanged | null {
  const fromMm = out === null ? knownMm : (parseLength(out)?.mm ?? null);
  const toMm = made !== null ? (parseLength(made)?.mm ?? null) : kitSizeMm(stockId ?? "", part);
  return fromMm === null || toMm === null ? null : { part, fromMm, toMm, stockId, outText: out };
}

/** The size of a part of the kit, by its id. */
const kitSizeMm = (id: string, part: OpenerCloserPart): number | null => {
  const size = Number(id.slice(part.length + 1));
  return id.startsWith(`${part} `) && Number.isFinite(size) ? size : null;
};
