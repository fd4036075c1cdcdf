"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from "recharts";
import { type StudRocker, tryLength } from "@/core/geometry/pushrod";
import type { MeasuredWidth } from "@/core/geometry/fit";
import { pushrodWords } from "@/core/quick/rockerWords";
import { MM_PER_INCH, showLength } from "@/core/units/length";
import { color, font } from "../drawings/colors";

interface Props {
  readonly rocker: StudRocker;
  readonly measured: readonly MeasuredWidth[];
  /** The length that is shown now. */
  readonly lengthMm: number;
  readonly fromMm: number;
  readonly toMm: number;
  readonly unit: "mm" | "in";
}

const STEPS = 60;
const tick = { fill: color.soft, fontFamily: font.stamp, fontSize: 15 };

/** How far the tip is wiped by the length of the pushrod: the curve, what was measured, and the length that is shown. */
export default function SweepChart({ rocker, measured, lengthMm, fromMm, toMm, unit }: Props) {
  const shown = (mm: number): number => (unit === "mm" ? mm : mm / MM_PER_INCH);
  const digits = unit === "mm" ? 1 : 3;
  const curve = Array.from({ length: STEPS + 1 }, (_, i) => {
    const at = fromMm + ((toMm - fromMm) * i) / STEPS;
    const { sweepMm } = tryLength(rocker, at);
    return { x: shown(at), sweep: sweepMm === null ? null : shown(sweepMm) };
  });
  const points = measured.map((m) => ({ x: shown(m.lengthMm), width: shown(m.sweepMm) }));
  return (
    <figure style={{ margin: 0 }}>
      <chakra.div
        height="220px"
        role="img"
        aria-label={`Sweep by length of the pushrod from ${showLength(fromMm, unit)} to ${showLength(toMm, unit)}, with ${measured.length} measured widths; the table has the figures`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart margin={{ top: 8, right: 20, bottom: 24, left: 8 }} accessibilityLayer={false}>
            <CartesianGrid stroke={color.grid} />
            <XAxis
              dataKey="x"
              type="number"
              domain={[shown(fromMm), shown(toMm)]}
              tick={tick}
              stroke={color.edge}
              tickFormatter={(v: number) => v.toFixed(digits)}
              label={{
                value: `pushrod, ${unit === "mm" ? "mm" : "in"}`,
                position: "insideBottom",
                offset: -14,
                ...tick,
              }}
              allowDuplicatedCategory={false}
            />
            <YAxis
              domain={[0, "auto"]}
              tick={tick}
              stroke={color.edge}
              width={64}
              tickFormatter={(v: number) => v.toFixed(digits)}
            />
            <ReferenceLine x={shown(lengthMm)} stroke={color.now} strokeWidth={2} />
            <Line
              data={curve}
              dataKey="sweep"
              stroke={color.ink}
              strokeWidth={2.5}
              dot={false}
              isAnimationActive={false}
            />
            <Scatter
              data={points}
              dataKey="width"
              fill={color.sheet}
              stroke={color.ink}
              shape="circle"
              isAnimationActive={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </chakra.div>
      <figcaption style={{ fontSize: 16 }}>
        Sweep by the pushrod&apos;s length, {pushrodWords(lengthMm, unit)} marked
        {measured.length === 0 ? "." : "; circles: what the marker showed."}
      </figcaption>
    </figure>
  );
}
