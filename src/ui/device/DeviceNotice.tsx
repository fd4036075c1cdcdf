"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Person } from "@/core/shop/person";
import { Button } from "../controls/Button";
import type { RefusedHere, Waiting } from "./database";
import { useThisDevice } from "./useThisDevice";

/** Loaded when it is looked at: on a run little else may come with it. */
const LazyNotTaken = dynamic(async () => (await import("./NotTaken")).NotTaken, { ssr: false });

interface Props {
  readonly person: Person | null;
  /** What the shop did not take, from any device. */
  readonly inShop?: readonly RefusedHere[];
  /** The run that is open, which shows and sends its own. */
  readonly ownRun?: string;
}

/** "3 entries of Maud wait for Pellam R4." */
function waitWords(waiting: readonly Waiting[], person: Person | null): string[] {
  const groups = new Map<string, { count: number; who: string; engine: string; own: boolean; proven: boolean }>();
  for (const { engine, batch } of waiting) {
    const who = batch.by?.name ?? "somebody";
    const proven = batch.pass !== undefined;
    const key = `${who}|${engine}|${proven}`;
    const group = groups.get(key) ?? { count: 0, who, engine, own: batch.by?.id === person?.id, proven };
    groups.set(key, { ...group, count: group.count + batch.entries.length });
  }
  return [...groups.values()].map(
    ({ count, who, engine, own, proven }) =>
      `${count} ${count === 1 ? "entry" : "entries"} of ${own ? "yours" : who} ${count === 1 ? "waits" : "wait"} on this device${engine === "" ? "" : ` for ${engine}`}${own || proven ? ", sent as soon as the shop answers" : `: sent once ${who} is at work here`}.`,
  );
}

/** What waits on this device and what was not taken, on every page, until it is kept or dealt with. */
export function DeviceNotice({ person, inShop = [], ownRun }: Props) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const device = useThisDevice(person, ownRun ?? null, () => router.refresh());
  const known = new Set(inShop.map((r) => r.id));
  const refused = [...inShop, ...(device?.refused ?? []).filter((r) => !known.has(r.id) && !r.known)];
  const waits = waitWords(device?.waiting ?? [], person);
  if (refused.length === 0 && waits.length === 0) return null;
  return (
    <chakra.section
      aria-label="Not saved yet, and not taken"
      bg="sheet"
      borderBottom="2px solid"
      borderColor="now"
      px={{ base: "3", md: "6" }}
      py="2"
      _print={{ display: "none" }}
    >
      {waits.map((line) => (
        <chakra.p key={line} fontSize="16px" fontWeight={600}>
          {line}
        </chakra.p>
      ))}
      {refused.length > 0 && (
        <>
          <chakra.div display="flex" flexWrap="wrap" alignItems="center" gap="3">
            <chakra.p fontSize="17px" fontWeight={600} color="now">
              {refused.length === 1
                ? `One thing made at ${refused[0]?.engine ?? "an engine"} was not taken.`
                : `${refused.length} things made at engines were not taken.`}
            </chakra.p>
            <Button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
              {open ? "Close" : "Look at it"}
            </Button>
          </chakra.div>
          {open && <LazyNotTaken refused={refused} onDealt={() => router.refresh()} />}
        </>
      )}
    </chakra.section>
  );
}
