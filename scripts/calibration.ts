/**
 * `npm run calibration [-- engines seed]`: engines whose valves wear with scatter, read by hands with leaves, as long as
 * their record tells; then the share of those with a valve out of its band at the use that was said to be left, for the
 * risk that was taken. Code 1 outside 2 to 8 percent for a risk of 5.
 */
import { type ForecastValve, forecast } from "../src/core/record/forecast";
import type { Service } from "../src/core/record/rates";
import { random } from "@/core/units/random";

const [count = 500, seed = 1] = process.argv.slice(2).map(Number);
const [RISK, HORIZON] = [0.05, 20_000];
const [LOW, HIGH] = [0.02, 0.08];

const { next } = random(seed);
const normal = (): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

/** How well a hand repeats, and the steps of its leaves, in mm. */
const [REPEAT_MM, LEAF_MM] = [0.005, 0.02];
function read(trueMm: number): { lo: number; hi: number } {
  const felt = trueMm + REPEAT_MM * normal();
  const lo = Math.floor(felt / LEAF_MM) * LEAF_MM;
  return { lo, hi: lo + LEAF_MM };
}

interface Worn {
  readonly valve: ForecastValve;
  readonly trueMm: number;
  readonly rate: number;
}

/** An engine of eight valves and four to eight services, each role with its own way to wear. */
function engine(): Worn[] {
  const services = 4 + Math.floor(next() * 5);
  return (["intake", "exhaust"] as const).flatMap((role) => {
    const [mean, apart] = [(-1 - 9 * next()) * 1e-5, 3e-5 * next()];
    return [1, 2, 3, 4].map((cylinder): Worn => {
      const rate = mean + apart * normal();
      const [nominal, half] = [role === "intake" ? 0.25 : 0.4, 0.06];
      let trueMm = nominal + 0.01 * normal();
      let left = read(trueMm);
      const past: Service[] = [];
      for (let i = 0; i < services; i++) {
        const use = 200 + 400 * next();
        trueMm += rate * use;
        const found = read(trueMm);
        past.push({ use, left, found });
        left = found;
        // What is near a limit is set anew, near nominal.
        if (found.lo < nominal - half + LEAF_MM || found.hi > nominal + half - LEAF_MM) {
          trueMm = nominal + 0.01 * normal();
          left = read(trueMm);
        }
      }
      const valve = {
        id: `${cylinder}${role}`,
        role,
        lowMm: nominal - half,
        highMm: nominal + half,
        now: left,
        readSdMm: REPEAT_MM,
      };
      return { valve: { ...valve, services: past }, trueMm, rate };
    });
  });
}

let [told, out, dueAlready] = [0, 0, 0];
for (let i = 0; i < count; i++) {
  const worn = engine();
  const { useLeft } = forecast({ valves: worn.map((w) => w.valve), risk: RISK, horizon: HORIZON });
  // Due already or never in sight: no use at which the risk is just reached.
  if (useLeft === null || useLeft === 0) {
    dueAlready += 1;
    continue;
  }
  told += 1;
  const isOut = ({ valve, trueMm, rate }: Worn): boolean => {
    const then = trueMm + rate * useLeft;
    return then < valve.lowMm || then > valve.highMm;
  };
  if (worn.some(isOut)) out += 1;
}
const share = out / told;
process.stdout.write(
  `${count} engines, ${dueAlready} of them due at once or not in sight; of the other ${told}, ${out} had a valve out at the use that was left: ${(100 * share).toFixed(1)} percent for a risk of ${100 * RISK}.\n`,
);
process.exitCode = share >= LOW && share <= HIGH ? 0 : 1;
