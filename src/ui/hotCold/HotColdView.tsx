"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useWatch } from "react-hook-form";
import { ROLES } from "@/core/engine/engineFile";
import { measuredGrowth, growthOfReadingMm, pairDoubt } from "@/core/heat/hotColdReadings";
import { growthWords } from "@/core/heat/growthSources";
import { capital } from "@/core/job/words/names";
import type { HotColdPageData } from "@/core/job/pages/hotCold";
import { showLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { LengthField } from "../controls/LengthField";
import { USUAL } from "@/core/units/typedLength";
import { Complaint, PlateHeading, Stamp } from "../controls/Stamp";
import { useTemperature } from "../controls/ways";
import { useSentForm } from "../controls/useSentForm";
import { notSent, send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";
import { ByLeaves } from "./ByLeaves";
import { type TypedReading, isTyped, judgedWords, readingsSoFar, typedProblem } from "./readingsTyped";
import { EngineLink, Title } from "../controls/Title";

interface Form {
  /** One for each valve, in their order. */
  readings: TypedReading[];
  temperature: string;
}

/** Some valves of a finished job, read once more in the other state: with what they were left at they tell how the lash grows. */
export function HotColdView({ given }: { readonly given: HotColdPageData }) {
  const router = useRouter();
  const { valves, state, unit } = given;
  const other = state === "hot" ? "cold" : "hot";
  const typedUnit = unit === "mm" ? "mm" : "in";
  const [kept, setKept] = useState(false);
  const degrees = useTemperature();
  const [sure, setSure] = useState<readonly string[]>([]);
  const [inHand, setInHand] = useState<string | null>(null);
  const { register, submit, control, reset, setValue, busy, tried, changed, trouble } = useSentForm<Form>({
    defaultValues: { readings: valves.map(() => ({ goes: "", noGo: "" })), temperature: "" },
    send: async ({ readings: all, temperature }, idFor) => {
      const read = valves.flatMap(({ id: valve }, i) => {
        const own = all[i];
        return own === undefined || !isTyped(own) ? [] : [{ valve, ...own }];
      });
      if (read.length === 0) return notSent("Type the leaves of at least one valve.");
      if (read.some((r) => typedProblem(r, typedUnit) !== null))
        return notSent("One of these is a slip: it is said at its valve.");
      if (doubts.size > 0) return notSent("One of these is asked about: it is said at its valve.");
      const temperatureC = degrees.celsius(temperature);
      if (temperatureC === undefined) return notSent(`"${temperature}" is not a temperature.`);
      const readings = read.map((r) => ({ id: idFor(r), ...r }));
      return send("POST", `/api/jobs/${given.jobId}/hot-cold`, { temperatureC, unit: typedUnit, readings, sure });
    },
    onDone: () => {
      setKept(true);
      setSure([]);
      reset();
      router.refresh();
    },
  });
  const typed = useWatch({ control, name: "readings" });
  const readings = readingsSoFar(given, typed);
  const doubts = new Map(
    valves.flatMap((v, i) => {
      const [pair, own] = [readings.find((r) => r.valve === v.id), typed[i]];
      const asked = pair !== undefined && own !== undefined && isTyped(own) && !sure.includes(v.id);
      const why = asked ? pairDoubt(pair, v.expectedMm, unit) : null;
      return why === null ? [] : [[v.id, why] as const];
    }),
  );
  const growths = ROLES.flatMap((role) => {
    const growth = measuredGrowth(readings, role);
    return growth === null ? [] : [{ role, growth }];
  });
  return (
    <chakra.form
      noValidate
      onSubmit={submit}
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.5fr) minmax(0, 1fr)" }}
      gap={{ base: "6", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <Title>
          Read some valves of <EngineLink id={given.engineId} name={given.engine} /> {other}
        </Title>
        <chakra.p fontSize="18px" pt="1">
          They were left {state}. Turn nothing: read as many as you can get at {other}, one bank is enough. What lies
          between is the growth, and the next job knows it. Tap a valve to read it by the leaves.
          {given.inHand && " Only what this job has left so far is here; a valve that is set again is read again."}
        </chakra.p>
      </chakra.header>
      <chakra.section aria-label="Readings" minWidth="0">
        {valves.length === 0 && <chakra.p fontSize="18px">No valve is left yet in this job.</chakra.p>}
        {valves.map((v, i) => {
          const own = typed[i];
          const wrong = tried && own !== undefined ? typedProblem(own, typedUnit) : null;
          return (
            <chakra.fieldset
              key={v.id}
              border="0"
              borderTop="1px solid"
              borderColor="line"
              m="0"
              px="0"
              py="2"
              minWidth="0"
              display="grid"
              gridTemplateColumns={{ base: "4rem 1fr 1fr", md: "5rem 12rem 10rem 10rem 1fr" }}
              gap="3"
              alignItems="end"
            >
              <chakra.legend srOnly>{v.id}</chakra.legend>
              <Button
                type="button"
                size="big"
                aria-label={`Read ${v.id} by the leaves`}
                aria-expanded={inHand === v.id}
                borderWidth={inHand === v.id ? "3px" : "1.5px"}
                px="3"
                fontFamily="stamp"
                fontSize="24px"
                justifyContent="center"
                onClick={() => setInHand(inHand === v.id ? null : v.id)}
              >
                {v.id}
              </Button>
              <chakra.span fontFamily="mono" fontSize="16px" pb="3" gridColumn={{ base: "2 / -1", md: "auto" }}>
                {state} {v.left}
              </chakra.span>
              <LengthField
                control={control}
                name={`readings.${i}.goes`}
                label={`Goes ${other}`}
                spoken={`${v.id} goes ${other}`}
                usual={USUAL.lash}
                placeholder={v.read?.goes.text ?? ""}
              />
              <LengthField
                control={control}
                name={`readings.${i}.noGo`}
                label="Does not go"
                spoken={`${v.id} does not go ${other}`}
                usual={USUAL.lash}
                placeholder={v.read?.noGo.text ?? ""}
              />
              <chakra.span fontFamily="mono" fontSize="16px" pb="3">
                {grows(
                  readings.find((p) => p.valve === v.id),
                  unit,
                )}
              </chakra.span>
              {judgedWords(given, v, own) !== null && (
                <chakra.p data-judged={v.id} gridColumn={{ base: "1 / -1", md: "2 / -1" }} fontSize="16px">
                  {capital(judgedWords(given, v, own) ?? "")}.
                </chakra.p>
              )}
              {inHand === v.id && (
                <chakra.div gridColumn="1 / -1" minWidth="0">
                  <ByLeaves
                    key={v.id}
                    set={given.set}
                    onRead={({ goes, noGo }) => {
                      setValue(`readings.${i}.goes`, goes, { shouldDirty: true });
                      setValue(`readings.${i}.noGo`, noGo, { shouldDirty: true });
                    }}
                    next={valves[i + 1]?.id ?? null}
                    onNext={setInHand}
                  />
                </chakra.div>
              )}
              {doubts.has(v.id) && (
                <chakra.div gridColumn="1 / -1" display="flex" flexWrap="wrap" gap="3" alignItems="center">
                  <Complaint role="alert">{doubts.get(v.id)}</Complaint>
                  <Button type="button" onClick={() => setSure([...sure, v.id])}>
                    It is right
                  </Button>
                </chakra.div>
              )}
              {v.read !== null && !(own !== undefined && isTyped(own)) && (
                <chakra.div gridColumn="1 / -1">
                  <TakeOut jobId={given.jobId} valve={v.id} outReason={v.outReason} />
                </chakra.div>
              )}
              {wrong !== null && (
                <Complaint role="alert" gridColumn="1 / -1">
                  {wrong}
                </Complaint>
              )}
            </chakra.fieldset>
          );
        })}
      </chakra.section>
      <chakra.section
        aria-label="Growth"
        minWidth="0"
        display="flex"
        flexDirection="column"
        gap="4"
        position={{ lg: "sticky" }}
        top="4"
      >
        <PlateHeading>What heat does to it</PlateHeading>
        {growths.length === 0 && <chakra.p fontSize="18px">Nothing read yet.</chakra.p>}
        {growths.map(({ role, growth }) => (
          <chakra.div
            key={role}
            border="2px solid"
            borderColor="ink"
            borderRadius="plate"
            bg="sheet"
            p="3"
            data-growth={role}
          >
            <Stamp>{role}</Stamp>
            <chakra.p fontSize="26px" fontWeight={600} lineHeight={1.2}>
              {capital(grownWords(growth.growthMm, unit))} hot
            </chakra.p>
            <chakra.p fontFamily="mono" fontSize="16px">
              {growthWords(growth, unit)}, the middle of {growth.count}
            </chakra.p>
          </chakra.div>
        ))}
        <Field label={`Engine now, ${degrees.sign}`} hint="If you know it">
          {(c) => <TextInput {...c} {...register("temperature")} inputMode="decimal" maxWidth="10rem" />}
        </Field>
        {trouble !== null && <Complaint role="alert">{trouble.message}</Complaint>}
        {kept && !changed && (
          <chakra.p role="status" color="set" fontWeight={600} fontSize="18px">
            Saved: the next job on this engine, and on others of its model, offers this growth.
          </chakra.p>
        )}
        <Button type="submit" kind="now" justifyContent="center" disabled={busy || valves.length === 0}>
          Save these readings
        </Button>
        <chakra.p fontSize="16px">
          <Link
            href={given.inHand ? `/jobs/${given.jobId}` : `/jobs/${given.jobId}/sheet`}
            style={{ textDecoration: "underline" }}
          >
            {given.inHand ? "Back to the job" : "Back to the sheet"}
          </Link>
        </chakra.p>
      </chakra.section>
    </chakra.form>
  );
}

const grows = (
  reading: Parameters<typeof growthOfReadingMm>[0] | undefined,
  unit: HotColdPageData["unit"],
): string => (reading === undefined ? "" : `grows ${showLength(growthOfReadingMm(reading), unit)}`);
const grownWords = (mm: number, unit: HotColdPageData["unit"]): string =>
  `${showLength(Math.abs(mm), unit)} ${mm < 0 ? "tighter" : "wider"}`;

const READY_TO_TAKE_OUT = ["It was not hot through", "It was not cold through", "Misread", "Turned in between"];

/** A pair that can't be right counts for nothing, and says why. */
function TakeOut({ jobId, valve, outReason }: { jobId: string; valve: string; outReason: string | null }) {
  const router = useRouter();
  const commands = useCommandIds();
  const [asked, setAsked] = useState(false);
  const [own, setOwn] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  async function take(reason: string): Promise<void> {
    const out = { valve, reason };
    const sent = await send("POST", `/api/jobs/${jobId}/hot-cold`, { out: [{ id: commands.idFor(out), ...out }] });
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind !== "done") return;
    commands.done();
    setAsked(false);
    router.refresh();
  }
  if (outReason !== null)
    return (
      <chakra.p fontSize="16px" color="soft">
        Taken out: {outReason}. Read it again to count it.
      </chakra.p>
    );
  return (
    <>
      <Button type="button" kind="quiet" aria-expanded={asked} onClick={() => setAsked(!asked)}>
        Take the pair of {valve} out
      </Button>
      {asked && (
        <chakra.div display="flex" flexWrap="wrap" gap="2" alignItems="end">
          {READY_TO_TAKE_OUT.map((reason) => (
            <Button key={reason} type="button" onClick={() => void take(reason)}>
              {reason}
            </Button>
          ))}
          {/* Within the form of the readings: no form of its own. */}
          <Field label="Another reason">
            {(c) => <TextInput {...c} value={own} maxLength={300} onChange={(e) => setOwn(e.target.value)} />}
          </Field>
          <Button type="button" disabled={own.trim() === ""} onClick={() => void take(own.trim())}>
            Take it out
          </Button>
        </chakra.div>
      )}
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </>
  );
}
