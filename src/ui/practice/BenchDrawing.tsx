"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useMemo, useRef } from "react";
import type { Appearance } from "@/core/practice/engine/appearance";
import { type CrankStore, followCalmly } from "../crank/crankStore";
import { MovingLayer } from "../drawings/canvas/MovingLayer";
import { color } from "../drawings/colors";
import { useWidth } from "../drawings/useWidth";
import { type Shown, benchDraw, pulleyDraw } from "./drawBench";
import { ROW_HEIGHT, benchLayout, between, openWords } from "./geometry";

interface Props extends Shown {
  readonly appearance: Appearance;
  readonly crank: CrankStore;
  /** Null where it is only looked at. */
  readonly onPick: ((valve: string) => void) | null;
}

/** The engine as it stands there: every valve moves as its lobe moves it, and can be taken in hand. */
export function BenchDrawing({ appearance, crank, onPick, chosen, targets, kept, notes, toolOn, covered }: Props) {
  const [box, width] = useWidth(640);
  const layout = useMemo(() => benchLayout(appearance, Math.max(300, width)), [appearance, width]);
  const draw = useMemo(
    () => benchDraw(layout, appearance, { chosen, targets, kept, notes, toolOn, covered }),
    [layout, appearance, chosen, targets, kept, notes, toolOn, covered],
  );
  const places = useRef<HTMLDivElement>(null);
  useEffect(
    () =>
      followCalmly(crank, (deg) => {
        for (const cell of layout.cells) {
          const place = places.current?.querySelector(`[data-valve="${CSS.escape(cell.id)}"]`);
          const seen = covered ? "under its cover" : openWords(between(cell.open, deg, appearance), cell.role);
          const label = `${cell.id}, ${cell.role}: ${seen}${kept.has(cell.id) ? ", kept" : ""}`;
          if (place !== undefined && place !== null && place.getAttribute("aria-label") !== label)
            place.setAttribute("aria-label", label);
        }
      }),
    [crank, layout, appearance, kept, covered],
  );
  return (
    <chakra.div ref={box} minWidth="0" width="full">
      <div
        ref={places}
        role="group"
        aria-label="Valves"
        style={{ position: "relative", height: layout.height, width: layout.width }}
      >
        <div style={{ position: "absolute", inset: 0 }} aria-hidden="true">
          <MovingLayer box={null} crank={crank} draw={draw} />
        </div>
        {layout.cells.map((cell) => (
          <button
            key={cell.id}
            type="button"
            data-valve={cell.id}
            aria-pressed={chosen.has(cell.id)}
            aria-label={`${cell.id}, ${cell.role}`}
            disabled={onPick === null}
            onClick={() => onPick?.(cell.id)}
            style={{
              position: "absolute",
              left: cell.x - cell.width / 2,
              top: cell.top,
              width: cell.width,
              height: ROW_HEIGHT - 18,
              cursor: onPick === null ? "default" : "pointer",
              borderRadius: 6,
            }}
          />
        ))}
      </div>
    </chakra.div>
  );
}

/** The pulley with its marks under the pointer. */
export function Pulley({ appearance, crank }: { readonly appearance: Appearance; readonly crank: CrankStore }) {
  const draw = useMemo(() => pulleyDraw(appearance), [appearance]);
  const element = useRef<HTMLDivElement>(null);
  useEffect(
    () =>
      followCalmly(crank, (deg) => {
        const near = appearance.marks.find((m) => Math.abs(((((deg - m.atDeg) % 360) + 540) % 360) - 180) < 2.5);
        element.current?.setAttribute(
          "aria-label",
          near === undefined ? "Pulley: no mark at the pointer" : `Pulley: the mark ${near.label} is at the pointer`,
        );
      }),
    [crank, appearance],
  );
  return (
    <div
      ref={element}
      role="img"
      aria-label="Pulley"
      style={{ position: "relative", width: 160, height: 152, flex: "0 0 auto" }}
    >
      <svg viewBox="0 0 160 152" width={160} height={152} aria-hidden="true">
        <circle cx={80} cy={88} r={58} fill={color.sheet} stroke={color.ink} strokeWidth={2} />
        <circle cx={80} cy={88} r={14} fill={color.paper} stroke={color.line} />
        <path d="M69 10h22l-11 18z" fill={color.now} />
      </svg>
      <MovingLayer box={[0, 0, 160, 152]} crank={crank} draw={draw} />
    </div>
  );
}
