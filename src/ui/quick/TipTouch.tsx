"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type KeyboardEvent, type PointerEvent, useState } from "react";
import {
  KEY_STEP_MM,
  type PatchEdges,
  edgesOf,
  moved,
  nearerEdge,
  stemOf,
  typedBy,
  unitOfTip,
} from "@/core/quick/patch";
import type { TypedRocker, WIDTH_ROWS } from "@/core/quick/rocker";
import { showLength } from "@/core/units/length";

interface Props {
  readonly typed: TypedRocker;
  readonly row: (typeof WIDTH_ROWS)[number];
  readonly onChange: (part: Partial<TypedRocker>) => void;
}

/** In drawing units: half the tip, and the room around it. */
const RADIUS = 120;
const ROOM = 24;
const SIZE = 2 * (RADIUS + ROOM);
const EDGE_NAMES = { innerMm: "Edge towards the pivot", outerMm: "Edge away from the pivot" } as const;

/** The valve's tip from above, with the marker's patch on it: its edges are dragged to where they are seen, or moved by keys. */
export function TipTouch({ typed, row, onChange }: Props) {
  const stemMm = stemOf(typed);
  const [edges, setEdges] = useState<PatchEdges | null>(null);
  const [held, setHeld] = useState<keyof PatchEdges | null>(null);
  if (stemMm === null)
    return (
      <chakra.p fontSize="16px" color="soft">
        Type the thickness of the valve&apos;s stem first: the tip is drawn from it.
      </chakra.p>
    );
  // What was typed over it since counts.
  const stands = edges !== null && typedBy(typed, row, edges)[`width${row}`] === typed[`width${row}`];
  const shown = stands ? edges : edgesOf(typed, row, stemMm);
  const unit = unitOfTip(typed);
  const scale = RADIUS / (stemMm / 2);
  const xOf = (mm: number): number => SIZE / 2 + mm * scale;
  function move(edge: keyof PatchEdges, toMm: number): void {
    const next = moved(shown, edge, toMm, stemMm ?? 0);
    setEdges(next);
    onChange(typedBy(typed, row, next));
  }
  const at = ({ currentTarget, clientX }: PointerEvent<SVGSVGElement>): number => {
    const box = currentTarget.getBoundingClientRect();
    return (((clientX - box.left) / box.width) * SIZE - SIZE / 2) / scale;
  };
  const byKey = (edge: keyof PatchEdges) => (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    move(edge, shown[edge] + by * KEY_STEP_MM[unit] * (event.shiftKey ? 5 : 1));
  };
  const width = shown.outerMm - shown.innerMm;
  return (
    <chakra.figure m="0" py="2">
      <chakra.svg
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        width="full"
        maxWidth="288px"
        display="block"
        touchAction="none"
        role="group"
        aria-label={`The tip seen from above, the patch of pushrod ${row} on it`}
        cursor="ew-resize"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          const edge = nearerEdge(shown, at(e));
          setHeld(edge);
          move(edge, at(e));
        }}
        onPointerMove={(e) => held !== null && move(held, at(e))}
        onPointerUp={() => setHeld(null)}
        onPointerCancel={() => setHeld(null)}
      >
        <clipPath id={`tip-${row}`}>
          <circle cx={SIZE / 2} cy={SIZE / 2} r={RADIUS} />
        </clipPath>
        <circle
          cx={SIZE / 2}
          cy={SIZE / 2}
          r={RADIUS}
          fill="var(--f-colors-sheet)"
          stroke="var(--f-colors-ink)"
          strokeWidth="2"
        />
        <rect
          x={xOf(shown.innerMm)}
          y={0}
          width={width * scale}
          height={SIZE}
          fill="var(--f-colors-now)"
          fillOpacity="0.35"
          clipPath={`url(#tip-${row})`}
        />
        <line
          x1={SIZE / 2}
          x2={SIZE / 2}
          y1={ROOM}
          y2={SIZE - ROOM}
          stroke="var(--f-colors-edge)"
          strokeDasharray="3 5"
        />
        <text x="2" y={SIZE - 6} fontSize="15" fill="var(--f-colors-soft)">
          ← pivot
        </text>
        {(["innerMm", "outerMm"] as const).map((edge) => (
          <g
            key={edge}
            role="slider"
            tabIndex={0}
            aria-label={EDGE_NAMES[edge]}
            aria-orientation="horizontal"
            aria-valuemin={-stemMm / 2}
            aria-valuemax={stemMm / 2}
            aria-valuenow={Number(shown[edge].toFixed(2))}
            aria-valuetext={`${showLength(Math.abs(shown[edge]), unit)} from the middle, ${shown[edge] < 0 ? "towards the pivot" : "away from it"}`}
            onKeyDown={byKey(edge)}
          >
            <rect x={xOf(shown[edge]) - 22} y={0} width={44} height={SIZE} fill="transparent" />
            <line
              x1={xOf(shown[edge])}
              x2={xOf(shown[edge])}
              y1={6}
              y2={SIZE - 6}
              stroke="var(--f-colors-now)"
              strokeWidth={held === edge ? 5 : 3}
            />
          </g>
        ))}
      </chakra.svg>
      <chakra.figcaption fontFamily="mono" fontSize="16px" aria-live="polite">
        {showLength(width, unit)} wide
      </chakra.figcaption>
    </chakra.figure>
  );
}
