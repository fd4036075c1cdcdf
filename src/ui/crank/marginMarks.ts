/** How each valve looks when the crank is only studied: what may be set, and what only seems so. Pure. */
import type { Engine, Valve } from "@/core/engine/resolve";
import { marginDeg, meets } from "@/core/stops/margin";

export interface MarkOptions {
  readonly requiredDeg: number;
  /** The valve whose margin is looked at. */
  readonly chosen: string | null;
  /** Shows what is really so when the mark came up the other time round. */
  readonly turnOut: boolean;
}

/** A valve that may be set here, or seems to be. */
export interface Settable {
  readonly valve: string;
  readonly marginDeg: number;
  /** Its margin one full turn on; null where that is the same place, or no arc is known. */
  readonly oneTurnOutDeg: number | null;
}

export function settableAt(engine: Engine, crankDeg: number, requiredDeg: number): Settable[] {
  return engine.valves.flatMap((v) => {
    const margin = marginDeg(v, crankDeg, engine.cycleDeg);
    if (!meets(margin, requiredDeg)) return [];
    return [
      {
        valve: v.id,
        marginDeg: margin,
        oneTurnOutDeg: engine.cycleDeg === 360 ? null : marginDeg(v, crankDeg + 360, 720),
      },
    ];
  });
}

type Look = "here" | "elsewhere" | "hand" | "open";

/** How the valve looks at a crank angle. */
export function lookOf(
  engine: Engine,
  v: Valve,
  crankDeg: number,
  { requiredDeg, chosen, turnOut }: MarkOptions,
): Look {
  const free = meets(marginDeg(v, crankDeg, engine.cycleDeg), requiredDeg);
  if (turnOut && free && !meets(marginDeg(v, crankDeg + 360, engine.cycleDeg), requiredDeg)) return "open";
  return v.id === chosen ? "hand" : free ? "here" : "elsewhere";
}

/** What a screen reader is told of the look. */
export function lookWords(v: Valve, look: Look): string {
  const said: Record<Look, string> = {
    open: "looks free, but not one turn out",
    hand: "its margin is shown on the wheel",
    here: "may be set here",
    elsewhere: v.baseCircleArcs === null ? "no arc known" : "not here",
  };
  return `${v.id}: ${said[look]}`;
}
