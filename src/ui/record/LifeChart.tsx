"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from "recharts";
import type { UseUnit, ValveLife } from "@/core/record/history";
import type { Rate } from "@/core/record/rates";
import { type LengthUnit, MM_PER_INCH, showFigure } from "@/core/units/length";
import { COUNTER_NAMES } from "@/core/record/counter";
import { PER } from "@/core/record/words";
import { color, font } from "../drawings/colors";
import { ticksBetween } from "./ticks";

interface Props {
  readonly valve: ValveLife;
  readonly rate: Rate | null;
  readonly unit: LengthUnit;
  readonly useUnit: UseUnit;
  readonly name: string;
}

const tick = { fill: color.soft, fontFamily: font.stamp, fontSize: 15 };
const NORMAL_95 = 1.96;
const STEPS = 12;

/** A valve over its visits against its band, and what is to be expected of it. */
export default function LifeChart({ valve, rate, unit, useUnit, name }: Props) {
  const shown = (mm: number): number => (unit === "mm" ? mm : mm / MM_PER_INCH);
  const at = (v: ValveLife["visits"][number]): number => (useUnit === "days" ? v.visit.day : (v.visit.use ?? 0));
  const first = valve.visits[0];
  const last = valve.visits.findLast((v) => v.result.left !== null);
  if (first === undefined || last === undefined || last.result.left === null) return null;
  const start = useUnit === "days" ? at(first) : 0;
  const x = (v: ValveLife["visits"][number]): number => at(v) - start;
  const mark = (kind: "found" | "left") =>
    valve.visits.flatMap((v) => {
      const i = v.result[kind];
      if (i === null) return [];
      const middle = shown((i.lo + i.hi) / 2 - v.result.offsetMm);
      return [{ x: x(v), y: middle, half: shown((i.hi - i.lo) / 2) }];
    });
  const [from, span] = [x(last), Math.max((x(last) - x(first)) * 0.6, useUnit === "days" ? 180 : PER[useUnit].use)];
  const middle = (last.result.left.lo + last.result.left.hi) / 2 - last.result.offsetMm;
  const half = (last.result.left.hi - last.result.left.lo) / 2;
  const fan =
    rate === null
      ? []
      : Array.from({ length: STEPS + 1 }, (_, i) => {
          const use = (span * i) / STEPS;
          const spread = half + NORMAL_95 * Math.sqrt(rate.variance) * use;
          const mid = middle + rate.mean * use;
          return { x: from + use, mid: shown(mid), fan: [shown(mid - spread), shown(mid + spread)] };
        });
  const band = [
    shown(last.result.lowMm - last.result.offsetMm),
    shown(last.result.highMm - last.result.offsetMm),
  ] as const;
  const [found, left] = [mark("found"), mark("left")];
  const all = [...found, ...left]
    .flatMap((p) => [p.y - p.half, p.y + p.half])
    .concat(
      band,
      fan.map((f) => f.mid),
    );
  const pad = (Math.max(...all) - Math.min(...all)) * 0.12;
  const ticks = ticksBetween(Math.max(0, Math.min(...all) - pad), Math.max(...all) + pad);
  return (
    <figure style={{ margin: 0 }}>
      <chakra.div
        height="300px"
        role="img"
        aria-label={`${name} over ${valve.visits.length} visits, against a band of ${showFigure(last.result.lowMm, unit)} to ${showFigure(last.result.highMm, unit)}; the table below has every figure`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart margin={{ top: 8, right: 20, bottom: 24, left: 8 }} accessibilityLayer={false}>
            <CartesianGrid stroke={color.grid} />
            <ReferenceArea y1={band[0]} y2={band[1]} fill={color.set} fillOpacity={0.14} />
            <ReferenceLine y={band[0]} stroke={color.set} strokeDasharray="6 3" />
            <ReferenceLine y={band[1]} stroke={color.set} strokeDasharray="6 3" />
            <XAxis
              dataKey="x"
              type="number"
              domain={["dataMin", "dataMax"]}
              tick={tick}
              stroke={color.edge}
              tickFormatter={(v: number) => String(Math.round(v))}
              label={{
                value: useUnit === "days" ? "days since the first visit" : COUNTER_NAMES[useUnit],
                position: "insideBottom",
                offset: -14,
                ...tick,
              }}
              allowDuplicatedCategory={false}
            />
            <YAxis
              domain={[ticks[0] ?? 0, ticks.at(-1) ?? 1]}
              ticks={ticks}
              tick={tick}
              stroke={color.edge}
              width={64}
              tickFormatter={(v: number) => v.toFixed(unit === "mm" ? 2 : 4)}
            />
            <Area
              data={fan}
              dataKey="fan"
              stroke="none"
              fill={color.now}
              fillOpacity={0.16}
              isAnimationActive={false}
            />
            <Line
              data={fan}
              dataKey="mid"
              stroke={color.now}
              strokeWidth={3}
              strokeDasharray="8 4"
              dot={false}
              isAnimationActive={false}
            />
            <Scatter
              data={found}
              dataKey="y"
              fill={color.sheet}
              stroke={color.ink}
              shape="circle"
              isAnimationActive={false}
            >
              <ErrorBar dataKey="half" direction="y" stroke={color.ink} width={6} strokeWidth={1.5} />
            </Scatter>
            <Scatter data={left} dataKey="y" fill={color.ink} shape="square" isAnimationActive={false}>
              <ErrorBar dataKey="half" direction="y" stroke={color.ink} width={6} strokeWidth={1.5} />
            </Scatter>
          </ComposedChart>
        </ResponsiveContainer>
      </chakra.div>
      <figcaption style={{ fontSize: 16 }}>
        Open circles: as found; squares: as left; bars: what the leaves leave open. Tinted: the band. Dashed: what is
        to be expected, and within what 19 times of 20.
      </figcaption>
    </figure>
  );
}
