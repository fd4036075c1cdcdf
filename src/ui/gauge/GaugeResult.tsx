"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import type { GaugeStudy } from "@/core/record/gaugeStudy";
import { verdictOfStudy } from "@/core/record/handStudies";
import type { Hand } from "@/core/record/hands";
import { fineLength } from "@/core/units/length";
import { useUnit } from "../controls/unit";
import { PlateHeading } from "../controls/Stamp";
import type { ResultGiven } from "./result";
import { Title } from "../controls/Title";

interface Props extends ResultGiven {
  readonly name: string;
  readonly bandMm: number;
  /** What it tells of each hand, as it is used where that hand reads. */
  readonly hands: readonly Hand[];
  /** Null where too few were through for a study. */
  readonly study: GaugeStudy | null;
}

const LazyChart = dynamic(() => import("./GaugeChart"), { ssr: false, loading: () => <chakra.div height="320px" /> });

/** What came of a study: what it says of this way of reading, of each hand, and every reading drawn. */
export function GaugeResult({ name, people, valves, bandMm, hands, readings, study }: Props) {
  const typed = useUnit();
  const unit = typed === "mm" ? "mm" : "in";
  const nameOf = new Map(people.map((p) => [p.id, p.name]));
  const mm = (x: number): string => fineLength(x, unit);
  return (
    <chakra.div display="flex" flexDirection="column" gap="6">
      <Title>{name}</Title>
      {study === null ? (
        <chakra.p fontSize="20px">It was ended before anybody was through: nothing can be told from it.</chakra.p>
      ) : (
        <>
          <chakra.p
            data-verdict={study.verdict}
            fontSize="22px"
            fontWeight={600}
            borderLeft="6px solid"
            borderColor={study.verdict === "no" ? "now" : "set"}
            pl="3"
            py="1"
            maxWidth="50rem"
          >
            {verdictOfStudy(study)}
          </chakra.p>
          <LazyChart people={people} valves={valves} readings={readings} unit={unit} />
          <chakra.div
            display="grid"
            gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1fr)" }}
            gap="8"
          >
            <section aria-labelledby="hands">
              <PlateHeading id="hands" pb="2">
                Hands
              </PlateHeading>
              <chakra.ul listStyleType="none" m="0" p="0" fontSize="18px">
                {hands.map(({ person, biasMm, against, repeatMm }) => (
                  <chakra.li key={person} py="2" borderTop="1px solid" borderColor="line">
                    <b>{nameOf.get(person)}</b> repeats within {mm(repeatMm)}
                    {biasMm === null
                      ? ""
                      : `, and reads ${mm(Math.abs(biasMm))} ${biasMm < 0 ? "tighter" : "wider"} than ${against === "others" ? "all together" : "the gaps are"}`}
                    .
                  </chakra.li>
                ))}
              </chakra.ul>
            </section>
            <section aria-labelledby="parts">
              <PlateHeading id="parts" pb="2">
                What differs, as standard deviations
              </PlateHeading>
              <chakra.table fontSize="18px" borderCollapse="collapse">
                <tbody>
                  <Line label="The same hand, the same valve" value={mm(study.repeatabilityMm)} />
                  <Line label="From hand to hand" value={mm(study.reproducibilityMm)} />
                  <Line label="All of reading" value={mm(study.gaugeMm)} />
                  <Line label="From valve to valve" value={mm(study.betweenValvesMm)} />
                  <Line label="Band that is judged" value={mm(bandMm)} />
                  <Line
                    label="Classes of gaps that it can tell apart"
                    value={study.distinct === null ? "any" : String(study.distinct)}
                  />
                </tbody>
              </chakra.table>
            </section>
          </chakra.div>
          <Readings people={people} valves={valves} readings={readings} mm={mm} />
        </>
      )}
    </chakra.div>
  );
}

const Line = ({ label, value }: { readonly label: string; readonly value: string }) => (
  <chakra.tr borderTop="1px solid" borderColor="line">
    <chakra.th scope="row" textAlign="left" fontWeight={400} py="1" pr="4">
      {label}
    </chakra.th>
    <chakra.td fontFamily="mono" textAlign="right">
      {value}
    </chakra.td>
  </chakra.tr>
);

const Readings = ({ people, valves, readings, mm }: ResultGiven & { readonly mm: (x: number) => string }) => (
  <chakra.div overflowX="auto" tabIndex={0} role="group" aria-label="Every reading">
    <chakra.table fontSize="16px" borderCollapse="collapse">
      <chakra.caption captionSide="top" textAlign="left" color="soft" pb="1">
        Every reading, the first of a hand first
      </chakra.caption>
      <thead>
        <tr>
          <chakra.th scope="col" textAlign="left" pr="4">
            Valve
          </chakra.th>
          {people.map((p) => (
            <chakra.th key={p.id} scope="col" textAlign="left" pr="4">
              {p.name}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {valves.map((valve) => (
          <chakra.tr key={valve} borderTop="1px solid" borderColor="line">
            <chakra.th scope="row" textAlign="left" py="1">
              {valve}
            </chakra.th>
            {people.map((p) => (
              <chakra.td key={p.id} fontFamily="mono" pr="4">
                {readings
                  .filter((r) => r.valve === valve && r.person === p.id)
                  .sort((a, b) => a.time - b.time)
                  .map((r) => mm(r.valueMm))
                  .join(", ")}
              </chakra.td>
            ))}
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  </chakra.div>
);
