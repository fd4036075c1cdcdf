"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo, useState } from "react";
import type { RunGiven } from "@/core/run/given";
import { markLetters } from "@/core/run/route";
import type { Person } from "@/core/shop/person";
import { Button } from "../controls/Button";
import { KeysHelp } from "../controls/KeysHelp";
import { Stamp } from "../controls/Stamp";
import { PhaseWheel, PulleyDial } from "../drawings/CrankDrawings";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import { viewWords } from "../drawings/HeadMap/viewWords";
import { phaseNotes } from "../drawings/phaseNotes";
import { Instruction } from "./Instruction";
import { LeafStrip } from "./LeafStrip";
import { Legend } from "./Legend";
import { RouteStrip } from "./RouteStrip";
import { RunHeader } from "./RunHeader";
import { useRun } from "./useRun";
import { RUN_KEYS, useRunKeys } from "./useRunKeys";
import { valveMarks } from "./valveMarks";
import { VerdictPanel } from "./VerdictPanel";

interface Props {
  readonly given: RunGiven;
  readonly people: readonly Person[];
  readonly person: Person | null;
}

const PAPER_GRID = {
  backgroundImage: "linear-gradient(var(--f-colors-grid) 1px, transparent 1px), linear-gradient(90deg, var(--f-colors-grid) 1px, transparent 1px)",
  backgroundSize: "20px 20px",
} as const;

/** The run: one next thing, the head, the crank, the leaves. */
export function RunView({ given, people, person }: Props) {
  const run = useRun(given);
  const [helpOpen, setHelpOpen] = useState(false);
  const [fromBehind, setFromBehind] = useState(false);
  const help = useMemo(() => ({ open: helpOpen, toggle: () => setHelpOpen(!helpOpen) }), [helpOpen]);
  useRunKeys(run, help);
  const { context, now, ledger } = run;
  const { engine, file, job } = context;
  const reading = now.next.kind === "read" && !run.doubted;
  const wanted = now.next.kind === "turn" ? now.next.to.markDeg : (now.state.stop?.markDeg ?? null);
  const known = now.state.stop !== null || now.next.kind === "turn";

  const letters = useMemo(() => markLetters(job.route), [job.route]);
  const crank = { engine, crankDeg: now.crankDeg } as const;
  return (
    <chakra.div display={{ lg: "grid" }} gridTemplateRows="auto minmax(0, 1fr)" minHeight="100dvh" height={{ lg: "100dvh" }} pb={{ base: "24", lg: "0" }}>
      <RunHeader run={run} people={people} person={person} />
      <chakra.main id="main" display="grid" minHeight="0" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 0.94fr) minmax(0, 1fr)" }} gridTemplateRows={{ lg: "minmax(0, 1fr) 250px auto" }} gridTemplateAreas={{ base: '"next" "hand" "map" "crank"', lg: '"map next" "map crank" "hand hand"' }}>
        <chakra.div gridArea="next" minHeight="0" overflowY={{ lg: "auto" }}><Instruction run={run} /></chakra.div>
        <chakra.div gridArea="hand" display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.9fr) minmax(0, 1fr)" }} borderTop="2px solid" borderBottom={{ base: "2px solid", lg: "0" }} borderColor="ink!" bg="sheet">
          {reading
            ? <LeafStrip set={context.set} taps={run.taps} tryKey={run.instruction.tryKey} onTap={run.tap} onClear={run.clear} />
            : <RouteStrip run={run} />}
          <chakra.div borderLeft={{ lg: "2px solid" }} borderColor="ink!" minWidth="0"><VerdictPanel run={run} /></chakra.div>
        </chakra.div>
        <chakra.section gridArea="map" aria-label="Head map" bg="sheet" borderRight={{ lg: "2px solid" }} borderColor="ink!" p={{ base: "3", lg: "4" }} overflowY={{ lg: "auto" }} minWidth="0" minHeight="0" display="flex" flexDirection="column" justifyContent="space-between" gap="2" {...PAPER_GRID}>
          <chakra.div display="flex" justifyContent="space-between" alignItems="center">
            <Stamp bg="sheet" px="1">{viewWords(file, fromBehind)}</Stamp>
            <Button type="button" onClick={() => setFromBehind(!fromBehind)}>Turn round</Button>
          </chakra.div>
          <HeadMap file={file} fromBehind={fromBehind} marks={valveMarks(context, now, ledger.pending, run.tapped)} notes={known ? phaseNotes(engine, now.crankDeg) : {}} onPick={run.choose} />
          <Legend />
        </chakra.section>
        <chakra.div gridArea="crank" display="grid" gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr" }} borderTop="2px solid" borderColor="ink" minHeight="0">
          <chakra.div p="2" height={{ base: "320px", lg: "auto" }} minHeight="0" minWidth="0"><PhaseWheel {...crank} inHand={run.valve?.valve.cylinder ?? null} /></chakra.div>
          <chakra.div p="2" height={{ base: "320px", lg: "auto" }} minHeight="0" minWidth="0" borderLeft={{ sm: "2px solid" }} borderColor="ink!"><PulleyDial {...crank} rotation={file.rotation ?? "clockwise"} marks={letters} wantedMarkDeg={wanted} /></chakra.div>
        </chakra.div>
      </chakra.main>
      {helpOpen && <KeysHelp lines={RUN_KEYS} onClose={() => setHelpOpen(false)} />}
    </chakra.div>
  );
}
