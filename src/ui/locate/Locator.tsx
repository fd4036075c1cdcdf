"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Engine } from "@/core/engine/resolve";
import { type Arc, fold } from "@/core/units/angle/arc";
import { Button } from "../controls/Button";
import { useCrankAt } from "../crank/crankStore";
import { PhaseWheel, PulleyDial } from "../drawings/CrankDrawings";
import { dialMarks } from "../engine/dialMarks";
import { PAPER_GRID } from "../theme/paper";
import type { GearNow } from "@/core/locate/gearState";
import { useLocator } from "./useLocator";
import { Findings } from "./Findings";
import { Touch } from "./Touch";

interface Stop {
  readonly letter: string;
  readonly crankDeg: number;
}

interface Props {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly requiredDeg: number;
  /** How the gear stands now; left out, as is usual on an engine that has run, and none of it read. */
  readonly gear?: GearNow;
  readonly stops: readonly Stop[];
  readonly closeLabel: string;
  readonly onClose: () => void;
  /** The crank was found: the arc it is in, and the angle to go by. */
  readonly onFound: (deg: number, arc: Arc) => void;
}

/** When it is not known what there is, the one TDC mark is assumed. */
const ONE_MARK: readonly number[] = [0];
const NOTHING_READ: GearNow = {};

/** Where is the crank? Touch what you see; the dial and the wheel narrow to what is possible. */
export function Locator({
  file,
  engine,
  requiredDeg,
  gear = NOTHING_READ,
  stops,
  closeLabel,
  onClose,
  onFound,
}: Props) {
  const marks = file.marksDeg ?? ONE_MARK;
  const printed = useMemo(
    () => dialMarks([], file.marksDeg ?? [0], file.markLabels),
    [file.marksDeg, file.markLabels],
  );
  const state = useLocator(engine, gear, requiredDeg, marks);
  const [place, setPlace] = useState(0);
  const { arcs } = state.located;
  const arc = arcs[place % Math.max(1, arcs.length)] ?? null;
  const crankDeg =
    arc === null || arc.spanDeg >= engine.cycleDeg ? 0 : fold(arc.startDeg + arc.spanDeg / 2, engine.cycleDeg);
  const crank = useCrankAt(crankDeg);
  const shown = arcs.length === 0 || arcs.some((a) => a.spanDeg >= engine.cycleDeg) ? null : arcs;
  return (
    <chakra.section
      aria-label="Where is the crank?"
      border="2px solid"
      borderColor="ink"
      borderRadius="plate"
      bg="sheet"
      overflow="hidden"
    >
      <chakra.header
        display="flex"
        flexWrap="wrap"
        justifyContent="space-between"
        alignItems="center"
        gap="3"
        px="4"
        py="2"
        borderBottom="2px solid"
        borderColor="ink"
        bg="paper"
      >
        <chakra.h2 fontWeight={700} fontSize={{ base: "24px", lg: "30px" }} lineHeight={1.15}>
          Where is the crank?
        </chakra.h2>
        <Button type="button" size="big" onClick={onClose}>
          {closeLabel}
        </Button>
      </chakra.header>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.15fr) minmax(0, 1fr)" }}
      >
        <chakra.div p="4" minWidth="0" borderRight={{ lg: "2px solid" }} borderColor="ink!" {...PAPER_GRID}>
          <Touch file={file} engine={engine} state={state} marks={marks} />
        </chakra.div>
        <chakra.div minWidth="0" display="flex" flexDirection="column">
          <Findings
            engine={engine}
            state={state}
            arc={arc}
            crankDeg={crankDeg}
            stops={stops}
            onFound={onFound}
            onOther={() => setPlace(place + 1)}
          />
          <chakra.div
            display="grid"
            gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr" }}
            borderTop="2px solid"
            borderColor="ink"
          >
            <chakra.div p="2" height="250px" minWidth="0">
              <PhaseWheel engine={engine} crank={crank} possible={shown} />
            </chakra.div>
            <chakra.div p="2" height="250px" minWidth="0" borderLeft={{ sm: "2px solid" }} borderColor="ink!">
              <PulleyDial
                engine={engine}
                crank={crank}
                rotation={file.rotation ?? "clockwise"}
                marks={printed}
                possible={shown}
              />
            </chakra.div>
          </chakra.div>
        </chakra.div>
      </chakra.div>
    </chakra.section>
  );
}
