"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { layoutOf } from "@/core/heat/gearOf";
import { type Measured, growthSourcesOf } from "@/core/heat/growthSources";
import { jobRoles } from "@/core/job/prepare";
import { Button } from "../controls/Button";
import { USUAL, type UsualLength } from "@/core/units/typedLength";
import { Field, Select, TextInput } from "../controls/Field";
import { LengthField } from "../controls/LengthField";
import { Complaint, Stamp } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";
import { GrowthSourceTable } from "./GrowthSources";
import { type HeatFields, heatFields, heatPart } from "./heatPart";

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  readonly measured: Measured;
}

/** How the lash of this engine grows with heat: what is known, by which way, and what the spec becomes in the other state. */
export function HeatSection({ id, file, measured }: Props) {
  const [editing, setEditing] = useState(false);
  const ways = useMemo(() => growthSourcesOf(file, measured), [file, measured]);
  const into =
    file.lash === undefined
      ? null
      : { lash: file.lash, state: file.lash.state === "hot" ? ("cold" as const) : ("hot" as const) };
  return (
    <>
      {editing ? (
        <HeatForm id={id} file={file} onDone={() => setEditing(false)} />
      ) : (
        <>
          <GrowthSourceTable ways={ways} roles={jobRoles(file)} into={into} value={null} />
          <Button type="button" mt="3" onClick={() => setEditing(true)}>
            Enter figures
          </Button>
        </>
      )}
    </>
  );
}

function HeatForm({ id, file, onDone }: Pick<Props, "id" | "file"> & { readonly onDone: () => void }) {
  const router = useRouter();
  const { register, control, submit, busy, trouble, wrong } = useSentForm<HeatFields>({
    defaultValues: heatFields(file),
    send: (form) => send("PUT", `/api/engines/${id}/heat`, { heat: heatPart(form, file.heat) }),
    onDone: () => {
      router.refresh();
      onDone();
    },
  });
  const overhead = layoutOf(file) === "overhead";
  const metal = (name: "block" | "head", label: string) => (
    <Field label={label} error={wrong(`heat.${name}`)}>
      {(c) => (
        <Select {...c} {...register(name)}>
          <option value="">not known</option>
          <option value="iron">iron</option>
          <option value="alloy">alloy</option>
        </Select>
      )}
    </Field>
  );
  const length = (name: keyof HeatFields, label: string, path: string, usual: UsualLength) => (
    <LengthField control={control} name={name} label={label} error={wrong(`heat.${path}`)} usual={usual} />
  );
  const text = (name: keyof HeatFields, label: string, path: string, hint?: string) => (
    <Field label={label} error={wrong(`heat.${path}`)} {...(hint === undefined ? {} : { hint })}>
      {(c) => <TextInput {...c} {...register(name)} autoComplete="off" />}
    </Field>
  );
  return (
    <chakra.form onSubmit={submit} noValidate display="flex" flexDirection="column" gap="4">
      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr 1fr" }} gap="3">
        <Field label="Cam" error={wrong("heat.layout")}>
          {(c) => (
            <Select {...c} {...register("layout")}>
              <option value="">as the adjuster says</option>
              <option value="pushrod">under pushrods</option>
              <option value="overhead">over the valves</option>
            </Select>
          )}
        </Field>
        {metal("head", "Head")}
        {metal("block", "Block")}
      </chakra.div>
      <Stamp>Sizes, where they are known</Stamp>
      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr 1fr", sm: "repeat(4, 1fr)" }} gap="3">
        {overhead ? (
          <>
            {length("cam", "Seat to cam", "sizes.cam", USUAL.pushrod)}
            {length("valve", "Valve, seat to tip", "sizes.valve", USUAL.pushrod)}
          </>
        ) : (
          <>
            {length("deck", "Cam to deck", "sizes.deck", USUAL.pushrod)}
            {length("pivot", "Deck to rocker", "sizes.pivot", USUAL.pushrod)}
            {length("pushrod", "Pushrod", "sizes.pushrod", USUAL.pushrod)}
            {length("valve", "Valve, seat to tip", "sizes.valve", USUAL.pushrod)}
          </>
        )}
      </chakra.div>
      {text(
        "rise",
        "Rise from cold to hot, kelvin",
        "rise",
        "One figure for all, or four: block head pushrod valve. Left empty: 70",
      )}
      <Stamp>What your shop knows of this combination</Stamp>
      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr 2fr" }} gap="3">
        {length("intake", "Intake grows", "experience.intake", USUAL.growth)}
        {length("exhaust", "Exhaust grows", "experience.exhaust", USUAL.growth)}
        {text("source", "Who says so", "experience.source")}
      </chakra.div>
      {trouble !== null && <Complaint role="alert">{trouble.message}</Complaint>}
      <chakra.div display="flex" gap="3">
        <Button type="submit" size="big" disabled={busy}>
          Keep this
        </Button>
        <Button type="button" onClick={onDone}>
          Leave it as it was
        </Button>
      </chakra.div>
    </chakra.form>
  );
}
