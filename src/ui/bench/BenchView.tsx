"use client";

import type { ReactNode } from "react";
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
import type { Progress } from "@/core/job/closeOut/items";
import { Columns, EngineLines, JobLines, type JobLineShown, type Lines } from "./Lines";
import { FoundLines, SearchBox } from "./Search";
import { useSearch } from "./useSearch";

export interface BenchJobLine {
  readonly id: string;
  readonly engine: string;
  readonly serial: string | null;
  readonly stands: string;
  readonly progress: Progress;
  /** "38 minutes ago". */
  readonly touched: string;
  /** Its gear is an opener and a closer at each valve. */
  readonly inPairs: boolean;
  /** The head with its valves, where it is drawn. */
  readonly drawn: Drawn | null;
  readonly order: Order | null;
}
interface Drawn {
  readonly file: EngineFile;
  readonly valves: readonly { readonly id: string; readonly status: ValveStatus; readonly figure: string | null }[];
}

interface Props extends Lines {
  readonly jobs: readonly BenchJobLine[];
  /** A lead is at work here. */
  readonly leads: boolean;
  /** What is due this week. */
  readonly due: ReactNode;
  /** The other jobs in hand, a line each. */
  readonly further: readonly JobLineShown[];
  /** What was looked for when the page was opened, and what was found. */
  readonly sought: { readonly text: string; readonly found: Lines };
}

/** The bench: what is in hand, what was done last, the engines worked on last; or what is looked for. */
export function BenchView({ jobs, leads, due, further, sought, ...lines }: Props) {
  const search = useSearch(sought.text, sought.found);
  return (
    <>
      <SearchBox search={search} />
      {search.found === null ? (
        <Bench jobs={jobs} leads={leads} due={due} further={further} {...lines} />
      ) : (
        <FoundLines text={search.text} found={search.found} />
      )}
    </>
  );
}

function Bench({ jobs, leads, due, further, engines, ended }: Omit<Props, "sought">) {
  const count = jobs.length + further.length;
  return (
    <Columns>
      <chakra.section aria-labelledby="in-hand" minWidth="0">
        <chakra.h1 id="in-hand" fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>
          {count === 0 ? "Nothing in hand" : count === 1 ? "One job in hand" : `${count} jobs in hand`}
        </chakra.h1>
        {count === 0 && (
          <chakra.p fontSize="18px" color="soft" pt="2">
            {engines.of === 0 ? "Add an engine first." : "Start a job at one of the engines on this page."}
          </chakra.p>
        )}
        {jobs.map((job, i) => (
          <JobInHand key={job.id} job={job} first={i === 0} />
        ))}
        {further.length > 0 && (
          <chakra.div pt="6">
            <PlateHeading>Also in hand</PlateHeading>
            <JobLines jobs={further} />
          </chakra.div>
        )}
        {ended.length > 0 && (
          <chakra.div pt="8">
            <PlateHeading>Finished</PlateHeading>
            <JobLines jobs={ended} />
          </chakra.div>
        )}
      </chakra.section>
      <chakra.section aria-labelledby="engines" minWidth="0">
        {due}
        <chakra.div display="flex" alignItems="center" justifyContent="space-between" gap="4" pb="2">
          <PlateHeading id="engines">Engines</PlateHeading>
          <ButtonLink asChild>
            <Link href="/engines/new">Add an engine</Link>
          </ButtonLink>
        </chakra.div>
        {engines.of === 0 ? <FirstThings leads={leads} /> : <EngineLines engines={engines} />}
        <chakra.p pt="6" fontSize="18px">
          <Link href="/practice" prefetch={false} style={{ textDecoration: "underline" }}>
            Practice on a virtual engine
          </Link>
        </chakra.p>
      </chakra.section>
    </Columns>
  );
}

/** What a new shop does first, and who of it. */
const FirstThings = ({ leads }: { readonly leads: boolean }) => (
  <chakra.div border="2px solid" borderColor="ink" borderRadius="plate" bg="sheet" p="4" fontSize="18px">
    <chakra.p fontWeight={600} pb="1">
      Nothing is on the bench yet.
    </chakra.p>
    <chakra.ol
      pl="6"
      m="0"
      listStyleType={leads ? "decimal" : "none"}
      css={{ "& a": { textDecoration: "underline" } }}
    >
      {leads && (
        <li>
          <Link href="/shop">Lay in a feeler set</Link>: what a leaf says is read against its marks.
        </li>
      )}
      <li>
        <Link href="/engines/new">Add an engine</Link>: a firing order is enough to begin.
      </li>
      {leads && (
        <li>
          <Link href="/shop">Take the others in</Link>, if you don&apos;t work alone.
        </li>
      )}
    </chakra.ol>
  </chakra.div>
);

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
          {[job.serial, job.touched].filter((x) => x !== null).join(" · ")}
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
      {job.drawn !== null && (
        <chakra.div pb="3">
          <HeadMap file={job.drawn.file} marks={valveMarks(job.drawn)} />
        </chakra.div>
      )}
      <Tally {...job.progress} />
      <chakra.div pt="4">
        <Button asChild kind={first ? "now" : "plain"} size="big" minWidth="12rem" justifyContent="center">
          <Link
            href={job.order === null || job.inPairs ? `/jobs/${job.id}` : `/jobs/${job.id}/shims`}
            aria-label={`Go on with ${job.engine}${job.serial === null ? "" : `, ${job.serial}`}`}
          >
            {job.order?.state === "delivered" ? "Fit them" : "Go on"}
          </Link>
        </Button>
      </chakra.div>
    </chakra.article>
  );
}

function valveMarks({ file, valves }: Drawn): Record<string, ValveMark> {
  const roles = new Map(file.valves.map((v) => [v.id, v.role]));
  return Object.fromEntries(
    valves.map(({ id, status, figure }): [string, ValveMark] => {
      const look = status === "done" ? "done" : status === "unread" ? "here" : "open";
      return [id, { look, text: figure ?? ROLE_LETTER[roles.get(id) ?? "intake"], label: id }];
    }),
  );
}

/** One stroke for each valve or line, as on a tally: filled when it is done. */
function Tally({ done, of }: Progress) {
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
            fill={i < done ? "var(--f-colors-set)" : "none"}
            stroke={i < done ? "var(--f-colors-set)" : "var(--f-colors-edge)"}
            strokeWidth="1.5"
          />
        ))}
      </svg>
      <Stamp>
        {done} of {of} done
      </Stamp>
    </chakra.div>
  );
}
