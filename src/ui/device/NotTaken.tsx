"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { format } from "date-fns";
import Link from "next/link";
import { useState } from "react";
import type { DealtWith } from "@/core/job/ledger/refused";
import { entryWords } from "@/core/job/sheet/entryWords";
import { Button, ButtonLink } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { Complaint } from "../controls/Stamp";
import { useWays } from "../controls/ways";
import { useSentForm } from "../controls/useSentForm";
import { type Sent, send } from "../send";
import type { RefusedHere } from "./database";
import { forgetRefused } from "./outbox";

interface Props {
  readonly refused: readonly RefusedHere[];
  /** Its run is open: nothing leads there. */
  readonly inRun?: boolean;
  readonly onDealt: () => void;
}

/** What the shop did not take into a ledger, each until somebody says what is done with it. */
export function NotTaken({ refused, inRun = false, onDealt }: Props) {
  const { temperatureUnit } = useWays();
  return (
    <chakra.ul listStyleType="none" m="0" p="0" maxWidth="56rem">
      {refused.map((r) => (
        <chakra.li key={r.id} borderTop="1.5px solid" borderColor="edge" py="3">
          <chakra.p fontSize="18px" fontWeight={600}>
            {r.entries.map((e) => entryWords(e, temperatureUnit)).join("; ")}
          </chakra.p>
          <chakra.p fontSize="16px" color="soft">
            {r.person} at {r.engine}, {format(r.madeAt, "MMM d, HH:mm")}
          </chakra.p>
          <chakra.p fontSize="16px" pb="2">
            {r.why}
          </chakra.p>
          <Dealing of={r} inRun={inRun} onDealt={onDealt} />
        </chakra.li>
      ))}
    </chakra.ul>
  );
}

const ASKED: Readonly<Record<DealtWith, string>> = {
  note: "A word beside the note, if there is one",
  again: "A word for the others, if there is one",
  dropped: "Why it is dropped",
};
const DO_IT: Readonly<Record<DealtWith, string>> = {
  note: "Keep as a note",
  again: "It is read again",
  dropped: "Drop it",
};

interface Typed {
  reason: string;
}

/** The three ways, one of which is then said in a few words. */
function Dealing({
  of,
  inRun,
  onDealt,
}: {
  readonly of: RefusedHere;
  readonly inRun: boolean;
  readonly onDealt: () => void;
}) {
  const [how, setHow] = useState<DealtWith | null>(null);
  const form = useSentForm<Typed>({
    defaultValues: { reason: "" },
    send: async ({ reason }): Promise<Sent<unknown>> => {
      if (how === null) return { kind: "unreached" };
      // What the shop could not judge is known to this device alone.
      return of.known ? send("POST", `/api/refused/${of.id}`, { how, reason }) : { kind: "done", data: null };
    },
    onDone: () =>
      void forgetRefused(of.id)
        .catch(() => undefined)
        .finally(onDealt),
  });
  if (how === null)
    return (
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        <Button type="button" size="big" onClick={() => setHow("note")}>
          Keep it as a note
        </Button>
        <Button type="button" size="big" onClick={() => setHow("again")}>
          Read again
        </Button>
        <Button type="button" size="big" onClick={() => setHow("dropped")}>
          Drop it
        </Button>
        {!inRun && (
          <ButtonLink asChild>
            <Link href={`/jobs/${of.jobId}`} prefetch={false}>
              To the job
            </Link>
          </ButtonLink>
        )}
      </chakra.div>
    );
  const wrong = form.wrong("reason");
  return (
    <chakra.form onSubmit={form.submit} display="flex" flexWrap="wrap" gap="2" alignItems="end" noValidate>
      <chakra.div flex="1" minWidth="14rem">
        <Field label={ASKED[how]} error={wrong}>
          {(c) => <TextInput {...c} {...form.register("reason")} autoFocus maxLength={300} />}
        </Field>
      </chakra.div>
      <Button type="submit" size="big" disabled={form.busy}>
        {DO_IT[how]}
      </Button>
      <Button type="button" kind="quiet" size="big" onClick={() => setHow(null)}>
        Something else
      </Button>
      {form.elsewhere("reason") !== null && <Complaint role="alert">{form.elsewhere("reason")?.message}</Complaint>}
    </chakra.form>
  );
}
