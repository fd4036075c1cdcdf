"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Micrometer, trueThicknessMm } from "@/core/parts/micrometer";
import type { DrawerPartKind } from "@/core/parts/part";
import type { Wanted } from "@/core/shims/wanted";
import { USUAL, withUnit } from "@/core/units/typedLength";
import { parseLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { LengthField } from "../controls/LengthField";
import { Complaint } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { MicrometerOptions } from "../parts/MicrometerOptions";
import { notSent, send } from "../send";
import { csvOf } from "./boughtCsv";
import { thicknessProblem } from "./typedParts";

interface Props {
  readonly engine: string;
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly wanted: readonly Wanted[];
  readonly micrometers: readonly Micrometer[];
}

interface Form {
  micrometerId: string;
  lines: { thickness: string; count: string }[];
}

/** What was bought for an engine goes into stock in one go: as it was wanted, or as it measures. */
export function Bought({ engine, kind, diameterMm, wanted, micrometers }: Props) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const { register, submit, control, busy, trouble, wrong, elsewhere } = useSentForm<Form>({
    defaultValues: {
      micrometerId: "",
      lines: wanted.map(({ sizeMm, at }) => ({
        thickness: withUnit(sizeMm.toFixed(3), "mm"),
        count: String(at.length),
      })),
    },
    send: async ({ micrometerId, lines }, idFor) => {
      const micrometer = micrometers.find((m) => m.id === micrometerId) ?? null;
      const slip = lines.findIndex(
        ({ thickness }) => thickness.trim() === "" || thicknessProblem(thickness) !== null,
      );
      const typed = lines[slip]?.thickness ?? "";
      if (slip >= 0) return notSent(thicknessProblem(typed) ?? "Give its thickness.", `lines.${slip}.thickness`);
      const uncounted = lines.findIndex(({ count }) => !/^\d{1,4}$/.test(count.trim()));
      if (uncounted >= 0) return notSent("Give a whole count; 0 for none.", `lines.${uncounted}.count`);
      const came = lines.filter(({ count }) => Number(count) > 0);
      if (came.length === 0) return notSent("Say of at least one how many came.");
      const text = csvOf(
        came.map(({ thickness, count }) => {
          const readMm = parseLength(thickness)?.mm ?? 0;
          return {
            thicknessMm: micrometer === null ? readMm : trueThicknessMm(readMm, micrometer),
            count: Number(count),
            measured: micrometer === null ? null : { micrometer: micrometer.name, readMm },
          };
        }),
        { kind, diameterMm, place: `the tray for ${engine}` },
      );
      return send("POST", "/api/parts/csv", { id: idFor(text), text });
    },
    onDone: () => router.refresh(),
  });
  if (!open)
    return (
      <Button type="button" onClick={() => setOpen(true)}>
        They are here: into stock
      </Button>
    );
  return (
    <chakra.form
      noValidate
      onSubmit={submit}
      aria-label="What was bought"
      width="full"
      display="flex"
      flexDirection="column"
      gap="3"
      borderTop="1.5px solid"
      borderColor="edge"
      pt="3"
    >
      <Field
        label="Thickness by"
        hint="As marked, or as the micrometer shows: its zero is taken off."
        error={wrong("micrometerId")}
      >
        {(c) => (
          <Select {...c} {...register("micrometerId")} maxWidth="22rem">
            <MicrometerOptions micrometers={micrometers} />
          </Select>
        )}
      </Field>
      {wanted.map(({ sizeMm, at }, i) => (
        <chakra.fieldset key={sizeMm} border="0" p="0" m="0" display="grid" gridTemplateColumns="1.6fr 1fr" gap="3">
          <chakra.legend fontSize="16px" pb="1">
            For {at.map((a) => a.position).join(", ")}, {sizeMm.toFixed(3)} mm wanted
          </chakra.legend>
          <LengthField
            control={control}
            name={`lines.${i}.thickness`}
            label="Thickness"
            spoken={`Thickness of what came for ${sizeMm.toFixed(3)} mm`}
            error={wrong(`lines.${i}.thickness`)}
            usual={USUAL.thickness}
          />
          <Field label="How many" error={wrong(`lines.${i}.count`)}>
            {(c) => (
              <TextInput
                {...c}
                {...register(`lines.${i}.count`)}
                inputMode="numeric"
                aria-label={`How many of ${sizeMm.toFixed(3)} mm`}
              />
            )}
          </Field>
        </chakra.fieldset>
      ))}
      {trouble !== null && elsewhere(...wanted.flatMap((_, i) => [`lines.${i}.thickness`, `lines.${i}.count`])) && (
        <Complaint role="alert">{trouble.message}</Complaint>
      )}
      <chakra.div display="flex" gap="2">
        <Button type="submit" kind="now" disabled={busy}>
          Into stock
        </Button>
        <Button type="button" onClick={() => setOpen(false)}>
          Not yet
        </Button>
      </chakra.div>
    </chakra.form>
  );
}
