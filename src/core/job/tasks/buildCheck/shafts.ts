/** Which rocker shafts there are, and at which crank positions each may be bolted down. */
import type { EngineFile } from "../../../engine/engineFile";
import type { Engine } from "../../../engine/resolve";
import { marginDeg } from "../../../stops/margin";
import type { Sight } from "../../../stops/sight";
import type { RouteStop } from "../../../stops/route";
import { stopLetter } from "../../../stops/sign";
import { fold } from "../../../units/angle/arc";
import { WANTED_DEG } from "./line";

/** How rockers are held: on shafts that are bolted down over several followers, or each on its own. */
export const SHAFT_LAYOUTS = ["none", "file", "bank", "cylinder"] as const;
export type ShaftLayout = (typeof SHAFT_LAYOUTS)[number];

export interface Shaft {
  readonly name: string;
  readonly valves: readonly string[];
  readonly torqueNm: number | null;
}

/** What the file names that carries rockers; a girdle or a spacer goes on after setting. */
const CARRIES = /shaft|carrier|stand|pedestal/i;

const named = ({ tightenedLater = [] }: EngineFile): Shaft[] =>
  tightenedLater
    .filter((p) => CARRIES.test(p.name))
    .map(({ name, valves, torqueNm = null }) => ({ name, valves, torqueNm }));

const banksOf = ({ layout, cylinders }: EngineFile): readonly (readonly string[])[] => layout?.banks ?? [cylinders];

/** The layouts that an engine may have, the likeliest first. */
export function shaftLayouts(file: EngineFile): ShaftLayout[] {
  const inFile = named(file).length > 0;
  const single = file.adjuster?.at === "stud-nut";
  return [
    ...(inFile ? (["file"] as const) : []),
    ...(single ? (["none", "bank", "cylinder"] as const) : (["bank", "cylinder", "none"] as const)),
  ];
}

/** The shafts of a layout, front first. */
export function shaftsOf(file: EngineFile, layout: ShaftLayout): Shaft[] {
  const under = (cylinders: readonly string[]): string[] =>
    file.valves.filter((v) => cylinders.includes(v.cylinder)).map((v) => v.id);
  const banks = banksOf(file);
  switch (layout) {
    case "none":
      return [];
    case "file":
      return named(file);
    case "bank":
      return banks.map((cylinders, i) => ({
        name: banks.length === 1 ? "rocker shaft" : `rocker shaft of bank ${i + 1}`,
        valves: under(cylinders),
        torqueNm: null,
      }));
    case "cylinder":
      return file.cylinders.map((c) => ({
        name: `rocker stand of cylinder ${c}`,
        valves: under([c]),
        torqueNm: null,
      }));
  }
}

export interface ShaftStops {
  readonly route: RouteStop[];
  /** The letter of the stop for each shaft, in their order; null where its followers never all rest. */
  readonly stops: readonly (string | null)[];
}

/**
 * The fewest crank positions found at which every shaft may be bolted down, on marks where that serves as many; each
 * shaft at the first of them at which all its followers rest.
 */
export function stopsForShafts(engine: Engine, shafts: readonly Shaft[]): ShaftStops {
  const tops: readonly number[] = engine.cylinders.flatMap((c) => [
    c.firingDeg,
    fold(c.firingDeg + 360, engine.cycleDeg),
  ]);
  const angles = [...new Set([...tops, ...Array.from({ length: engine.cycleDeg }, (_, deg) => deg)])];
  // At each angle, how far the nearest follower under a shaft is from its lobe; one without a known arc counts as lifted.
  const margins = new Map(
    engine.valves.map((v) => [v.id, angles.map((deg) => marginDeg(v, deg, engine.cycleDeg) ?? -Infinity)]),
  );
  const clear = shafts.map(
    ({ valves }) =>
      new Map(angles.map((deg, i) => [deg, Math.min(...valves.map((id) => margins.get(id)?.[i] ?? Infinity))])),
  );
  const needed = clear.map((at) => Math.min(WANTED_DEG, Math.max(...at.values())));
  const serves = (i: number, deg: number): boolean =>
    (needed[i] ?? -1) >= 0 && (clear[i]?.get(deg) ?? -Infinity) >= (needed[i] ?? Infinity);
  const chosen: number[] = [];
  let left = shafts.map((_, i) => i).filter((i) => angles.some((deg) => serves(i, deg)));
  while (left.length > 0) {
    const scored = angles.map((deg) => {
      const here = left.filter((i) => serves(i, deg));
      const room = Math.min(...here.map((i) => clear[i]?.get(deg) ?? 0));
      return { deg, here, score: [here.length, tops.includes(deg) ? 1 : 0, here.length === 0 ? 0 : room] as const };
    });
    const best = scored.reduce((a, b) => (compare(b.score, a.score) > 0 ? b : a));
    chosen.push(best.deg);
    left = left.filter((i) => !best.here.includes(i));
  }
  const bare = chosen.sort((a, b) => a - b).map((crankDeg, i) => stopAt(engine, crankDeg, stopLetter(i)));
  const stops = shafts.map((_, i) => bare.find((s) => serves(i, s.crankDeg))?.letter ?? null);
  const route = bare.map((stop) => {
    const under = shafts.flatMap(({ valves }, i) => (stops[i] === stop.letter ? valves : []));
    return { ...stop, sights: restingSights(engine, under) };
  });
  return { route, stops };
}

/** While no rocker is on, resting followers are seen at their lobes or felt at their pushrods. */
function restingSights(engine: Engine, valves: readonly string[]): Sight[] {
  const moment = engine.gear.lobes ? "away" : "low";
  return engine.valves
    .filter((v) => valves.includes(v.id))
    .map(({ cylinder, role }): Sight => ({ cylinder, role, moment }))
    .filter((s, i, all) => all.findIndex((o) => o.cylinder === s.cylinder && o.role === s.role) === i);
}

function compare(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((x, i) => x !== b[i]);
  return at === -1 ? 0 : (a[at] ?? 0) - (b[at] ?? 0);
}

function stopAt(engine: Engine, at: number, letter: string): RouteStop {
  const crankDeg = fold(at, engine.cycleDeg);
  const margins = engine.valves.map((v) => [v.id, marginDeg(v, crankDeg, engine.cycleDeg)] as const);
  return { letter, crankDeg, markDeg: crankDeg % 360, valves: [], margins: Object.fromEntries(margins), sights: [] };
}
