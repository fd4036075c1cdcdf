"use client";

import { useContext } from "react";
import { Button } from "../../controls/Button";
import { Complaint } from "../../controls/Stamp";
import { rehearsalOf, useBegin } from "../../practice/useBegin";
import { RunHosted, SHOPS_OWN } from "../session/runHost";

/** The same job on a virtual engine, before hands are on the true one. */
export function RehearseTray({ jobId }: { readonly jobId: string }) {
  const { begin, busy, trouble } = useBegin();
  const rehearsing = useContext(RunHosted) !== SHOPS_OWN;
  if (rehearsing) return <p>This is a rehearsal. It ends at the engine, or when the job is closed.</p>;
  return (
    <>
      <p>The same run on a virtual engine, with your hands on the screen. Nothing of it is kept in this job.</p>
      <Button type="button" size="big" disabled={busy} onClick={() => void begin(rehearsalOf(jobId))}>
        Rehearse this job
      </Button>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </>
  );
}
