"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { EngineFile } from "@/core/engine/engineFile";
import { type Order, isOpen } from "@/core/parts/order";
import type { ValveStatus } from "@/core/job/state/state";
import { ROLE_LETTER } from "@/core/job/words/names";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import { Button, ButtonLink } from "../controls/Button";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { OrderList } from "../shims/OrderList";

export interface BenchJobLine {
  readonly id: string;
  readonly engine: string;
  readonly serial: string | null;
  readonly stands: string;
  readonly doneCount: number;
  readonly valveCount: number;
  readonly closed: boolean;
  /** "38 minutes ago". */
  readonly touched: string;
  readonly file: EngineFile;
  readonly valves: readonly { readonly id: string; readonly status: ValveStatus; readonly figure: string | null }[];
  readonly order: Order | null;
}
export interface BenchEngineLine {
  readonly id: string;
  readonly name: string;
  readonly serial: string | null;
  readonly hours: number | null;
  /** "6 cylinders in line, 1-4-2-6-3-5". */
  readonly about: string;
}

interface Props {
  readonly jobs: readonly BenchJobLine[];
  readonly engines: readonly BenchEngineLine[];
}

export function BenchView({ jobs, engines }: Props) {
  const inHand = jobs.filter((j) => !j.closed);
  const done = jobs.filter((j) => j.closed);
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "1fr", lg: "minmax(0, 1.15fr) minmax(0, 1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.section aria-labelledby="in-hand" minWidth="0">
        <chakra.h1 id="in-hand" fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>
          {inHand.length === 0
            ? "Nothing in hand"
            : inHand.length === 1
              ? "One job in hand"
              : `${inHand.length} jobs in hand`}
        </chakra.h1>
        {inHand.length === 0 && (
          <chakra.p fontSize="18px" color="soft" pt="2">
            Start a job at one of the engines on this page.
          </chakra.p>
        )}
        {inHand.map((job, i) => (
          <JobInHand key={job.id} job={job} first={i === 0} />
        ))}
        {done.length > 0 && (
          <chakra.div pt="8">
            <PlateHeading>Finished</PlateHeading>
            <chakra.ul listStyleType="none" p="0" m="0">
              {done.map((job) => (
                <chakra.li
                  key={job.id}
                  borderTop="1px solid"
                  borderColor="line"
                  py="2"
                  display="flex"
                  flexWrap="wrap"
                  alignItems="center"
                  gap="3"
                >
                  <chakra.span flex="1" minWidth="12rem" fontSize="18px" fontWeight={600}>
                    {job.engine}
                  </chakra.span>
                  <chakra.span color="soft" fontSize="16px">
                    {job.valveCount} valves, {job.touched}
                  </chakra.span>
                  <ButtonLink asChild>
                    <Link href={`/jobs/${job.id}/sheet`} aria-label={`Sheet of ${job.engine}, ${job.touched}`}>
                      Sheet
                    </Link>
                  </ButtonLink>
                </chakra.li>
              ))}
            </chakra.ul>
          </chakra.div>
        )}
      </chakra.section>
      <chakra.section aria-labelledby="engines" minWidth="0">
        <chakra.div display="flex" alignItems="center" justifyContent="space-between" gap="4" pb="2">
          <PlateHeading id="engines">Engines</PlateHeading>
          <ButtonLink asChild>
            <Link href="/engines/new">Add an engine</Link>
          </ButtonLink>
        </chakra.div>
        <chakra.ul listStyleType="none" p="0" m="0" borderBottom="1px solid" borderColor="line">
          {engines.map((engine) => (
            <EngineLine key={engine.id} engine={engine} />
          ))}
        </chakra.ul>
      </chakra.section>
    </chakra.div>
  );
}

function JobInHand({ job, first }: { readonly job: BenchJobLine; readonly first: boolean }) {
  return (
    <chakra.article
      mt="4"
      bg="sheet"
      border="2px solid"
      borderColor="ink"
      borderRadius="plate"
      p={{ base: "4", md: "5" }}
      aria-label={`${job.engine}, in hand`}
    >
      <chakra.div display="flex" flexWrap="wrap" justifyContent="space-between" gap="2">
        <chakra.h2 fontFamily="stamp" fontWeight={600} fontSize="24px" lineHeight={1.2}>
          {job.engine}
        </chakra.h2>
        <chakra.span color="soft" fontSize="16px">
          {job.serial} · {job.touched}
        </chakra.span>
      </chakra.div>
      <chakra.p fontSize={first ? "26px" : "20px"} fontWeight={600} lineHeight={1.25} py="3">
        {job.order === null || !isOpen(job.order) ? job.stands : "Waits for parts"}
      </chakra.p>
      {job.order !== null && (
        <chakra.div pb="3">
          <OrderList orders={[job.order]} />
        </chakra.div>
      )}
      {first && (
        <chakra.div pb="3">
          <HeadMap file={job.file} marks={valveMarks(job)} />
        </chakra.div>
      )}
      <ValveTally left={job.doneCount} of={job.valveCount} />
      <chakra.div pt="4">
        <Button asChild kind={first ? "now" : "plain"} size="big" minWidth="12rem" justifyContent="center">
          <Link
            href={
              job.order === null || job.file.adjuster?.kind === "positive-closing"
                ? `/jobs/${job.id}`
                : `/jobs/${job.id}/shims`
            }
            aria-label={`Go on with ${job.engine}${job.serial === null ? "" : `, ${job.serial}`}`}
          >
            {job.order?.state === "delivered" ? "Fit them" : "Go on"}
          </Link>
        </Button>
      </chakra.div>
    </chakra.article>
  );
}

function valveMarks(job: BenchJobLine): Record<string, ValveMark> {
  const roles = new Map(job.file.valves.map((v) => [v.id, v.role]));
  return Object.fromEntries(
    job.valves.map(({ id, status, figure }): [string, ValveMark] => {
      const look = status === "done" ? "done" : status === "unread" ? "here" : "open";
      return [id, { look, text: figure ?? ROLE_LETTER[roles.get(id) ?? "intake"], label: id }];
    }),
  );
}

/** One stroke per valve, as on a tally: filled when it is locked and left. */
function ValveTally({ left, of }: { readonly left: number; readonly of: number }) {
  return (
    <chakra.div display="flex" alignItems="center" gap="3" flexWrap="wrap">
      <svg width={of * 14} height="22" viewBox={`0 0 ${of * 14} 22`} aria-hidden="true">
        {Array.from({ length: of }, (_, i) => (
          <rect
            key={i}
            x={i * 14 + 1}
            y="1"
            width="9"
            height="20"
            rx="2"
            fill={i < left ? "var(--f-colors-set)" : "none"}
            stroke={i < left ? "var(--f-colors-set)" : "var(--f-colors-edge)"}
            strokeWidth="1.5"
          />
        ))}
      </svg>
      <Stamp>
        {left} of {of} locked
      </Stamp>
    </chakra.div>
  );
}

function EngineLine({ engine }: { readonly engine: BenchEngineLine }) {
  return (
    <chakra.li
      borderTop="1px solid"
      borderColor="line"
      py="3"
      display="flex"
      flexWrap="wrap"
      alignItems="center"
      gap="3"
    >
      <chakra.div flex="1" minWidth="14rem">
        <chakra.a asChild fontSize="19px" fontWeight={600} textDecoration="underline" textUnderlineOffset="3px">
          <Link href={`/engines/${engine.id}`}>{engine.name}</Link>
        </chakra.a>
        <chakra.p color="soft" fontSize="16px">
          {engine.about}
        </chakra.p>
        <chakra.p color="soft" fontSize="16px">
          {[engine.serial, engine.hours === null ? null : `${engine.hours} h`].filter((x) => x !== null).join(" · ")}
        </chakra.p>
      </chakra.div>
      <ButtonLink asChild>
        <Link href={`/engines/${engine.id}/job`} aria-label={`Start a job on ${engine.name}`}>
          Start a job
        </Link>
      </ButtonLink>
    </chakra.li>
  );
}
