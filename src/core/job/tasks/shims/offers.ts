/**
 * What is possible with the parts at hand, and what every further wish would cost: side by side, each worked out for
 * the whole engine.
 */
import { type ShimPlan, assignShims } from "../../../shims/assign";
import type { JobOf } from "../../job";
import type { JobState } from "../../state/state";
import type { ShimsTask } from "./plan";
import { type Out, type ShimScope, type ShimSources, type ShimWish, shimProblem } from "./problem";

/** What was chosen; null where nobody chose yet, and the likelier is proposed. */
export interface ShimChoice extends Omit<ShimWish, "scope" | "buying"> {
  readonly scope: ShimScope | null;
  readonly buying: boolean | null;
}

export interface ShimOffers {
  /** What the plan was worked out for, with what nobody chose filled in. */
  readonly wish: ShimWish;
  readonly plan: ShimPlan;
  readonly scopes: Readonly<Record<ShimScope, ShimPlan>>;
  readonly buying: Readonly<Record<"nothing" | "missing", ShimPlan>>;
  /** The same with all within half the band, and with no part changing places. */
  readonly near: ShimPlan;
  readonly stay: ShimPlan;
}

/** The money of what is bought. */
export const boughtFor = (plan: ShimPlan, price: (id: string) => number): number =>
  Math.round(plan.picks.reduce((sum, p) => sum + (p.source === "buy" ? price(p.from) : 0), 0) * 100) / 100;

/** Fewer left without a part, then less to buy: whether `a` is to be preferred. */
const better = (a: ShimPlan, b: ShimPlan): boolean =>
  a.unserved.length < b.unserved.length ||
  (a.unserved.length === b.unserved.length && a.bought > 0 && a.cost < b.cost - 1e-9);

/**
 * All that is offered. Nobody having chosen: what is in its band is left alone unless more valves are served, or
 * less is bought, when it gives its part; and nothing is bought unless that serves more.
 */
export function shimOffers(
  job: Pick<JobOf<ShimsTask>, "task">,
  state: JobState,
  out: Out,
  sources: ShimSources,
  choice: ShimChoice,
  onProgress?: (done: number, of: number) => boolean,
): ShimOffers {
  let worked = 0;
  const plan = (wish: ShimWish): ShimPlan => {
    const problem = shimProblem(job, state, out, sources, wish);
    const steps = problem.positions.length * OFFERS;
    const made = assignShims({
      ...problem,
      ...(onProgress === undefined
        ? {}
        : { onProgress: (done) => onProgress(Math.min(worked + done, steps), steps) }),
    });
    worked += problem.positions.length;
    return made;
  };
  const scoped = (buying: boolean): { scope: ShimScope; plans: Record<ShimScope, ShimPlan> } => {
    const plans = { out: plan({ ...choice, buying, scope: "out" }), all: plan({ ...choice, buying, scope: "all" }) };
    return { plans, scope: choice.scope ?? (better(plans.all, plans.out) ? "all" : "out") };
  };
  const [nothing, missing] = [scoped(false), scoped(true)];
  const buying =
    choice.buying ?? missing.plans[missing.scope].unserved.length < nothing.plans[nothing.scope].unserved.length;
  const { scope, plans } = buying ? missing : nothing;
  const wish = { ...choice, buying, scope };
  // A further wish may cost something, unless it was said that nothing is bought.
  const further = { ...wish, buying: choice.buying ?? true };
  return {
    wish,
    plan: plans[scope],
    scopes: plans,
    buying: {
      nothing: nothing.plans[choice.scope ?? nothing.scope],
      missing: missing.plans[choice.scope ?? missing.scope],
    },
    near: choice.near ? plans[scope] : plan({ ...further, near: true }),
    stay: choice.stay ? plans[scope] : plan({ ...further, stay: true }),
  };
}

/** How many plans are worked out for one look. */
const OFFERS = 6;
