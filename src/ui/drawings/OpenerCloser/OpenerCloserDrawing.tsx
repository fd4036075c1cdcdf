import { DrawnText } from "../DrawnText";
import { color } from "../colors";

interface Props {
  /** In mm; null while it is not known. */
  readonly openerGapMm: number | null;
  readonly closerGapMm: number | null;
  readonly openerMm: number | null;
  readonly closerMm: number | null;
  readonly label: string;
}

const [WIDTH, HEIGHT, STEM] = [300, 250, 110];
/** Gaps are drawn so much larger than life, within what can still be drawn. */
const SCALE = 90;
const MOST = 26;
const gapOf = (mm: number | null): number => Math.min(MOST, Math.max(0, (mm ?? 0.1) * SCALE));

/**
 * A positively closed valve from the side: the opener on its tip, the collets in their groove, the closer under them,
 * and both gaps.
 */
export function OpenerCloserDrawing({ openerGapMm, closerGapMm, openerMm, closerMm, label }: Props) {
  const [o, c] = [gapOf(openerGapMm), gapOf(closerGapMm)];
  const rings = 128;
  const opener = { y: rings - 44, height: 44 };
  const closer = { y: rings + 14 + c, height: 46 };
  const words = (mm: number | null, name: string): string =>
    `${name} ${mm === null ? "not read" : `${mm.toFixed(3).replace(/0$/, "")} mm`}`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" style={{ maxHeight: 250 }} role="img" aria-label={label}>
      <path
        d={`M${STEM - 9} ${opener.y + 24}V${HEIGHT}h18V${opener.y + 24}z`}
        fill={color.sheet}
        stroke={color.ink}
        strokeWidth={2}
      />
      {/* The opener sits over the tip. */}
      <path
        d={`M${STEM - 24} ${opener.y + opener.height}V${opener.y + 4}q0 -4 4 -4h40q4 0 4 4v${opener.height - 4}h-14v-20h-20v20z`}
        fill={color.blueWash}
        stroke={color.blue}
        strokeWidth={2.5}
      />
      <path
        d={`M${STEM - 17} ${rings + 2}h8v10h-8zM${STEM + 9} ${rings + 2}h8v10h-8z`}
        fill={color.brassWash}
        stroke={color.brass}
        strokeWidth={2}
      />
      <path
        d={`M${STEM - 34} ${closer.y}h22v${closer.height}h-22zM${STEM + 12} ${closer.y}h22v${closer.height}h-22z`}
        fill={color.brassWash}
        stroke={color.brass}
        strokeWidth={2.5}
      />
      {/* The rockers: one presses down, one lifts. */}
      <path
        d={`M4 ${opener.y - o - 40}L${STEM - 20} ${opener.y - o - 30}q20 18 40 0l6 -16L20 ${opener.y - o - 60}z`}
        fill={color.paper}
        stroke={color.ink}
        strokeWidth={2}
      />
      <path
        d={`M4 ${closer.y + closer.height + 14}L${STEM - 36} ${closer.y + closer.height + 1}h72v12h-70L4 ${closer.y + closer.height + 32}z`}
        fill={color.paper}
        stroke={color.ink}
        strokeWidth={2}
      />
      <Gap y={opener.y - o - 20} height={o + 20} text={words(openerGapMm, "opener gap")} />
      <Gap y={rings + 12} height={c + 2} text={words(closerGapMm, "closer gap")} />
      <DrawnText x={STEM + 44} y={opener.y + 30} size={16} fromLeft fill={color.blue}>
        {openerMm === null ? "opener" : `opener ${openerMm.toFixed(2)}`}
      </DrawnText>
      <DrawnText x={STEM + 44} y={closer.y + 34} size={16} fromLeft fill={color.brassInk}>
        {closerMm === null ? "closer" : `closer ${closerMm.toFixed(2)}`}
      </DrawnText>
    </svg>
  );
}

function Gap({ y, height, text }: { readonly y: number; readonly height: number; readonly text: string }) {
  return (
    <g>
      <path
        d={`M${STEM + 40} ${y}v${height}m-6 0h12m-12 ${-height}h12`}
        fill="none"
        stroke={color.now}
        strokeWidth={2}
      />
      <DrawnText x={STEM + 56} y={y + height / 2 + 6} size={16} fromLeft bold fill={color.ink}>
        {text}
      </DrawnText>
    </g>
  );
}
