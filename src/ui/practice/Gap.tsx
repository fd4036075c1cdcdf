"use client";

import { useRef, useState } from "react";
import { DRAG_WORDS, type Drag } from "@/core/practice/bench/feel";
import { color, font } from "../drawings/colors";

interface Props {
  /** The leaf that is held, as it is stamped; null with none in hand. */
  readonly leaf: string | null;
  readonly drag: Drag | null;
  /** Slid in once more by pulling it. */
  readonly onSlide: () => void;
}

/** How far in a leaf lies, from 0 to 1. */
const DEPTH: Readonly<Record<Drag, number>> = { none: 1, light: 1, firm: 0.62, stuck: 0.14 };
const BLADE = 250;
const START = 8;
/** A pull of so many pixels slides it in. */
const PULL = 60;

/** The gap with the leaf that is in hand: it goes as far as it goes, and says nothing in figures. */
export function Gap({ leaf, drag, onSlide }: Props) {
  const held = useRef<number | null>(null);
  const [pulled, setPulled] = useState(0);
  const depth = pulled !== 0 ? Math.min(1, 0.14 + pulled / 200) : drag === null ? 0 : DEPTH[drag];
  const x = START + depth * 130 - 110;
  const done = (): void => {
    if (held.current !== null && pulled > PULL) onSlide();
    held.current = null;
    setPulled(0);
  };
  return (
    <svg
      viewBox="0 0 320 96"
      width="100%"
      role="img"
      aria-label={
        leaf === null
          ? "A gap, and no leaf in hand"
          : drag === null
            ? `The leaf of ${leaf} in hand`
            : `The leaf of ${leaf}: ${DRAG_WORDS[drag]}`
      }
      style={{ maxWidth: 420, touchAction: "none", display: "block" }}
    >
      <path d="M150 8h110v22a55 22 0 0 1-110 0z" fill={color.paper} stroke={color.ink} strokeWidth={2.5} />
      <path d="M176 60h58v30h-58z" fill={color.paper} stroke={color.ink} strokeWidth={2.5} />
      {leaf !== null && (
        <g
          style={{ cursor: "grab" }}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            held.current = e.clientX;
          }}
          onPointerMove={(e) => {
            if (held.current !== null) setPulled(Math.max(0, e.clientX - held.current));
          }}
          onPointerUp={done}
          onPointerCancel={done}
        >
          <path
            d={`M${x} 46h${BLADE - 14}a8 5 0 0 1 0 10h-${BLADE - 14}z`}
            fill={drag === "stuck" || drag === "firm" ? color.nowWash : color.steel}
            stroke={color.ink}
            strokeWidth={2}
          />
          <rect
            x={Math.max(2, x)}
            y={32}
            width={92}
            height={38}
            rx={5}
            fill={color.sheet}
            stroke={color.ink}
            strokeWidth={2}
          />
          <text
            x={Math.max(2, x) + 46}
            y={57}
            textAnchor="middle"
            fontFamily={font.mono}
            fontSize={17}
            fill={color.ink}
          >
            {leaf.split(" ")[0]}
          </text>
        </g>
      )}
    </svg>
  );
}
