"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import { useMemo, useState } from "react";
import type { RunGiven } from "@/core/run/given";
import { markLetters } from "@/core/run/route";
import type { Person } from "@/core/shop/person";
import { Button, Key } from "../controls/Button";
import { KeysHelp } from "../controls/KeysHelp";
import { useCrankAt } from "../crank/crankStore";
import { PhaseWheel, PulleyDial } from "../drawings/CrankDrawings";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import { ViewPicker } from "../drawings/HeadMap/ViewPicker";
import { useHeadView } from "../drawings/HeadMap/useHeadView";
import { phaseNotes } from "../drawings/phaseNotes";
import { PAPER_GRID } from "../theme/paper";
import { Instruction } from "./Instruction";
import { LeafStrip } from "./LeafStrip";
import { Legend } from "./Legend";
import { RouteStrip } from "./RouteStrip";
import { RunHeader } from "./RunHeader";
import { useRun } from "./useRun";
import { RUN_KEYS, useRunKeys } from "./useRunKeys";
import { valveMarks } from "./valveMarks";
import { VerdictPanel } from "./VerdictPanel";

/** Loaded when it is asked for: the run itself stays light. */
const LazyLocator = dynamic(() => import("./RunLocator"), { ssr: false });

interface Props {
  readonly given: RunGiven;
  readonly people: readonly Person[];
  readonly person: Person | null;
}

/** The run: one next thing, the head, the crank, the leaves. */
export function RunView({ given, people, person }: Props) {
  const run = useRun(given);
  const [helpOpen, setHelpOpen] = useState(false);
  const [view, setView] = useHeadView(given.file.name);
  const [locating, setLocating] = useState(false);
  const help = useMemo(() => ({ open: helpOpen, toggle: () => setHelpOpen(!helpOpen) }), [helpOpen]);
  const locate = useMemo(() => ({ open: locating, toggle: () => setLocating(!locating) }), [locating]);
  useRunKeys(run, help, locate);
  const { context, now, ledger } = run;
  const { engine, file, job } = context;
  const reading = now.next.kind === "read" && !run.doubted;
  const wanted = now.next.kind === "turn" ? now.next.to.markDeg : (now.state.stop?.markDeg ?? null);
  const known = now.state.stop !== null || now.next.kind === "turn";

  const letters = useMemo(() => markLetters(job.route), [job.route]);
  const crank = useCrankAt(now.crankDeg);
  return (
    <chakra.div display={{ lg: "grid" }} gridTemplateRows="auto minmax(0, 1fr)" minHeight="100dvh" height={{ lg: "100dvh" }} pb={{ base: "24", lg: "0" }}>
      <RunHeader run={run} people={people} person={person} />
      {locating
        ? <chakra.main id="main" p={{ base: "2", lg: "3" }} overflowY={{ lg: "auto" }}><LazyLocator run={run} onClose={locate.toggle} /></chakra.main>
        : <chakra.main id="main" display="grid" minHeight="0" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 0.94fr) minmax(0, 1fr)" }} gridTemplateRows={{ lg: "minmax(0, 1fr) 250px auto" }} gridTemplateAreas={{ base: '"next" "hand" "map" "crank"', lg: '"map next" "map crank" "hand hand"' }}>
        <chakra.div gridArea="next" minHeight="0" overflowY={{ lg: "auto" }}><Instruction run={run} /></chakra.div>
        <chakra.div gridArea="hand" display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.9fr) minmax(0, 1fr)" }} borderTop="2px solid" borderBottom={{ base: "2px solid", lg: "0" }} borderColor="ink!" bg="sheet">
          {reading
            ? <LeafStrip set={context.set} taps={run.taps} tryKey={run.instruction.tryKey} onTap={run.tap} onClear={run.clear} />
            : <RouteStrip run={run} />}
          <chakra.div borderLeft={{ lg: "2px solid" }} borderColor="ink!" minWidth="0"><VerdictPanel run={run} /></chakra.div>
        </chakra.div>
        <chakra.section gridArea="map" aria-label="Head map" bg="sheet" borderRight={{ lg: "2px solid" }} borderColor="ink!" p={{ base: "3", lg: "4" }} overflowY={{ lg: "auto" }} minWidth="0" minHeight="0" display="flex" flexDirection="column" justifyContent="space-between" gap="2" {...PAPER_GRID}>
          <chakra.div display="flex" flexWrap="wrap" justifyContent="space-between" alignItems="center" gap="2">
            <ViewPicker file={file} view={view} onView={setView} />
            {!now.state.closed && <Button type="button" onClick={locate.toggle}>Where is the crank?<Key>L</Key></Button>}
          </chakra.div>
          <HeadMap file={file} view={view} marks={valveMarks(context, now, ledger.pending, run.tapped)} notes={known ? phaseNotes(engine, now.crankDeg) : {}} onPick={run.choose} />
          <Legend />
        </chakra.section>
        <chakra.div gridArea="crank" display="grid" gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr" }} borderTop="2px solid" borderColor="ink" minHeight="0">
          <chakra.div p="2" height={{ base: "320px", lg: "auto" }} minHeight="0" minWidth="0"><PhaseWheel engine={engine} crank={crank} inHand={run.valve?.valve.cylinder ?? null} /></chakra.div>
          <chakra.div p="2" height={{ base: "320px", lg: "auto" }} minHeight="0" minWidth="0" borderLeft={{ sm: "2px solid" }} borderColor="ink!"><PulleyDial engine={engine} crank={crank} rotation={file.rotation ?? "clockwise"} marks={letters} wantedMarkDeg={wanted} /></chakra.div>
        </chakra.div>
      </chakra.main>}
      {helpOpen && <KeysHelp lines={RUN_KEYS} onClose={() => setHelpOpen(false)} />}
    </chakra.div>
  );
}
