import { fold } from "@/core/units/angle/arc";
import { DrawnText } from "../DrawnText";
import { color } from "../colors";
import { polar } from "../polar";
import { CENTER, PULLEY_RADIUS, type Rotation, SIZE, markBearing, runningArrow, ticks } from "./geometry";

export interface DialMark {
  readonly markDeg: number;
  /** Letters of the stops that share this mark. */
  readonly letters: readonly string[];
}

interface Props {
  readonly crankDeg: number;
  readonly cycleDeg: 360 | 720;
  readonly rotation: Rotation;
  readonly marks: readonly DialMark[];
  /** The mark that should be, or come, under the pointer. */
  readonly wantedMarkDeg?: number | null;
  /** What proves it: "6 fires · 1 rocks". */
  readonly sign: string;
}

/** What a person sees at the crank, and which time round it is. */
export function PulleyDialDrawing({ crankDeg, cycleDeg, rotation, marks, wantedMarkDeg = null, sign }: Props) {
  const arrow = runningArrow(rotation);
  const up = marks.find((m) => Math.abs(fold(m.markDeg - crankDeg + 1, 360) - 1) < 0.6);
  return (
    <g>
      <circle cx={CENTER.x} cy={CENTER.y} r={PULLEY_RADIUS} fill={color.sheet} stroke={color.ink} strokeWidth={2} />
      {ticks(crankDeg, rotation).map((t) => (
        <line key={t.deg} x1={t.from.x} y1={t.from.y} x2={t.to.x} y2={t.to.y} stroke={color.ink} strokeWidth={t.major ? 2 : 1} />
      ))}
      <circle cx={CENTER.x} cy={CENTER.y} r={82} fill={color.paper} stroke={color.line} />
      {marks.map((m) => {
        const at = polar(CENTER, PULLEY_RADIUS - 24, markBearing(m.markDeg, crankDeg, rotation));
        const wanted = wantedMarkDeg !== null && Math.abs(m.markDeg - wantedMarkDeg) < 0.01;
        const text = m.letters.length <= 2 ? m.letters.join("") : `${m.letters[0]}…`;
        return (
          <g key={m.markDeg}>
            <circle cx={at.x} cy={at.y} r={18} fill={wanted ? color.now : color.ink} />
            <DrawnText x={at.x} y={at.y} size={text.length > 2 ? 15 : 21} bold centered fill={wanted ? color.onNow : color.paper}>{text}</DrawnText>
          </g>
        );
      })}
      <path d={`M${CENTER.x - 11} ${CENTER.y - PULLEY_RADIUS - 20}h22l-11 18z`} fill={color.now} />
      <path d={arrow.path} fill="none" stroke={color.ink} strokeWidth={3} />
      <path d={arrow.head} fill={color.ink} />
      <DrawnText x={CENTER.x} y={CENTER.y - 20} size={30} bold fill={color.ink}>{up === undefined ? `${Math.round(fold(crankDeg, 360) * 10) / 10}°` : `mark ${up.letters.join(", ")}`}</DrawnText>
      {cycleDeg === 720 && <DrawnText x={CENTER.x} y={CENTER.y + 6} size={20} family="body" fill={color.soft}>{crankDeg < 360 ? "first" : "second"} time round</DrawnText>}
      {wrapSign(sign).map((line, i) => (
        <DrawnText key={line} x={CENTER.x} y={CENTER.y + 32 + i * 24} size={21} family="body" bold fill={color.ink}>{line}</DrawnText>
      ))}
    </g>
  );
}

/** The sign's parts, one to a line. */
const wrapSign = (sign: string): string[] => sign.split(" · ").slice(0, 2);

export const PULLEY_DIAL_BOX = `0 0 ${SIZE} ${SIZE - 18}`;
