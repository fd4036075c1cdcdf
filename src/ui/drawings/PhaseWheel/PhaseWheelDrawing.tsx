import type { Engine } from "@/core/engine/resolve";
import { DrawnText } from "../DrawnText";
import { color } from "../colors";
import { CENTER, DISC_RADIUS, RIM_RADIUS, RING_WIDTH, SIZE, numerals, phaseNames, ringArcs, type RingArc } from "./geometry";

interface Props {
  readonly engine: Engine;
  readonly crankDeg: number;
  /** The cylinder in hand. */
  readonly inHand?: string | null;
}

/** Where every cylinder is in its cycle, and how clear it is of its lobes. */
export function PhaseWheelDrawing({ engine, crankDeg, inHand = null }: Props) {
  return (
    <g>
      <circle cx={CENTER.x} cy={CENTER.y} r={RIM_RADIUS} fill={color.sheet} stroke={color.edge} strokeWidth={1.5} />
      <path d={`M${CENTER.x} ${CENTER.y - RIM_RADIUS}V${CENTER.y + RIM_RADIUS}M${CENTER.x - RIM_RADIUS} ${CENTER.y}H${CENTER.x + RIM_RADIUS}`} stroke={color.line} />
      {ringArcs(engine).map((arc) => <path key={arc.key} d={arc.path} fill="none" stroke={arcColor(arc)} strokeWidth={RING_WIDTH[arc.role]} strokeDasharray={arc.part === "release" ? "4 3" : undefined} />)}
      <circle cx={CENTER.x} cy={CENTER.y} r={DISC_RADIUS} fill={color.paper} stroke={color.ink} strokeWidth={2} />
      {numerals(engine, crankDeg).map((n) => (
        <g key={n.id}>
          <circle cx={n.at.x} cy={n.at.y} r={n.radius} fill={n.id === inHand ? color.now : color.sheet} stroke={n.id === inHand ? color.now : color.ink} strokeWidth={1.5} />
          <DrawnText x={n.at.x} y={n.at.y} size={n.radius * 1.3} bold centered fill={n.id === inHand ? color.onNow : color.ink}>{n.id}</DrawnText>
        </g>
      ))}
      <path d={`M${CENTER.x - 9} ${CENTER.y - RIM_RADIUS - 12}h18l-9 13z`} fill={color.ink} />
      <DrawnText x={CENTER.x} y={CENTER.y + 6} size={34} bold fill={color.ink}>{formatDeg(crankDeg)}</DrawnText>
      <DrawnText x={CENTER.x} y={CENTER.y + 29} size={20} family="body" fill={color.soft}>of {engine.cycleDeg}°</DrawnText>
      {phaseNames(engine.cycleDeg).map(({ name, at }) => (
        <DrawnText key={name} x={at.x} y={at.y} size={22} centered fill={color.soft}>{name}</DrawnText>
      ))}
    </g>
  );
}

/** Room for the phase names around the rim. */
export const PHASE_WHEEL_BOX = `-50 -8 ${SIZE + 100} ${SIZE + 12}`;

const formatDeg = (deg: number): string => `${Math.round(deg * 10) / 10}°`;

function arcColor(arc: RingArc): string {
  if (arc.role === "intake") return arc.part === "ramp" ? color.blueWash : color.blue;
  if (arc.role === "exhaust") return arc.part === "ramp" ? color.brassWash : color.brass;
  return arc.part === "ramp" ? color.line : color.soft;
}
