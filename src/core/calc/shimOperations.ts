/** Shims for whole engines, and positive-closing pairs, as open calculations. */
import { assignShims, type Position } from "../shims/assign";
import { isSolved, positiveClosing as solvePair } from "../shims/positiveClosing";
import { lashSpec } from "../lash/spec";
import { interval } from "../units/interval";
import { toMm } from "../units/length";
import { CalcProblem, parseInput } from "./problem";
import { refuseCrossed } from "./refuseCrossed";
import { positiveClosingInput, shimsInput } from "./shimInputs";
import { tidy } from "./tidy";

export function shims(input: unknown): object {
  const given = parseInput(shimsInput, input);
  refuseTwice(
    given.positions.map((p) => p.id),
    "positions",
  );
  refuseTwice(
    (given.parts ?? []).map((p) => p.id),
    "parts",
  );
  const positions = given.positions.map((p, i): Position => {
    const spec = lashSpec(p.spec);
    refuseCrossed(spec, `positions[${i}].spec`);
    const [lo, hi] = Array.isArray(p.lash) ? p.lash.map(toMm) : [toMm(p.lash), toMm(p.lash)];
    if (lo === undefined || hi === undefined || lo > hi)
      throw new CalcProblem("The ends of the lash are crossed: the smaller comes first.", `positions[${i}].lash`);
    return {
      id: p.id,
      fittedMm: toMm(p.fitted),
      lashMm: interval(lo, hi),
      lowMm: spec.lowMm,
      highMm: spec.highMm,
      aimMm: p.aim === undefined ? spec.nominalMm : toMm(p.aim),
      ...(p.engine === undefined ? {} : { engine: p.engine }),
    };
  });
  const parts = (given.parts ?? []).map((p) => ({
    id: p.id,
    thicknessMm: toMm(p.thickness),
    source: p.source,
    cost: p.cost ?? 0,
    quantity: p.quantity ?? (p.source === "stock" ? 1 : null),
  }));
  const plan = assignShims({ positions, parts, reuse: given.reuse ?? true });
  return {
    picks: plan.picks.map((p) => ({
      ...p,
      thicknessMm: tidy(p.thicknessMm),
      predictedLashMm: tidy(p.predictedLashMm),
    })),
    cost: tidy(plan.cost),
    bought: plan.bought,
    moved: plan.moved,
    sumSquaresMm2: Math.round(plan.sumSquaresMm2 * 1e9) / 1e9,
    unserved: plan.unserved.map((u) => ({ position: u.position, needsMm: u.needsMm.map(tidy) })),
    leftOver: plan.leftOver,
  };
}

function refuseTwice(ids: readonly string[], path: string): void {
  const known = new Set<string>();
  ids.forEach((id, i) => {
    if (known.has(id)) throw new CalcProblem(`"${id}" stands twice: each has an id of its own.`, `${path}[${i}].id`);
    known.add(id);
  });
}

/** What is aimed at where nothing is said (usual in the trade): a tenth at the opener, nothing at the closer. */
const OPENER_AIM_MM = 0.1;

export function positiveClosing(input: unknown): object {
  const { opener, closer, bias } = parseInput(positiveClosingInput, input);
  const solved = solvePair({
    opener: {
      fittedMm: toMm(opener.fitted),
      gapMm: toMm(opener.gap),
      aimMm: opener.aim === undefined ? OPENER_AIM_MM : toMm(opener.aim),
    },
    closer: {
      fittedMm: toMm(closer.fitted),
      loadedGapMm: toMm(closer.loadedGap),
      aimMm: closer.aim === undefined ? 0 : toMm(closer.aim),
    },
    ...(bias === undefined ? {} : { biasMm: toMm(bias) }),
  });
  if (!isSolved(solved)) throw new CalcProblem(solved.why, solved.field);
  return Object.fromEntries(Object.entries(solved).map(([key, mm]) => [key, tidy(mm as number)]));
}
