/**
 * The engine as the planner sees it: every cylinder with its firing angle, every valve with the
 * arcs in which it is off its base circle. Angles are crank degrees; relative ones count from the
 * cylinder's own firing TDC.
 */
import { type Arc, type CrankDeg, arcBetween, complement, fold, separation, union } from "../units/angle/arc";
import { cycleOf, type EngineFile, type Lobe, type ValveRole } from "./engineFile";
import { type Mover, moverOf } from "./mover";
import { type LobeShape, UNKNOWN_CAM, leastShape, lobeShape, rampOf } from "./lobes";
import { type VisibleGear, visibleGear } from "./visibleGear";

export interface Cylinder {
  readonly id: string;
  readonly firingDeg: CrankDeg;
  /** The cylinder half a cycle apart, which rocks while this one fires; null when there is none. */
  readonly companion: string | null;
  /** Which of its banks it stands in, from 0; null where the engine has none. */
  readonly bank: number | null;
}

export interface Valve {
  readonly id: string;
  readonly cylinder: string;
  readonly role: ValveRole;
  readonly firingDeg: CrankDeg;
  /** Relative arcs on which the follower rests on its base circle; null when no arc is known. */
  readonly baseCircleArcs: readonly Arc[] | null;
}

/** What a role's lobes do, relative to firing TDC. */
export interface RoleArcs {
  readonly shape: LobeShape;
  readonly lobe: Arc;
  readonly working: Arc;
  /** Where the lobe is not known: the least that it may do. The shape is then the most; null where it is known. */
  readonly least: LobeShape | null;
}

export interface Engine {
  readonly cycleDeg: 360 | 720;
  readonly rampDeg: number;
  readonly cylinders: readonly Cylinder[];
  readonly valves: readonly Valve[];
  readonly roleArcs: Partial<Record<ValveRole, RoleArcs>>;
  readonly releases: readonly { role: ValveRole; arc: Arc }[];
  /** Where a plug hole pushes air while the crank is turned: from the last valve shutting to firing TDC. */
  readonly pressure: Arc;
  readonly follower: EngineFile["follower"] | null;
  /** What the marks of its pulley are called, by their degrees: what is stamped there, else "TDC mark" or "mark at 90°". */
  readonly markNames: Readonly<Record<number, string>>;
  /** What is seen moving at its valves. */
  readonly mover: Mover;
  /** What else there is to see and feel. */
  readonly gear: VisibleGear;
  readonly assumptions: readonly string[];
}

/** A companion's firing angle may differ from half a cycle by this much. */
const COMPANION_WITHIN_DEG = 1;

/** Resolves a validated engine file. Never fails on one: what is missing becomes a named assumption. */
export function resolveEngine(file: EngineFile): Engine {
  const cycleDeg = cycleOf(file);
  const roles = [...new Set(file.valves.map((v) => v.role))];
  const ramp = rampOf(file.cam, file.strokes);
  const measured = roles.every((role) => "profile" in (file.cam?.[role] ?? {}));
  const assumptions = ramp.assumption === null || measured ? [] : [ramp.assumption];
  const roleArcs: Engine["roleArcs"] = {};
  for (const role of roles) {
    const lobe = lobeFor(file, role, assumptions);
    if (lobe === null) continue;
    const shape = lobeShape(lobe, role, file.cam, file.strokes);
    const least = file.cam?.[role] === undefined ? leastShape(role, file.strokes) : null;
    roleArcs[role] = arcsOf(shape, least, cycleDeg);
  }
  const releases = [
    ...(file.cam?.releases ?? []).map((r) => ({ role: r.role, arc: arcBetween(r.fromDeg, r.toDeg, cycleDeg) })),
    ...roles.flatMap((role) =>
      (roleArcs[role]?.shape.bumps ?? []).map((b) => ({ role, arc: arcBetween(b.fromDeg, b.toDeg, cycleDeg) })),
    ),
  ];
  const cylinders = resolveCylinders(file, cycleDeg);
  const firing = new Map(cylinders.map((c) => [c.id, c.firingDeg]));
  const baseOf = (role: ValveRole): Arc[] | null => {
    const arcs = roleArcs[role];
    if (arcs === undefined) return null;
    const bumps = releases.filter((r) => r.role === role).map((r) => r.arc);
    return complement(union([arcs.working, ...bumps], cycleDeg), cycleDeg);
  };
  const base: Record<ValveRole, Arc[] | null> = {
    intake: baseOf("intake"),
    exhaust: baseOf("exhaust"),
    injector: baseOf("injector"),
  };
  const valves = file.valves.map((v) => ({
    ...v,
    firingDeg: firing.get(v.cylinder) ?? fold(0, cycleDeg),
    baseCircleArcs: base[v.role],
  }));
  return {
    cycleDeg,
    rampDeg: ramp.rampDeg,
    cylinders,
    valves,
    roleArcs,
    releases,
    pressure: pressureArc(file, cycleDeg),
    follower: file.follower ?? null,
    mover: moverOf(file),
    gear: visibleGear(file),
    markNames: markNames(file),
    assumptions,
  };
}

/** Where nobody says what marks there are, the one TDC mark is assumed. */
const markNames = ({ marksDeg = [0], markLabels }: EngineFile): Engine["markNames"] =>
  Object.fromEntries(
    marksDeg.map((deg, i) => {
      const stamped = markLabels?.[i]?.trim() ?? "";
      return [deg, stamped !== "" ? `mark “${stamped}”` : deg === 0 ? "TDC mark" : `mark at ${deg}°`];
    }),
  );

/** Counted from the published closing of the intake (two-stroke: of the exhaust), also when it has no valve in the list. */
function pressureArc(file: EngineFile, cycleDeg: number): Arc {
  const role = file.strokes === 2 ? "exhaust" : "intake";
  const lobe = file.cam?.[role] ?? UNKNOWN_CAM[file.strokes].lobes[role];
  const closesDeg = lobe === undefined ? cycleDeg / 2 : lobeShape(lobe, role, file.cam, file.strokes).closesDeg;
  return arcBetween(fold(closesDeg, cycleDeg), cycleDeg, cycleDeg);
}

const arcsOf = (shape: LobeShape, least: LobeShape | null, cycleDeg: number): RoleArcs => ({
  shape,
  least,
  lobe: arcBetween(shape.opensDeg, shape.closesDeg, cycleDeg),
  working: arcBetween(shape.workingFromDeg, shape.workingToDeg, cycleDeg),
});

function lobeFor(file: EngineFile, role: ValveRole, assumptions: string[]): Lobe | null {
  const given = file.cam?.[role];
  if (given !== undefined) return given;
  const assumed = role === "injector" ? null : (UNKNOWN_CAM[file.strokes].lobes[role] ?? null);
  if (assumed === null) assumptions.push(`No arc is known for the ${role} followers: they are served by no method.`);
  // A cam that is left out altogether has said so already.
  else if (file.cam !== undefined)
    assumptions.push(`No ${role} lobe is given: the wide events of an unknown cam are assumed.`);
  return assumed;
}

function resolveCylinders(file: EngineFile, cycleDeg: number): Cylinder[] {
  const count = file.firingOrder.length;
  const angleOf = new Map(
    file.firingOrder.map((id, k) => [id, fold(file.firingAnglesDeg?.[k] ?? (k * cycleDeg) / count, cycleDeg)]),
  );
  const firing = file.cylinders.map((id) => ({ id, firingDeg: angleOf.get(id) ?? fold(0, cycleDeg) }));
  return firing.map((c) => {
    const off = (o: { firingDeg: number }): number => cycleDeg / 2 - separation(c.firingDeg, o.firingDeg, cycleDeg);
    const near = firing
      .filter((o) => o.id !== c.id && off(o) <= COMPANION_WITHIN_DEG)
      .sort((a, b) => off(a) - off(b));
    const bank = file.layout?.banks?.findIndex((b) => b.includes(c.id)) ?? -1;
    return { ...c, companion: near[0]?.id ?? null, bank: bank < 0 ? null : bank };
  });
}
