"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type KeyboardEvent, type PointerEvent, memo, useCallback, useEffect, useMemo, useRef } from "react";
import type { Engine } from "@/core/engine/resolve";
import type { Plan } from "@/core/stops/plan";
import { type CrankStore, followCalmly } from "../../crank/crankStore";
import { color } from "../colors";
import { stripWords } from "../inWords";
import { steppedBy } from "../steppedBy";
import { useWidth } from "../useWidth";
import { CycleStripDrawing } from "./CycleStripDrawing";
import { FOOT_ROOM, HEAD_ROOM, type StripLayout, layStrip } from "./geometry";

interface Props {
  readonly engine: Engine;
  readonly plan: Pick<Plan, "stops" | "unserved"> | null;
  readonly requiredDeg: number;
  readonly crank: CrankStore;
}

/** The cycle unrolled, in the width it is given; the crank's line is dragged along it. */
export function CycleStrip({ engine, plan, requiredDeg, crank }: Props) {
  const [box, width] = useWidth(1150);
  const layout = useMemo(() => layStrip(engine, width), [engine, width]);
  const words = useCallback((deg: number) => stripWords(engine, requiredDeg, deg), [engine, requiredDeg]);
  return (
    <chakra.div ref={box} width="full">
      <StripSlider layout={layout} cycleDeg={engine.cycleDeg} crank={crank} words={words}>
        <StillStrip layout={layout} cycleDeg={engine.cycleDeg} plan={plan} requiredDeg={requiredDeg} />
      </StripSlider>
    </chakra.div>
  );
}

const StillStrip = memo(function StillStrip(props: React.ComponentProps<typeof CycleStripDrawing>) {
  return (
    <Drawing
      width={props.layout.width}
      height={props.layout.height}
      viewBox={`0 0 ${props.layout.width} ${props.layout.height}`}
      aria-hidden="true"
    >
      <CycleStripDrawing {...props} />
    </Drawing>
  );
});

const Drawing = chakra("svg", { base: { display: "block" } });

interface SliderProps {
  readonly layout: StripLayout;
  readonly cycleDeg: 360 | 720;
  readonly crank: CrankStore;
  /** What it shows at an angle, for a screen reader. */
  readonly words: (deg: number) => string;
  readonly children: React.ReactNode;
}

/** The crank's line lies on a layer of its own: moving it draws nothing else anew, and renders nothing. */
function StripSlider({ layout, cycleDeg, crank, words, children }: SliderProps) {
  const slider = useRef<HTMLDivElement>(null);
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const place = (): void => {
      if (line.current !== null) line.current.style.transform = `translateX(${layout.xOf(crank.get())}px)`;
    };
    place();
    const unfollow = crank.subscribe(place);
    const hush = followCalmly(crank, (deg) => {
      slider.current?.setAttribute("aria-valuenow", String(Math.round(deg)));
      slider.current?.setAttribute("aria-valuetext", words(deg));
    });
    return () => {
      unfollow();
      hush();
    };
  }, [crank, layout, words]);
  const take = (event: PointerEvent<HTMLDivElement>): void =>
    crank.set(layout.degOf(event.clientX - event.currentTarget.getBoundingClientRect().left));
  const foot = layout.height - FOOT_ROOM - HEAD_ROOM;
  return (
    <div
      ref={slider}
      role="slider"
      tabIndex={0}
      aria-label="Cycle strip: turn the crank"
      aria-valuemin={0}
      aria-valuemax={cycleDeg}
      aria-valuenow={Math.round(crank.get())}
      aria-valuetext={words(crank.get())}
      style={{
        position: "relative",
        width: layout.width,
        height: layout.height,
        overflow: "hidden",
        touchAction: "pan-y",
        cursor: "ew-resize",
        borderRadius: 4,
        contain: "strict",
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        take(event);
      }}
      onPointerMove={(event) => {
        if (event.buttons > 0) take(event);
      }}
      onKeyDown={(event: KeyboardEvent<HTMLDivElement>) => {
        const next = steppedBy(event, crank.get(), cycleDeg);
        if (next !== null) crank.set(next);
      }}
    >
      {children}
      <div
        ref={line}
        aria-hidden="true"
        style={{ position: "absolute", top: HEAD_ROOM - 8, left: -8, pointerEvents: "none", willChange: "transform" }}
      >
        <svg width="16" height={foot + 24} style={{ display: "block" }}>
          <path d={`M8 0v${foot + 12}`} stroke={color.now} strokeWidth={2.5} />
          <path d={`M0 ${foot + 22}h16l-8 -11z`} fill={color.now} />
        </svg>
      </div>
    </div>
  );
}
