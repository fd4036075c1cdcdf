"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import { useWatch } from "react-hook-form";
import type { EngineFile } from "@/core/engine/engineFile";
import type { ConfirmedBefore, JobInHand } from "@/core/job/pages/prepare";
import { cautionsFor } from "@/core/job/setup/cautions";
import { planBuildCheck } from "@/core/job/tasks/buildCheck/plan";
import { BUILD_CHECK_SETUP } from "@/core/job/tasks/buildCheck/setup";
import { type ShaftLayout, shaftLayouts } from "@/core/job/tasks/buildCheck/shafts";
import type { FeelerSet } from "@/core/shop/feelerSet";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { InHand } from "../engine/InHand";
import { CautionsPart } from "../prepare/CautionsPart";
import { Choice } from "../prepare/Choice";
import { notSent, send } from "../send";
import { EngineLink, Title } from "../controls/Title";

interface Props {
  readonly engineId: string;
  readonly file: EngineFile;
  readonly sets: readonly FeelerSet[];
  readonly inHand: readonly JobInHand[];
  /** What this person confirmed here before, and one tap confirms again. */
  readonly confirmed: ConfirmedBefore | null;
}

interface Form {
  shafts: ShaftLayout;
  setId: string;
  note: string;
  licensed: string;
  accepted: string[];
}

const SHAFT_WORDS: Record<ShaftLayout, { readonly label: string; readonly note: string }> = {
  none: { label: "Each rocker on its own", note: "Studs, single pivots, or no rockers at all" },
  file: { label: "Shafts as the engine's file names them", note: "With their own valves and torque" },
  bank: { label: "One shaft over each bank", note: "All rockers of a bank go down together" },
  cylinder: { label: "A stand for each cylinder", note: "Intake and exhaust of a cylinder go down together" },
};

/** Before a build check: what carries the rockers, the lines that follow, the cautions. */
export function BuildCheckForm({ engineId, file, sets, inHand, confirmed }: Props) {
  const router = useRouter();
  const layouts = shaftLayouts(file);
  const cautions = cautionsFor(BUILD_CHECK_SETUP, file, "cold");
  const again = cautions.filter((c) => confirmed?.cautions.includes(c.id) === true);
  const { control, register, setValue, submit, busy, wrong, elsewhere } = useSentForm<Form, { readonly id: string }>({
    defaultValues: {
      shafts: layouts[0] ?? "none",
      setId: sets[0]?.id ?? "",
      note: "",
      licensed: "",
      accepted: [],
    },
    send: ({ shafts, setId, note, licensed, accepted }, idFor) => {
      const open = cautions.filter((c) => !accepted.includes(c.id) && !again.includes(c)).length;
      if (open > 0)
        return Promise.resolve(notSent(`Read and tick every caution first: ${open} not ticked.`, "cautions"));
      const check = {
        shafts,
        feelerSetId: setId,
        note,
        licensed,
        cautions: [...again.map((c) => c.id), ...accepted.filter((id) => !again.some((c) => c.id === id))],
      };
      return send("POST", `/api/engines/${engineId}/build-check`, { id: idFor(check), ...check });
    },
    onDone: ({ id }) => router.push(`/jobs/${id}`),
  });
  const chosen = useWatch({ control }) as Form;
  const { plan, route } = useMemo(() => planBuildCheck(file, chosen.shafts), [file, chosen.shafts]);
  const other = elsewhere("cautions", "shafts", "feelerSetId", "licensed", "note");
  return (
    <chakra.form
      noValidate
      onSubmit={submit}
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <Title>
          Build check of <EngineLink id={engineId} name={file.name} />
        </Title>
        <chakra.p fontSize="18px" pt="1">
          Before the first setting: every line looked at and ticked by name. The first setting opens from it, and its
          sheet carries it.
        </chakra.p>
        {inHand.length > 0 && (
          <chakra.div pt="3">
            <InHand jobs={inHand} />
          </chakra.div>
        )}
      </chakra.header>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        <Choice
          legend="What carries the rockers"
          name="shafts"
          value={chosen.shafts}
          options={layouts.map((value) => ({ value, ...SHAFT_WORDS[value] }))}
          error={wrong("shafts")}
          onChange={(shafts) => setValue("shafts", shafts, { shouldDirty: true })}
        />
        <section aria-label="The lines">
          <PlateHeading>
            {plan.lines.length} lines
            {route.length > 0 &&
              `, ${route.length === 1 ? "one crank position" : `${route.length} crank positions`} for the shafts`}
          </PlateHeading>
          <chakra.ol m="0" pl="7" fontSize="17px" listStyleType="decimal">
            {plan.lines.map((l) => (
              <chakra.li key={l.id} py="1">
                {l.title.replace(/\.$/, "")}
                {l.stop !== null && <chakra.span color="soft">, at stop {l.stop}</chakra.span>}
              </chakra.li>
            ))}
          </chakra.ol>
        </section>
      </chakra.div>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        <Field label="Room and float are measured with" error={wrong("feelerSetId")}>
          {(c) => (
            <Select {...c} {...register("setId")} minHeight="56px">
              {sets.length === 0 && <option value="">No feeler set in this shop yet</option>}
              {sets.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {file.sector === "aircraft" && (
          <Field label="Released by" hint="The licensed person who answers for this work" error={wrong("licensed")}>
            {(c) => <TextInput {...c} {...register("licensed")} maxLength={120} />}
          </Field>
        )}
        <Field label="Note" hint="What was built, and for whom" error={wrong("note")}>
          {(c) => <TextInput {...c} {...register("note")} maxLength={500} />}
        </Field>
        <CautionsPart
          cautions={{ again, anew: cautions.filter((c) => !again.includes(c)), confirmedOn: confirmed?.on ?? null }}
          accepted={chosen.accepted}
          onAccept={(accepted) => setValue("accepted", accepted, { shouldDirty: true })}
          open={wrong("cautions")}
        />
        {other !== null && <Complaint role="alert">{other.message}</Complaint>}
        <Button type="submit" kind="now" disabled={busy}>
          I&apos;ve read the cautions: begin the check
        </Button>
      </chakra.div>
    </chakra.form>
  );
}
