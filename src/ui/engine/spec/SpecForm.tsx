"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useWatch } from "react-hook-form";
import { DEFAULT_HOT_FROM_C } from "@/core/heat/cooling";
import { ADJUSTER_KINDS, type AdjusterKind, type EngineFile, ROLES } from "@/core/engine/engineFile";
import { Button } from "../../controls/Button";
import { Field, Select, TextInput } from "../../controls/Field";
import { Complaint } from "../../controls/Stamp";
import { useTemperature, useWays } from "../../controls/ways";
import { useSentForm } from "../../controls/useSentForm";
import { notSent, send } from "../../send";
import { OtherSources, RoleFigures, SingleValves } from "./SourceFields";
import { CloserFields, FixedFields, InjectorScrewFields, LifterFields, ScrewFields, ShimFields } from "./GearFields";
import { type SpecFields, specFields, specPart } from "./specPart";

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  /** There is something to set by already. */
  readonly known: boolean;
  readonly onDone: () => void;
}

const KIND_NAMES: Record<AdjusterKind, string> = {
  screw: "lash, with a screw or nut",
  "bucket-shim": "lash, with shims or caps",
  bucket: "lash, with buckets of another thickness",
  "positive-closing": "positively closed valves: opener and closer",
  hydraulic: "preload of hydraulic lifters",
  fixed: "dry gap: no screw, parts of another length",
  grind: "lash, by grinding the stem's end",
};

/** What the figure of a role is called. */
const GAP_NAMES: Partial<Record<AdjusterKind, string>> = { fixed: "Dry gap", "positive-closing": "Opener gap" };

/** Spec and adjuster of an engine, typed as they stand in the book. */
export function SpecForm({ id, file, known, onDone }: Props) {
  const router = useRouter();
  const degrees = useTemperature();
  const { temperatureUnit: unit } = useWays();
  const roles = ROLES.filter((role) => file.valves.some((v) => v.role === role));
  const { register, submit, control, busy, trouble, wrong } = useSentForm<SpecFields>({
    defaultValues: specFields(file, unit),
    send: (form) => {
      const twice = form.singles.find((s, i) => form.singles.findIndex((o) => o.valve === s.valve) !== i);
      return twice === undefined
        ? send("PUT", `/api/engines/${id}/spec`, specPart(form, roles, file, unit))
        : Promise.resolve(notSent(`${twice.valve} has two specs of its own: take one out.`, "lash.valves"));
    },
    onDone: () => {
      router.refresh();
      onDone();
    },
  });
  const [kind, at, state] = [
    useWatch({ control, name: "kind" }),
    useWatch({ control, name: "at" }),
    useWatch({ control, name: "state" }),
  ];
  const fields = { control, register, wrong };
  return (
    <chakra.form onSubmit={submit} noValidate display="flex" flexDirection="column" gap="4">
      <Field label="What is set" error={wrong("adjuster.kind")}>
        {(c) => (
          <Select {...c} {...register("kind")}>
            {ADJUSTER_KINDS.map((k) => (
              <option key={k} value={k}>
                {KIND_NAMES[k]}
              </option>
            ))}
          </Select>
        )}
      </Field>
      {kind !== "hydraulic" && (
        <>
          <chakra.div display="grid" gridTemplateColumns={kind === "fixed" ? "1fr" : "8rem 1fr"} gap="3">
            {kind !== "fixed" && (
              <Field label="Engine is" error={wrong("lash.state")}>
                {(c) => (
                  <Select {...c} {...register("state")}>
                    <option value="">choose</option>
                    <option value="cold">cold</option>
                    <option value="hot">hot</option>
                  </Select>
                )}
              </Field>
            )}
            <Field label="Source" hint="Manual, cam card, builder, own" error={wrong("lash.source")}>
              {(c) => <TextInput {...c} {...register("source")} />}
            </Field>
          </chakra.div>
          {roles.map((role) => (
            <RoleFigures key={role} {...fields} role={role} at={role} path={`lash.${role}`} gap={GAP_NAMES[kind]} />
          ))}
          <SingleValves {...fields} valves={file.valves.map((v) => v.id)} gap={GAP_NAMES[kind]} />
          {state === "hot" && kind !== "fixed" && (
            <Field
              label={`Hot from, ${degrees.sign}`}
              hint={`Left empty: ${degrees.words(DEFAULT_HOT_FROM_C)}`}
              error={wrong("lash.hotFromC")}
            >
              {(c) => <TextInput {...c} {...register("hotFrom")} inputMode="decimal" maxWidth="10rem" />}
            </Field>
          )}
        </>
      )}
      {kind === "screw" && <ScrewFields {...fields} at={at} />}
      {(kind === "bucket-shim" || kind === "bucket") && <ShimFields {...fields} shims={kind === "bucket-shim"} />}
      {kind === "positive-closing" && <CloserFields {...fields} />}
      {kind === "hydraulic" && <LifterFields {...fields} />}
      {kind === "fixed" && <FixedFields {...fields} />}
      {kind !== "hydraulic" && kind !== "fixed" && roles.includes("injector") && <InjectorScrewFields {...fields} />}
      {kind !== "hydraulic" && (
        <OtherSources {...fields} roles={roles} dry={kind === "fixed"} gap={GAP_NAMES[kind]} />
      )}
      {trouble !== null && <Complaint role="alert">{trouble.message}</Complaint>}
      <chakra.div display="flex" gap="3" flexWrap="wrap">
        <Button type="submit" kind={known ? "plain" : "now"} size="big" disabled={busy}>
          Keep this spec
        </Button>
        {known && (
          <Button type="button" onClick={onDone}>
            Leave it as it was
          </Button>
        )}
      </chakra.div>
    </chakra.form>
  );
}
