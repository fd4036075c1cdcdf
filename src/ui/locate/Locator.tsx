"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Engine } from "@/core/engine/resolve";
import type { Observation } from "@/core/locate/observation";
import { askWords, foundWords, seenWords } from "@/core/locate/words";
import { ROLE_LETTER } from "@/core/job/words/names";
import { turnWords } from "@/core/job/words/crankTurns";
import { type Arc, advance, fold } from "@/core/units/angle/arc";
import { Button } from "../controls/Button";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { useCrankAt } from "../crank/crankStore";
import { PhaseWheel, PulleyDial } from "../drawings/CrankDrawings";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import { ViewPicker } from "../drawings/HeadMap/ViewPicker";
import { useHeadView } from "../drawings/HeadMap/useHeadView";
import { dialMarks } from "../engine/dialMarks";
import { PAPER_GRID } from "../theme/paper";
import { type LocatorState, TOOLS, type Target, useLocator } from "./useLocator";

interface Stop {
  readonly letter: string;
  readonly crankDeg: number;
}

interface Props {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly requiredDeg: number;
  readonly stops: readonly Stop[];
  readonly closeLabel: string;
  readonly onClose: () => void;
  /** The crank was found: the arc it is in, and the angle to go by. */
  readonly onFound: (deg: number, arc: Arc) => void;
}

/** When it is not known what there is, the one TDC mark is assumed. */
const ONE_MARK: readonly number[] = [0];

/** Where is the crank? Touch what you see; the dial and the wheel narrow to what is possible. */
export function Locator({ file, engine, requiredDeg, stops, closeLabel, onClose, onFound }: Props) {
  const marks = file.marksDeg ?? ONE_MARK;
  const printed = useMemo(
    () => dialMarks([], file.marksDeg ?? [0], file.markLabels),
    [file.marksDeg, file.markLabels],
  );
  const state = useLocator(engine, requiredDeg, marks);
  const [place, setPlace] = useState(0);
  const { arcs } = state.located;
  const arc = arcs[place % Math.max(1, arcs.length)] ?? null;
  const crankDeg =
    arc === null || arc.spanDeg >= engine.cycleDeg ? 0 : fold(arc.startDeg + arc.spanDeg / 2, engine.cycleDeg);
  const crank = useCrankAt(crankDeg);
  const shown = arcs.length === 0 || arcs.some((a) => a.spanDeg >= engine.cycleDeg) ? null : arcs;
  return (
    <chakra.section
      aria-label="Where is the crank?"
      border="2px solid"
      borderColor="ink"
      borderRadius="plate"
      bg="sheet"
      overflow="hidden"
    >
      <chakra.header
        display="flex"
        flexWrap="wrap"
        justifyContent="space-between"
        alignItems="center"
        gap="3"
        px="4"
        py="2"
        borderBottom="2px solid"
        borderColor="ink"
        bg="paper"
      >
        <chakra.h2 fontWeight={700} fontSize={{ base: "24px", lg: "30px" }} lineHeight={1.15}>
          Where is the crank?
        </chakra.h2>
        <Button type="button" size="big" onClick={onClose}>
          {closeLabel}
        </Button>
      </chakra.header>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.15fr) minmax(0, 1fr)" }}
      >
        <chakra.div p="4" minWidth="0" borderRight={{ lg: "2px solid" }} borderColor="ink!" {...PAPER_GRID}>
          <Touch file={file} engine={engine} state={state} marks={marks} />
        </chakra.div>
        <chakra.div minWidth="0" display="flex" flexDirection="column">
          <Findings
            engine={engine}
            state={state}
            arc={arc}
            crankDeg={crankDeg}
            stops={stops}
            onFound={onFound}
            onOther={() => setPlace(place + 1)}
          />
          <chakra.div
            display="grid"
            gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr" }}
            borderTop="2px solid"
            borderColor="ink"
          >
            <chakra.div p="2" height="250px" minWidth="0">
              <PhaseWheel engine={engine} crank={crank} possible={shown} />
            </chakra.div>
            <chakra.div p="2" height="250px" minWidth="0" borderLeft={{ sm: "2px solid" }} borderColor="ink!">
              <PulleyDial
                engine={engine}
                crank={crank}
                rotation={file.rotation ?? "clockwise"}
                marks={printed}
                possible={shown}
              />
            </chakra.div>
          </chakra.div>
        </chakra.div>
      </chakra.div>
    </chakra.section>
  );
}

const WHERE: Readonly<Record<Target, string>> = { mark: "which mark", cylinder: "the cylinder", valve: "the rocker" };

interface TouchProps {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly state: LocatorState;
  readonly marks: readonly number[];
}

/** First what is seen, then where. */
function Touch({ file, engine, state, marks }: TouchProps) {
  const [view, setView] = useHeadView(file.name);
  const tool = TOOLS.find((t) => t.id === state.tool) ?? TOOLS[0];
  const offered = TOOLS.filter(
    (t) => (t.id !== "rocking" || engine.cycleDeg === 720) && (t.id !== "mark" || marks.length > 0),
  );
  return (
    <chakra.div display="flex" flexDirection="column" gap="3">
      <chakra.div role="group" aria-label="What you see" display="flex" flexWrap="wrap" gap="2">
        {offered.map((t) => (
          <Button
            key={t.id}
            type="button"
            size="big"
            px="3"
            aria-pressed={t.id === state.tool}
            bg={t.id === state.tool ? "ink" : "sheet"}
            color={t.id === state.tool ? "paper" : "ink"}
            _hover={{}}
            onClick={() => state.setTool(t.id)}
          >
            {t.label}
          </Button>
        ))}
      </chakra.div>
      <chakra.div display="flex" flexWrap="wrap" justifyContent="space-between" alignItems="center" gap="2">
        <Stamp bg="sheet" px="1" color="now!">
          Now touch {WHERE[tool.target]}
        </Stamp>
        <ViewPicker file={file} view={view} onView={setView} />
      </chakra.div>
      {tool.target === "mark" && (
        <chakra.div display="flex" flexWrap="wrap" gap="2">
          {marks.map((deg, i) => {
            const said = state.seen.some((o) => o.kind === "mark" && o.markDeg === deg && o.no !== true);
            const label = file.markLabels?.[i] ?? (deg === 0 ? "TDC mark" : `Mark at ${deg}°`);
            return (
              <Button
                key={deg}
                type="button"
                size="big"
                aria-pressed={said}
                borderWidth={said ? "4px" : "1.5px"}
                onClick={() => state.touchMark(deg)}
              >
                {label}
                {said ? " ✓" : ""}
              </Button>
            );
          })}
        </chakra.div>
      )}
      <HeadMap
        file={file}
        view={view}
        marks={seenMarks(engine, state)}
        notes={cylinderNotes(engine, state.seen)}
        {...(tool.target === "valve" ? { onPick: state.touchValve } : {})}
        {...(tool.target === "cylinder"
          ? {
              onPickCylinder: state.touchCylinder,
              cylinderLabel: (id: string) => `Cylinder ${id}: ${tool.label.toLowerCase()}`,
            }
          : {})}
      />
      <Seen engine={engine} state={state} />
    </chakra.div>
  );
}

/** What was seen, each to be taken back; what does not fit the rest is named. */
function Seen({ engine, state }: { readonly engine: Engine; readonly state: LocatorState }) {
  if (state.seen.length === 0) return null;
  return (
    <chakra.div bg="sheet">
      <chakra.ul listStyleType="none" m="0" p="0" display="flex" flexWrap="wrap" gap="2" aria-label="What was seen">
        {state.seen.map((o, i) => {
          const odd = state.located.contradiction.includes(i);
          return (
            <li key={JSON.stringify(o)}>
              <Button
                type="button"
                onClick={() => state.remove(i)}
                borderColor={odd ? "now" : "edge"}
                borderWidth={odd ? "3px" : "1.5px"}
                aria-label={`Take back: ${seenWords(engine, o)}`}
              >
                {odd ? "✕ " : ""}
                {seenWords(engine, o)}
                {odd ? ": does not fit" : ""}
              </Button>
            </li>
          );
        })}
        <li>
          <Button type="button" kind="quiet" onClick={state.clear}>
            Start over
          </Button>
        </li>
      </chakra.ul>
    </chakra.div>
  );
}

interface FindingsProps {
  readonly engine: Engine;
  readonly state: LocatorState;
  readonly arc: Arc | null;
  readonly crankDeg: number;
  readonly stops: readonly Stop[];
  readonly onFound: (deg: number, arc: Arc) => void;
  readonly onOther: () => void;
}

/** Narrow enough to say "you are here". */
const FOUND_DEG = 90;

function Findings({ engine, state, arc, crankDeg, stops, onFound, onOther }: FindingsProps) {
  const { located, next } = state;
  const { arcs, settable, contradiction } = located;
  if (contradiction.length > 0) {
    const odd = contradiction
      .map((i) => state.seen[i])
      .filter((o) => o !== undefined)
      .map((o) => seenWords(engine, o));
    return (
      <chakra.div p="4" aria-live="polite">
        <Stamp color="now!">This does not fit together</Stamp>
        <chakra.p fontWeight={700} fontSize={{ base: "22px", lg: "26px" }} lineHeight={1.2}>
          Look again: {odd.join("; ")}.
        </chakra.p>
        <chakra.p fontSize="17px" color="soft" pt="2">
          Without {odd.length === 1 ? "that one" : `those ${odd.length}`}, the rest agrees. Touch it in the list to
          take it back.
        </chakra.p>
      </chakra.div>
    );
  }
  const found = arcs.length === 1 && arc !== null && arc.spanDeg <= FOUND_DEG;
  return (
    <chakra.div p="4" display="flex" flexDirection="column" gap="3" aria-live="polite">
      {next !== null && (
        <div>
          <Stamp color="now!">{found ? "To be surer" : "Look at this next"}</Stamp>
          <chakra.p fontWeight={700} fontSize={{ base: "22px", lg: "26px" }} lineHeight={1.2}>
            {askWords(engine, next)}
          </chakra.p>
          <chakra.div display="flex" gap="3" pt="2">
            <Button
              type="button"
              kind={found ? "plain" : "now"}
              size="big"
              minWidth="110px"
              justifyContent="center"
              onClick={() => state.add([next])}
            >
              Yes
            </Button>
            <Button
              type="button"
              size="big"
              minWidth="110px"
              justifyContent="center"
              onClick={() => state.add([{ ...next, no: true }])}
            >
              No
            </Button>
          </chakra.div>
        </div>
      )}
      <div>
        <PlateHeading>{found ? "You are here" : "Known so far"}</PlateHeading>
        <chakra.p fontSize="18px">{foundWords(engine, arcs)}</chakra.p>
        {state.seen.length > 0 && (
          <chakra.p fontSize="17px" color={settable.length > 0 ? "ink" : "soft"}>
            {settable.length > 0
              ? `Wherever in there it is, these may be set: ${settable.join(", ")}.`
              : "Nothing may be set for sure yet."}
          </chakra.p>
        )}
        {found && <chakra.p fontSize="17px">{nextStopWords(stops, crankDeg, engine.cycleDeg)}</chakra.p>}
      </div>
      <chakra.div display="flex" flexWrap="wrap" gap="3">
        {found && arc !== null && (
          <Button type="button" kind="now" onClick={() => onFound(crankDeg, arc)}>
            The crank is here
          </Button>
        )}
        {arcs.length > 1 && (
          <Button type="button" onClick={onOther}>
            Draw the other place
          </Button>
        )}
      </chakra.div>
    </chakra.div>
  );
}

function nextStopWords(stops: readonly Stop[], crankDeg: number, cycleDeg: 360 | 720): string {
  const ahead = [...stops].sort(
    (a, b) => advance(crankDeg, a.crankDeg, cycleDeg) - advance(crankDeg, b.crankDeg, cycleDeg),
  );
  const near = stops.find(
    (s) => Math.min(advance(crankDeg, s.crankDeg, cycleDeg), advance(s.crankDeg, crankDeg, cycleDeg)) <= 5,
  );
  const next = ahead.find((s) => s !== near);
  const at = near === undefined ? "" : `This is stop ${near.letter}. `;
  return next === undefined
    ? at
    : `${at}The next stop, ${next.letter}, is ${turnWords(Math.round(advance(crankDeg, next.crankDeg, cycleDeg)))} on.`;
}

const SAID: Readonly<Record<string, string>> = {
  loose: "loose",
  pressed: "press",
  opening: "opens",
  closing: "closes",
};

function seenMarks(engine: Engine, state: LocatorState): Record<string, ValveMark> {
  return Object.fromEntries(
    engine.valves.map((v) => {
      const at = state.seen.findIndex((o) => "valve" in o && o.valve === v.id && o.no !== true);
      const seen = state.seen[at];
      const letter = ROLE_LETTER[v.role];
      if (seen === undefined)
        return [v.id, { look: "elsewhere", text: letter, label: `${v.cylinder} ${v.role}: nothing said` }];
      return [
        v.id,
        {
          look: state.located.contradiction.includes(at) ? "open" : "here",
          text: SAID[seen.kind] ?? letter,
          label: seenWords(engine, seen),
        },
      ];
    }),
  );
}

/** What was said of a cylinder, under its number. */
function cylinderNotes(engine: Engine, seen: readonly Observation[]): Record<string, string> {
  const words = { rocking: "rocking", pressure: "pushes air", rotor: "rotor here" } as const;
  return Object.fromEntries(
    engine.cylinders.map((c) => {
      const said = seen.find((o) => "cylinder" in o && o.cylinder === c.id && o.no !== true);
      return [c.id, said !== undefined && said.kind in words ? words[said.kind as keyof typeof words] : ""];
    }),
  );
}
