"use client";

import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { fold } from "@/core/units/angle/arc";
import { type Point, bearing, swing } from "./polar";

interface Options {
  readonly crankDeg: number;
  readonly cycleDeg: 360 | 720;
  /** Crank degrees for one degree dragged clockwise on the drawing. */
  readonly perDragDeg: number;
  /** Center of the drawing in its own units, and its box, to turn a touch into an angle. */
  readonly center: Point;
  readonly label: string;
  readonly onCrank: (deg: number) => void;
}

const KEY_STEPS: Record<string, number> = {
  ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 30, PageDown: -30,
};

/** Turns the crank by dragging a drawing, or by keys: 1 degree, 5 with Shift, 30 with Page. */
export function useCrankControl({ crankDeg, cycleDeg, perDragDeg, center, label, onCrank }: Options) {
  const held = useRef<{ from: number; exact: number } | null>(null);

  const at = (event: PointerEvent<SVGSVGElement>): number => {
    const matrix = event.currentTarget.getScreenCTM();
    if (matrix === null) return 0;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return bearing(center, p);
  };
  return {
    role: "slider",
    tabIndex: 0,
    "aria-label": label,
    "aria-valuemin": 0,
    "aria-valuemax": cycleDeg,
    "aria-valuenow": Math.round(crankDeg),
    "aria-valuetext": `${Math.round(crankDeg)} crank degrees of ${cycleDeg}`,
    onPointerDown(event: PointerEvent<SVGSVGElement>) {
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = { from: at(event), exact: crankDeg };
    },
    onPointerMove(event: PointerEvent<SVGSVGElement>) {
      if (held.current === null) return;
      const now = at(event);
      const exact = held.current.exact + swing(held.current.from, now) * perDragDeg;
      held.current = { from: now, exact };
      onCrank(fold(Math.round(exact), cycleDeg));
    },
    onPointerUp() {
      held.current = null;
    },
    onKeyDown(event: KeyboardEvent<SVGSVGElement>) {
      const step = KEY_STEPS[event.key];
      if (step === undefined) return;
      event.preventDefault();
      onCrank(fold(crankDeg + step * (event.shiftKey && Math.abs(step) === 1 ? 5 : 1), cycleDeg));
    },
  } as const;
}
