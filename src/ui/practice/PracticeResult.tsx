"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRef, useState } from "react";
import type { ExerciseId, Level } from "@/core/practice/exercise/exerciseList";
import { SLIPS, type SlipKind } from "@/core/practice/bench/slip";
import type { ReplayStep, Result } from "@/core/practice/session/told";
import type { VisibleBench } from "@/core/practice/session/visible";
import { fineLength, showLength } from "@/core/units/length";
import { Button, ButtonLink } from "../controls/Button";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { useCrankAt } from "../crank/crankStore";
import { BenchDrawing, Pulley } from "./BenchDrawing";
import { BeginAgain } from "./BeginAgain";

interface Props {
  readonly title: string;
  readonly exercise: ExerciseId;
  /** The job that was rehearsed; null where none was. */
  readonly job: string | null;
  readonly level: Level;
  readonly levelName: string;
  readonly engine: { readonly name: string; readonly id: string | null };
  readonly seed: number;
  readonly took: string;
  readonly person: string | null;
  readonly bench: VisibleBench;
  readonly result: Result;
  readonly over: string | null;
  /** Others who did the same engine. */
  readonly others: readonly {
    readonly id: string;
    readonly person: string;
    readonly score: number;
    readonly level: string;
  }[];
}

/** What it came to, from the truth; and every step again, with what was so beside what was felt. */
export function PracticeResult(props: Props) {
  const { title, levelName, engine, seed, took, person, bench, result, over, others } = props;
  const { marks } = result;
  const { unit } = bench;
  return (
    <chakra.div display="flex" flexDirection="column" gap="5">
      <chakra.header display="flex" flexWrap="wrap" alignItems="baseline" columnGap="4">
        <chakra.span fontFamily="stamp" fontWeight={600} fontSize="17px" bg="brassWash" px="2" borderRadius="plate">
          PRACTICE
        </chakra.span>
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="28px">
          {title}
        </chakra.h1>
        <chakra.span fontSize="16px" color="soft">
          {[person, engine.name, levelName, took, `seed ${seed}`].filter((w) => w !== null).join(" · ")}
        </chakra.span>
      </chakra.header>
      {over !== null && (
        <chakra.p fontSize="20px" fontWeight={600} color="now">
          {over}
        </chakra.p>
      )}
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.25fr)" }}
        gap={{ base: "6", lg: "8" }}
        alignItems="start"
      >
        <chakra.section aria-labelledby="marks" display="flex" flexDirection="column" gap="3">
          <chakra.p id="marks" fontFamily="stamp" fontWeight={600} fontSize="52px" lineHeight={1}>
            {marks.score}
            <chakra.span fontSize="22px" color="soft">
              {" "}
              of 100
            </chakra.span>
          </chakra.p>
          <chakra.ul listStyleType="none" m="0" p="0" fontSize="18px" display="flex" flexDirection="column" gap="1">
            {marks.inBand !== null && (
              <li>
                {marks.inBand.count} of {marks.inBand.of} valves truly in their band
              </li>
            )}
            {marks.spreadMm !== null && (
              <li>
                {showLength(marks.spreadMm, unit)} from the{" "}
                {bench.gear === "preload" ? "shallowest to the deepest" : "tightest to the loosest"}, against their
                aims
              </li>
            )}
            {marks.feel !== null && (
              <li>
                You read {fineLength(Math.abs(marks.feel.biasMm), unit)}{" "}
                {marks.feel.biasMm < 0 ? "tighter" : "looser"} than what was there, give or take{" "}
                {fineLength(marks.feel.biasSureMm, unit)}; the same gap comes out within{" "}
                {fineLength(marks.feel.repeatMm, unit)} (one standard deviation)
              </li>
            )}
            <li>The crank was turned {(marks.turnedDeg / 360).toFixed(1)} times</li>
            {result.fault !== null && <li>What was wrong: {result.fault}</li>}
          </chakra.ul>
          {marks.lines.length === 0 ? (
            <chakra.p fontSize="20px" fontWeight={600} color="set">
              Nothing to mend.
            </chakra.p>
          ) : (
            <chakra.table
              width="full"
              fontSize="17px"
              css={{
                "& td, & th": {
                  textAlign: "left",
                  py: "1",
                  borderTop: "1px solid",
                  borderColor: "line",
                  verticalAlign: "top",
                },
              }}
            >
              <thead>
                <tr>
                  <th scope="col">What cost marks</th>
                  <th scope="col">How often</th>
                  <th scope="col">Marks</th>
                </tr>
              </thead>
              <tbody>
                {marks.lines.map((l) => (
                  <tr key={l.kind}>
                    <td>{SLIPS[l.kind].name}</td>
                    <td>{l.slips.length}</td>
                    <td>−{l.cost}</td>
                  </tr>
                ))}
              </tbody>
            </chakra.table>
          )}
          <chakra.div display="flex" flexWrap="wrap" gap="2">
            <BeginAgain {...props} />
            <ButtonLink asChild>
              <Link href="/practice">All exercises</Link>
            </ButtonLink>
          </chakra.div>
          {others.length > 0 && (
            <section aria-labelledby="others">
              <PlateHeading id="others" pt="3">
                The same engine, others
              </PlateHeading>
              <chakra.ul listStyleType="none" m="0" p="0" fontSize="17px">
                {others.map((o) => (
                  <li key={o.id}>
                    <Link href={`/practice/${o.id}`} style={{ textDecoration: "underline" }}>
                      {o.person}
                    </Link>
                    : {o.score} of 100, {o.level}
                  </li>
                ))}
              </chakra.ul>
            </section>
          )}
        </chakra.section>
        {result.steps.length > 0 && <Replay bench={bench} result={result} />}
      </chakra.div>
    </chakra.div>
  );
}

/** Every step at the crank angle where it was done. */
function Replay({ bench, result }: { readonly bench: VisibleBench; readonly result: Result }) {
  const { steps, marks } = result;
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      steps.findIndex((s) => s.slips.length > 0),
    ),
  );
  const list = useRef<HTMLOListElement>(null);
  const step = steps[at];
  const crank = useCrankAt(step?.turnedDeg ?? 0);
  // What came out at the end only stands at the last step.
  const late = marks.lines.flatMap((l) =>
    l.slips.filter((s) => s.step === steps.length && !(steps.at(-1)?.slips.some((o) => o.why === s.why) ?? false)),
  );
  const wrong = (s: ReplayStep): readonly { readonly kind: string; readonly why: string }[] =>
    s.step === steps.length ? [...s.slips, ...late] : s.slips;
  const go = (to: number): void => {
    const next = Math.max(0, Math.min(steps.length - 1, to));
    setAt(next);
    const line = list.current?.children[next];
    if (line instanceof HTMLElement && list.current !== null)
      list.current.scrollTop = line.offsetTop - list.current.clientHeight / 2;
  };
  const nextWrong = steps.findIndex((s, i) => i > at && wrong(s).length > 0);
  if (step === undefined) return null;
  return (
    <chakra.section aria-labelledby="replay" minWidth="0" display="flex" flexDirection="column" gap="3">
      <PlateHeading id="replay">Step by step</PlateHeading>
      {bench.appearance.stiff.some((s) => s > 0) && (
        <chakra.div
          display="flex"
          flexDirection={{ base: "column", md: "row" }}
          alignItems="center"
          border="1.5px solid"
          borderColor="edge"
          borderRadius="plate"
          bg="sheet"
          p="2"
        >
          <BenchDrawing
            appearance={bench.appearance}
            crank={crank}
            onPick={null}
            chosen={new Set(step.valve === null ? [] : [step.valve])}
            targets={NONE}
            kept={NONE}
            notes={NO_NOTES}
            toolOn={null}
            covered={false}
          />
          <Pulley appearance={bench.appearance} crank={crank} />
        </chakra.div>
      )}
      <chakra.div display="flex" flexWrap="wrap" gap="2" alignItems="center">
        <Button type="button" disabled={at === 0} onClick={() => go(at - 1)}>
          ← Back
        </Button>
        <Button type="button" disabled={at === steps.length - 1} onClick={() => go(at + 1)}>
          On →
        </Button>
        <Button type="button" disabled={nextWrong < 0} onClick={() => go(nextWrong)}>
          Next mistake
        </Button>
        <chakra.label display="flex" alignItems="center" gap="2" flex="1 1 10rem" fontSize="16px">
          Step {step.step} of {steps.length}
          <input
            type="range"
            min={1}
            max={steps.length}
            value={at + 1}
            onChange={(e) => go(Number(e.target.value) - 1)}
            style={{ flex: 1, minWidth: 80 }}
          />
        </chakra.label>
      </chakra.div>
      <chakra.div
        aria-live="polite"
        display="flex"
        flexDirection="column"
        gap="1"
        bg="sheet"
        border="2px solid"
        borderColor={wrong(step).length > 0 ? "now" : "ink"}
        borderRadius="plate"
        p="3"
        minHeight="150px"
      >
        <Stamp>
          {step.did} · crank at {Math.round(step.crankDeg)}°
        </Stamp>
        {step.felt !== "" && <chakra.p fontSize="18px">Felt: {step.felt}</chakra.p>}
        <chakra.p fontSize="18px">In truth: {step.truth}</chakra.p>
        {wrong(step).map((s) => (
          <chakra.p key={s.why} fontSize="18px" fontWeight={600} color="now">
            {SLIPS[s.kind as SlipKind].name}: {s.why}
          </chakra.p>
        ))}
      </chakra.div>
      <chakra.ol
        ref={list}
        listStyleType="none"
        m="0"
        p="0"
        maxHeight="260px"
        overflowY="auto"
        position="relative"
        fontSize="16px"
        tabIndex={0}
        aria-label="All steps"
      >
        {steps.map((s, i) => (
          <chakra.li key={s.step}>
            <chakra.button
              type="button"
              onClick={() => go(i)}
              aria-current={i === at ? "step" : undefined}
              width="full"
              textAlign="left"
              minHeight="32px"
              px="2"
              cursor="pointer"
              bg={i === at ? "nowWash" : "transparent"}
              color={wrong(s).length > 0 && i !== at ? "now" : "ink"}
              fontWeight={wrong(s).length > 0 ? 600 : 400}
            >
              {s.step}. {s.did}
              {wrong(s).length > 0
                ? `: ${wrong(s)
                    .map((w) => SLIPS[w.kind as SlipKind].name.toLowerCase())
                    .join(", ")}`
                : ""}
            </chakra.button>
          </chakra.li>
        ))}
      </chakra.ol>
    </chakra.section>
  );
}
const NONE: ReadonlySet<string> = new Set();
const NO_NOTES: ReadonlyMap<string, string> = new Map();
