import { type Plunger, depthFigure } from "@/core/preload/plunger";
import { color, font } from "../colors";
import { BORE, HEIGHT, SCALE_X, WIDTH, apart, lifterScale, springPoints, windowStretch } from "./geometry";

export interface LifterShown {
  readonly plunger: Plunger;
  /** Where the plunger is cold; null before zero lash. */
  readonly coldMm: number | null;
  /** Where heat takes it; null where that is not known or the same. */
  readonly hotMm: number | null;
  /** Where the next step would take it; null where none is proposed. */
  readonly thenMm?: number | null;
  /** The wires held to it: at least and under. */
  readonly wireMm: readonly [number, number] | null;
  /** What the picture says, for those who don't see it. */
  readonly label: string;
}

/** The lifter cut open: body, plunger, spring, its window, where it stands cold and hot. */
export function LifterDrawing({ plunger, coldMm, hotMm, wireMm, thenMm = null, label }: LifterShown) {
  const { y, plungerHeight } = lifterScale(plunger);
  const top = y(coldMm ?? 0);
  const window = windowStretch(plunger);
  const middle = (BORE.left + BORE.right) / 2;
  const marks = apart(
    [
      {
        y: y(plunger.travelMm),
        text: `${depthFigure(plunger.travelMm, plunger)} bottom`,
        color: color.soft,
        bold: false,
      },
      { y: y(0), text: "0 zero lash", color: color.soft, bold: false },
      ...(coldMm === null || coldMm === 0
        ? []
        : [{ y: top, text: `${depthFigure(coldMm, plunger)} cold`, color: color.ink, bold: true }]),
      ...(hotMm === null || hotMm === coldMm
        ? []
        : [{ y: y(hotMm), text: `${depthFigure(hotMm, plunger)} hot`, color: color.now, bold: true }]),
      ...(thenMm === null
        ? []
        : [{ y: y(thenMm), text: `${depthFigure(thenMm, plunger)} next`, color: color.blue, bold: true }]),
      ...(wireMm === null
        ? []
        : [{ y: y((wireMm[0] + wireMm[1]) / 2), text: "wires", color: color.brassInk, bold: true }]),
    ],
    19,
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={label}
      style={{ display: "block", width: "100%", height: "100%", maxHeight: 300 }}
    >
      {/* The body, cut open: two walls and a floor, hatched as drawings do. */}
      <defs>
        <pattern id="lifter-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V7" stroke={color.ink} strokeWidth="1.2" />
        </pattern>
      </defs>
      <path
        d={`M${BORE.left - 16} ${BORE.top - 8}H${BORE.left}V${BORE.bottom}H${BORE.right}V${BORE.top - 8}H${BORE.right + 16}V${BORE.bottom + 18}H${BORE.left - 16}Z`}
        fill="url(#lifter-hatch)"
        stroke={color.ink}
        strokeWidth="2"
      />
      <rect
        x={BORE.left}
        y={top + plungerHeight}
        width={BORE.right - BORE.left}
        height={BORE.bottom - top - plungerHeight}
        fill={color.brassWash}
      />
      <polyline points={springPoints(top + plungerHeight)} fill="none" stroke={color.ink} strokeWidth="2.2" />
      {/* The plunger with the seat of the pushrod, and the pushrod. */}
      <rect
        x={BORE.left + 2}
        y={top}
        width={BORE.right - BORE.left - 4}
        height={plungerHeight}
        fill={color.steel}
        stroke={color.ink}
        strokeWidth="2"
      />
      <path
        d={`M${middle - 15} ${top}A15 15 0 0 0 ${middle + 15} ${top}`}
        fill={color.sheet}
        stroke={color.ink}
        strokeWidth="2"
      />
      <path
        d={`M${middle - 8} 4V${top}A8 8 0 0 0 ${middle + 8} ${top}V4`}
        fill={color.sheet}
        stroke={color.ink}
        strokeWidth="2"
      />
      {/* The retainer that the plunger meets at zero. */}
      <path d={`M${BORE.left} ${y(0) - 5}h14M${BORE.right} ${y(0) - 5}h-14`} stroke={color.ink} strokeWidth="6" />
      <line x1={SCALE_X} x2={SCALE_X} y1={y(0)} y2={y(plunger.travelMm)} stroke={color.ink} strokeWidth="2" />
      <rect
        x={SCALE_X - 6}
        y={window.y}
        width="12"
        height={window.height}
        fill={color.set}
        stroke={color.ink}
        strokeWidth="1.5"
      />
      {wireMm !== null && (
        <path
          d={`M${SCALE_X + 16} ${y(wireMm[0])}h7V${y(wireMm[1])}h-7`}
          fill="none"
          stroke={color.brassInk}
          strokeWidth="3"
        />
      )}
      {coldMm !== null && (
        <line x1={BORE.left} x2={SCALE_X + 8} y1={top} y2={top} stroke={color.ink} strokeWidth="3" />
      )}
      {hotMm !== null && hotMm !== coldMm && (
        <line
          x1={BORE.left}
          x2={SCALE_X + 8}
          y1={y(hotMm)}
          y2={y(hotMm)}
          stroke={color.now}
          strokeWidth="3"
          strokeDasharray="6 4"
        />
      )}
      {thenMm !== null && (
        <line
          x1={BORE.left}
          x2={SCALE_X + 8}
          y1={y(thenMm)}
          y2={y(thenMm)}
          stroke={color.blue}
          strokeWidth="3"
          strokeDasharray="2 4"
        />
      )}
      {marks.map((m) => (
        <g key={m.text}>
          <path d={`M${SCALE_X + 9} ${m.y}L${SCALE_X + 30} ${m.at}`} stroke={m.color} strokeWidth="1.2" fill="none" />
          <text
            x={SCALE_X + 34}
            y={m.at + 5}
            fill={m.color}
            style={{ fontFamily: font.mono, fontSize: 16, fontWeight: m.bold ? 700 : 400 }}
          >
            {m.text}
          </text>
        </g>
      ))}
    </svg>
  );
}
