"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { METHODS } from "@/core/stops/methods";
import type { MethodId } from "@/core/stops/methods";
import type { RampRow } from "@/core/stops/sensitivity";
import { color, font } from "../drawings/colors";

interface Props {
  readonly rows: readonly RampRow[];
  readonly shown: readonly MethodId[];
  readonly requiredDeg: number;
  readonly rampDeg: number;
}

/** Told apart by dash and width as well as by color. */
const LINES = [
  { stroke: color.ink, dash: undefined, width: 3 },
  { stroke: color.now, dash: "8 4", width: 3 },
  { stroke: color.blue, dash: "2 4", width: 3 },
  { stroke: color.brassInk, dash: "12 3 2 3", width: 3 },
] as const;

const tick = { fill: color.soft, fontFamily: font.stamp, fontSize: 15 };

/** What each method would leave of margin, were the ramp longer: where it crosses the line, it stops being safe. */
export default function RampChart({ rows, shown, requiredDeg, rampDeg }: Props) {
  const data = rows.map((r) => ({ rampDeg: r.rampDeg, ...r.worstDeg }));
  return (
    <figure style={{ margin: 0 }}>
      <chakra.div
        height="260px"
        role="img"
        aria-label={`Worst margin of ${shown.map((id) => METHODS[id].name).join(", ")} against the ramp`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={data} margin={{ top: 8, right: 20, bottom: 20, left: 4 }} accessibilityLayer={false}>
            <CartesianGrid stroke={color.grid} />
            <XAxis
              dataKey="rampDeg"
              type="number"
              domain={[0, 60]}
              ticks={[0, 15, 30, 45, 60]}
              tick={tick}
              stroke={color.edge}
              label={{ value: "ramp, crank degrees", position: "insideBottom", offset: -12, ...tick }}
            />
            <YAxis tick={tick} stroke={color.edge} unit="°" width={52} />
            <Tooltip
              contentStyle={{
                background: color.sheet,
                border: `2px solid ${color.ink}`,
                borderRadius: 4,
                color: color.ink,
                fontSize: 16,
              }}
              labelFormatter={(v) => `ramp ${String(v)}°`}
              formatter={(v, name) => [`${Math.floor(Number(v))}°`, METHODS[name as MethodId].name]}
              isAnimationActive={false}
            />
            <ReferenceLine
              y={requiredDeg}
              stroke={color.now}
              strokeWidth={2}
              label={{ value: `required ${requiredDeg}°`, position: "insideTopRight", ...tick, fill: color.now }}
            />
            <ReferenceLine
              x={rampDeg}
              stroke={color.soft}
              strokeDasharray="4 4"
              label={{ value: "planned", position: "insideTopLeft", ...tick }}
            />
            {shown.map((id, i) => (
              <Line
                key={id}
                dataKey={id}
                type="linear"
                dot={false}
                isAnimationActive={false}
                stroke={LINES[i]?.stroke ?? color.soft}
                strokeDasharray={LINES[i]?.dash}
                strokeWidth={LINES[i]?.width ?? 2}
                connectNulls={false}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </chakra.div>
      <chakra.figcaption display="flex" flexWrap="wrap" columnGap="4" fontSize="16px">
        {shown.map((id, i) => (
          <chakra.span key={id} display="inline-flex" alignItems="center" gap="2">
            <svg width="34" height="10" aria-hidden="true">
              <path d="M0 5h34" stroke={LINES[i]?.stroke} strokeDasharray={LINES[i]?.dash} strokeWidth={3} />
            </svg>
            {METHODS[id].name}
          </chakra.span>
        ))}
      </chakra.figcaption>
    </figure>
  );
}
