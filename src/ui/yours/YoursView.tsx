"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { PlateHeading } from "../controls/Stamp";
import { Title } from "../controls/Title";

interface Props {
  readonly engines: readonly {
    readonly id: string;
    readonly name: string;
    readonly serial: string | null;
    readonly sheets: readonly { readonly jobId: string; readonly closed: string }[];
  }[];
}

/** The engines of an owner or customer, with what was done on them. */
export const YoursView = ({ engines }: Props) => (
  <chakra.div display="flex" flexDirection="column" gap="6" maxWidth="48rem">
    <Title>Your engines</Title>
    {engines.length === 0 && (
      <chakra.p fontSize="18px">None yet: a lead of the shop says which engines are yours to look at.</chakra.p>
    )}
    {engines.map((engine) => (
      <section key={engine.id} aria-label={engine.name}>
        <PlateHeading pb="1">{engine.name}</PlateHeading>
        {engine.serial !== null && engine.serial !== "" && (
          <chakra.p fontFamily="mono" fontSize="16px" color="soft">
            {engine.serial}
          </chakra.p>
        )}
        {engine.sheets.length === 0 ? (
          <chakra.p fontSize="18px" pt="2">
            No finished work on it yet.
          </chakra.p>
        ) : (
          <chakra.ul listStyleType="none" m="0" p="0">
            {engine.sheets.map(({ jobId, closed }) => (
              <chakra.li key={jobId} borderTop="1px solid" borderColor="line">
                <chakra.a asChild display="inline-flex" alignItems="center" minHeight="56px" fontSize="18px">
                  <Link href={`/jobs/${jobId}/sheet`} style={{ textDecoration: "underline" }}>
                    Sheet of {closed}
                  </Link>
                </chakra.a>
              </chakra.li>
            ))}
          </chakra.ul>
        )}
      </section>
    ))}
  </chakra.div>
);
