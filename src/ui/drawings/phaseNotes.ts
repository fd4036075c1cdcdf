/** The phase of each cylinder, for the line under its number. */
import type { Engine } from "@/core/engine/resolve";
import { topsAt } from "@/core/stops/sign";
import { fold } from "@/core/units/angle/arc";

const PHASES: Record<360 | 720, readonly string[]> = {
  720: ["power", "exhaust", "intake", "compression"],
  360: ["power", "compression"],
};

export function phaseNotes(engine: Engine, crankDeg: number): Record<string, string> {
  const { firing, rocking } = topsAt(engine, crankDeg);
  return Object.fromEntries(
    engine.cylinders.map((c) => {
      if (firing.includes(c.id)) return [c.id, "firing TDC"];
      if (rocking.includes(c.id)) return [c.id, "rocking"];
      const rel = fold(crankDeg - c.firingDeg, engine.cycleDeg);
      return [c.id, PHASES[engine.cycleDeg][Math.floor(rel / 180)] ?? ""];
    }),
  );
}
