import { chakra } from "@chakra-ui/react/styled-system";
import { format } from "date-fns";
import Link from "next/link";
import type { EngineFile } from "@/core/engine/engineFile";
import { engineUnit } from "@/core/engine/engineUnit";
import { depthWords } from "@/core/preload/plunger";
import { turnsWords } from "@/core/preload/turning";
import { type CounterUnit, counted } from "@/core/record/counter";
import { type LifterAtVisit, type LifterVisit, lifterLives } from "@/core/record/lifters";
import type { TypedUnit } from "@/core/units/typedLength";
import { VisitsTable } from "./VisitsTable";

interface Props {
  readonly visits: readonly LifterVisit[];
  readonly file: EngineFile;
  readonly counterUnit: CounterUnit;
}

/** Lifters by visits, the newest first: how far each was in as found and as left. */
export function LifterTable({ visits, file, counterUnit }: Props) {
  const unit = engineUnit({ adjuster: file.adjuster }) ?? "mm";
  const newest = visits.toReversed();
  return (
    <chakra.div overflowX="auto" tabIndex={0} role="group" aria-label="Lifters by visits">
      <VisitsTable>
        <caption>
          Turns in from zero lash and depth of the plunger: found, then left; below, what it moved since the visit
          before.
        </caption>
        <thead>
          <tr>
            <th scope="col">Valve</th>
            {newest.map((v) => (
              <th key={v.jobId} scope="col">
                <Link href={`/jobs/${v.jobId}/sheet`} prefetch={false}>
                  {format(new Date(v.at), "MMM d, yyyy")}
                </Link>
                {v.use !== null && <small>{counted(v.use, counterUnit)}</small>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lifterLives(visits).map((life) => (
            <tr key={life.valve}>
              <th scope="row">{life.valve}</th>
              {newest.map(({ jobId }) => (
                <Cell key={jobId} at={life.visits.find((v) => v.jobId === jobId)} unit={unit} />
              ))}
            </tr>
          ))}
        </tbody>
      </VisitsTable>
    </chakra.div>
  );
}

function Cell({ at, unit }: { readonly at: LifterAtVisit | undefined; readonly unit: TypedUnit }) {
  if (at === undefined) return <td>not in it</td>;
  const stood = (turns: number | null, mm: number | null): string =>
    turns === null || mm === null
      ? "not counted"
      : `${turns === 0 ? "zero lash" : turnsWords(turns)}, ${depthWords(mm, { unit })}`;
  const moved = at.movedTurns;
  return (
    <td>
      {`${stood(at.foundTurns, at.foundMm)} → ${stood(at.leftTurns, at.leftMm)}`}
      {moved !== null && (
        <small>{moved === 0 ? "as it was left" : `${turnsWords(moved)} ${moved > 0 ? "deeper" : "shallower"}`}</small>
      )}
    </td>
  );
}
