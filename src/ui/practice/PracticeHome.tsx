"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { format } from "date-fns";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useState } from "react";
import {
  EXERCISES,
  EXERCISE_IDS,
  type ExerciseId,
  LEVELS,
  LEVEL_WORDS,
  type Level,
} from "@/core/practice/exercise/exerciseList";
import { fineLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useUnit } from "../controls/unit";
import type { SessionLine } from "./sessionLine";
import { rehearsalOf, useBegin } from "./useBegin";

export interface EngineChoice {
  readonly id: string;
  readonly name: string;
  /** The exercises that can be done on it. */
  readonly fits: readonly ExerciseId[];
}

interface Props {
  readonly person: string | null;
  readonly sessions: readonly SessionLine[];
  readonly next: { readonly exercise: ExerciseId; readonly level: Level; readonly why: string };
  readonly engines: readonly EngineChoice[];
  /** Jobs in hand that can be rehearsed. */
  readonly jobs: readonly { readonly id: string; readonly name: string }[];
  /** The engine that one came from, to practice on. */
  readonly from: string | null;
  /** Whoever looks may see how the others come on. */
  readonly leads: boolean;
}

const ScoreChart = dynamic(() => import("./ScoreChart"), { ssr: false });

/** The twelve exercises in the order of the trade, with what was done and what to do next. */
export function PracticeHome({ person, sessions, next, engines, jobs, from, leads }: Props) {
  const [level, setLevel] = useState<Level>(next.level);
  const [chosen, setChosen] = useState<ExerciseId | null>(
    () => engines.find((e) => e.id === from)?.fits.at(-1) ?? null,
  );
  const { begin, busy, trouble } = useBegin();
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.3fr) minmax(0, 1fr)" }}
      gap={{ base: "6", lg: "10" }}
      alignItems="start"
    >
      <section aria-labelledby="exercises">
        <chakra.h1 id="exercises" fontFamily="stamp" fontWeight={600} fontSize="30px">
          Practice
        </chakra.h1>
        <chakra.p fontSize="18px" pb="3">
          A virtual engine that is wrong as a real one would be. Nothing here touches engines, jobs, parts or the
          record.
        </chakra.p>
        <chakra.div
          border="2px solid"
          borderColor="ink"
          borderRadius="plate"
          bg="sheet"
          p="4"
          mb="4"
          display="flex"
          flexWrap="wrap"
          gap="3"
          alignItems="center"
          justifyContent="space-between"
        >
          <chakra.div flex="1 1 16rem">
            <chakra.b fontSize="20px">{EXERCISES[next.exercise].name}</chakra.b>
            <chakra.p fontSize="17px">{next.why}</chakra.p>
          </chakra.div>
          <Button
            type="button"
            kind="now"
            disabled={busy}
            onClick={() => void begin({ exercise: next.exercise, level: next.level, engine: null, seed: null })}
          >
            Begin, {LEVEL_WORDS[next.level].name.toLowerCase()}
          </Button>
        </chakra.div>
        {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
        <chakra.div role="group" aria-label="How much help" display="flex" flexWrap="wrap" gap="2" pb="3">
          {LEVELS.map((l) => (
            <Button
              key={l}
              type="button"
              aria-pressed={l === level}
              borderWidth={l === level ? "3px" : "1.5px"}
              onClick={() => setLevel(l)}
            >
              <span>
                {LEVEL_WORDS[l].name}
                <chakra.span display="block" fontWeight={400} fontSize="15px" color="soft">
                  {LEVEL_WORDS[l].what}
                </chakra.span>
              </span>
            </Button>
          ))}
        </chakra.div>
        <chakra.ol listStyleType="none" m="0" p="0">
          {EXERCISE_IDS.map((id, i) => {
            const best = Math.max(
              -1,
              ...sessions.filter((s) => s.exercise === id && s.score !== null).map((s) => s.score ?? 0),
            );
            const open = chosen === id;
            return (
              <chakra.li key={id} borderTop="1px solid" borderColor="line" py="2">
                <chakra.div
                  display="grid"
                  gridTemplateColumns="2.2rem minmax(0, 1fr) auto"
                  gap="2"
                  alignItems="center"
                >
                  <chakra.span fontFamily="stamp" fontWeight={600} fontSize="24px" color="soft">
                    {i + 1}
                  </chakra.span>
                  <span>
                    <chakra.b fontSize="18px">{EXERCISES[id].name}</chakra.b>
                    <chakra.span display="block" fontSize="16px" color="soft">
                      {EXERCISES[id].aim}
                      {best >= 0 ? ` Best so far: ${best}.` : ""}
                    </chakra.span>
                  </span>
                  <chakra.span display="flex" flexWrap="wrap" justifyContent="end" gap="1">
                    <Button
                      type="button"
                      kind="quiet"
                      aria-expanded={open}
                      aria-label={`Engine and seed for ${EXERCISES[id].name}`}
                      onClick={() => setChosen(open ? null : id)}
                    >
                      Choose
                    </Button>
                    <Button
                      type="button"
                      disabled={busy}
                      aria-label={`Begin ${EXERCISES[id].name}`}
                      onClick={() => void begin({ exercise: id, level, engine: null, seed: null })}
                    >
                      Begin
                    </Button>
                  </chakra.span>
                </chakra.div>
                {open && (
                  <Choose
                    from={from}
                    exercise={id}
                    engines={engines.filter((e) => e.fits.includes(id))}
                    busy={busy}
                    onBegin={(engine, seed) => void begin({ exercise: id, level, engine, seed })}
                  />
                )}
              </chakra.li>
            );
          })}
        </chakra.ol>
      </section>
      <chakra.div minWidth="0" display="flex" flexDirection="column" gap="6">
        {jobs.length > 0 && (
          <section aria-labelledby="rehearse">
            <PlateHeading id="rehearse">Rehearse a job in hand</PlateHeading>
            <chakra.p fontSize="16px" color="soft" pb="1">
              Its own run, on a virtual engine. Nothing of it is kept in the job.
            </chakra.p>
            {jobs.map((job) => (
              <chakra.div
                key={job.id}
                display="flex"
                alignItems="center"
                justifyContent="space-between"
                gap="3"
                borderTop="1px solid"
                borderColor="line"
                py="2"
              >
                <b>{job.name}</b>
                <Button
                  type="button"
                  disabled={busy}
                  aria-label={`Rehearse ${job.name}`}
                  onClick={() => void begin(rehearsalOf(job.id))}
                >
                  Rehearse
                </Button>
              </chakra.div>
            ))}
          </section>
        )}
        <Own person={person} sessions={sessions} leads={leads} />
      </chakra.div>
    </chakra.div>
  );
}

/** On which engine, and which seed: two who take the same have the same engine. */
function Choose({
  from,
  exercise,
  engines,
  busy,
  onBegin,
}: {
  readonly from: string | null;
  readonly exercise: ExerciseId;
  readonly engines: readonly EngineChoice[];
  readonly busy: boolean;
  readonly onBegin: (engine: string | null, seed: number | null) => void;
}) {
  const [engine, setEngine] = useState(engines.some((e) => e.id === from) ? (from ?? "") : "");
  const [seed, setSeed] = useState("");
  const wrong = seed.trim() !== "" && !/^[1-9]\d{0,9}$/.test(seed.trim());
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="3" alignItems="end" pl="2.7rem" py="2">
      {EXERCISES[exercise].task !== "gaps" && (
        <Field label="Engine">
          {(c) => (
            <Select {...c} value={engine} onChange={(e) => setEngine(e.target.value)} width="16rem" maxWidth="full">
              <option value="">Made for this exercise</option>
              {engines.map((e) => (
                <option key={e.id} value={e.id}>
                  {e.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
      )}
      <Field label="Seed, to do the same as somebody" error={wrong ? "A seed is a whole number from 1." : undefined}>
        {(c) => (
          <TextInput
            {...c}
            inputMode="numeric"
            value={seed}
            onChange={(e) => setSeed(e.target.value)}
            width="12rem"
            placeholder="any"
          />
        )}
      </Field>
      <Button
        type="button"
        disabled={busy || wrong}
        onClick={() => onBegin(engine === "" ? null : engine, seed.trim() === "" ? null : Number(seed))}
      >
        Begin with these
      </Button>
    </chakra.div>
  );
}

function Own({ person, sessions, leads }: Pick<Props, "person" | "sessions" | "leads">) {
  const unit = useUnit();
  const done = sessions.filter((s) => s.score !== null);
  const feel = sessions.find((s) => s.feel !== null)?.feel ?? null;
  return (
    <section aria-labelledby="own">
      <chakra.div display="flex" justifyContent="space-between" alignItems="baseline" gap="3">
        <PlateHeading id="own">{person === null ? "Done here" : `Done by ${person}`}</PlateHeading>
        {leads && (
          <Link href="/practice/people" style={{ textDecoration: "underline", fontSize: 17 }}>
            How others come on
          </Link>
        )}
      </chakra.div>
      {person === null && (
        <chakra.p fontSize="16px" color="soft">
          Say who is at work, and what is practiced is yours.
        </chakra.p>
      )}
      {done.length > 1 && <ScoreChart sessions={done} />}
      {feel !== null && (
        <chakra.p fontSize="17px" py="2">
          At the last gaps, read {fineLength(Math.abs(feel.biasMm), unit)} {feel.biasMm < 0 ? "tighter" : "looser"}{" "}
          than what was there, give or take {fineLength(feel.biasSureMm, unit)}. On a screen it is judgment that is
          read, not fingers: a{" "}
          <Link href="/gauge-studies" prefetch={false} style={{ textDecoration: "underline" }}>
            gauge study
          </Link>{" "}
          on known gaps is better.
          {person !== null && (
            <>
              {" "}
              Until then,{" "}
              <Link href="/you" prefetch={false} style={{ textDecoration: "underline" }}>
                your own page
              </Link>{" "}
              says whether these figures are used where you read.
            </>
          )}
        </chakra.p>
      )}
      {sessions.length === 0 ? (
        <chakra.p fontSize="18px" pt="2">
          Nothing yet.
        </chakra.p>
      ) : (
        <chakra.ul listStyleType="none" m="0" p="0" pt="2">
          {sessions.slice(0, SHOWN).map((s) => (
            <chakra.li key={s.id} borderTop="1px solid" borderColor="line" py="2" fontSize="17px">
              <Link href={`/practice/${s.id}`} prefetch={false} style={{ textDecoration: "underline" }}>
                {s.name}
              </Link>
              , {LEVEL_WORDS[s.level].name.toLowerCase()}: {s.score === null ? "go on" : `${s.score} of 100`}
              <chakra.span display="block" fontSize="15px" color="soft">
                {format(new Date(s.begunAt), "MMM d")} · {s.engine}
              </chakra.span>
            </chakra.li>
          ))}
        </chakra.ul>
      )}
    </section>
  );
}
const SHOWN = 12;
