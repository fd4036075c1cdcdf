"use client";

import { useCallback, useMemo, useState } from "react";
import type { Engine } from "@/core/engine/resolve";
import { bestNext, locate } from "@/core/locate/locate";
import { type Observation, VALVE_SIGHTS } from "@/core/locate/observation";

/** What can be said to be seen, and what is touched to say where. */
export const TOOLS = [
  { id: "mark", target: "mark", label: "A mark is up" },
  { id: "both-loose", target: "cylinder", label: "Both loose" },
  { id: "rocking", target: "cylinder", label: "Rocking" },
  { id: "pressure", target: "cylinder", label: "Pushes air" },
  { id: "rotor", target: "cylinder", label: "Rotor points" },
  { id: "loose", target: "valve", label: "Loose" },
  { id: "pressed", target: "valve", label: "Pressed" },
  { id: "opening", target: "valve", label: "Just opening" },
  { id: "closing", target: "valve", label: "Just closing" },
] as const;
export type ToolId = (typeof TOOLS)[number]["id"];
export type Target = (typeof TOOLS)[number]["target"];

/** An arc wider than this is still worth narrowing. */
const WIDE_DEG = 40;

const same = (a: Observation, b: Observation): boolean =>
  JSON.stringify({ ...a, no: undefined }) === JSON.stringify({ ...b, no: undefined });

/** A rocker can't be loose and pressed at once: the newer word counts. */
const replaces = (next: Observation, old: Observation): boolean =>
  same(next, old) ||
  ("valve" in next &&
    "valve" in old &&
    next.valve === old.valve &&
    [next, old].every((o) => o.kind === "loose" || o.kind === "pressed"));

export function useLocator(engine: Engine, requiredDeg: number, marksDeg: readonly number[]) {
  const [seen, setSeen] = useState<readonly Observation[]>([]);
  const [tool, setTool] = useState<ToolId>(marksDeg.length > 0 ? "mark" : "both-loose");
  const located = useMemo(() => locate(engine, seen, requiredDeg), [engine, seen, requiredDeg]);
  const next = useMemo(() => {
    if (located.arcs.length === 0) return null;
    const mark = marksDeg[0];
    if (seen.length === 0 && mark !== undefined) return { kind: "mark" as const, markDeg: mark };
    const wide = located.arcs.some((a) => a.spanDeg > WIDE_DEG);
    return located.next ?? (located.arcs.length > 1 || wide ? bestNext(engine, located.arcs) : null);
  }, [engine, located, seen, marksDeg]);

  const add = useCallback(
    (all: readonly Observation[]) =>
      setSeen((now) => [...now.filter((o) => !all.some((a) => replaces(a, o))), ...all]),
    [],
  );
  const remove = useCallback((index: number) => setSeen((now) => now.filter((_, i) => i !== index)), []);
  /** Touching what was said already takes it back. */
  const toggle = useCallback(
    (all: readonly Observation[]) =>
      setSeen((now) =>
        all.every((a) => now.some((o) => o.no !== true && same(a, o)))
          ? now.filter((o) => !all.some((a) => same(a, o)))
          : [...now.filter((o) => !all.some((a) => replaces(a, o))), ...all],
      ),
    [],
  );

  const touchValve = useCallback(
    (valve: string) => {
      const kind = VALVE_SIGHTS.find((k) => k === tool);
      if (kind !== undefined) toggle([{ kind, valve }]);
    },
    [toggle, tool],
  );
  const touchCylinder = useCallback(
    (cylinder: string) => {
      if (tool === "both-loose")
        toggle(
          engine.valves
            .filter((v) => v.cylinder === cylinder && v.role !== "injector")
            .map((v) => ({ kind: "loose", valve: v.id })),
        );
      else if (tool === "rocking" || tool === "pressure" || tool === "rotor") toggle([{ kind: tool, cylinder }]);
    },
    [engine, toggle, tool],
  );
  const touchMark = useCallback((markDeg: number) => toggle([{ kind: "mark", markDeg }]), [toggle]);

  return {
    seen,
    tool,
    setTool,
    located,
    next,
    add,
    remove,
    clear: () => setSeen([]),
    touchValve,
    touchCylinder,
    touchMark,
  };
}
export type LocatorState = ReturnType<typeof useLocator>;
