"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useState } from "react";
import type { RunPageData } from "@/core/job/pages/run";
import type { Person } from "@/core/shop/person";
import type { ShopWays } from "@/core/shop/ways";
import { Button } from "../controls/Button";
import type { DeviceHere } from "../frame/AtWork";
import { JobRun } from "../run/JobRun";
import { RunHosted } from "../run/session/runHost";
import type { BenchProps } from "./benchProps";
import { BenchView, useAtBench } from "./PracticeBench";
import { REHEARSAL_HOST, Rehearsing, useRehearsal } from "./useRehearsal";

interface Props {
  readonly given: RunPageData;
  readonly bench: BenchProps;
  readonly device: DeviceHere;
  readonly person: Person;
  readonly ways: ShopWays;
}

/** A job done at a virtual engine: one looks from the run to the engine and back, as from a tablet that lies beside it. */
export default function Rehearsal({ given, bench, device, person, ways }: Props) {
  const [at, setAt] = useState<"run" | "engine">("run");
  const hands = useAtBench(bench);
  const [told, setTold] = useState("");
  const rehearsal = useRehearsal(bench.id, person, hands, setTold);
  return (
    <chakra.div css={{ "--above": "64px" }}>
      <chakra.nav
        aria-label="Practice"
        position="sticky"
        top="0"
        zIndex="2"
        minHeight="64px"
        display="flex"
        alignItems="center"
        gap="3"
        px="3"
        bg="brassWash"
        borderBottom="3px solid"
        borderColor="ink"
      >
        <chakra.span fontFamily="stamp" fontWeight={600} fontSize="20px">
          PRACTICE
        </chakra.span>
        <chakra.span flex="1" fontSize="16px" lineHeight={1.2} display={{ base: "none", md: "block" }}>
          A virtual engine: nothing of this is kept in the job or the record.
        </chakra.span>
        {(["run", "engine"] as const).map((place) => (
          <Button
            key={place}
            type="button"
            size="big"
            aria-pressed={at === place}
            ml={{ base: place === "run" ? "auto" : "0", md: "0" }}
            borderWidth={at === place ? "3px" : "1.5px"}
            bg={at === place ? "sheet" : "transparent"}
            onClick={() => setAt(place)}
          >
            {place === "run" ? "The run" : "The engine"}
          </Button>
        ))}
        <chakra.span display={{ base: "none", md: "block" }}>
          <Link href="/practice" style={{ textDecoration: "underline" }}>
            Leave
          </Link>
        </chakra.span>
      </chakra.nav>
      {at === "engine" ? (
        <chakra.main id="main" p={{ base: "3", lg: "4" }}>
          <BenchView {...bench} run={{ told, end: rehearsal.end }} at={hands} />
        </chakra.main>
      ) : (
        <Rehearsing value={rehearsal}>
          <RunHosted value={REHEARSAL_HOST}>
            <JobRun given={given} device={device} person={person} ways={ways} />
          </RunHosted>
        </Rehearsing>
      )}
    </chakra.div>
  );
}
