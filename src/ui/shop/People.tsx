"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { SCHOOL_NAMES } from "@/core/lash/school";
import type { PersonLine, Role } from "@/core/shop/person";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send, troubleOf } from "../send";
import { ROLE } from "./roles";

interface Props {
  readonly people: readonly PersonLine[];
  /** A lead is at work here. */
  readonly leads: boolean;
}

/** Everybody of the shop; a lead changes them, and gives them the link to their password. */
export function People({ people, leads }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section aria-labelledby="people">
      <PlateHeading id="people" pt="6">
        People
      </PlateHeading>
      <chakra.ul listStyleType="none" m="0" p="0">
        {people.map((p) => (
          <chakra.li key={p.id} borderTop="1px solid" borderColor="line" py="2" fontSize="18px">
            <chakra.div display="flex" flexWrap="wrap" gap="3" alignItems="center" justifyContent="space-between">
              <chakra.span color={p.gone ? "soft" : "ink"}>
                <b>{p.name}</b>, {ROLE[p.role]}
                {p.gone ? ", works here no more" : `, reads by: ${SCHOOL_NAMES[p.school].name.toLowerCase()}`}
                {leads && !p.gone && (
                  <chakra.span display="block" color="soft" fontSize="16px">
                    {p.signsIn ? (p.hasPin ? "password and PIN" : "password, no PIN") : "can't sign in yet"}
                  </chakra.span>
                )}
              </chakra.span>
              {leads && (
                <Button
                  type="button"
                  aria-expanded={open === p.id}
                  aria-label={`Change ${p.name}`}
                  onClick={() => setOpen(open === p.id ? null : p.id)}
                >
                  {open === p.id ? "Close" : "Change"}
                </Button>
              )}
            </chakra.div>
            {leads && open === p.id && <PersonForm person={p} onDone={() => setOpen(null)} />}
          </chakra.li>
        ))}
      </chakra.ul>
    </section>
  );
}

function PersonForm({ person, onDone }: { readonly person: PersonLine; readonly onDone: () => void }) {
  const router = useRouter();
  const { register, submit, busy, wrong, elsewhere } = useSentForm<{ name: string; role: Role; gone: string }>({
    defaultValues: { name: person.name, role: person.role, gone: person.gone ? "gone" : "here" },
    send: ({ gone, ...typed }) => send("PUT", `/api/people/${person.id}`, { ...typed, gone: gone === "gone" }),
    onDone: () => {
      router.refresh();
      onDone();
    },
  });
  const other = elsewhere("name", "role");
  return (
    <chakra.div py="3" display="flex" flexDirection="column" gap="5">
      <chakra.form
        noValidate
        onSubmit={submit}
        display="flex"
        flexDirection="column"
        gap="3"
        aria-label={person.name}
      >
        <Field label="Name" error={wrong("name")}>
          {(c) => <TextInput {...c} {...register("name")} autoComplete="off" />}
        </Field>
        <chakra.div display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", md: "1fr 1fr" }} gap="3">
          <Field label="Is here" error={wrong("role")}>
            {(c) => (
              <Select {...c} {...register("role")}>
                {Object.entries(ROLE).map(([role, words]) => (
                  <option key={role} value={role}>
                    {words}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="Works" hint="What they did stays theirs.">
            {(c) => (
              <Select {...c} {...register("gone")}>
                <option value="here">here</option>
                <option value="gone">here no more</option>
              </Select>
            )}
          </Field>
        </chakra.div>
        <FormEnd trouble={other}>
          <Button type="submit" disabled={busy}>
            Keep it
          </Button>
        </FormEnd>
      </chakra.form>
      {!person.gone && <Link person={person} />}
    </chakra.div>
  );
}

/** The link by which somebody chooses a password: shown once, to be handed over in the shop. */
function Link({ person }: { readonly person: PersonLine }) {
  const [link, setLink] = useState<{ url: string; hours: number } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    const sent = await send<{ path: string; hours: number }>("POST", `/api/people/${person.id}/link`, {});
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind === "done") setLink({ url: window.location.origin + sent.data.path, hours: sent.data.hours });
  };
  return (
    <chakra.div display="flex" flexDirection="column" gap="2" alignItems="flex-start">
      <Button type="button" onClick={() => void make()}>
        {person.signsIn ? "Link for a new password" : "Link to choose a password"}
      </Button>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
      {link !== null && (
        <chakra.div role="status" fontSize="16px">
          <chakra.p>
            Give it to {person.name} only: good once, for {link.hours} hours. Whoever opens it chooses their password.
          </chakra.p>
          <chakra.code
            display="block"
            fontFamily="mono"
            fontSize="16px"
            py="2"
            overflowWrap="anywhere"
            userSelect="all"
          >
            {link.url}
          </chakra.code>
        </chakra.div>
      )}
    </chakra.div>
  );
}
