"use client";

import { useEffect, useRef } from "react";
import type { CrankStore } from "../../crank/crankStore";
import { type Palette, paletteAt } from "./palette";

/** A viewBox: left, top, width, height in drawing units. */
export type Box = readonly [x: number, y: number, width: number, height: number];

export type Draw = (ctx: CanvasRenderingContext2D, palette: Palette, crankDeg: number) => void;

interface Props {
  /** Fitted as SVG fits a viewBox; null: drawing units are the element's own pixels. */
  readonly box: Box | null;
  /** The part of the box in which anything moves: a smaller canvas is copied faster at every frame. Left out: all of it. */
  readonly region?: Box;
  readonly crank: CrankStore;
  /** Draws all that moves, in drawing units; kept stable between renders unless it draws something else. */
  readonly draw: Draw;
  /** What the drawing below scrolls in: it is followed. */
  readonly scroller?: HTMLElement | null;
}

/**
 * What moves with the crank, on a canvas over the drawing that stands still. A hundred figures that
 * change sixty times a second are too much for a document to lay out, and little for a canvas.
 * The picture is for the eye; the control around it says the same to a screen reader.
 */
export function MovingLayer({ box, region, crank, draw, scroller }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    const ctx = element?.getContext("2d") ?? null;
    if (element === null || ctx === null) return;
    let palette: Palette | null = null;
    let frame = 0;
    let place = settle(element, box, region);
    const paint = (): void => {
      frame = 0;
      palette ??= paletteAt(element);
      ctx.setTransform(1, 0, 0, 1, 0, 0);
      ctx.clearRect(0, 0, element.width, element.height);
      const { ratio, scale, x, y } = place;
      ctx.setTransform(ratio * scale, 0, 0, ratio * scale, ratio * x, ratio * y);
      draw(ctx, palette, crank.get());
    };
    const soon = (): void => {
      if (frame === 0) frame = requestAnimationFrame(paint);
    };
    const themed = (): void => {
      palette = null;
      soon();
    };
    paint();
    const unfollow = crank.subscribe(soon);
    const size = new ResizeObserver(() => {
      place = settle(element, box, region);
      soon();
    });
    if (element.parentElement !== null) size.observe(element.parentElement);
    const theme = new MutationObserver(themed);
    theme.observe(document.documentElement, { attributes: true, attributeFilter: ["class"] });
    void document.fonts.ready.then(soon);
    scroller?.addEventListener("scroll", soon, { passive: true });
    return () => {
      scroller?.removeEventListener("scroll", soon);
      unfollow();
      size.disconnect();
      theme.disconnect();
      cancelAnimationFrame(frame);
    };
  }, [box, region, crank, draw, scroller]);
  return <canvas ref={canvas} aria-hidden="true" style={{ position: "absolute", pointerEvents: "none" }} />;
}

/** How drawing units become CSS pixels of the canvas. */
interface Place {
  readonly ratio: number;
  readonly scale: number;
  /** Where the drawing's origin lies, seen from the canvas's corner. */
  readonly x: number;
  readonly y: number;
}

/**
 * Lays the canvas over its parent on whole pixels of the screen: anything else is smoothed at every frame, which is
 * slow and blurs.
 */
function settle(canvas: HTMLCanvasElement, box: Box | null, region: Box | undefined): Place {
  const rect = canvas.parentElement?.getBoundingClientRect() ?? new DOMRect();
  const ratio = window.devicePixelRatio;
  // As SVG fits a viewBox: whole, and in the middle.
  const [boxX, boxY, boxWidth, boxHeight] = box ?? [0, 0, rect.width, rect.height];
  const scale = Math.min(rect.width / boxWidth, rect.height / boxHeight);
  const [originX, originY] = [
    (rect.width - boxWidth * scale) / 2 - boxX * scale,
    (rect.height - boxHeight * scale) / 2 - boxY * scale,
  ];
  const [fromX, fromY, wide, high] =
    region === undefined
      ? [0, 0, rect.width, rect.height]
      : [originX + region[0] * scale, originY + region[1] * scale, region[2] * scale, region[3] * scale];
  const [screenX, screenY] = [rect.left + window.scrollX, rect.top + window.scrollY];
  const [left, top] = [
    Math.floor((screenX + fromX) * ratio) / ratio - screenX,
    Math.floor((screenY + fromY) * ratio) / ratio - screenY,
  ];
  const [pixelsX, pixelsY] = [Math.ceil((fromX + wide - left) * ratio), Math.ceil((fromY + high - top) * ratio)];
  canvas.width = Math.max(1, pixelsX);
  canvas.height = Math.max(1, pixelsY);
  Object.assign(canvas.style, {
    left: `${left}px`,
    top: `${top}px`,
    width: `${pixelsX / ratio}px`,
    height: `${pixelsY / ratio}px`,
  });
  return { ratio, scale, x: originX - left, y: originY - top };
}
