"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { memo } from "react";
import type { Engine } from "@/core/engine/resolve";
import { signAt } from "@/core/stops/sign";
import { PHASE_WHEEL_BOX, PhaseWheelDrawing } from "./PhaseWheel/PhaseWheelDrawing";
import { CENTER as WHEEL_CENTER } from "./PhaseWheel/geometry";
import { type DialMark, PULLEY_DIAL_BOX, PulleyDialDrawing } from "./PulleyDial/PulleyDialDrawing";
import { CENTER as DIAL_CENTER, type Rotation } from "./PulleyDial/geometry";
import { useCrankControl } from "./useCrankControl";

interface WheelProps {
  readonly engine: Engine;
  readonly crankDeg: number;
  readonly inHand?: string | null;
  /** Left out where the crank is only shown. */
  readonly onCrank?: (deg: number) => void;
}

const Drawing = chakra("svg", { base: { width: "full", height: "full", display: "block", touchAction: "pan-y", borderRadius: "plate" } });

/** Redrawn only when the crank or the valve in hand changes: a tap on a leaf leaves it alone. */
export const PhaseWheel = memo(function PhaseWheel({ engine, crankDeg, inHand = null, onCrank }: WheelProps) {
  const control = useCrankControl({
    crankDeg, cycleDeg: engine.cycleDeg, perDragDeg: engine.cycleDeg / 360, center: WHEEL_CENTER,
    label: "Phase wheel: turn the crank", onCrank: onCrank ?? ignore,
  });
  const live = onCrank === undefined ? { role: "img", "aria-label": `Phase wheel at ${Math.round(crankDeg)} of ${engine.cycleDeg} degrees` } : { ...control, cursor: "grab", touchAction: "none" };
  return (
    <Drawing viewBox={PHASE_WHEEL_BOX} {...live}>
      <PhaseWheelDrawing engine={engine} crankDeg={crankDeg} inHand={inHand} />
    </Drawing>
  );
});

interface DialProps {
  readonly engine: Engine;
  readonly crankDeg: number;
  readonly rotation: Rotation;
  readonly marks: readonly DialMark[];
  readonly wantedMarkDeg?: number | null;
  readonly onCrank?: (deg: number) => void;
}

export const PulleyDial = memo(function PulleyDial({ engine, crankDeg, rotation, marks, wantedMarkDeg = null, onCrank }: DialProps) {
  const control = useCrankControl({
    crankDeg, cycleDeg: engine.cycleDeg, perDragDeg: rotation === "clockwise" ? 1 : -1, center: DIAL_CENTER,
    label: "Pulley dial: turn the crank", onCrank: onCrank ?? ignore,
  });
  const sign = shortSign(engine, crankDeg);
  const live = onCrank === undefined ? { role: "img", "aria-label": `Pulley dial: ${Math.round(crankDeg % 360)} degrees, ${sign}` } : { ...control, cursor: "grab", touchAction: "none" };
  return (
    <Drawing viewBox={PULLEY_DIAL_BOX} {...live}>
      <PulleyDialDrawing crankDeg={crankDeg} cycleDeg={engine.cycleDeg} rotation={rotation} marks={marks} wantedMarkDeg={wantedMarkDeg} sign={sign} />
    </Drawing>
  );
});

const ignore = (): void => undefined;

/** "6 fires · 1 rocks". */
export function shortSign(engine: Engine, crankDeg: number): string {
  const { firing, rocking } = signAt(engine, crankDeg);
  const parts = [
    firing.length > 0 ? `${firing.join(", ")} ${firing.length === 1 ? "fires" : "fire"}` : null,
    rocking.length > 0 ? `${rocking.join(", ")} ${rocking.length === 1 ? "rocks" : "rock"}` : null,
  ].filter((p) => p !== null);
  return parts.length === 0 ? "none at its top" : parts.join(" · ");
}
