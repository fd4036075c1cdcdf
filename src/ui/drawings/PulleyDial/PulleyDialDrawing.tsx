import { memo } from "react";
import type { Arc } from "@/core/units/angle/arc";
import type { Box } from "../canvas/MovingLayer";
import { color } from "../colors";
import { CENTER, HUB_RADIUS, PULLEY_RADIUS, type Rotation, SIZE, possibleBands, runningArrow } from "./geometry";

interface Props {
  readonly rotation: Rotation;
  /** Where the crank can be, while it is looked for. */
  readonly possible: readonly Arc[] | null;
}

/** What stands still at the crank: the pulley's rim, the pointer, the running direction. */
export const PulleyDialDrawing = memo(function PulleyDialDrawing({ rotation, possible }: Props) {
  const arrow = runningArrow(rotation);
  return (
    <g>
      <circle cx={CENTER.x} cy={CENTER.y} r={PULLEY_RADIUS} fill={color.sheet} stroke={color.ink} strokeWidth={2} />
      {possibleBands(possible ?? [], rotation).map((b) => (
        <path key={b.key} d={b.path} fill="none" stroke={color.now} strokeWidth={7} opacity={b.second ? 0.6 : 1} />
      ))}
      <circle cx={CENTER.x} cy={CENTER.y} r={HUB_RADIUS} fill={color.paper} stroke={color.line} />
      <path d={`M${CENTER.x - 11} ${CENTER.y - PULLEY_RADIUS - 20}h22l-11 18z`} fill={color.now} />
      <path d={arrow.path} fill="none" stroke={color.ink} strokeWidth={3} />
      <path d={arrow.head} fill={color.ink} />
    </g>
  );
});

export const PULLEY_DIAL_BOX: Box = [0, 0, SIZE, SIZE - 18];
