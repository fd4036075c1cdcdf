"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useId, useRef, useState } from "react";
import type { RodFeel } from "@/core/practice/bench/feel";
import { color } from "../drawings/colors";

interface Props {
  /** What was felt last at this pushrod, and at which step; null before. */
  readonly felt: { readonly rod: RodFeel; readonly lifted: boolean; readonly step: number } | null;
  readonly onSpin: () => void;
  /** Null where lifting it says nothing. */
  readonly onLift: (() => void) | null;
}

/** A pull of so many pixels is one of the fingers. */
const PULL = 24;
/** How far the stripes run as it is let go, and how far it comes up, in the picture. */
const RUNS: Readonly<Record<RodFeel, number>> = { free: 132, drags: 22, hard: 6, held: 0 };
const RISES: Readonly<Record<RodFeel, number>> = { free: 11, drags: 3, hard: 0, held: 0 };
const RUN_MS = 900;

/** A pushrod between two fingers: dragged sideways it spins, dragged up it is lifted and dropped, as far as it will. */
export function Pushrod({ felt, onSpin, onLift }: Props) {
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const [by, setBy] = useState({ x: 0, y: 0 });
  const stripes = useRef<SVGGElement>(null);
  const rod = useRef<SVGGElement>(null);
  const clip = useId();
  useEffect(() => {
    if (felt === null || matchMedia("(prefers-reduced-motion: reduce)").matches) return;
    const { rod: how, lifted } = felt;
    const moved = lifted
      ? rod.current?.animate(
          [{ transform: "none" }, { transform: `translateY(${-RISES[how]}px)` }, { transform: "none" }],
          { duration: RUN_MS / 2, easing: "ease-in-out" },
        )
      : stripes.current?.animate([{ transform: "none" }, { transform: `translateX(${RUNS[how]}px)` }], {
          duration: RUN_MS,
          easing: "cubic-bezier(.1,.7,.3,1)",
        });
    return () => moved?.cancel();
  }, [felt]);
  const done = (): void => {
    if (from.current === null) return;
    from.current = null;
    setBy({ x: 0, y: 0 });
    if (-by.y > PULL && -by.y > Math.abs(by.x)) onLift?.();
    else if (Math.abs(by.x) > PULL) onSpin();
  };
  // Fingers give a little before it tells.
  const held = { x: Math.max(-9, Math.min(9, by.x / 3)), y: Math.max(-4, Math.min(0, by.y / 8)) };
  return (
    <chakra.div display="flex" alignItems="center" gap="3">
      <svg
        viewBox="0 0 110 150"
        width={110}
        height={150}
        aria-hidden="true"
        data-pushrod=""
        style={{ touchAction: "none", cursor: "grab", flex: "0 0 auto" }}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          from.current = { x: e.clientX, y: e.clientY };
        }}
        onPointerMove={(e) => {
          if (from.current !== null) setBy({ x: e.clientX - from.current.x, y: e.clientY - from.current.y });
        }}
        onPointerUp={done}
        onPointerCancel={done}
      >
        <clipPath id={clip}>
          <rect x={44} y={34} width={22} height={92} rx={4} />
        </clipPath>
        <path d="M12 8h70l16 14H74a20 20 0 0 1-38 0H12z" fill={color.sheet} stroke={color.ink} strokeWidth={2.5} />
        <path d="M30 126h50v20H30z" fill={color.paper} stroke={color.ink} strokeWidth={2.5} />
        <g ref={rod} transform={`translate(0 ${held.y})`}>
          <rect x={44} y={34} width={22} height={92} rx={4} fill={color.steel} />
          <g clipPath={`url(#${clip})`}>
            <g ref={stripes}>
              {Array.from({ length: 16 }, (_, i) => (
                <path
                  key={i}
                  d={`M${-130 + i * 22 + held.x} 20l-26 120`}
                  stroke={color.edge}
                  strokeWidth={i % 3 === 0 ? 5 : 2}
                />
              ))}
            </g>
          </g>
          <rect x={44} y={34} width={22} height={92} rx={4} fill="none" stroke={color.ink} strokeWidth={2.5} />
          <circle cx={55} cy={32} r={9} fill={color.steel} stroke={color.ink} strokeWidth={2.5} />
        </g>
      </svg>
      <chakra.p fontSize="16px" color="soft" maxWidth="14rem">
        Drag it sideways to spin it{onLift === null ? "." : ", up to lift and drop it."}
      </chakra.p>
    </chakra.div>
  );
}
