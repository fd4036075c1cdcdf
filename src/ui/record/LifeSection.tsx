"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { format } from "date-fns";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Due } from "@/core/record/due";
import type { Life, ValveLife, ValveVisit } from "@/core/record/history";
import { driftWords, dueWords, rateWords } from "@/core/record/words";
import { capital, valveName } from "@/core/job/words/names";
import { type LengthUnit, showFigure, showLength } from "@/core/units/length";
import { COUNTER_NAMES, type CounterUnit, counted } from "@/core/record/counter";
import type { LifterVisit } from "@/core/record/lifters";
import { Button } from "../controls/Button";
import type { Interval } from "./DueForms";
import { LifterTable } from "./LifterTable";
import { VisitsTable } from "./VisitsTable";
import { UseLeftMap } from "./UseLeftMap";

const LazyChart = dynamic(() => import("./LifeChart"), { ssr: false, loading: () => <chakra.div height="300px" /> });

export interface LifeGiven {
  readonly life: Life;
  /** Visits that turned lifters in, the oldest first. */
  readonly lifterVisits: readonly LifterVisit[];
  readonly due: Due | null;
  readonly risk: number;
  readonly interval: Interval;
}

interface Props extends Omit<LifeGiven, "interval"> {
  readonly unit: LengthUnit;
  readonly counterUnit: CounterUnit;
  readonly file: EngineFile;
}

const DAY_MS = 86_400_000;
const date = (day: number): string => format(new Date(day * DAY_MS), "MMM d, yyyy");

/** Which valve to look at, why, and when to come back: in one line. */
export function DueLine({ life, due, risk, unit, file }: Omit<Props, "counterUnit" | "lifterVisits">) {
  const first = life.forecast?.first ?? null;
  const rate = life.forecast?.valves.find((v) => v.id === first)?.rate ?? null;
  if (due === null && life.forecast === null) return null;
  const said =
    first !== null && rate !== null
      ? `${capital(nameOf(first, file))} is ${rateWords(rate, life.unit, unit)}, and likely to be the first out of its band.`
      : life.forecast === null || life.forecast.unknown.length === 0
        ? ""
        : "No forecast yet: it takes a second visit to tell how its valves move.";
  return (
    <chakra.p
      data-due
      fontSize="20px"
      lineHeight={1.35}
      borderLeft="6px solid"
      borderColor={due !== null && due.left <= 0 ? "now" : "ink"}
      pl="3"
      py="1"
    >
      {due !== null && (
        <b>
          {dueWords(due, date)}
          {due.rule === "forecast" ? ` (a chance of ${Math.round(risk * 1000) / 10} percent then)` : `, ${due.why}`}
          .{" "}
        </b>
      )}
      {said}
    </chakra.p>
  );
}

const nameOf = (id: string, { valves }: EngineFile): string => {
  const valve = valves.find((v) => v.id === id);
  return valve === undefined ? id : valveName(valve, valves);
};

/** So many visits are shown before all are asked for. */
const NEWEST = 10;

/** How much use is left to each valve, the chart of the one that is touched, and a table of valves by visits (of lifters where those are turned in). */
export function LifeSection({ life, lifterVisits, risk, unit, counterUnit, file }: Props) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const shown = chosen ?? life.forecast?.first ?? life.valves[0]?.valve ?? null;
  const valve = life.valves.find((v) => v.valve === shown) ?? null;
  const mapped = life.forecast !== null && life.forecast.unknown.length < life.forecast.valves.length;
  const rates = new Map((life.forecast?.valves ?? []).map((v) => [v.id, v]));
  const everyVisit = [
    ...new Map(life.valves.flatMap((v) => v.visits).map((v) => [v.visit.jobId, v.visit])).values(),
  ].sort((a, b) => b.day - a.day);
  const visits = all ? everyVisit : everyVisit.slice(0, NEWEST);
  if (visits.length === 0 && lifterVisits.length > 0)
    return <LifterTable visits={lifterVisits} file={file} counterUnit={counterUnit} />;
  if (visits.length === 0)
    return <chakra.p fontSize="18px">Nothing finished on it yet: the first closed job begins its record.</chakra.p>;
  return (
    <chakra.div display="flex" flexDirection="column" gap="5">
      <chakra.div
        display="grid"
        gridTemplateColumns={{
          base: "minmax(0, 1fr)",
          lg: mapped ? "repeat(2, minmax(0, 1fr))" : "minmax(0, 1fr)",
        }}
        gap="5"
        alignItems="start"
      >
        {mapped && (
          <section aria-label="Use left by valve">
            <chakra.p fontSize="16px" color="soft">
              Use left from the last visit, in {life.unit === "days" ? "days" : COUNTER_NAMES[life.unit]}, to each
              valve by itself. Ringed: the first to be looked at; tinted: soon after it.
            </chakra.p>
            <UseLeftMap file={file} life={life} nameOf={(id) => nameOf(id, file)} onPick={setChosen} />
          </section>
        )}
        {valve !== null && (
          <section aria-label={capital(nameOf(valve.valve, file))}>
            <chakra.p fontSize="18px" pb="2">
              <b>{capital(nameOf(valve.valve, file))}</b>:{" "}
              {tellRate(rates.get(valve.valve)?.rate ?? null, life, unit)}
              {tellLeaves(rates.get(valve.valve)?.leavesAt ?? null, life, risk)}
              {tellParts(valve, unit)}
            </chakra.p>
            <LazyChart
              valve={valve}
              rate={rates.get(valve.valve)?.rate ?? null}
              unit={unit}
              useUnit={life.unit}
              name={nameOf(valve.valve, file)}
            />
          </section>
        )}
      </chakra.div>
      <chakra.div overflowX="auto" tabIndex={0} role="group" aria-label="Valves by visits">
        <VisitsTable>
          <caption>
            Found, then left{unit === "mm" ? ", in mm" : ", in inches"}; below, what it moved since the visit before
            {life.hands.length > 0 && ", less what gauge studies found that the two hands differ by"}. Struck out: it
            says nothing of wear.
          </caption>
          <thead>
            <tr>
              <th scope="col">Valve</th>
              {visits.map((v) => (
                <th key={v.jobId} scope="col">
                  <Link href={`/jobs/${v.jobId}/sheet`} prefetch={false}>
                    {format(new Date(v.at), "MMM d, yyyy")}
                  </Link>
                  <small>{v.use === null ? v.state : `${counted(v.use, counterUnit)}, ${v.state}`}</small>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {life.valves.map((v) => (
              <tr key={v.valve}>
                <th scope="row">
                  <button type="button" aria-pressed={v.valve === shown} onClick={() => setChosen(v.valve)}>
                    {v.valve}
                  </button>
                </th>
                {visits.map((visit) => (
                  <Cell key={visit.jobId} at={v.visits.find((x) => x.visit.jobId === visit.jobId)} unit={unit} />
                ))}
              </tr>
            ))}
          </tbody>
        </VisitsTable>
      </chakra.div>
      {everyVisit.length > visits.length && (
        <Button type="button" alignSelf="flex-start" onClick={() => setAll(true)}>
          Show all {everyVisit.length} visits
        </Button>
      )}
    </chakra.div>
  );
}

const tellRate = (rate: Parameters<typeof rateWords>[0] | null, life: Life, unit: LengthUnit): string =>
  rate === null ? "how it moves is not known yet; it takes a second visit." : `${rateWords(rate, life.unit, unit)}.`;

const tellLeaves = (leavesAt: number | null, life: Life, risk: number): string =>
  leavesAt === null
    ? ""
    : leavesAt === 0
      ? ` It may be out of its band already (${Math.round(risk * 1000) / 10} percent or more).`
      : ` By itself it would be looked at after ${Math.round(leavesAt)} ${life.unit} from the last visit.`;

/** The parts that were fitted over the years, the newest first. */
function tellParts({ visits }: ValveLife, unit: LengthUnit): string {
  const fitted = visits.flatMap(({ visit, result: { fittedMm } }) =>
    fittedMm === null ? [] : [`${showLength(fittedMm, unit)} on ${format(new Date(visit.at), "MMM d, yyyy")}`],
  );
  return fitted.length === 0 ? "" : ` Fitted: ${fitted.reverse().join(", ")}.`;
}

function Cell({ at, unit }: { readonly at: ValveVisit | undefined; readonly unit: LengthUnit }) {
  if (at === undefined)
    return (
      <td>
        <small>not in it</small>
      </td>
    );
  const { found, left } = at.result;
  const between = (i: { lo: number; hi: number } | null): string =>
    i === null ? "not read" : `${showFigure(i.lo, unit)}–${showFigure(i.hi, unit)}`;
  const drift =
    at.drift === null ? null : `${driftWords(at.drift.mean, unit)}${at.throughOffset ? " through heat" : ""}`;
  return (
    <td>
      {`${between(found)} → ${between(left)}`}
      {drift !== null && <small>{at.broken === null ? drift : <s>{drift}</s>}</small>}
      {at.broken !== null && <em>{at.broken}</em>}
    </td>
  );
}
