"use client";

import { type ReactNode, useEffect, useRef } from "react";
import { fold } from "@/core/units/angle/arc";
import { type CrankStore, followCalmly } from "../crank/crankStore";
import type { Box } from "./canvas/MovingLayer";
import { type Point, bearing, swing } from "./polar";
import { steppedBy } from "./steppedBy";

interface Props {
  readonly crank: CrankStore;
  readonly cycleDeg: 360 | 720;
  /** Whether the crank can be turned here. */
  readonly live: boolean;
  readonly box: Box;
  /** What it turns round, in drawing units. */
  readonly center: Point;
  /** Crank degrees for one degree dragged clockwise on the drawing. */
  readonly perDragDeg: number;
  readonly name: string;
  /** What the drawing shows at an angle, for a screen reader. */
  readonly words: (deg: number) => string;
  readonly children: ReactNode;
}

/**
 * A round drawing by which the crank is turned: by dragging it, or by keys. While it turns nothing
 * is rendered; what a screen reader is told is written to the element itself.
 */
export function CrankSlider({ crank, cycleDeg, live, box, center, perDragDeg, name, words, children }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const held = useRef<{ rect: DOMRect; from: number; exact: number } | null>(null);
  useEffect(() => {
    const tell = (deg: number): void => {
      if (!live) element.current?.setAttribute("aria-label", `${name}: ${words(deg)}`);
      else {
        element.current?.setAttribute("aria-valuenow", String(Math.round(deg)));
        element.current?.setAttribute("aria-valuetext", words(deg));
      }
    };
    return followCalmly(crank, tell);
  }, [crank, live, name, words]);

  const at = (event: { clientX: number; clientY: number }, rect: DOMRect): number => {
    const [x, y, width, height] = box;
    const scale = Math.min(rect.width / width, rect.height / height);
    const from = {
      x: (event.clientX - rect.left - (rect.width - width * scale) / 2) / scale + x,
      y: (event.clientY - rect.top - (rect.height - height * scale) / 2) / scale + y,
    };
    return bearing(center, from);
  };
  const style = { position: "relative", width: "100%", height: "100%", borderRadius: 4, contain: "strict" } as const;
  if (!live)
    return (
      <div ref={element} role="img" aria-label={`${name}: ${words(crank.get())}`} style={style}>
        {children}
      </div>
    );
  return (
    <div
      ref={element}
      role="slider"
      tabIndex={0}
      aria-label={`${name}: turn the crank`}
      aria-valuemin={0}
      aria-valuemax={cycleDeg}
      aria-valuenow={Math.round(crank.get())}
      aria-valuetext={words(crank.get())}
      style={{ ...style, cursor: "grab", touchAction: "none" }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        // Measured once: asking at every move would lay the page out at every move.
        const rect = event.currentTarget.getBoundingClientRect();
        held.current = { rect, from: at(event, rect), exact: crank.get() };
      }}
      onPointerMove={(event) => {
        if (held.current === null) return;
        const now = at(event, held.current.rect);
        const exact = held.current.exact + swing(held.current.from, now) * perDragDeg;
        held.current = { rect: held.current.rect, from: now, exact };
        crank.set(fold(Math.round(exact), cycleDeg));
      }}
      onPointerUp={() => {
        held.current = null;
      }}
      onPointerCancel={() => {
        held.current = null;
      }}
      onKeyDown={(event) => {
        const next = steppedBy(event, crank.get(), cycleDeg);
        if (next !== null) crank.set(next);
      }}
    >
      {children}
    </div>
  );
}
