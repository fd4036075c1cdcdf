"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { PlateHeading } from "../controls/Stamp";

interface Props {
  /** All that is due, of which these are the first. */
  readonly count: number;
  readonly engines: readonly {
    readonly id: string;
    readonly name: string;
    readonly when: string;
    readonly why: string;
  }[];
}

const AllDue = ({ words }: { readonly words: string }) => (
  <chakra.p pt="2" pb="2" fontSize="17px" display="flex" flexWrap="wrap" columnGap="5">
    <Link href="/due" style={{ textDecoration: "underline" }}>
      {words}
    </Link>
    <Link href="/due/week" prefetch={false} style={{ textDecoration: "underline" }}>
      The week
    </Link>
  </chakra.p>
);

/** What is due this week, beside the jobs in hand. */
export const DueSoon = ({ count, engines }: Props) =>
  count === 0 ? (
    <AllDue words="Nothing is due this week: all engines by when they are" />
  ) : (
    <chakra.section aria-labelledby="due-soon" pb="6">
      <PlateHeading id="due-soon">{count === 1 ? "One is due" : `${count} are due`}</PlateHeading>
      <chakra.ul listStyleType="none" m="0" p="0">
        {engines.map((e) => (
          <chakra.li key={e.id} borderTop="1px solid" borderColor="line" py="2" fontSize="18px">
            <Link href={`/engines/${e.id}`} prefetch={false} style={{ textDecoration: "underline", fontWeight: 600 }}>
              {e.name}
            </Link>
            <chakra.span display="block" fontSize="16px" color="soft">
              {e.when}; {e.why}
            </chakra.span>
          </chakra.li>
        ))}
      </chakra.ul>
      <AllDue words="All that is due" />
    </chakra.section>
  );
