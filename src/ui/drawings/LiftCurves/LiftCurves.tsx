"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { memo, useEffect, useMemo, useRef } from "react";
import type { EngineFile, ValveRole } from "@/core/engine/engineFile";
import { type LiftCurve, liftCurve } from "@/core/engine/liftCurve";
import type { Engine } from "@/core/engine/resolve";
import { fold } from "@/core/units/angle/arc";
import type { CrankStore } from "../../crank/crankStore";
import { DrawnText } from "../DrawnText";
import { color } from "../colors";
import { liftWords } from "../inWords";
import { useWidth } from "../useWidth";
import { FLOOR, HEIGHT, type LiftScale, curvePath, highestOf, xOf, yOf } from "./geometry";

interface Props {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly cylinder: string;
  readonly crank: CrankStore;
}

const ROLES: readonly ValveRole[] = ["exhaust", "intake", "injector"];
const STROKE: Readonly<Record<ValveRole, string>> = {
  intake: color.blue,
  exhaust: color.brass,
  injector: color.soft,
};
const DASH: Readonly<Record<ValveRole, string | undefined>> = { intake: undefined, exhaust: "9 4", injector: "3 4" };

/** How far a cylinder's valves are open over its cycle, with the hand on the curves. */
export function LiftCurves({ file, engine, cylinder, crank }: Props) {
  const curves = useMemo(
    () =>
      ROLES.filter((role) => engine.valves.some((v) => v.cylinder === cylinder && v.role === role)).flatMap(
        (role) => liftCurve(file, engine, role) ?? [],
      ),
    [file, engine, cylinder],
  );
  const [box, width] = useWidth(520);
  const scale = useMemo(
    (): LiftScale => ({ cycleDeg: engine.cycleDeg, width: Math.max(240, width), highest: highestOf(curves) }),
    [engine.cycleDeg, width, curves],
  );
  const firingDeg = engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;
  return (
    <chakra.figure m="0" ref={box} width="full" minWidth="0">
      <chakra.div position="relative">
        <chakra.svg
          width={scale.width}
          height={HEIGHT}
          viewBox={`0 0 ${scale.width} ${HEIGHT}`}
          display="block"
          maxWidth="full"
          role="img"
          aria-label={liftWords(cylinder, curves, engine.cycleDeg)}
        >
          <Curves curves={curves} scale={scale} />
        </chakra.svg>
        <Hand curves={curves} scale={scale} firingDeg={firingDeg} crank={crank} />
      </chakra.div>
      <chakra.figcaption fontSize="16px" color="soft">
        {curves
          .map(
            (c) =>
              `${c.role}: ${c.measured ? "as measured" : c.peakMm === null ? "from its events, shape assumed" : `from its events, ${c.peakMm.toFixed(2)} mm, shape assumed`}`,
          )
          .join(" · ")}
      </chakra.figcaption>
    </chakra.figure>
  );
}

interface CurvesProps {
  readonly curves: readonly LiftCurve[];
  readonly scale: LiftScale;
}

const Curves = memo(function Curves({ curves, scale }: CurvesProps) {
  const phases =
    scale.cycleDeg === 720
      ? ["power", "exhaust", "intake", scale.width < 420 ? "comp." : "compression"]
      : ["power", "compression"];
  return (
    <g>
      {phases.map((name, i) => (
        <DrawnText key={name} x={xOf(scale, i * 180 + 90)} y={18} size={16} fill={color.soft}>
          {name}
        </DrawnText>
      ))}
      {phases.concat("").map((_, i) => (
        <g key={i}>
          <path d={`M${xOf(scale, i * 180)} 24V${FLOOR + 6}`} stroke={color.line} />
          <DrawnText x={xOf(scale, i * 180)} y={FLOOR + 22} size={15} fill={color.soft}>
            {i * 180}°
          </DrawnText>
        </g>
      ))}
      <path d={`M${xOf(scale, 0)} ${FLOOR}H${xOf(scale, scale.cycleDeg)}`} stroke={color.ink} strokeWidth={1.5} />
      {curves.map((c) => (
        <path
          key={c.role}
          d={curvePath(scale, c)}
          fill="none"
          stroke={STROKE[c.role]}
          strokeWidth={3}
          strokeDasharray={DASH[c.role]}
        />
      ))}
    </g>
  );
});

interface HandProps extends CurvesProps {
  readonly firingDeg: number;
  readonly crank: CrankStore;
}

/** The hand and its dots lie on layers of their own: moving them draws nothing else anew, and renders nothing. */
function Hand({ curves, scale, firingDeg, crank }: HandProps) {
  const hand = useRef<HTMLDivElement>(null);
  const dots = useRef<(HTMLDivElement | null)[]>([]);
  useEffect(() => {
    const place = (): void => {
      const rel = fold(crank.get() - firingDeg, scale.cycleDeg);
      const x = xOf(scale, rel);
      if (hand.current !== null) hand.current.style.transform = `translateX(${x}px)`;
      curves.forEach((c, i) => {
        const dot = dots.current[i];
        if (dot != null) dot.style.transform = `translate(${x}px, ${yOf(scale, c.at(rel))}px)`;
      });
    };
    place();
    return crank.subscribe(place);
  }, [crank, curves, firingDeg, scale]);
  return (
    <div aria-hidden="true">
      <div
        ref={hand}
        style={{ ...MOVED, width: 3, height: FLOOR - 20, top: 24, left: -1.5, background: color.now }}
      />
      {curves.map((c, i) => (
        <div
          key={c.role}
          ref={(element) => {
            dots.current[i] = element;
          }}
          style={{
            ...MOVED,
            width: 14,
            height: 14,
            top: -7,
            left: -7,
            background: color.sheet,
            border: `3px solid ${STROKE[c.role]}`,
            borderRadius: 999,
          }}
        />
      ))}
    </div>
  );
}

const MOVED = { position: "absolute", pointerEvents: "none", willChange: "transform" } as const;
