/**
 * An engine as it really is, for whoever answers at it as a person would: its cam differs from the file's by up to 5 degrees at
 * each event, and where the file knows none it is any plausible one. Written from the trade's rules alone, so that it shares
 * nothing with what it tests. Lengths in mm, angles in crank degrees.
 */
import type { EngineFile, ValveRole } from "../engine/engineFile";
import { type Engine, resolveEngine } from "../engine/resolve";
import type { GearAt, GearNow, GearState } from "../locate/gearState";
import type { Observation } from "../locate/observation";
import type { Sight } from "../stops/sight";
import type { Random } from "../units/random";

interface TrueLobe {
  readonly opensDeg: number;
  readonly closesDeg: number;
  readonly rampDeg: number;
  readonly peakMm: number;
}

/** Lift at the ends of the published events; the ramp rises to it. */
const CHECKING_MM = 0.15;

/** About a millimeter at 25 crank degrees past the checking lift, as usual lobes have it. */
const STEEP = 1.3;

/** Usual extremes of cams that nobody knows. */
const ANY_CAM = {
  intake: { opens: [315, 360], closes: [570, 625] },
  exhaust: { opens: [95, 150], closes: [360, 405] },
  twoStroke: { opens: [85, 120], closes: [210, 250] },
} as const;

export class TrueEngine {
  readonly engine: Engine;
  readonly gear: GearNow;
  private readonly lobes: Partial<Record<ValveRole, TrueLobe>>;
  /** Play at each valve with its follower on the base circle. */
  private readonly gapMm: ReadonlyMap<string, number>;
  /** Where the crank really stands. */
  deg = 0;

  constructor(
    readonly file: EngineFile,
    stateOf: (id: string) => GearState,
    private readonly r: Random,
    { read = true } = {},
  ) {
    this.engine = resolveEngine(file);
    this.lobes = Object.fromEntries(
      (["intake", "exhaust"] as const).flatMap((role) => {
        const lobe = this.trueLobe(role);
        return lobe === null ? [] : [[role, lobe]];
      }),
    );
    this.gear = Object.fromEntries(
      this.engine.valves.map((v): [string, GearAt] => [v.id, { state: stateOf(v.id), read }]),
    );
    this.gapMm = new Map(
      this.engine.valves.map((v) => {
        // Before it is read a valve with lash may be held open.
        if (stateOf(v.id) === "set") return [v.id, !read && r.chance(1 / 10) ? -0.05 : r.between(0.05, 0.4)];
        return [
          v.id,
          stateOf(v.id) === "slack" ? r.between(0.6, 5) : stateOf(v.id) === "dry" ? r.between(0.5, 2) : 0,
        ];
      }),
    );
  }

  private trueLobe(role: "intake" | "exhaust"): TrueLobe | null {
    const { r } = this;
    const known = this.engine.roleArcs[role];
    if (known === undefined) return null;
    const peakMm = r.between(7, 12);
    if (known.least === null) {
      const { opensDeg, closesDeg, workingFromDeg } = known.shape;
      const off = (): number => r.between(-5, 5);
      return { opensDeg: opensDeg + off(), closesDeg: closesDeg + off(), rampDeg: opensDeg - workingFromDeg, peakMm };
    }
    const { opens, closes } = this.file.strokes === 2 ? ANY_CAM.twoStroke : ANY_CAM[role];
    const [opensDeg, closesDeg] = [r.between(opens[0], opens[1]), r.between(closes[0], closes[1])];
    return { opensDeg, closesDeg, rampDeg: r.between(10, 20), peakMm };
  }

  /** Lift of a follower over its base circle at an angle. */
  private lobeMm(id: string, deg: number): number {
    const v = this.engine.valves.find((x) => x.id === id);
    const lobe = v === undefined ? undefined : this.lobes[v.role];
    if (v === undefined || lobe === undefined) return 0;
    const { cycleDeg } = this.engine;
    const { opensDeg, closesDeg, rampDeg, peakMm } = lobe;
    const middle = (opensDeg + closesDeg) / 2;
    const off = deg - v.firingDeg - middle;
    const from = Math.abs(((((off + cycleDeg / 2) % cycleDeg) + cycleDeg) % cycleDeg) - cycleDeg / 2);
    const half = (closesDeg - opensDeg) / 2;
    if (from <= half) return CHECKING_MM + (peakMm - CHECKING_MM) * Math.cos((Math.PI * from) / (2 * half)) ** STEEP;
    return from >= half + rampDeg ? 0 : CHECKING_MM * (1 - (from - half) / rampDeg);
  }

  /** Whether its follower is off its base circle where the crank stands. */
  isLifted = (id: string): boolean => this.lobeMm(id, this.deg) > 0;

  /** How far the valve is open, its play taken up. */
  private openMm(id: string, deg: number): number {
    return Math.max(0, this.lobeMm(id, deg) - Math.max(0, this.gapMm.get(id) ?? 0));
  }

  turn(byDeg: number): void {
    const { cycleDeg } = this.engine;
    this.deg = (((this.deg + byDeg) % cycleDeg) + cycleDeg) % cycleDeg;
  }

  /** Whether a cylinder is about its firing TDC. */
  firesNear = (cylinder: string): boolean => this.from(cylinder) <= 30;

  /**
   * Turns on until a moment is seen, give or take an eye, and on from there where it says so; how far the crank went.
   * `halfDeg` is half a cycle.
   */
  watch({ cylinder, moment, role, share }: Sight, halfDeg: number, eyeDeg: number): number {
    const { r, engine } = this;
    const firing = engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;
    const lobe = role === null ? undefined : this.lobes[role];
    const from = this.deg;
    const goTo = (rel: number, onDeg = 0): number => {
      const off = r.between(-eyeDeg, eyeDeg);
      const ahead = (((firing + rel - from) % engine.cycleDeg) + engine.cycleDeg) % engine.cycleDeg;
      this.turn(ahead + onDeg + off);
      return ahead + onDeg;
    };
    if (moment === "rocking" || lobe === undefined) return goTo(360);
    const { opensDeg, closesDeg } = lobe;
    const full = (opensDeg + closesDeg) / 2;
    switch (moment) {
      case "opening":
        return goTo(opensDeg + (share ?? 0.1) * (full - opensDeg));
      case "closing":
        return goTo(full + (share ?? 0.25) * (closesDeg - full));
      case "full":
        return goTo(full);
      case "full-then-on":
      case "full-then-half-on":
        return goTo(full, halfDeg);
      case "away":
      case "low":
        throw new RangeError("watch: whole lobes are looked at, see watchAway");
    }
  }

  /** Turns on until the lobes of all these point away, into the middle of that stretch; how far the crank went. */
  watchAway(valves: readonly string[]): number {
    const { cycleDeg } = this.engine;
    const from = this.deg;
    const rests = (on: number): boolean => valves.every((id) => this.lobeMm(id, from + on) === 0);
    let first = 0;
    while (first < cycleDeg && !(rests(first) && rests(first + 15))) first += 1;
    let last = first;
    while (last < first + cycleDeg && rests(last)) last += 1;
    const on = (first + last - 1) / 2;
    this.turn(on);
    return on;
  }

  /** How far a follower is lifted where the crank stands. */
  liftMm = (id: string): number => this.lobeMm(id, this.deg);

  /** What a person says who is asked whether this is so; where one could say either, either. */
  says(seen: Observation): boolean {
    const { r } = this;
    switch (seen.kind) {
      case "mark": {
        const off = Math.abs(((((this.deg - seen.markDeg + 180) % 360) + 360) % 360) - 180);
        return off <= 5;
      }
      case "rotor":
        return either(r, this.from(seen.cylinder) <= 10, this.from(seen.cylinder) >= 30);
      case "loose":
        return this.isLoose(seen.valve);
      case "pressed":
        return !this.isLoose(seen.valve);
      case "moves":
      case "still": {
        const moved = this.movedMm(seen.valve, seen.swingDeg ?? 60, seen.at === "lifter");
        const moves = either(r, moved > 0.2, moved < 0.1);
        return seen.kind === "moves" ? moves : !moves;
      }
      case "away": {
        const lifts = this.ofCylinder(seen.cylinder).map((id) => this.lobeMm(id, this.deg));
        return either(
          r,
          lifts.every((mm) => mm <= 0.02),
          lifts.some((mm) => mm > 0.5),
        );
      }
      case "rocking":
        return this.rocks(seen.cylinder);
      case "pressure": {
        const { cycleDeg } = this.engine;
        const rel = this.relative(seen.cylinder);
        const rising = rel >= cycleDeg - 180;
        const shut = this.ofCylinder(seen.cylinder).every((id) => this.openMm(id, this.deg) === 0);
        return either(r, rising && shut && rel > cycleDeg - 90, !rising || !shut);
      }
      case "opening":
      case "closing":
        return this.saysMoment(seen.kind, seen.valve);
    }
  }

  private isLoose(id: string): boolean {
    const { state } = this.gear[id] ?? { state: "set" };
    const play = (this.gapMm.get(id) ?? 0) - this.lobeMm(id, this.deg);
    return state !== "preloaded" && state !== "snug" && play > 0;
  }

  private movedMm(id: string, swingDeg: number, atLifter: boolean): number {
    const at = Array.from({ length: swingDeg + 1 }, (_, i) => this.deg - i);
    const mm = at.map((deg) => (atLifter ? this.lobeMm(id, deg) : this.openMm(id, deg)));
    return Math.max(...mm) - Math.min(...mm);
  }

  private rocks(cylinder: string): boolean {
    const { intake, exhaust } = this.lobes;
    if (intake === undefined || exhaust === undefined) return false;
    const rel = this.relative(cylinder);
    const [first, last] = [
      Math.min(intake.opensDeg, exhaust.closesDeg),
      Math.max(intake.opensDeg, exhaust.closesDeg),
    ];
    const within = rel >= first && rel <= last;
    const surely = within && intake.opensDeg <= exhaust.closesDeg;
    return either(this.r, surely, rel < first - 5 || rel > last + 5);
  }

  private saysMoment(kind: "opening" | "closing", id: string): boolean {
    const v = this.engine.valves.find((x) => x.id === id);
    const lobe = v === undefined ? undefined : this.lobes[v.role];
    if (v === undefined || lobe === undefined) return false;
    const { opensDeg, closesDeg } = lobe;
    const half = (closesDeg - opensDeg) / 2;
    const { cycleDeg } = this.engine;
    const into = ((((this.deg - v.firingDeg - opensDeg) % cycleDeg) + cycleDeg) % cycleDeg) / half;
    if (this.openMm(id, this.deg) <= 0.05) return false;
    return kind === "opening"
      ? either(this.r, into <= 0.25, into > 0.45)
      : either(this.r, into >= 1.1 && into <= 1.75, into <= 1 || into > 1.8);
  }

  private relative(cylinder: string): number {
    const { cycleDeg, cylinders } = this.engine;
    const firing = cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;
    return (((this.deg - firing) % cycleDeg) + cycleDeg) % cycleDeg;
  }

  private from = (cylinder: string): number =>
    Math.min(this.relative(cylinder), this.engine.cycleDeg - this.relative(cylinder));

  private ofCylinder = (cylinder: string): string[] =>
    this.engine.valves.filter((v) => v.cylinder === cylinder && v.role !== "injector").map((v) => v.id);
}

/** Surely so, surely not, or as this person has it. */
const either = (r: Random, surely: boolean, surelyNot: boolean): boolean => surely || (!surelyNot && r.chance(0.5));
