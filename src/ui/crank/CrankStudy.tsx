"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Engine } from "@/core/engine/resolve";
import { markAngles } from "@/core/stops/fewest";
import { proofWordsAt } from "@/core/signs/proofWords";
import { fold } from "@/core/units/angle/arc";
import { Button, Key } from "../controls/Button";
import { Stamp } from "../controls/Stamp";
import { PhaseWheel, PulleyDial } from "../drawings/CrankDrawings";
import { ViewPicker } from "../drawings/HeadMap/ViewPicker";
import { useHeadView } from "../drawings/HeadMap/useHeadView";
import type { DialMark } from "../drawings/PulleyDial/geometry";
import { PAPER_GRID } from "../theme/paper";
import { LiveHeadMap } from "./LiveHeadMap";
import { type CrankStore, followCalmly } from "./crankStore";
import { settableAt } from "./marginMarks";

interface Props {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly crank: CrankStore;
  readonly requiredDeg: number;
  readonly stopsDeg: readonly number[];
  readonly marks: readonly DialMark[];
  readonly valve: string | null;
  readonly onValve: (valve: string | null) => void;
}

const STEPS = [-30, -5, -1, 1, 5, 30];

/** Head, wheel and dial of one engine: the crank turned in one turns all. */
export function CrankStudy({ file, engine, crank, requiredDeg, stopsDeg, marks, valve, onValve }: Props) {
  const [view, setView] = useHeadView(file.name);
  const [turnOut, setTurnOut] = useState(false);
  const { cycleDeg } = engine;
  const jump = useCallback(
    (angles: readonly number[]) =>
      crank.set(angles.find((deg) => deg > crank.get() + 1e-6) ?? angles[0] ?? crank.get()),
    [crank],
  );
  const nextMark = useCallback(
    () => jump(markAngles(file.marksDeg ?? [0], cycleDeg)),
    [jump, file.marksDeg, cycleDeg],
  );
  const nextStop = useCallback(() => jump(stopsDeg), [jump, stopsDeg]);
  useJumpKeys(nextMark, nextStop);
  const options = useMemo(() => ({ requiredDeg, chosen: valve, turnOut }), [requiredDeg, valve, turnOut]);
  const pick = useCallback((id: string) => onValve(id === valve ? null : id), [onValve, valve]);
  return (
    <chakra.section
      aria-label="Crank and valves"
      display="grid"
      gridTemplateColumns={{
        base: "minmax(0, 1fr)",
        md: "1fr 1fr",
        lg: "minmax(0,1.3fr) minmax(0,1fr) minmax(0,0.85fr)",
      }}
      border="2px solid"
      borderColor="ink"
      borderRadius="plate"
      bg="sheet"
      overflow="hidden"
    >
      <chakra.div
        p="3"
        minWidth="0"
        gridColumn={{ md: "1 / -1", lg: "auto" }}
        borderRight={{ lg: "2px solid" }}
        borderBottom={{ base: "2px solid", lg: "0" }}
        borderColor="ink!"
        {...PAPER_GRID}
      >
        <chakra.div display="flex" justifyContent="space-between" alignItems="center" flexWrap="wrap" gap="2" pb="2">
          <ViewPicker file={file} view={view} onView={setView} />
        </chakra.div>
        <LiveHeadMap file={file} engine={engine} crank={crank} view={view} options={options} onPick={pick} />
      </chakra.div>
      <chakra.div p="2" minWidth="0" height={{ base: "260px", lg: "auto" }} minHeight={{ lg: "320px" }}>
        <PhaseWheel
          live
          engine={engine}
          crank={crank}
          inHand={engine.valves.find((v) => v.id === valve)?.cylinder ?? null}
          valve={valve}
        />
      </chakra.div>
      <chakra.div
        p="2"
        minWidth="0"
        height={{ base: "260px", lg: "auto" }}
        borderLeft={{ md: "2px solid" }}
        borderColor="ink!"
      >
        <PulleyDial live engine={engine} crank={crank} rotation={file.rotation ?? "clockwise"} marks={marks} />
      </chakra.div>
      <chakra.div gridColumn="1 / -1" borderTop="2px solid" borderColor="ink" px="3" py="2" bg="paper">
        <chakra.div display="flex" flexWrap="wrap" gap="2" alignItems="center">
          <Stamp pr="1" width={{ base: "full", md: "auto" }}>
            Turn the crank
          </Stamp>
          <chakra.span
            display={{ base: "grid", md: "contents" }}
            gridTemplateColumns="repeat(6, minmax(0, 1fr))"
            gap="1"
            width="full"
          >
            {STEPS.map((s) => (
              <Button
                key={s}
                type="button"
                justifyContent="center"
                minWidth={{ base: "0", md: "56px" }}
                px="1"
                aria-label={`${s > 0 ? "On" : "Back"} ${Math.abs(s)} degrees`}
                onClick={() => crank.set(fold(crank.get() + s, cycleDeg))}
              >
                {s > 0 ? `+${s}°` : `−${-s}°`}
              </Button>
            ))}
          </chakra.span>
          <Button type="button" onClick={nextMark}>
            Next mark<Key>M</Key>
          </Button>
          <Button type="button" onClick={nextStop} disabled={stopsDeg.length === 0}>
            Next stop<Key>S</Key>
          </Button>
          {cycleDeg === 720 && (
            <Button
              type="button"
              aria-pressed={turnOut}
              borderWidth={turnOut ? "3px" : "1.5px"}
              onClick={() => setTurnOut(!turnOut)}
            >
              What if I&apos;m one full turn off?
            </Button>
          )}
          <chakra.span color="soft" fontSize="16px">
            Drag any drawing; touch a valve to see its margin
          </chakra.span>
        </chakra.div>
        <LiveList engine={engine} crank={crank} requiredDeg={requiredDeg} turnOut={turnOut} />
      </chakra.div>
    </chakra.section>
  );
}

function useJumpKeys(nextMark: () => void, nextStop: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input, textarea, select") !== null;
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key.toLowerCase() === "m") nextMark();
      else if (event.key.toLowerCase() === "s") nextStop();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [nextMark, nextStop]);
}

/** What may be set where the crank stands; written straight into the page, at a pace that can be read. */
function LiveList({
  engine,
  crank,
  requiredDeg,
  turnOut,
}: Pick<Props, "engine" | "crank" | "requiredDeg"> & { readonly turnOut: boolean }) {
  const [here, sign, wrong] = [
    useRef<HTMLElement>(null),
    useRef<HTMLSpanElement>(null),
    useRef<HTMLParagraphElement>(null),
  ];
  useEffect(
    () =>
      followCalmly(crank, (deg) => {
        const told = listWords(engine, deg, requiredDeg);
        if (here.current !== null) here.current.textContent = told.here;
        if (sign.current !== null) sign.current.textContent = ` ${told.sign}`;
        if (wrong.current !== null) wrong.current.textContent = told.oneTurnOut;
      }),
    [engine, crank, requiredDeg, turnOut, here, sign, wrong],
  );
  return (
    <chakra.div pt="2" fontSize="17px" aria-live="polite" minHeight="3.4em" contain="layout paint">
      <p>
        <b ref={here} />
        <span ref={sign} />
      </p>
      {turnOut && <chakra.p ref={wrong} color="now" fontWeight={600} />}
    </chakra.div>
  );
}

function listWords(
  engine: Engine,
  deg: number,
  requiredDeg: number,
): { readonly here: string; readonly sign: string; readonly oneTurnOut: string } {
  const here = settableAt(engine, deg, requiredDeg);
  const caught = here.filter((s) => s.oneTurnOutDeg !== null && s.oneTurnOutDeg < requiredDeg);
  return {
    here:
      here.length === 0
        ? "Nothing may be set here."
        : `May be set here: ${here.map((s) => `${s.valve} ${Math.floor(s.marginDeg)}°`).join(", ")}.`,
    sign: proofWordsAt(engine, {}, deg).check,
    oneTurnOut:
      caught.length === 0
        ? "One turn out would do no harm here: all of these are clear both times round."
        : `With the same mark up the other time round, ${caught.map((s) => `${s.valve} ${(s.oneTurnOutDeg ?? 0) < 0 ? "stands on its lobe" : `is only ${Math.floor(s.oneTurnOutDeg ?? 0)}° clear`}`).join(", ")}: set there, ${caught.length === 1 ? "it" : "they"} would be wrong.`,
  };
}
