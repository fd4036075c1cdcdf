"use client";

import { memo, useMemo } from "react";
import type { Engine } from "@/core/engine/resolve";
import type { Arc } from "@/core/units/angle/arc";
import type { CrankStore } from "../crank/crankStore";
import { type Box, MovingLayer } from "./canvas/MovingLayer";
import { PHASE_WHEEL_BOX, PhaseWheelDrawing } from "./PhaseWheel/PhaseWheelDrawing";
import { wheelDraw } from "./PhaseWheel/drawMoving";
import { DISC_RADIUS, CENTER as WHEEL_CENTER } from "./PhaseWheel/geometry";
import { PULLEY_DIAL_BOX, PulleyDialDrawing } from "./PulleyDial/PulleyDialDrawing";
import { dialDraw } from "./PulleyDial/drawMoving";
import { CENTER as DIAL_CENTER, type DialMark, PULLEY_RADIUS, type Rotation } from "./PulleyDial/geometry";
import type { Point } from "./polar";
import { dialWords, wheelWords } from "./inWords";
import { CrankSlider } from "./CrankSlider";

interface Common {
  readonly engine: Engine;
  readonly crank: CrankStore;
  readonly possible?: readonly Arc[] | null;
  /** The crank can be turned here; otherwise it is only shown. */
  readonly live?: boolean;
}

interface WheelProps extends Common {
  readonly inHand?: string | null;
  readonly valve?: string | null;
}

/** The square round a circle. */
const square = ({ x, y }: Point, radius: number): Box => [x - radius, y - radius, 2 * radius, 2 * radius];
const WHEEL_DISC = square(WHEEL_CENTER, DISC_RADIUS);
const PULLEY = square(DIAL_CENTER, PULLEY_RADIUS);

const still = { display: "block", width: "100%", height: "100%" } as const;
const boxText = (box: Box): string => box.join(" ");

/** Where every cylinder is in its cycle, and how clear it is of its lobes. */
export const PhaseWheel = memo(function PhaseWheel({
  engine,
  crank,
  inHand = null,
  valve = null,
  possible = null,
  live = false,
}: WheelProps) {
  const draw = useMemo(() => wheelDraw(engine, { inHand, valve }), [engine, inHand, valve]);
  const words = useMemo(() => (deg: number) => wheelWords(engine, deg), [engine]);
  return (
    <CrankSlider
      crank={crank}
      cycleDeg={engine.cycleDeg}
      live={live}
      box={PHASE_WHEEL_BOX}
      center={WHEEL_CENTER}
      perDragDeg={engine.cycleDeg / 360}
      name="Phase wheel"
      words={words}
    >
      <svg viewBox={boxText(PHASE_WHEEL_BOX)} style={still} aria-hidden="true">
        <PhaseWheelDrawing engine={engine} possible={possible} />
      </svg>
      <MovingLayer
        box={PHASE_WHEEL_BOX}
        region={valve === null ? WHEEL_DISC : PHASE_WHEEL_BOX}
        crank={crank}
        draw={draw}
      />
    </CrankSlider>
  );
});

interface DialProps extends Common {
  readonly rotation: Rotation;
  readonly marks: readonly DialMark[];
  readonly wantedMarkDeg?: number | null;
}

/** What a person sees at the crank, and which time round it is. */
export const PulleyDial = memo(function PulleyDial({
  engine,
  crank,
  rotation,
  marks,
  wantedMarkDeg = null,
  possible = null,
  live = false,
}: DialProps) {
  const draw = useMemo(
    () => dialDraw(engine, { rotation, marks, wantedMarkDeg }),
    [engine, rotation, marks, wantedMarkDeg],
  );
  const words = useMemo(() => (deg: number) => dialWords(engine, marks, deg), [engine, marks]);
  return (
    <CrankSlider
      crank={crank}
      cycleDeg={engine.cycleDeg}
      live={live}
      box={PULLEY_DIAL_BOX}
      center={DIAL_CENTER}
      perDragDeg={rotation === "clockwise" ? 1 : -1}
      name="Pulley dial"
      words={words}
    >
      <svg viewBox={boxText(PULLEY_DIAL_BOX)} style={still} aria-hidden="true">
        <PulleyDialDrawing rotation={rotation} possible={possible} />
      </svg>
      <MovingLayer box={PULLEY_DIAL_BOX} region={PULLEY} crank={crank} draw={draw} />
    </CrankSlider>
  );
});
