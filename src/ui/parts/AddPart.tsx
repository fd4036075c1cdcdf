import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useWatch } from "react-hook-form";
import { type Micrometer, trueThicknessMm, zeroOffsetMm } from "@/core/parts/micrometer";
import { DRAWER_PART_KINDS, DRAWER_PART_NAMES, type DrawerPartKind } from "@/core/parts/part";
import { parseLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { LengthField } from "../controls/LengthField";
import { USUAL } from "@/core/units/typedLength";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { numberOrText } from "../controls/typed";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";
import { MicrometerOptions } from "./MicrometerOptions";

interface Form {
  kind: DrawerPartKind;
  diameter: string;
  mark: string;
  thickness: string;
  micrometerId: string;
  place: string;
  cost: string;
  count: string;
  worn: boolean;
}

/** Adds parts to stock: kind and place stay as they were for the next one. */
export function AddPart({ micrometers }: { readonly micrometers: readonly Micrometer[] }) {
  const router = useRouter();
  const { register, submit, control, setValue, resetField, busy, trouble, wrong } = useSentForm<Form>({
    defaultValues: {
      kind: "shim-over",
      diameter: "",
      mark: "",
      thickness: "",
      micrometerId: micrometers[0]?.id ?? "",
      place: "",
      cost: "",
      count: "1",
      worn: false,
    },
    send: ({ cost, count, micrometerId: by, ...form }, idFor) => {
      const part = {
        ...form,
        cost: numberOrText(cost),
        count: numberOrText(count),
        micrometerId: by === "" ? null : by,
      };
      return send("POST", "/api/parts", { id: idFor(part), moveId: idFor(["move", part]), ...part });
    },
    onDone: () => {
      for (const field of ["mark", "thickness", "count"] as const) resetField(field);
      router.refresh();
    },
  });
  const { thickness = "", micrometerId, worn = false } = useWatch({ control });
  const micrometer = micrometers.find((m) => m.id === micrometerId) ?? null;
  const read = parseLength(thickness);
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3">
      <PlateHeading>Add a part</PlateHeading>
      <chakra.div display="grid" gridTemplateColumns="1.6fr 1fr" gap="3">
        <Field label="Kind" error={wrong("kind")}>
          {(c) => (
            <Select {...c} {...register("kind")}>
              {DRAWER_PART_KINDS.map((k) => (
                <option key={k} value={k}>
                  {DRAWER_PART_NAMES[k]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <LengthField
          control={control}
          name="diameter"
          label="Diameter"
          hint="If it matters"
          error={wrong("diameter")}
          usual={USUAL.diameter}
        />
      </chakra.div>
      <chakra.div display="grid" gridTemplateColumns="1.6fr 1fr" gap="3">
        <Field label="Measured with" error={wrong("micrometerId")}>
          {(c) => (
            <Select {...c} {...register("micrometerId")}>
              <MicrometerOptions micrometers={micrometers} />
            </Select>
          )}
        </Field>
        <Field label="Mark" error={wrong("mark")}>
          {(c) => <TextInput {...c} {...register("mark")} placeholder="265" />}
        </Field>
      </chakra.div>
      <LengthField
        control={control}
        name="thickness"
        label={micrometer === null ? "Thickness by its mark" : "Micrometer reading"}
        error={wrong("thickness")}
        usual={USUAL.thickness}
        {...(micrometer !== null && read !== null ? { hint: sumOf(read.mm, micrometer) } : {})}
      />
      <chakra.div display="grid" gridTemplateColumns="1.6fr 1fr 1fr" gap="3">
        <Field label="Place" error={wrong("place")}>
          {(c) => <TextInput {...c} {...register("place")} />}
        </Field>
        <Field label="How many" error={wrong("count")}>
          {(c) => <TextInput {...c} {...register("count")} inputMode="numeric" />}
        </Field>
        <Field label="Cost" error={wrong("cost")}>
          {(c) => <TextInput {...c} {...register("cost")} inputMode="decimal" />}
        </Field>
      </chakra.div>
      <Tick on={worn} onChange={(on) => setValue("worn", on)} label="Used: it shows wear" />
      {trouble !== null && <Complaint role="alert">{trouble.message}</Complaint>}
      <div>
        <Button type="submit" kind="now" disabled={busy}>
          Add to stock
        </Button>
      </div>
    </chakra.form>
  );
}

/** The reading put right for the micrometer's zero, as on paper. */
function sumOf(readMm: number, micrometer: Micrometer): string {
  const zero = zeroOffsetMm(micrometer);
  if (micrometer.check === null) return `${micrometer.name} was never held to a check piece: taken as it shows.`;
  if (Math.abs(zero) < 5e-4) return `${micrometer.name} shows true.`;
  return `${readMm.toFixed(3)} ${zero > 0 ? "−" : "+"} ${Math.abs(zero).toFixed(3)} (its zero) = ${trueThicknessMm(readMm, micrometer).toFixed(3)} mm`;
}
