"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { mayDo } from "@/core/shop/permission";
import type { Person } from "@/core/shop/person";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { send, troubleOf } from "../send";

interface Props {
  readonly job: string;
  readonly closedBy: string;
  readonly person: Person | null;
}

/** The second person's check: whoever is at work signs, unless they closed it themselves. */
export function SignLine({ job, closedBy, person }: Props) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const [problem, setProblem] = useState<string | null>(null);
  const own = person?.name === closedBy;
  const may = person !== null && mayDo(person.role, "sign");
  async function sign(): Promise<void> {
    const sent = await send("POST", `/api/jobs/${job}/entries`, {
      entries: [{ id, supersedes: null, kind: "signed" }],
    });
    if (sent.kind === "done") router.refresh();
    else setProblem(troubleOf(sent)?.message ?? null);
  }
  return (
    <chakra.div
      display="flex"
      flexWrap="wrap"
      gap="3"
      alignItems="center"
      py="3"
      borderTop="1px solid"
      borderColor="line"
      _print={{ display: "none" }}
    >
      {person !== null && !own && !may ? (
        <chakra.p fontSize="17px">A mechanic or a lead checks this, and signs.</chakra.p>
      ) : person === null || own ? (
        <chakra.p fontSize="17px">A second person checks this: they take over at the top, then sign.</chakra.p>
      ) : (
        <Button type="button" kind="now" onClick={() => void sign()}>
          Checked: sign as {person.name}
        </Button>
      )}
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
    </chakra.div>
  );
}
