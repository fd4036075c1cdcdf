/** Random engine files: every kind of gear, cam, layout and extra that a job can meet. */
import type {
  AdjusterEntry,
  AdjusterKind,
  EngineFile,
  LashEntry,
  Lobe,
  ValveEntry,
} from "../../src/core/engine/engineFile";
import type { Random } from "@/core/units/random";

/** Leaves out what was not drawn. */
const defined = <T extends object>(values: T): T =>
  Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as T;

function lobe(r: Random, role: "intake" | "exhaust"): Lobe {
  if (r.chance(0.2)) return { durationDeg: r.int(220, 300), centerlineDeg: r.int(100, 118) };
  return role === "intake"
    ? { opensDegBtdc: r.int(-10, 50), closesDegAbdc: r.int(25, 90) }
    : { opensDegBbdc: r.int(25, 90), closesDegAtdc: r.int(-10, 45) };
}

function camOf(r: Random, strokes: 2 | 4): EngineFile["cam"] {
  if (r.chance(0.15)) return undefined;
  if (strokes === 2)
    return defined({
      atLift: r.maybe(0.7, () => "0.15 mm"),
      exhaust: { opensDegBbdc: r.int(60, 95), closesDegAbdc: r.int(40, 70) },
    });
  return defined({
    atLift: r.maybe(0.8, () => r.pick(["0.1 mm", "0.15 mm", "1 mm", ".050 in"])),
    rampDeg: r.maybe(0.2, () => r.int(0, 45)),
    intake: lobe(r, "intake"),
    exhaust: lobe(r, "exhaust"),
    releases: r.maybe(0.1, () => [{ role: "exhaust" as const, fromDeg: -120, toDeg: -70 }]),
  });
}

function lashOf(r: Random, kind: AdjusterKind): LashEntry {
  const inch = r.chance(0.25);
  const nominal = kind === "positive-closing" ? 10 : kind === "fixed" ? 120 : r.int(12, 60);
  const figure = (hundredths: number): string =>
    inch ? `${(hundredths / 100 / 25.4).toFixed(3)} in` : `${(hundredths / 100).toFixed(2)} mm`;
  const role = (more: number) => ({
    nominal: figure(nominal + more),
    ...(r.chance(0.15)
      ? {}
      : {
          low: figure(nominal + more - (kind === "fixed" ? 60 : 4)),
          high: figure(nominal + more + (kind === "fixed" ? 60 : 5)),
        }),
  });
  return {
    state: r.chance(0.75) ? "cold" : "hot",
    ...(r.chance(0.5) ? { source: "Workshop sheet 4" } : {}),
    intake: role(0),
    exhaust: role(kind === "screw" ? 6 : 0),
  };
}

function adjusterOf(r: Random, kind: AdjusterKind): AdjusterEntry | undefined {
  const thread = r.chance(0.5) ? { pitch: r.pick([0.75, 1, 1.25]) } : { tpi: r.pick([20, 24, 28]) };
  switch (kind) {
    case "screw":
      if (r.chance(0.1)) return undefined;
      return defined({
        kind,
        at: r.pick(["valve-end", "pushrod-end", "stud-nut", "tappet"] as const),
        ratio: r.maybe(0.9, () => r.between(1.1, 1.8)),
        ...thread,
        lock: r.maybe(0.5, () => r.pick(["lock-nut", "poly-lock", "self-locking", "tappet"] as const)),
        swingDeg: r.maybe(0.3, () => r.pick([30, 60, 90])),
      });
    case "hydraulic":
      return defined({
        kind,
        at: r.pick(["stud-nut", "pushrod-end"] as const),
        ratio: r.between(1.3, 1.8),
        ...thread,
        plunger: r.maybe(0.7, () => ({ travel: r.pick([2.5, 4, 5]) })),
        lock: r.maybe(0.5, () => r.pick(["poly-lock", "self-locking"] as const)),
      });
    case "fixed":
      return defined({
        kind,
        ratio: r.between(1.2, 1.6),
        part: r.pick(["pushrod", "rocker-shim"] as const),
        lengths: r.maybe(0.85, () => ["228.00 mm", "228.50 mm", "229.00 mm", "229.50 mm", "230.00 mm"]),
        fitted: r.maybe(0.7, () => "229.00 mm"),
        gapAt: r.maybe(0.4, () => r.pick(["valve", "pushrod"] as const)),
      });
    case "bucket-shim":
      return defined({
        kind,
        shimAt: r.maybe(0.6, () => r.pick(["over", "under", "tip", "rocker"] as const)),
        diameter: r.maybe(0.7, () => "29 mm"),
      });
    case "positive-closing":
      return defined({ kind, closer: r.maybe(0.5, () => ({ aim: "0 mm", high: "0.02 mm" })) });
    default:
      return { kind };
  }
}

/** An engine of a kind of gear that a job of that kind can be opened on. */
export function randomEngine(r: Random, kind: AdjusterKind): EngineFile {
  const strokes = kind === "screw" && r.chance(0.1) ? 2 : 4;
  const count = r.pick([1, 1, 2, 2, 3, 4, 4, 5, 6]);
  const cylinders = Array.from({ length: count }, (_, i) => String(i + 1));
  const order = [...cylinders];
  for (let i = order.length - 1; i > 1; i--) {
    const j = r.int(1, i);
    [order[i], order[j]] = [order[j] as string, order[i] as string];
  }
  const twins = kind !== "hydraulic" && r.chance(0.15);
  const valves: ValveEntry[] = cylinders.flatMap((cylinder) =>
    (strokes === 2 ? (["exhaust"] as const) : (["intake", "exhaust"] as const)).flatMap((role) => {
      const id = `${cylinder}${role === "intake" ? "I" : "E"}`;
      return twins
        ? [
            { id: `${id}a`, cylinder, role },
            { id: `${id}b`, cylinder, role },
          ]
        : [{ id, cylinder, role }];
    }),
  );
  const uneven = count > 1 && r.chance(0.15);
  return defined<EngineFile>({
    format: "fulcrata-engine/1",
    name: `Bench piece ${r.int(1, 999)}`,
    strokes,
    cylinders,
    firingOrder: order,
    valves,
    sector: r.maybe(0.6, () =>
      r.pick(["automotive", "diesel", "marine", "aircraft", "motorcycle", "small"] as const),
    ),
    rotation: r.maybe(0.5, () => r.pick(["clockwise", "counterclockwise"] as const)),
    firingAnglesDeg: uneven
      ? order.map((_, i) => Math.round((i * (strokes === 2 ? 300 : 600)) / order.length))
      : undefined,
    cam: camOf(r, strokes),
    marksDeg: r.maybe(0.4, () => [0]),
    barring: r.maybe(0.2, () => ({ at: "cam" as const, ratio: 0.5 })),
    follower: r.maybe(0.4, () => r.pick(["flat", "roller"] as const)),
    lash: kind === "hydraulic" ? undefined : lashOf(r, kind),
    tightenedLater:
      kind === "hydraulic"
        ? undefined
        : r.maybe(0.25, () => [
            { name: "girdle", valves: valves.slice(0, Math.ceil(valves.length / 2)).map((v) => v.id), torqueNm: 30 },
          ]),
    adjuster: adjusterOf(r, kind),
    bridges:
      kind === "screw"
        ? r.maybe(0.15, () => [{ cylinder: cylinders[0] ?? "1", role: "exhaust" as const }])
        : undefined,
    camshafts:
      kind === "bucket-shim"
        ? r.maybe(0.5, () => [{ name: "intake cam", valves: [], torqueNm: 10, caps: "from the middle outwards" }])
        : undefined,
    heat: r.maybe(0.5, () => ({
      layout: "pushrod" as const,
      block: "iron" as const,
      head: r.pick(["iron", "alloy"] as const),
    })),
    layout: r.maybe(0.3, () => ({ kind: "inline" as const })),
  });
}

export const GEAR_KINDS = [
  "screw",
  "grind",
  "hydraulic",
  "fixed",
  "bucket-shim",
  "bucket",
  "positive-closing",
] as const satisfies readonly AdjusterKind[];
