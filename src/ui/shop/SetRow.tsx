"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { SetLine } from "@/core/shop/feelerSet";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

interface Props {
  readonly set: SetLine;
  /** A lead is at work here. */
  readonly leads: boolean;
}

/** A feeler set with its leaves; a lead changes its name, takes it out of use, and brings it back. */
export function SetRow({ set, leads }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <chakra.div borderTop="1px solid" borderColor="line" py="3">
      <chakra.div display="flex" gap="3" alignItems="center" justifyContent="space-between">
        <chakra.p fontSize="19px" fontWeight={600} color={set.retired ? "soft" : "ink"}>
          {set.name}
          {set.retired ? ", out of use" : ""}
        </chakra.p>
        {leads && (
          <Button type="button" aria-expanded={open} aria-label={`Change ${set.name}`} onClick={() => setOpen(!open)}>
            {open ? "Close" : "Change"}
          </Button>
        )}
      </chakra.div>
      <chakra.p fontFamily="mono" fontSize="16px" color="soft">
        {set.leaves.map((l) => (set.system === "metric" ? l.mmMark : l.inchMark)).join("  ")}{" "}
        {set.system === "metric" ? "mm" : "in"}
      </chakra.p>
      {open && <SetForm set={set} onDone={() => setOpen(false)} />}
    </chakra.div>
  );
}

function SetForm({ set, onDone }: { readonly set: SetLine; readonly onDone: () => void }) {
  const router = useRouter();
  const { register, submit, busy, wrong, elsewhere, setValue } = useSentForm<{ name: string; retired: boolean }>({
    defaultValues: { name: set.name, retired: set.retired },
    send: (typed) => send("PUT", `/api/feeler-sets/${set.id}`, typed),
    onDone: () => {
      router.refresh();
      onDone();
    },
  });
  const other = elsewhere("name");
  return (
    <chakra.form
      noValidate
      onSubmit={submit}
      display="flex"
      flexDirection="column"
      gap="3"
      pt="3"
      aria-label={set.name}
    >
      <Field label="Name of the set" error={wrong("name")}>
        {(c) => <TextInput {...c} {...register("name")} autoComplete="off" />}
      </Field>
      <FormEnd trouble={other}>
        <Button type="submit" disabled={busy}>
          Keep the name
        </Button>
        <Button type="submit" disabled={busy} onClick={() => setValue("retired", !set.retired)}>
          {set.retired ? "Bring it back into use" : "Take it out of use"}
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
