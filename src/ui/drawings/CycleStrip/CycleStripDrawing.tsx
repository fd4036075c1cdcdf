import type { Plan } from "@/core/stops/plan";
import { stopLetter } from "@/core/stops/sign";
import type { ValveRole } from "@/core/engine/engineFile";
import { color, font } from "../colors";
import { DrawnText } from "../DrawnText";
import { FOOT_ROOM, HEAD_ROOM, LABEL_WIDTH, type StripLayout, type StripRow } from "./geometry";

interface Props {
  readonly layout: StripLayout;
  readonly cycleDeg: 360 | 720;
  readonly plan: Pick<Plan, "stops" | "unserved"> | null;
  readonly requiredDeg: number;
}

const BAR: Readonly<Record<ValveRole, { fill: string; stroke: string }>> = {
  intake: { fill: color.blueWash, stroke: color.blue },
  exhaust: { fill: color.brassWash, stroke: color.brass },
  injector: { fill: color.paper, stroke: color.soft },
};

/** The plan, unrolled. It stays still while the crank turns: the crank's own line is drawn over it. */
export function CycleStripDrawing({ layout, cycleDeg, plan, requiredDeg }: Props) {
  const { xOf, height, rows } = layout;
  const bottom = height - FOOT_ROOM;
  return (
    <g>
      {Array.from({ length: cycleDeg / 90 + 1 }, (_, i) => i * 90).map((deg) => (
        <g key={deg}>
          <path
            d={`M${xOf(deg)} ${HEAD_ROOM - 4}V${bottom + 4}`}
            stroke={color.line}
            strokeWidth={deg % 180 === 0 ? 1.5 : 1}
          />
          <DrawnText x={xOf(deg)} y={bottom + 22} size={15} fill={color.soft}>
            {deg}°
          </DrawnText>
        </g>
      ))}
      {rows.map((row) => (
        <Row key={row.key} row={row} height={layout.rowHeight} />
      ))}
      {plan?.stops.map((stop, i) => {
        const x = xOf(stop.crankDeg);
        const set = new Map(stop.set.map((v) => [v.valve, v.marginDeg]));
        return (
          <g key={stop.crankDeg}>
            <path d={`M${x} ${HEAD_ROOM - 6}V${bottom}`} stroke={color.ink} strokeWidth={2} />
            <path d={flag(x)} fill={color.ink} />
            <DrawnText x={x} y={17} size={17} bold centered fill={color.paper}>
              {stopLetter(i)}
            </DrawnText>
            {rows.map((row) => {
              const margin = row.valves.map((v) => set.get(v)).find((m) => m !== undefined);
              return margin === undefined ? null : (
                <Served
                  key={row.key}
                  x={x}
                  row={row}
                  height={layout.rowHeight}
                  tight={margin < 2 * requiredDeg}
                  marginDeg={margin}
                  right={xOf(cycleDeg)}
                />
              );
            })}
          </g>
        );
      })}
      {plan?.unserved.map((u) => {
        const row = rows.find((r) => r.valves.includes(u.valve));
        return row === undefined ? null : (
          <DrawnText
            key={u.valve}
            x={LABEL_WIDTH - 8}
            y={row.y + layout.rowHeight / 2}
            size={17}
            bold
            centered
            fill={color.now}
          >
            ✕
          </DrawnText>
        );
      })}
    </g>
  );
}

const flag = (x: number): string => `M${x - 15} 5h30v20l-15 7l-15 -7z`;

function Row({ row, height }: { readonly row: StripRow; readonly height: number }) {
  const bar = BAR[row.role];
  const [top, thick] = [row.y + 3, height - 6];
  return (
    <g>
      <text
        x={4}
        y={row.y + height / 2}
        dy="0.36em"
        fill={color.ink}
        style={{ fontFamily: font.stamp, fontWeight: 600, fontSize: 16 }}
      >
        {row.label}
      </text>
      {row.ramps.map((p) => (
        <rect
          key={p.x}
          x={p.x}
          y={top + thick / 2 - 1.5}
          width={p.width}
          height={3}
          fill={bar.stroke}
          opacity={0.45}
        />
      ))}
      {row.baseCircle.map((p) => (
        <rect
          key={p.x}
          x={p.x}
          y={top}
          width={p.width}
          height={thick}
          rx={3}
          fill={bar.fill}
          stroke={bar.stroke}
          strokeWidth={1.5}
        />
      ))}
    </g>
  );
}

interface ServedProps {
  readonly x: number;
  readonly row: StripRow;
  readonly height: number;
  readonly tight: boolean;
  readonly marginDeg: number;
  readonly right: number;
}

/** A dot where the valve is served; a margin under twice the required is written beside it. */
function Served({ x, row, height, tight, marginDeg, right }: ServedProps) {
  const y = row.y + height / 2;
  const before = x + 56 > right;
  return (
    <g>
      <circle
        cx={x}
        cy={y}
        r={Math.min(8, height / 2 - 3)}
        fill={tight ? color.now : color.ink}
        stroke={color.sheet}
        strokeWidth={1.5}
      />
      {tight && (
        <>
          <rect
            x={before ? x - 52 : x + 11}
            y={y - 9}
            width={41}
            height={18}
            rx={3}
            fill={color.sheet}
            stroke={color.now}
          />
          <DrawnText
            x={before ? x - 31 : x + 32}
            y={y}
            size={15}
            bold
            centered
            fill={color.now}
          >{`${Math.floor(marginDeg)}°`}</DrawnText>
        </>
      )}
    </g>
  );
}
