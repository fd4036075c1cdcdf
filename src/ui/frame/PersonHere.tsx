"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useState } from "react";
import type { Person } from "@/core/shop/person";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { handOver } from "../device/handOver";

interface Props {
  readonly person: Person;
  /** The device is a shared one: it can be handed on. */
  readonly shared: boolean;
}

/** Who is signed in, and the way to hand the device on. */
export function PersonHere({ person, shared }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null);
  return (
    <chakra.div display="flex" alignItems="center" gap="2" minWidth="0">
      <chakra.span minWidth="0" overflow="hidden">
        <Link href="/you">
          <chakra.span
            display="inline-flex"
            alignItems="center"
            minHeight="44px"
            fontWeight={600}
            fontSize="17px"
            textDecoration="underline"
            textUnderlineOffset="4px"
          >
            {person.name}
          </chakra.span>
        </Link>
      </chakra.span>
      {shared && (
        <Button type="button" fontSize="16px" px="3" onClick={() => void handOver().then(setTrouble)}>
          Hand over
        </Button>
      )}
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </chakra.div>
  );
}
