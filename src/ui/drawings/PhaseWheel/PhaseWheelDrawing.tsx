import type { Engine } from "@/core/engine/resolve";
import { color, font } from "../colors";
import { CENTER, DISC_RADIUS, RIM_RADIUS, RING_WIDTH, SIZE, numerals, phaseNames, ringArcs, type RingArc } from "./geometry";

const MARGIN = 24;

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
          <text x={n.at.x} y={n.at.y} dy="0.36em" textAnchor="middle" fontFamily={font.stamp} fontWeight={600} fontSize={n.radius * 1.25} fill={n.id === inHand ? color.onNow : color.ink}>{n.id}</text>
        </g>
      ))}
      <path d={`M${CENTER.x - 9} ${CENTER.y - RIM_RADIUS - 12}h18l-9 13z`} fill={color.ink} />
      <text x={CENTER.x} y={CENTER.y + 3} textAnchor="middle" fontFamily={font.stamp} fontWeight={600} fontSize={28} fill={color.ink}>{formatDeg(crankDeg)}</text>
      <text x={CENTER.x} y={CENTER.y + 23} textAnchor="middle" fontFamily={font.body} fontSize={14} fill={color.soft}>of {engine.cycleDeg}°</text>
      {phaseNames(engine.cycleDeg).map(({ name, at }) => (
        <text key={name} x={Math.min(Math.max(at.x, 24), SIZE - 14)} y={at.y} dy="0.3em" textAnchor="middle" fontFamily={font.stamp} fontSize={16} fill={color.soft}>{name}</text>
      ))}
    </g>
  );
}

/** Room for the phase names around the rim. */
export const PHASE_WHEEL_BOX = `${-MARGIN - 8} ${-MARGIN / 2} ${SIZE + 2 * MARGIN + 16} ${SIZE + MARGIN}`;

const formatDeg = (deg: number): string => `${Math.round(deg * 10) / 10}°`;

function arcColor(arc: RingArc): string {
  if (arc.role === "intake") return arc.part === "ramp" ? color.blueWash : color.blue;
  if (arc.role === "exhaust") return arc.part === "ramp" ? color.brassWash : color.brass;
  return arc.part === "ramp" ? color.line : color.soft;
}
