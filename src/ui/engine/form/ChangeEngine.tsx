"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { EngineFile } from "@/core/engine/engineFile";
import type { CounterUnit } from "@/core/record/counter";
import { Button, ButtonLink } from "../../controls/Button";
import { Complaint } from "../../controls/Stamp";
import { notSent, send } from "../../send";
import { EngineForm } from "./EngineForm";
import { FormBeside } from "./FormBeside";
import { LiveEngine } from "../LiveEngine";
import { OfThisOne } from "./OfThisOne";
import { thisOne, useEngineForm, withPlace } from "./useEngineForm";

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  readonly serial: string | null;
  readonly runningHours: number | null;
  readonly counterUnit: CounterUnit;
  readonly customer: string | null;
}

/** Another cam, other marks, an order that was typed wrong. Jobs keep what they were opened with. */
export function ChangeEngine({ id, file, serial, runningHours, counterUnit, customer }: Props) {
  const router = useRouter();
  const form = useEngineForm(
    file,
    (changed, of) => {
      const engine = thisOne(of);
      return "why" in engine
        ? Promise.resolve(notSent(engine.why, "runningHours"))
        : send("PUT", `/api/engines/${id}`, { file: changed, ...engine });
    },
    () => {
      router.push(`/engines/${id}`);
      router.refresh();
    },
    {
      draft: {},
      rest: {},
      serial: serial ?? "",
      hours: runningHours === null ? "" : String(runningHours),
      counterUnit,
      customer: customer ?? "",
    },
  );
  const other = form.elsewhere("serial", "runningHours", "counterUnit", "customer");

  return (
    <FormBeside
      title={`Change ${file.name}`}
      lead={
        <chakra.p fontSize="18px" color="soft">
          Jobs that were opened before keep the engine as it was then.
        </chakra.p>
      }
      onSubmit={form.submit}
      beside={form.shown !== null && <LiveEngine file={form.shown} />}
    >
      <EngineForm
        draft={form.draft}
        problems={form.problems}
        touched={form.touched}
        file={form.shown}
        onChange={form.change}
      />
      <OfThisOne register={form.register} wrong={form.wrong} />
      {other !== null && <Complaint role="alert">{withPlace(other)}</Complaint>}
      <chakra.div display="flex" gap="3">
        <Button type="submit" kind="now" disabled={form.busy}>
          Keep the change
        </Button>
        <ButtonLink asChild>
          <Link href={`/engines/${id}`}>Leave it as it was</Link>
        </ButtonLink>
      </chakra.div>
    </FormBeside>
  );
}
