"use client";

import { useMemo, useState } from "react";
import type { Engine } from "@/core/engine/resolve";
import type { GearNow } from "@/core/locate/gearState";
import { type Question, bestQuestion, locate } from "@/core/locate/locate";
import type { Observation } from "@/core/locate/observation";
import { provesNothing } from "@/core/locate/proves";

/** What can be said to be seen, and what is touched to say where. */
export const TOOLS = [
  { id: "mark", target: "mark", label: "A mark is up" },
  { id: "both-loose", target: "cylinder", label: "Both loose" },
  { id: "away", target: "cylinder", label: "Lobes away" },
  { id: "rocking", target: "cylinder", label: "Rocking" },
  { id: "pressure", target: "cylinder", label: "Pushes air" },
  { id: "rotor", target: "cylinder", label: "Rotor points" },
  { id: "loose", target: "valve", label: "Loose" },
  { id: "pressed", target: "valve", label: "Pressed" },
  { id: "moves", target: "valve", label: "Moved, last sixth of a turn" },
  { id: "still", target: "valve", label: "Still, last sixth of a turn" },
  { id: "opening", target: "valve", label: "Just opening" },
  { id: "closing", target: "valve", label: "Just closing" },
] as const;
export type ToolId = (typeof TOOLS)[number]["id"];
export type Target = (typeof TOOLS)[number]["target"];

/** An arc wider than this is still worth narrowing. */
const WIDE_DEG = 40;

const same = (a: Observation, b: Observation): boolean =>
  JSON.stringify({ ...a, no: undefined, turnedOnDeg: undefined }) ===
  JSON.stringify({ ...b, no: undefined, turnedOnDeg: undefined });

/** Of a valve one thing is so at a time: the newer word counts. */
const replaces = (next: Observation, old: Observation): boolean =>
  same(next, old) ||
  ("valve" in next &&
    "valve" in old &&
    next.valve === old.valve &&
    [
      ["loose", "pressed"],
      ["moves", "still"],
    ].some((pair) => pair.includes(next.kind) && pair.includes(old.kind)));

const turnedOn = (seen: Observation, byDeg: number): Observation =>
  byDeg === 0 ? seen : { ...seen, turnedOnDeg: (seen.turnedOnDeg ?? 0) + byDeg };

/** What a touch with a tool says of a valve or a cylinder. */
function saidOf(engine: Engine, tool: ToolId, where: string): Observation[] {
  switch (tool) {
    case "mark":
      return [];
    case "both-loose":
      return engine.valves
        .filter((v) => v.cylinder === where && v.role !== "injector")
        .map((v) => ({ kind: "loose", valve: v.id }));
    case "away":
    case "rocking":
    case "pressure":
    case "rotor":
      return [{ kind: tool, cylinder: where }];
    default:
      return [{ kind: tool, valve: where }];
  }
}

export function useLocator(engine: Engine, gear: GearNow, requiredDeg: number, marksDeg: readonly number[]) {
  const [seen, setSeen] = useState<readonly Observation[]>([]);
  const [toldNothing, setToldNothing] = useState<readonly Observation[]>([]);
  const [complaint, setComplaint] = useState<string | null>(null);
  const offered = useMemo(
    () =>
      TOOLS.filter(({ id, target }) => {
        if (target === "mark") return marksDeg.length > 0;
        if (id === "rotor") return engine.gear.rotor !== false;
        if (id === "away" && !engine.gear.lobes) return false;
        const places = target === "valve" ? engine.valves : engine.cylinders;
        return places.some((p) => saidOf(engine, id, p.id).every((o) => provesNothing(engine, gear, o) === null));
      }),
    [engine, gear, marksDeg],
  );
  const [chosen, setTool] = useState<ToolId | null>(null);
  const tool = chosen ?? offered[0]?.id ?? "rocking";
  const located = useMemo(() => locate(engine, seen, { gear, requiredDeg }), [engine, gear, seen, requiredDeg]);
  const next = useMemo((): Question | null => {
    const { arcs } = located;
    if (arcs.length === 0) return null;
    const mark = marksDeg[0];
    if (seen.length === 0 && toldNothing.length === 0 && mark !== undefined)
      return { observation: { kind: "mark", markDeg: mark }, no: null, turnsDeg: 0 };
    return arcs.length > 1 || arcs.some((a) => a.spanDeg > WIDE_DEG)
      ? bestQuestion(engine, gear, arcs, toldNothing)
      : null;
  }, [engine, gear, located, seen, toldNothing, marksDeg]);

  const add = (all: readonly Observation[], turnsDeg = 0): void =>
    setSeen((now) => [
      ...now.filter((o) => !all.some((a) => replaces(a, o))).map((o) => turnedOn(o, turnsDeg)),
      ...all,
    ]);
  /** Says what was answered; the crank was turned on for it where the question asks for that. */
  const answer = ({ observation, no, turnsDeg }: Question, yes: boolean): void => {
    const said = yes ? observation : no;
    if (said === null) setToldNothing([...toldNothing, observation]);
    add(said === null ? [] : [said], turnsDeg);
  };
  /** Touching what was said already takes it back. */
  const toggle = (all: readonly Observation[]): void => {
    const nothing = all.map((o) => provesNothing(engine, gear, o)).find((n) => n !== null);
    setComplaint(nothing?.why ?? null);
    if (nothing !== undefined) return;
    if (all.every((a) => seen.some((o) => o.no !== true && same(a, o))))
      setSeen(seen.filter((o) => !all.some((a) => same(a, o))));
    else add(all);
  };

  return {
    seen,
    tool,
    offered,
    setTool,
    located,
    next,
    answer,
    complaint,
    remove: (index: number) => setSeen(seen.filter((_, i) => i !== index)),
    clear: () => {
      setSeen([]);
      setToldNothing([]);
      setComplaint(null);
    },
    touch: (where: string) => toggle(saidOf(engine, tool, where)),
    touchMark: (markDeg: number) => toggle([{ kind: "mark", markDeg }]),
  };
}
export type LocatorState = ReturnType<typeof useLocator>;
