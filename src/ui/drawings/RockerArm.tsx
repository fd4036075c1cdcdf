import { type RockerArm, type Sweep, bestPivotMm } from "@/core/geometry/sweep";
import { type LengthUnit, showLength } from "@/core/units/length";
import { color, font } from "./colors";

interface Props {
  readonly arm: RockerArm;
  readonly pivotAboveMm: number;
  readonly sweep: Sweep;
  /** The valve's tip: how wide it is, and where the middle of the patch lies on it, away from the pivot. */
  readonly tip: { readonly stemMm: number; readonly offsetMm: number };
  /** In what its figures are told. */
  readonly unit: LengthUnit;
  /** What the picture says, for those who don't see it. */
  readonly label: string;
}

const WIDTH = 620;
const HEIGHT = 360;
const MARGIN = 34;
/** The valve's tip seen from above, drawn larger beside the arm. */
const TIP = { x: 510, y: 96, radius: 74 };

const angleWords = (deg: number): string =>
  Math.abs(deg) < 0.05 ? "square to the stem" : `${Math.abs(deg).toFixed(1)}° ${deg > 0 ? "above" : "below"}`;

/** The arm at closed, half and full lift, to scale, on the valve that goes down under it; the patch that it wipes on its tip. */
export function RockerArmDrawing({ arm, pivotAboveMm, sweep, tip, unit, label }: Props) {
  const { closed, half, full } = sweep;
  // All in mm from the pivot: x across towards the valve, y down.
  const tipY = pivotAboveMm;
  const top = Math.min(0, tipY - arm.tipRadiusMm * 2) - 8;
  const bottom = Math.max(8, tipY + arm.liftMm) + 10;
  const reach = arm.armMm + Math.max(tip.stemMm, arm.tipRadiusMm) + 2;
  const scale = Math.min((WIDTH - 200 - MARGIN) / (reach + 10), (HEIGHT - 2 * MARGIN) / (bottom - top));
  const at = (x: number, y: number): readonly [number, number] => [
    MARGIN + (x + 8) * scale,
    MARGIN + (y - top) * scale,
  ];
  const [pivotX, pivotY] = at(0, 0);
  const middle = sweep.widestMm - sweep.sweepMm / 2 - tip.offsetMm;
  const stem = (lift: number) => {
    const [left, y] = at(middle - tip.stemMm / 2, tipY + lift);
    return { x: left, y, width: tip.stemMm * scale };
  };
  const arms = [
    { at: closed, stroke: color.ink, dash: "", name: "closed" },
    { at: half, stroke: color.soft, dash: "7 5", name: "half" },
    { at: full, stroke: color.now, dash: "", name: "full" },
  ] as const;
  const aside = ((middle - (sweep.widestMm - sweep.sweepMm / 2)) * -1 * TIP.radius * 2) / tip.stemMm;
  const patch = (sweep.sweepMm * TIP.radius * 2) / tip.stemMm;
  const off = pivotAboveMm - bestPivotMm(arm);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label} style={{ display: "block", width: "100%" }}>
      {/* Square to the stem through the pivot: the arm should cross it at half lift. */}
      <line x1={pivotX} y1={pivotY} x2={at(reach, 0)[0]} y2={pivotY} stroke={color.edge} strokeDasharray="2 5" />
      {[...arms].reverse().map(({ at: a, stroke, dash, name }) => {
        const down = arm.tipRadiusMm - a.liftMm - pivotAboveMm;
        const [x, y] = at(a.acrossMm, -down);
        const s = stem(a.liftMm);
        return (
          <g key={name}>
            <rect
              x={s.x}
              y={s.y}
              width={s.width}
              height={Math.max(0, HEIGHT - 8 - s.y)}
              fill={name === "closed" ? color.sheet : "none"}
              fillOpacity={0.55}
              stroke={stroke}
              strokeWidth={name === "half" ? 1 : 1.5}
              strokeDasharray={dash}
            />
            <line
              x1={pivotX}
              y1={pivotY}
              x2={x}
              y2={y}
              stroke={stroke}
              strokeWidth={name === "half" ? 2 : 4}
              strokeDasharray={dash}
            />
            <circle
              cx={x}
              cy={y}
              r={Math.max(2, arm.tipRadiusMm * scale)}
              fill={name === "half" ? "none" : color.paper}
              fillOpacity={0.75}
              stroke={stroke}
              strokeWidth={2}
              strokeDasharray={dash}
            />
          </g>
        );
      })}
      <circle cx={pivotX} cy={pivotY} r={9} fill={color.steel} stroke={color.ink} strokeWidth={2} />
      <text x={pivotX - 4} y={pivotY - 16} fontFamily={font.stamp} fontSize="17" fill={color.soft}>
        pivot
      </text>
      {arms.map(({ at: a, stroke, name }, i) => (
        <text key={name} x={8} y={HEIGHT - 50 + i * 20} fontFamily={font.stamp} fontSize="17" fill={stroke}>
          {name}: {angleWords(a.angleDeg)}
        </text>
      ))}
      {/* The tip from above. */}
      <circle cx={TIP.x} cy={TIP.y} r={TIP.radius} fill={color.sheet} stroke={color.ink} strokeWidth={2} />
      <clipPath id="tip-edge">
        <circle cx={TIP.x} cy={TIP.y} r={TIP.radius - 1} />
      </clipPath>
      <rect
        clipPath="url(#tip-edge)"
        x={TIP.x + aside - patch / 2}
        y={TIP.y - TIP.radius}
        width={Math.max(3, patch)}
        height={TIP.radius * 2}
        fill={color.now}
        fillOpacity={0.45}
        stroke={color.now}
      />
      <line
        x1={TIP.x}
        y1={TIP.y - TIP.radius}
        x2={TIP.x}
        y2={TIP.y + TIP.radius}
        stroke={color.soft}
        strokeDasharray="4 4"
      />
      <text
        x={TIP.x}
        y={TIP.y + TIP.radius + 20}
        textAnchor="middle"
        fontFamily={font.stamp}
        fontSize="17"
        fill={color.soft}
      >
        the valve&apos;s tip from above
      </text>
      <text
        x={TIP.x}
        y={TIP.y + TIP.radius + 42}
        textAnchor="middle"
        fontFamily={font.stamp}
        fontSize="17"
        fill={color.ink}
      >
        {Math.abs(off) < 0.05
          ? "pivot where it belongs"
          : `pivot ${showLength(Math.abs(off), unit)} too ${off < 0 ? "low" : "high"}`}
      </text>
    </svg>
  );
}
