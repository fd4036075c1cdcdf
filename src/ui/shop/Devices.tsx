"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { Row } from "../controls/Row";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send, troubleOf } from "../send";
import { SettingForm } from "./SettingForm";

interface Props {
  readonly devices: readonly { readonly id: string; readonly name: string }[];
  /** What this device is called, where it is a shared one. */
  readonly here: string | null;
  readonly quietMinutes: number;
}

/** The devices at the engines, on which everybody of the shop works by name and PIN. */
export function Devices({ devices, here, quietMinutes }: Props) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const { register, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: { name: "" },
    send: (typed, idFor) => send("POST", "/api/shared-devices", { id: idFor(typed), ...typed }),
    onDone: () => router.refresh(),
  });
  const retire = async (id: string): Promise<void> => {
    setTrouble(troubleOf(await send("POST", `/api/shared-devices/${id}/retired`, {}))?.message ?? null);
    router.refresh();
  };
  const other = elsewhere("name");
  return (
    <chakra.section aria-labelledby="devices" display="flex" flexDirection="column" gap="3">
      <PlateHeading id="devices">Shared devices</PlateHeading>
      <chakra.p fontSize="16px" color="soft">
        On a shared tablet each takes over by name and PIN, and every entry has its author.
      </chakra.p>
      <chakra.ul listStyleType="none" m="0" p="0">
        {devices.map((d) => (
          <Row key={d.id}>
            <span>
              <b>{d.name}</b>
              {d.name === here ? ", this one" : ""}
            </span>
            <Button type="button" aria-label={`${d.name}: shared no more`} onClick={() => void retire(d.id)}>
              Shared no more
            </Button>
          </Row>
        ))}
      </chakra.ul>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
      {here === null && (
        <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3">
          <Field label="Make this device a shared one, called" error={wrong("name")}>
            {(c) => <TextInput {...c} {...register("name")} autoComplete="off" placeholder="Tablet in bay 2" />}
          </Field>
          <FormEnd trouble={other}>
            <Button type="submit" disabled={busy}>
              Share this device
            </Button>
          </FormEnd>
        </chakra.form>
      )}
      <SettingForm heading="It asks who is at work after" submit="Keep the minutes" figures={{ quietMinutes }}>
        {(field, wrongField) => (
          <Field label="Minutes without a tap" hint="0: never" error={wrongField("quietMinutes")}>
            {(c) => <TextInput {...c} {...field("quietMinutes")} inputMode="numeric" maxWidth="10rem" />}
          </Field>
        )}
      </SettingForm>
    </chakra.section>
  );
}
