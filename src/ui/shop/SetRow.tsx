"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Leaf, SetLine } from "@/core/shop/feelerSet";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { Complaint } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

interface Props {
  readonly set: SetLine;
  /** A lead is at work here. */
  readonly leads: boolean;
}

const markOf = (leaf: Leaf, { system }: SetLine): string => (system === "metric" ? leaf.mmMark : leaf.inchMark) ?? "";

/** A feeler set with its leaves; a lead changes its name, says which leaves are worn or lost, takes it out of use, and brings it back. */
export function SetRow({ set, leads }: Props) {
  const [open, setOpen] = useState(false);
  const good = set.leaves.filter((l) => !set.wornMm.includes(l.mm));
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
        {good.map((l) => markOf(l, set)).join("  ")} {set.system === "metric" ? "mm" : "in"}
      </chakra.p>
      {set.wornMm.length > 0 && (
        <chakra.p fontSize="16px" color="soft">
          Worn or lost:{" "}
          {set.leaves
            .filter((l) => set.wornMm.includes(l.mm))
            .map((l) => markOf(l, set))
            .join(", ")}
        </chakra.p>
      )}
      {open && <SetForm set={set} onDone={() => setOpen(false)} />}
    </chakra.div>
  );
}

function SetForm({ set, onDone }: { readonly set: SetLine; readonly onDone: () => void }) {
  const router = useRouter();
  const [worn, setWorn] = useState(set.wornMm);
  const { register, submit, busy, wrong, elsewhere, setValue } = useSentForm<{ name: string; retired: boolean }>({
    defaultValues: { name: set.name, retired: set.retired },
    send: (typed) => send("PUT", `/api/feeler-sets/${set.id}`, { ...typed, wornMm: worn }),
    onDone: () => {
      router.refresh();
      onDone();
    },
  });
  const other = elsewhere("name", "wornMm");
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
      <chakra.fieldset>
        <chakra.legend fontSize="16px" fontWeight={600} pb="2">
          Worn or lost leaves: tap them
        </chakra.legend>
        <chakra.div display="flex" flexWrap="wrap" gap="2">
          {set.leaves.map((l) => {
            const isWorn = worn.includes(l.mm);
            return (
              <Button
                key={l.mm}
                type="button"
                aria-pressed={isWorn}
                fontFamily="mono"
                px="3"
                textDecoration={isWorn ? "line-through" : "none"}
                borderStyle={isWorn ? "dashed" : "solid"}
                onClick={() => setWorn(isWorn ? worn.filter((mm) => mm !== l.mm) : [...worn, l.mm])}
              >
                {markOf(l, set)}
              </Button>
            );
          })}
        </chakra.div>
        {wrong("wornMm") !== undefined && <Complaint role="alert">{wrong("wornMm")}</Complaint>}
      </chakra.fieldset>
      <FormEnd trouble={other}>
        <Button type="submit" disabled={busy}>
          Keep it
        </Button>
        <Button type="submit" disabled={busy} onClick={() => setValue("retired", !set.retired)}>
          {set.retired ? "Bring it back into use" : "Take it out of use"}
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
