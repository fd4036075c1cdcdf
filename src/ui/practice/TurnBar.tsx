"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useRef } from "react";
import type { Appearance } from "@/core/practice/engine/appearance";
import { fold } from "@/core/units/angle/arc";
import { Button } from "../controls/Button";
import { type CrankStore, followCalmly } from "../crank/crankStore";
import { STIFF_WORDS, between } from "./geometry";

interface Props {
  readonly appearance: Appearance;
  readonly crank: CrankStore;
  /** Where the shop has it: what is turned from there is sent when the hand lets go. */
  readonly fromDeg: number;
  readonly onTurned: (byDeg: number) => void;
}

/** Crank degrees for a pixel by how hard it turns. */
const PER_PIXEL = [0.6, 0.36, 0.2] as const;
const KEYS: Readonly<Record<string, number>> = {
  ArrowRight: 1,
  ArrowUp: 1,
  ArrowLeft: -1,
  ArrowDown: -1,
  PageUp: 15,
  PageDown: -15,
};
/** Keys that come one after another are one turn. */
const KEYS_REST_MS = 450;
const STEPS = [-10, -1, 1, 10, 90] as const;

/** The bar on the crank: dragged, or by keys; it goes harder where a cylinder is pressed. */
export function TurnBar({ appearance, crank, fromDeg, onTurned }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const words = useRef<HTMLParagraphElement>(null);
  const held = useRef<number | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const stiffAt = (deg: number): 0 | 1 | 2 => {
    const s = Math.round(between(appearance.stiff, deg, appearance));
    return s >= 2 ? 2 : s === 1 ? 1 : 0;
  };
  useEffect(
    () =>
      followCalmly(crank, (deg) => {
        const stiff = Math.round(between(appearance.stiff, deg, appearance));
        const turned = `${Math.abs(Math.round(deg))}° ${deg < 0 ? "back" : "on"} from where you began`;
        element.current?.setAttribute("aria-valuenow", String(Math.round(deg)));
        element.current?.setAttribute("aria-valuetext", `${turned}; it ${STIFF_WORDS[stiff] ?? ""}`);
        if (words.current !== null) words.current.textContent = `Turned ${turned}. It ${STIFF_WORDS[stiff] ?? ""}.`;
      }),
    [crank, appearance],
  );
  useEffect(() => {
    const strip = element.current;
    const move = (): void => {
      if (strip !== null) strip.style.backgroundPositionX = `${fold(crank.get() * 2, 360)}px`;
    };
    return crank.subscribe(move);
  }, [crank]);
  const send = (): void => {
    const by = Math.round((crank.get() - fromDeg) * 10) / 10;
    if (Math.abs(by) >= 0.5) onTurned(by);
  };
  const letGo = (): void => {
    if (held.current === null) return;
    held.current = null;
    send();
  };
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <chakra.div
        ref={element}
        role="slider"
        tabIndex={0}
        aria-label="Turn the crank"
        aria-valuemin={-100000}
        aria-valuemax={100000}
        aria-valuenow={Math.round(fromDeg)}
        height="56px"
        borderRadius="plate"
        border="2px solid"
        borderColor="ink"
        bg="sheet"
        cursor="grab"
        touchAction="none"
        display="flex"
        alignItems="center"
        justifyContent="center"
        fontFamily="stamp"
        fontWeight={600}
        fontSize="18px"
        userSelect="none"
        style={{
          backgroundImage: "repeating-linear-gradient(90deg, var(--f-colors-line) 0 2px, transparent 2px 20px)",
        }}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          held.current = e.clientX;
        }}
        onPointerMove={(e) => {
          if (held.current === null) return;
          const by = (e.clientX - held.current) * PER_PIXEL[stiffAt(crank.get())];
          held.current = e.clientX;
          crank.set(crank.get() + by);
        }}
        onPointerUp={letGo}
        onPointerCancel={letGo}
        onKeyDown={(e) => {
          const step = KEYS[e.key];
          if (step === undefined) return;
          e.preventDefault();
          crank.set(crank.get() + step * (e.shiftKey && Math.abs(step) === 1 ? 5 : 1));
          if (timer.current !== null) clearTimeout(timer.current);
          timer.current = setTimeout(send, KEYS_REST_MS);
        }}
      >
        <chakra.span bg="sheet" px="2" pointerEvents="none">
          Drag the bar to turn →
        </chakra.span>
      </chakra.div>
      <chakra.div display="flex" flexWrap="wrap" gap="2" alignItems="center">
        {STEPS.map((deg) => (
          <Button
            key={deg}
            type="button"
            px="3"
            onClick={() => onTurned(deg)}
            aria-label={`Turn ${Math.abs(deg)}° ${deg < 0 ? "back" : "on"}`}
          >
            {deg < 0 ? `−${-deg}` : `+${deg}`}°
          </Button>
        ))}
        <chakra.p ref={words} fontSize="16px" color="soft" flex="1 1 14rem">
          The crank has not been turned yet.
        </chakra.p>
      </chakra.div>
    </chakra.div>
  );
}
