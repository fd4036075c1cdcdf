"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import { type MouseEvent, useCallback, useContext, useMemo, useState } from "react";
import { markLetters } from "@/core/stops/route";
import { Button } from "../controls/Button";
import { AtWork } from "../frame/AtWork";
import { ThemeSwitch } from "../frame/ThemeSwitch";
import { useHydrated } from "../controls/useHydrated";
import { useCrankAt } from "../crank/crankStore";
import { heldFrom } from "../devices/heldFrom";
import { PhaseWheel, PulleyDial } from "../drawings/CrankDrawings";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import { ViewPicker } from "../drawings/HeadMap/ViewPicker";
import { useHeadView } from "../drawings/HeadMap/useHeadView";
import { phaseNotes } from "../drawings/phaseNotes";
import { useStored } from "../stored";
import { PAPER_GRID } from "../theme/paper";
import { AnswerPanel } from "./panels/AnswerPanel";
import { encoderWords } from "./words/encoderWords";
import { Instruction } from "./panels/Instruction";
import { Legend } from "./panels/Legend";
import { useKeysHere } from "./session/device/useKeysHere";
import { KeyFor } from "./panels/KeyFor";
import { RouteStrip } from "./panels/RouteStrip";
import { RunHeader } from "./panels/RunHeader";
import { TakenBack } from "./panels/TakenBack";
import { TicksLine } from "./panels/TicksLine";
import { useBenchDevices } from "./session/device/useBenchDevices";
import { useOffline } from "./session/device/useOffline";
import { RunHosted } from "./session/runHost";
import { useRun } from "./session/useRun";
import type { Run, RunProps, RunWork } from "./model";
import { useRunKeys } from "./session/useRunKeys";
import { useVoice } from "./session/device/useVoice";
import { useWakeLock } from "./session/device/useWakeLock";
import { valveMarks } from "./panels/valveMarks";
import { VerdictPanel } from "./panels/VerdictPanel";

/** Loaded when they are asked for: the run itself stays light. */
const LazyLocator = dynamic(() => import("./panels/RunLocator"), { ssr: false });
const LazyNotTaken = dynamic(() => import("./panels/NotTakenHere"), { ssr: false });
const LazyNotice = dynamic(async () => (await import("../device/DeviceNotice")).DeviceNotice, { ssr: false });
/** Only a shared device asks who is at work after a while. */
const LazyQuiet = dynamic(async () => (await import("../frame/QuietTime")).QuietTime, { ssr: false });
const LazyGauge = dynamic(async () => (await import("../devices/GaugeRow")).GaugeRow, { ssr: false });
const LazyOrder = dynamic(() => import("../shims/OrderList").then((m) => m.OrderList), { ssr: false });
const LazyKeys = dynamic(() => import("./panels/RunKeysHelp"), { ssr: false });
const LazyTray = dynamic(() => import("./tray/Tray"), { ssr: false });
const LazyWord = dynamic(async () => (await import("./panels/WordPanel")).WordPanel, { ssr: false });

interface Props extends RunProps {
  readonly work: RunWork;
}

/** What was touched by hand does not keep the keys: Enter goes on to mean the next thing. */
function letKeysGo(event: MouseEvent): void {
  const active = document.activeElement;
  const byHand = event.nativeEvent instanceof PointerEvent && event.nativeEvent.pointerType !== "";
  if (
    byHand &&
    (active instanceof HTMLElement || active instanceof SVGElement) &&
    active.matches("button, [role=button]")
  )
    active.blur();
}

/** What the voice says beside the next thing, without figures that run on: a refusal, a lost network, a crank that was turned. */
const troubleSpoken = ({ complaint, ledger }: Run, encoderWarns: boolean): string =>
  [
    complaint,
    ledger.waiting === "unreached" ? "The shop's server does not answer. What you enter waits on this device." : null,
    encoderWarns ? "The encoder says that the crank is not where it should be." : null,
  ]
    .filter((words) => words !== null)
    .join(" ");

/** A part of the screen that is open or not. */
function usePlace() {
  const [open, setOpen] = useState(false);
  return useMemo(() => ({ open, toggle: () => setOpen(!open) }), [open]);
}

/** What lies under the hand when no leaf is asked for. */
function HandPanel({ run, act }: { readonly run: Run; readonly act: (index: number) => void }) {
  const { next } = run.now;
  if (next.kind === "answer") return <AnswerPanel key={run.instruction.title} run={run} act={act} />;
  if (next.kind === "check" && next.item === "started") return <TicksLine run={run} />;
  return run.context.room.panel?.(run) ?? <RouteStrip run={run} />;
}

/** The run: one next thing, the head, the crank, the leaves. */
export function RunView({ given, device, person, work }: Props) {
  const ready = useHydrated();
  const run = useRun(given, person, work);
  const { context, now, ledger, instruction } = run;
  const { engine, file, job, room } = context;
  const { Leaves } = work.room;
  const { useOpening } = useContext(RunHosted);
  const open = useOpening(given.id, ledger, instruction);
  const [view, setView] = useHeadView(given.file.name);
  const help = usePlace();
  const locate = usePlace();
  const tray = usePlace();
  const notTaken = usePlace();
  const [keys] = useKeysHere();
  const [voice, setVoice] = useStored<boolean>("fulcrata-voice");
  const devices = useBenchDevices(given.id, now, job.cycleDeg);
  const awake = useWakeLock(!now.state.ended);
  useOffline();

  const held = heldFrom(devices.gauge);
  const hold = (): void => {
    if (held !== null) run.hold(held);
  };
  const act = (index: number): void => {
    if (run.resting) return;
    const action = index === 0 ? instruction.button?.action : instruction.choices[index - 1]?.action;
    if (action?.kind === "locate") locate.toggle();
    else if (action?.kind === "open") open(action.path);
    else if (action !== undefined) run.act(action);
  };
  useRunKeys(run, { help, locate, tray, keys, hold, act });

  const reading = run.reading;
  const wanted = ("to" in now.next ? now.next.to?.markDeg : undefined) ?? now.state.stop?.markDeg ?? null;
  const known = now.state.stop !== null || now.next.kind === "turn";
  const letters = useMemo(() => markLetters(job.route), [job.route]);
  const crankDeg = devices.crankDeg ?? now.crankDeg;
  const crank = useCrankAt(crankDeg);
  const encoder = devices.crankDeg === null ? null : encoderWords(now, devices.crankDeg, job.cycleDeg);
  useVoice(instruction.title, troubleSpoken(run, encoder?.warns === true), voice === true);
  const place =
    run.wanted !== null ? (
      <LazyWord jobId={given.id} wanted={run.wanted} sponsors={device.sponsors} onSettled={run.giveWord} />
    ) : locate.open ? (
      <LazyLocator run={run} onClose={locate.toggle} />
    ) : notTaken.open ? (
      <LazyNotTaken refused={ledger.refused} onClose={notTaken.toggle} />
    ) : tray.open ? (
      <LazyTray
        run={run}
        atWork={
          <>
            <AtWork device={device} person={person} bare />
            <ThemeSwitch />
          </>
        }
        devices={devices}
        voice={{ on: voice === true, set: setVoice }}
        awake={awake}
        onClose={tray.toggle}
      />
    ) : null;
  const choose = useCallback((id: string) => run.choose(id), [run]);
  return (
    // Until the page listens, nothing on it can be tapped: a tap that shows nothing would be lost.
    <chakra.div
      inert={!ready || !ledger.loaded}
      onClick={letKeysGo}
      display={{ lg: "grid" }}
      gridTemplateRows="auto minmax(0, 1fr)"
      minHeight="calc(100dvh - var(--above, 0px))"
      height={{ lg: "calc(100dvh - var(--above, 0px))" }}
      pb={{ base: "40", lg: "0" }}
    >
      <chakra.div>
        <RunHeader
          run={run}
          device={device}
          person={person}
          onTray={tray.open ? null : tray.toggle}
          onNotTaken={notTaken.toggle}
        />
        {device.quietMinutes !== null && <LazyQuiet minutes={device.quietMinutes} />}
        <LazyNotice person={person} ownRun={given.id} />
      </chakra.div>
      {place !== null ? (
        <chakra.main id="main" p={{ base: "2", lg: "3" }} overflowY={{ lg: "auto" }}>
          {place}
        </chakra.main>
      ) : (
        <chakra.main
          id="main"
          display="grid"
          minHeight="0"
          gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 0.94fr) minmax(0, 1fr)" }}
          gridTemplateRows={{ lg: "minmax(0, 1fr) clamp(190px, 27dvh, 250px) auto" }}
          gridTemplateAreas={{ base: '"next" "hand" "map" "crank"', lg: '"map next" "map crank" "hand hand"' }}
        >
          <chakra.div gridArea="next" tabIndex={0} minHeight="0" overflowY={{ lg: "auto" }}>
            {given.order !== null && !now.state.ended && (
              <chakra.div p={{ base: "2", lg: "3" }} pb="0!">
                <LazyOrder orders={[given.order]} brief />
              </chakra.div>
            )}
            {run.takenBack.length > 0 && <TakenBack entries={run.takenBack} onBring={run.bringBack} />}
            <Instruction run={run} encoder={encoder} />
          </chakra.div>
          <chakra.div
            gridArea="hand"
            display="grid"
            gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.7fr) minmax(0, 1fr)" }}
            borderTop="2px solid"
            borderBottom={{ base: "2px solid", lg: "0" }}
            borderColor="ink!"
            bg="sheet"
          >
            {reading && Leaves !== undefined ? (
              <chakra.div minWidth="0">
                {devices.gauge !== null && <LazyGauge said={devices.gauge} held={run.held} onHold={hold} />}
                <Leaves
                  set={context.hand.set}
                  school={context.hand.school}
                  taps={run.taps}
                  tryKey={instruction.tryKey}
                  onTap={run.tap}
                  onClear={run.clear}
                />
              </chakra.div>
            ) : (
              <HandPanel run={run} act={act} />
            )}
            <chakra.div borderLeft={{ lg: "2px solid" }} borderColor="ink!" minWidth="0">
              <VerdictPanel run={run} act={act} />
            </chakra.div>
          </chakra.div>
          <chakra.section
            gridArea="map"
            aria-label={room.map === undefined ? "Head map" : "Lines"}
            bg="sheet"
            borderRight={{ lg: "2px solid" }}
            borderColor="ink!"
            p={{ base: "3", lg: "4" }}
            overflowY={{ lg: "auto" }}
            minWidth="0"
            minHeight="0"
            display="flex"
            flexDirection="column"
            justifyContent="space-between"
            gap="2"
            {...PAPER_GRID}
          >
            <chakra.div display="flex" flexWrap="wrap" justifyContent="space-between" alignItems="center" gap="2">
              {room.map === undefined ? <ViewPicker file={file} view={view} onView={setView} /> : <span />}
              {!now.state.ended && (
                <chakra.span display="flex" gap="2">
                  <Button type="button" onClick={locate.toggle} aria-label="Where is the crank?">
                    Crank?
                    <KeyFor name="crank" />
                  </Button>
                  <Button type="button" onClick={tray.toggle}>
                    Tray
                    <KeyFor name="tray" />
                  </Button>
                </chakra.span>
              )}
            </chakra.div>
            {room.map?.(run) ?? (
              <>
                <HeadMap
                  file={file}
                  view={view}
                  marks={valveMarks(context, now, ledger.pending, run.tapped)}
                  notes={known ? phaseNotes(engine, crankDeg) : {}}
                  onPick={choose}
                />
                <Legend done={room.doneWord} />
              </>
            )}
          </chakra.section>
          <chakra.div
            gridArea="crank"
            display="grid"
            gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr" }}
            borderTop="2px solid"
            borderColor="ink"
            minHeight="0"
          >
            <chakra.div p="2" height={{ base: "320px", lg: "auto" }} minHeight="0" minWidth="0">
              <PhaseWheel engine={engine} crank={crank} inHand={run.valve?.valve.cylinder ?? null} />
            </chakra.div>
            <chakra.div
              p="2"
              height={{ base: "320px", lg: "auto" }}
              minHeight="0"
              minWidth="0"
              borderLeft={{ sm: "2px solid" }}
              borderColor="ink!"
            >
              <PulleyDial
                engine={engine}
                crank={crank}
                rotation={file.rotation ?? "clockwise"}
                marks={letters}
                wantedMarkDeg={wanted}
              />
            </chakra.div>
          </chakra.div>
        </chakra.main>
      )}
      {help.open && <LazyKeys onClose={help.toggle} />}
    </chakra.div>
  );
}
