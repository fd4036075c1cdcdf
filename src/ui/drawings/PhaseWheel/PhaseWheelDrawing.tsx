import { memo } from "react";
import type { Engine } from "@/core/engine/resolve";
import type { Arc } from "@/core/units/angle/arc";
import type { Box } from "../canvas/MovingLayer";
import { DrawnText } from "../DrawnText";
import { color } from "../colors";
import {
  CENTER,
  DISC_RADIUS,
  RIM_RADIUS,
  RING_WIDTH,
  SIZE,
  phaseNames,
  possibleBands,
  ringArcs,
  type RingArc,
} from "./geometry";

interface Props {
  readonly engine: Engine;
  /** Where the crank can be, while it is looked for. */
  readonly possible: readonly Arc[] | null;
}

/** What stands still on the phase wheel: one working cycle, its phases, the lobes. */
export const PhaseWheelDrawing = memo(function PhaseWheelDrawing({ engine, possible }: Props) {
  return (
    <g>
      <circle cx={CENTER.x} cy={CENTER.y} r={RIM_RADIUS} fill={color.sheet} stroke={color.edge} strokeWidth={1.5} />
      <path
        d={`M${CENTER.x} ${CENTER.y - RIM_RADIUS}V${CENTER.y + RIM_RADIUS}M${CENTER.x - RIM_RADIUS} ${CENTER.y}H${CENTER.x + RIM_RADIUS}`}
        stroke={color.line}
      />
      {ringArcs(engine).map((arc) => (
        <g key={arc.key} fill="none">
          <path
            d={arc.path}
            stroke={FULL[arc.role]}
            strokeWidth={RING_WIDTH[arc.role]}
            strokeDasharray={arc.part === "release" ? "4 3" : undefined}
          />
          {/* A ramp is pale between two edges that are not. */}
          {arc.part === "ramp" && (
            <path d={arc.path} stroke={PALE[arc.role]} strokeWidth={RING_WIDTH[arc.role] - 4} />
          )}
        </g>
      ))}
      {possibleBands(possible ?? [], engine.cycleDeg).map((b) => (
        <path key={b.key} d={b.path} fill="none" stroke={color.now} strokeWidth={9} />
      ))}
      <circle cx={CENTER.x} cy={CENTER.y} r={DISC_RADIUS} fill={color.paper} stroke={color.ink} strokeWidth={2} />
      <path d={`M${CENTER.x - 9} ${CENTER.y - RIM_RADIUS - 12}h18l-9 13z`} fill={color.ink} />
      {phaseNames(engine.cycleDeg).map(({ name, at }) => (
        <DrawnText key={name} x={at.x} y={at.y} size={22} centered fill={color.soft}>
          {name}
        </DrawnText>
      ))}
    </g>
  );
});

/** Room for the phase names around the rim. */
export const PHASE_WHEEL_BOX: Box = [-50, -12, SIZE + 100, SIZE + 20];

const FULL: Readonly<Record<RingArc["role"], string>> = {
  intake: color.blue,
  exhaust: color.brass,
  injector: color.soft,
};
const PALE: Readonly<Record<RingArc["role"], string>> = {
  intake: color.blueWash,
  exhaust: color.brassWash,
  injector: color.line,
};
