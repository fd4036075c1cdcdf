import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { OwnCause } from "@/core/job/questions/ownCauses";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send, troubleOf } from "../send";

export interface OwnCauseShown extends OwnCause {
  readonly id: string;
  readonly retired: boolean;
}

const AT: Readonly<Record<OwnCause["side"], string>> = {
  tight: "where it reads tight",
  loose: "where it reads wide",
  either: "wherever something is asked",
};

/** What this shop answers, beside the usual, when a reading asks what was found. */
export function OwnCauses({ causes }: { readonly causes: readonly OwnCauseShown[] }) {
  const router = useRouter();
  const [refused, setRefused] = useState<string | null>(null);
  const { register, submit, busy, wrong, elsewhere, reset } = useSentForm({
    defaultValues: { text: "", check: "", side: "tight", wear: "wear" },
    send: ({ wear, ...cause }, idFor) => {
      const command = { ...cause, notWear: wear === "not" };
      return send("POST", "/api/shop/causes", { id: idFor(command), ...command });
    },
    onDone: () => {
      reset();
      router.refresh();
    },
  });
  async function change(id: string, retired: boolean): Promise<void> {
    const trouble = troubleOf(await send("PUT", `/api/shop/causes/${id}`, { retired }));
    setRefused(trouble?.message ?? null);
    if (trouble === null) router.refresh();
  }
  return (
    <chakra.section aria-labelledby="causes" display="flex" flexDirection="column" gap="3" minWidth="0">
      <div>
        <PlateHeading id="causes">Answers of our own</PlateHeading>
        <chakra.p fontSize="16px" color="soft">
          Beside the usual ones, when a reading asks what was found.
        </chakra.p>
      </div>
      <chakra.ul listStyleType="none" m="0" p="0">
        {causes.map((c) => (
          <chakra.li
            key={c.id}
            display="flex"
            gap="3"
            justifyContent="space-between"
            alignItems="center"
            borderTop="1px solid"
            borderColor="line"
            py="2"
          >
            <chakra.div minWidth="0" fontSize="17px">
              <chakra.b textDecoration={c.retired ? "line-through" : "none"}>{c.text}</chakra.b>
              <chakra.span display="block" fontSize="16px" color="soft">
                {[c.check, AT[c.side], c.notWear ? "says nothing of wear" : null]
                  .filter((x) => x !== null)
                  .join(" · ")}
              </chakra.span>
            </chakra.div>
            <Button
              type="button"
              flexShrink={0}
              onClick={() => void change(c.id, !c.retired)}
              aria-label={`${c.retired ? "Put back" : "Take off"}: ${c.text}`}
            >
              {c.retired ? "Put back" : "Take off"}
            </Button>
          </chakra.li>
        ))}
      </chakra.ul>
      {refused !== null && <Complaint role="alert">{refused}</Complaint>}
      <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3">
        <Field label="What was found" hint="As the button says it" error={wrong("text")}>
          {(c) => <TextInput {...c} {...register("text")} placeholder="Adjuster cup worn" />}
        </Field>
        <Field label="How one looks for it" hint="May be left empty" error={wrong("check")}>
          {(c) => <TextInput {...c} {...register("check")} />}
        </Field>
        <Field label="It is offered" error={wrong("side")}>
          {(c) => (
            <Select {...c} {...register("side")}>
              {Object.entries(AT).map(([side, words]) => (
                <option key={side} value={side}>
                  {words}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="For what moved since last time" hint="It stays as it is added">
          {(c) => (
            <Select {...c} {...register("wear")}>
              <option value="wear">it is wear: it counts</option>
              <option value="not">a hand, a lock, a part: it counts nothing</option>
            </Select>
          )}
        </Field>
        <FormEnd trouble={elsewhere("text", "check", "side")}>
          <Button type="submit" disabled={busy}>
            Add the answer
          </Button>
        </FormEnd>
      </chakra.form>
    </chakra.section>
  );
}
