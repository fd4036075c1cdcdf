"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { ReactNode } from "react";
import type { WeekReport } from "@/core/record/week";
import { doneWords } from "@/core/record/weekWords";
import { Button, ButtonLink } from "../controls/Button";
import { PaperSheet } from "../controls/PaperSheet";
import { PlateHeading } from "../controls/Stamp";

interface Props {
  readonly report: WeekReport;
  /** "Nov 23 to Nov 29, 2026". */
  readonly title: string;
  /** When each of what was done was closed, as the shop writes it. */
  readonly closed: readonly string[];
  /** The Mondays of the weeks beside it. */
  readonly before: string;
  readonly after: string;
}

/** A week: what was done, what waits, what is due. */
export const WeekReportView = ({ report, title, closed, before, after }: Props) => (
  <PaperSheet
    stamp={`${report.shop} · week`}
    title={title}
    actions={
      <>
        <ButtonLink asChild>
          <Link href={`/due/week?of=${before}`}>Week before</Link>
        </ButtonLink>
        <ButtonLink asChild>
          <Link href={`/due/week?of=${after}`}>Week after</Link>
        </ButtonLink>
        <Button type="button" onClick={() => window.print()}>
          Print
        </Button>
        <ButtonLink href={`/api/due/week.pdf?of=${report.from}`} download>
          PDF
        </ButtonLink>
      </>
    }
  >
    <Part title={`Done: ${report.done.length}`} none="Nothing was closed in this week.">
      {report.done.map((d, i) => (
        <Line key={d.jobId} href={`/jobs/${d.jobId}/sheet`} name={named(d)} whose={d.customer} when={closed[i] ?? ""}>
          {doneWords(d)}
        </Line>
      ))}
    </Part>
    {report.now === null ? (
      <chakra.p pt="5" fontSize="17px" color="soft">
        What waits and what is due is told of the week that is.
      </chakra.p>
    ) : (
      <>
        <Part title={`Waiting: ${report.now.waiting.length}`} none="Nothing is in hand.">
          {report.now.waiting.map((w) => (
            <Line key={w.jobId} href={`/jobs/${w.jobId}`} name={named(w)}>
              {w.stands ?? "in hand"}
            </Line>
          ))}
        </Part>
        <Part title={`Due within a week: ${report.now.dueCount}`} none="Nothing is due within a week.">
          {report.now.due.map((d) => (
            <Line key={d.engineId} href={`/engines/${d.engineId}`} name={named(d)} whose={d.customer} when={d.when}>
              {d.why}
            </Line>
          ))}
        </Part>
      </>
    )}
  </PaperSheet>
);

const named = ({ engine, serial }: { readonly engine: string; readonly serial: string | null }): string =>
  [engine, serial].filter((x) => x !== null).join(", ");

interface PartProps {
  readonly title: string;
  /** Said where there is nothing. */
  readonly none: string;
  readonly children: readonly ReactNode[];
}

const Part = ({ title, none, children }: PartProps) => (
  <chakra.section pt="5" aria-label={title}>
    <PlateHeading>{title}</PlateHeading>
    {children.length === 0 ? (
      <chakra.p fontSize="17px">{none}</chakra.p>
    ) : (
      <chakra.ul listStyleType="none" m="0" p="0" css={{ "@media print": { fontSize: "12px" } }}>
        {children}
      </chakra.ul>
    )}
  </chakra.section>
);

interface LineProps {
  readonly href: string;
  readonly name: string;
  readonly whose?: string | null;
  readonly when?: string;
  readonly children: ReactNode;
}

const Line = ({ href, name, whose = null, when = "", children }: LineProps) => (
  <chakra.li
    display="grid"
    gridTemplateColumns={{ base: "minmax(0, 1fr)", md: "minmax(0, 15rem) minmax(0, 1fr)" }}
    columnGap="4"
    borderTop="1px solid"
    borderColor="line"
    py="2"
    fontSize="17px"
  >
    <chakra.span>
      <Link href={href} prefetch={false} style={{ textDecoration: "underline", fontWeight: 600 }}>
        {name}
      </Link>
      {whose !== null && (
        <chakra.span display="block" fontSize="16px" color="soft">
          {whose}
        </chakra.span>
      )}
    </chakra.span>
    <chakra.span>
      {when !== "" && <b>{when}: </b>}
      {children}
    </chakra.span>
  </chakra.li>
);
