"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import type { School } from "@/core/lash/school";
import type { Person } from "@/core/shop/person";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";
import { SchoolOptions } from "./options";
import { ROLE } from "./roles";

interface Form {
  name: string;
  role: Person["role"];
  school: School;
}

/** A lead takes somebody into the shop. */
export function TakeIn() {
  const router = useRouter();
  const { register, submit, busy, wrong, elsewhere } = useSentForm<Form>({
    defaultValues: { name: "", role: "mechanic", school: "go-no-go" },
    send: (person, idFor) => send("POST", "/api/people/added", { id: idFor(person), ...person }),
    onDone: () => router.refresh(),
  });
  const other = elsewhere("name");
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="4" minWidth="0">
      <PlateHeading>Take somebody in</PlateHeading>
      <Field label="Their name" hint="As it stands on a sheet that they sign" error={wrong("name")}>
        {(c) => <TextInput {...c} {...register("name")} autoComplete="off" />}
      </Field>
      <chakra.div display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", md: "1fr 1fr" }} gap="3">
        <Field label="What they are here">
          {(c) => (
            <Select {...c} {...register("role")}>
              {(Object.keys(ROLE) as Person["role"][]).map((role) => (
                <option key={role} value={role}>
                  {ROLE[role]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="How they read a gap">
          {(c) => (
            <Select {...c} {...register("school")}>
              <SchoolOptions />
            </Select>
          )}
        </Field>
      </chakra.div>
      <FormEnd trouble={other}>
        <Button type="submit" disabled={busy}>
          Take them in
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
