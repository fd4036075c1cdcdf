"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import Link from "next/link";
import { Row } from "../controls/Row";
import { PlateHeading } from "../controls/Stamp";
import type { SessionLine } from "./sessionLine";
import { Title } from "../controls/Title";

interface Props {
  readonly people: readonly {
    readonly id: string;
    readonly name: string;
    readonly sessions: readonly SessionLine[];
    /** What to do next, in a sentence. */
    readonly next: string;
  }[];
}

const ScoreChart = dynamic(() => import("./ScoreChart"), { ssr: false });

/** How everybody comes on. */
export const PracticePeople = ({ people }: Props) => (
  <chakra.div display="flex" flexDirection="column" gap="6" maxWidth="60rem">
    <Title>How others come on</Title>
    {people.length === 0 && <chakra.p fontSize="18px">Nobody has practiced yet.</chakra.p>}
    {people.map((p) => {
      const done = p.sessions.filter((s) => s.score !== null);
      return (
        <section key={p.id} aria-labelledby={`p-${p.id}`}>
          <PlateHeading id={`p-${p.id}`}>{p.name}</PlateHeading>
          <chakra.p fontSize="17px">
            {done.length} {done.length === 1 ? "practice" : "practices"}. {p.next}
          </chakra.p>
          {done.length > 1 && <ScoreChart sessions={done} />}
          <chakra.ul listStyleType="none" m="0" p="0">
            {p.sessions.slice(0, 6).map((s) => (
              <Row key={s.id}>
                <Link href={`/practice/${s.id}`} prefetch={false} style={{ textDecoration: "underline" }}>
                  {s.name}
                </Link>
                <span>{s.score === null ? "not finished" : `${s.score} of 100, ${s.level}`}</span>
              </Row>
            ))}
          </chakra.ul>
        </section>
      );
    })}
  </chakra.div>
);
