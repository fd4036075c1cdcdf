"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useCallback, useRef, useState } from "react";
import { toFit } from "@/core/job/pages/rehearsal";
import type { RunPageData } from "@/core/job/pages/run";
import { jobAs } from "@/core/job/run";
import type { Person } from "@/core/shop/person";
import type { ShopWays } from "@/core/shop/ways";
import { Button } from "../../controls/Button";
import { WaysProvider } from "../../controls/ways";
import { UnitProvider } from "../../controls/unit";
import type { DeviceHere } from "../../frame/AtWork";
import { JobRun } from "../../run/JobRun";
import { RunHosted } from "../../run/session/runHost";
import { PartsHosted } from "../../shims/partsHost";
import { useStored } from "../../stored";
import type { BenchProps } from "../benchProps";
import { BenchView, useAtBench } from "../PracticeBench";
import { REHEARSAL_PARTS, openerCloserRehearsed, shimsRehearsed } from "./rehearsalParts";
import { REHEARSAL_HOST, Rehearsing, passedKey, useRehearsal } from "./useRehearsal";

const ShimsView = dynamic(() => import("../../shims/ShimsView").then((m) => m.ShimsView));
const OpenerCloserView = dynamic(() => import("../../openerCloser/OpenerCloserView").then((m) => m.OpenerCloserView));

interface Props {
  readonly given: RunPageData;
  readonly bench: BenchProps;
  readonly device: DeviceHere;
  readonly person: Person;
  readonly ways: ShopWays;
}

/** Where one looks: from the run to the engine and back, as from a tablet that lies beside it; to the parts where they are worked out. */
type Place = "run" | "engine" | "parts";
const PLACES: Readonly<Record<Place, string>> = { run: "The run", engine: "The engine", parts: "The parts" };

/** A job done at a virtual engine. */
export default function Rehearsal({ given, bench, device, person, ways }: Props) {
  const [at, setAt] = useState<Place>("run");
  const [page, setPage] = useState<string | null>(null);
  const hands = useAtBench(bench);
  const [told, setTold] = useState("");
  const clock = useRehearsalClock(given);
  const open = useCallback((path: string): void => {
    setPage(path);
    setAt("parts");
  }, []);
  const toEngine = useCallback((): void => {
    setTold("Fit what was worked out, then go back to the run.");
    setAt("engine");
  }, []);
  const rehearsal = useRehearsal(bench.id, person, hands, { onTold: setTold, open, toEngine, nowMs: clock.nowMs });
  const { kept: entries } = rehearsal;
  const bleedMinutes = jobAs(given.job, "preload")?.task.plan.bleedMinutes ?? null;
  const laid = { given, entries, kitMm: bench.bench.kitMm };
  const shims = page === "shims" ? shimsRehearsed(laid, rehearsal.parts.out) : null;
  const pair = page?.startsWith("opener-closer/")
    ? openerCloserRehearsed(laid, decodeURIComponent(page.slice("opener-closer/".length)))
    : null;
  const places: readonly Place[] = page === null ? ["run", "engine"] : ["run", "engine", "parts"];
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
        gap={{ base: "2", md: "3" }}
        px="3"
        bg="brassWash"
        borderBottom="3px solid"
        borderColor="ink"
      >
        <chakra.span fontFamily="stamp" fontWeight={600} fontSize={{ base: "16px", md: "20px" }}>
          PRACTICE
        </chakra.span>
        <chakra.span flex="1" fontSize="16px" lineHeight={1.2} display={{ base: "none", lg: "block" }}>
          A virtual engine: nothing of this is kept in the job or the record.
        </chakra.span>
        {places.map((place) => (
          <Button
            key={place}
            type="button"
            size="big"
            aria-pressed={at === place}
            px={{ base: "2", md: "4" }}
            ml={{ base: place === "run" ? "auto" : "0", lg: "0" }}
            borderWidth={at === place ? "3px" : "1.5px"}
            bg={at === place ? "sheet" : "transparent"}
            onClick={(e) => {
              // The keys are the page's again.
              e.currentTarget.blur();
              setAt(place);
            }}
          >
            {PLACES[place]}
          </Button>
        ))}
        {bleedMinutes !== null && (
          <Button
            type="button"
            px={{ base: "2", md: "4" }}
            onClick={() => {
              hands.hands.act({ do: "wait", minutes: bleedMinutes });
              clock.pass(bleedMinutes);
            }}
          >
            Let {bleedMinutes} min pass
          </Button>
        )}
        <chakra.span display={{ base: "none", md: "block" }}>
          <Link href="/practice" style={{ textDecoration: "underline" }}>
            Leave
          </Link>
        </chakra.span>
      </chakra.nav>
      {at === "engine" ? (
        <chakra.main id="main" p={{ base: "3", lg: "4" }}>
          <BenchView {...bench} run={{ told, fit: toFit(entries), end: rehearsal.end }} at={hands} />
        </chakra.main>
      ) : (
        <Rehearsing value={rehearsal}>
          {at === "run" ? (
            <RunHosted value={REHEARSAL_HOST}>
              <JobRun
                key={clock.passedMinutes}
                given={{ ...given, nowMs: clock.nowMs() }}
                device={device}
                person={person}
                ways={ways}
              />
            </RunHosted>
          ) : (
            <PartsHosted value={REHEARSAL_PARTS}>
              <WaysProvider ways={ways}>
                <UnitProvider unit={bench.bench.unit}>
                  <chakra.main id="main" p={{ base: "3", lg: "6" }}>
                    {shims !== null && <ShimsView given={shims} />}
                    {pair !== null && <OpenerCloserView given={pair} />}
                  </chakra.main>
                </UnitProvider>
              </WaysProvider>
            </PartsHosted>
          )}
        </Rehearsing>
      )}
    </chakra.div>
  );
}

/** What time it is in a rehearsal: waits can be let pass. */
function useRehearsalClock({ id, nowMs }: Pick<RunPageData, "id" | "nowMs">) {
  const [passed, write] = useStored<number>(passedKey(id));
  const began = useRef<number | null>(null);
  const passedMinutes = passed ?? 0;
  const now = useCallback((): number => {
    began.current ??= performance.now();
    return nowMs + performance.now() - began.current + passedMinutes * 60_000;
  }, [nowMs, passedMinutes]);
  return { passedMinutes, nowMs: now, pass: (minutes: number): void => write(passedMinutes + minutes) };
}
