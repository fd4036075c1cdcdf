import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useWatch } from "react-hook-form";
import { type Micrometer, micrometerWarnings, zeroOffsetMm } from "@/core/parts/micrometer";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { LengthField } from "../controls/LengthField";
import { USUAL } from "@/core/units/typedLength";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

/** Micrometers with their zeros, and where two of them disagree. */
interface Props {
  readonly micrometers: readonly Micrometer[];
  /** A lead is at work here. */
  readonly leads: boolean;
}

export function Micrometers({ micrometers, leads }: Props) {
  const router = useRouter();
  const { register, submit, control, reset, trouble } = useSentForm({
    defaultValues: { name: "" },
    send: ({ name }, idFor) => send("POST", "/api/micrometers", { id: idFor(name), name }),
    onDone: () => {
      reset();
      router.refresh();
    },
  });
  const name = useWatch({ control, name: "name" });
  return (
    <chakra.section aria-labelledby="micrometers" display="flex" flexDirection="column" gap="2">
      <PlateHeading id="micrometers">Micrometers</PlateHeading>
      {micrometerWarnings(micrometers).map((w) => (
        <Complaint key={w}>{w}</Complaint>
      ))}
      {micrometers.map((m) => (
        <MicrometerLine key={m.id} micrometer={m} leads={leads} />
      ))}
      <chakra.form noValidate display="flex" gap="2" alignItems="end" pt="2" onSubmit={submit}>
        <chakra.div flex="1">
          <Field label="Another one" hint="As it is scratched on its frame" error={trouble?.message}>
            {(c) => <TextInput {...c} {...register("name")} maxLength={60} />}
          </Field>
        </chakra.div>
        <chakra.div pb="6">
          <Button type="submit" disabled={name.trim() === ""}>
            Add
          </Button>
        </chakra.div>
      </chakra.form>
    </chakra.section>
  );
}

interface LineProps {
  readonly micrometer: Micrometer;
  readonly leads: boolean;
}

function MicrometerLine({ micrometer, leads }: LineProps) {
  const router = useRouter();
  const { control, submit, reset, wrong, elsewhere } = useSentForm({
    defaultValues: { piece: "", read: "" },
    send: (check, idFor) =>
      send("POST", "/api/micrometers/checks", { id: idFor(check), micrometerId: micrometer.id, ...check }),
    onDone: () => {
      reset();
      router.refresh();
    },
  });
  const other = elsewhere("piece", "read");
  const zero = zeroOffsetMm(micrometer);
  const shows =
    micrometer.check === null
      ? "never checked"
      : Math.abs(zero) < 5e-4
        ? "shows true"
        : `shows ${Math.abs(zero).toFixed(3)} mm ${zero > 0 ? "too much" : "too little"}`;
  return (
    <chakra.div borderTop="1px solid" borderColor="line" py="2">
      <chakra.p fontSize="18px">
        <b>{micrometer.name}</b>, {micrometer.retired ? "out of use" : shows}
      </chakra.p>
      {leads && <ChangeMicrometer micrometer={micrometer} />}
      <chakra.details display={micrometer.retired ? "none" : undefined}>
        <chakra.summary fontSize="16px" minHeight="44px" display="list-item" cursor="pointer">
          Hold {micrometer.name} to a check piece
        </chakra.summary>
        <chakra.form noValidate display="flex" flexWrap="wrap" gap="2" alignItems="start" pb="2" onSubmit={submit}>
          <chakra.div width="10rem">
            <LengthField
              control={control}
              name="piece"
              label="Piece"
              error={wrong("piece")}
              usual={USUAL.thickness}
            />
          </chakra.div>
          <chakra.div width="10rem">
            <LengthField
              control={control}
              name="read"
              label="It shows"
              error={wrong("read")}
              usual={USUAL.thickness}
            />
          </chakra.div>
          <chakra.div pt="7">
            <Button type="submit">Keep</Button>
          </chakra.div>
          {other !== null && <Complaint role="alert">{other.message}</Complaint>}
        </chakra.form>
      </chakra.details>
    </chakra.div>
  );
}

/** Another name, out of use, and back. */
function ChangeMicrometer({ micrometer: { id, name, retired } }: { readonly micrometer: Micrometer }) {
  const router = useRouter();
  const { register, submit, busy, wrong, elsewhere, setValue } = useSentForm<{ name: string; retired: boolean }>({
    defaultValues: { name, retired },
    send: (typed) => send("PUT", `/api/micrometers/${id}`, typed),
    onDone: () => router.refresh(),
  });
  return (
    <chakra.details>
      <chakra.summary fontSize="16px" minHeight="44px" display="list-item" cursor="pointer">
        Change {name}
      </chakra.summary>
      <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3" pb="2">
        <Field label="Its name" error={wrong("name")}>
          {(c) => <TextInput {...c} {...register("name")} autoComplete="off" maxLength={60} />}
        </Field>
        <FormEnd trouble={elsewhere("name")}>
          <Button type="submit" disabled={busy}>
            Keep it
          </Button>
          <Button type="submit" disabled={busy} onClick={() => setValue("retired", !retired)}>
            {retired ? "Bring it back into use" : "Take it out of use"}
          </Button>
        </FormEnd>
      </chakra.form>
    </chakra.details>
  );
}
