"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { format } from "date-fns";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { color, font } from "../drawings/colors";
import type { SessionLine } from "./sessionLine";

const tick = { fill: color.soft, fontFamily: font.stamp, fontSize: 15 };

/** Marks over time, the oldest first. */
export default function ScoreChart({
  sessions,
}: {
  readonly sessions: readonly Pick<SessionLine, "begunAt" | "score">[];
}) {
  const data = [...sessions].reverse().map((s, i) => ({
    i: i + 1,
    score: s.score ?? 0,
    day: format(new Date(s.begunAt), "MMM d"),
  }));
  const last = data.at(-1);
  return (
    <chakra.div
      height="220px"
      role="img"
      aria-label={`Marks of ${data.length} practices, the last ${last?.score ?? 0} of 100 on ${last?.day ?? ""}; the list below has every one`}
      pt="3"
    >
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={data} margin={{ top: 8, right: 16, bottom: 4, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke={color.grid} />
          <XAxis
            dataKey="i"
            tickFormatter={(i: number) => data[i - 1]?.day ?? ""}
            tick={tick}
            stroke={color.edge}
            minTickGap={28}
          />
          <YAxis domain={[0, 100]} ticks={[0, 50, 100]} tick={tick} stroke={color.edge} width={44} />
          <Line
            dataKey="score"
            stroke={color.ink}
            strokeWidth={2.5}
            dot={{ r: 5, fill: color.now, stroke: color.ink }}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </chakra.div>
  );
}
