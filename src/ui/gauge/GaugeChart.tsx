"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { CartesianGrid, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis, ZAxis } from "recharts";
import { type LengthUnit, MM_PER_INCH } from "@/core/units/length";
import { color, font } from "../drawings/colors";
import { ticksBetween } from "../record/ticks";
import type { ResultGiven } from "./result";

interface Props extends ResultGiven {
  readonly unit: LengthUnit;
}

/** A hand is known by its shape as well as by its color. */
const SHAPES = ["circle", "square", "triangle", "diamond", "cross"] as const;
const FILLS = [color.ink, color.now, color.set, color.soft, color.edge];
const tick = { fill: color.soft, fontFamily: font.stamp, fontSize: 15 };
/** How far hands stand apart at a valve, of the way from valve to valve. */
const APART = 0.12;

/** Every reading by valve; the hands side by side. */
export default function GaugeChart({ people, valves, readings, unit }: Props) {
  const shown = (mm: number): number => (unit === "mm" ? mm : mm / MM_PER_INCH);
  const all = readings.map((r) => shown(r.valueMm));
  const pad = Math.max((Math.max(...all) - Math.min(...all)) * 0.1, shown(0.005));
  const ticks = ticksBetween(Math.min(...all) - pad, Math.max(...all) + pad);
  const read = people.filter((p) => readings.some((r) => r.person === p.id));
  return (
    <figure style={{ margin: 0 }}>
      <chakra.div
        height="320px"
        role="img"
        aria-label={`${readings.length} readings at ${valves.length} valves by ${read.length} hands; the table below has every one`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ScatterChart margin={{ top: 8, right: 20, bottom: 8, left: 8 }} accessibilityLayer={false}>
            <CartesianGrid stroke={color.grid} />
            <XAxis
              dataKey="x"
              type="number"
              domain={[-0.5, valves.length - 0.5]}
              ticks={valves.map((_, i) => i)}
              tickFormatter={(i: number) => valves[i] ?? ""}
              tick={tick}
              stroke={color.edge}
            />
            <YAxis
              dataKey="y"
              type="number"
              domain={[ticks[0] ?? 0, ticks.at(-1) ?? 1]}
              ticks={ticks}
              tick={tick}
              stroke={color.edge}
              width={68}
              tickFormatter={(v: number) => v.toFixed(unit === "mm" ? 2 : 4)}
            />
            <ZAxis range={[110, 110]} />
            {read.map((p, k) => (
              <Scatter
                key={p.id}
                data={readings
                  .filter((r) => r.person === p.id)
                  .map((r) => ({
                    x: valves.indexOf(r.valve) + (k - (read.length - 1) / 2) * APART,
                    y: shown(r.valueMm),
                  }))}
                fill={FILLS[k] ?? color.ink}
                shape={SHAPES[k] ?? "circle"}
                isAnimationActive={false}
              />
            ))}
          </ScatterChart>
        </ResponsiveContainer>
      </chakra.div>
      <figcaption style={{ fontSize: 16 }}>
        {read.map((p, k) => `${SHAPES[k] ?? "circle"}: ${p.name}`).join(" · ")}
      </figcaption>
    </figure>
  );
}
