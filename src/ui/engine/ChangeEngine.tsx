"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { Button, ButtonLink } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { UNREACHED, send } from "../send";
import { EngineForm } from "./EngineForm";
import { LiveEngine } from "./LiveEngine";
import { useEngineDraft } from "./useEngineDraft";

interface Props {
  readonly id: string;
  readonly file: EngineFile;
}

/** Another cam, other marks, an order that was typed wrong. Jobs keep what they were opened with. */
export function ChangeEngine({ id, file }: Props) {
  const router = useRouter();
  const form = useEngineDraft(file);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  async function save(): Promise<void> {
    form.speakUp();
    const wrong = Object.values(form.problems)[0];
    if (form.file === null || wrong !== undefined) return setProblem(wrong ?? "Type the firing order first.");
    setBusy(true);
    const sent = await send("PUT", `/api/engines/${id}/file`, form.file);
    if (sent.kind === "done") {
      router.push(`/engines/${id}`);
      router.refresh();
      return;
    }
    setBusy(false);
    setProblem(
      sent.kind === "refused" ? `${sent.message}${sent.path === "" ? "" : ` (at ${sent.path})`}` : UNREACHED,
    );
  }

  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.05fr)" }}
      gap={{ base: "6", lg: "8" }}
      alignItems="start"
    >
      <chakra.form
        noValidate
        display="flex"
        flexDirection="column"
        gap="6"
        minWidth="0"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <chakra.div>
          <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>
            Change {file.name}
          </chakra.h1>
          <chakra.p fontSize="18px" color="soft">
            Jobs that were opened before keep the engine as it was then.
          </chakra.p>
        </chakra.div>
        <EngineForm draft={form.draft} problems={form.problems} touched={form.touched} onChange={form.change} />
        {problem !== null && <Complaint role="alert">{problem}</Complaint>}
        <chakra.div display="flex" gap="3">
          <Button type="submit" kind="now" disabled={busy}>
            Keep the change
          </Button>
          <ButtonLink asChild>
            <Link href={`/engines/${id}`}>Leave it as it was</Link>
          </ButtonLink>
        </chakra.div>
      </chakra.form>
      {form.shown !== null && <LiveEngine file={form.shown} />}
    </chakra.div>
  );
}
