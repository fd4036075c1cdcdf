/** What the engine page tells of a life. */
import type { Due } from "@/core/record/due";
import type { LifterVisit } from "@/core/record/lifters";
import type { Life } from "@/core/record/history";
import type { Database } from "@/db/connect";
import { engineDue } from "./deadline";
import { lifeOfEngine, riskOf } from "./life";
import { lifterVisitsOf } from "./results";

export interface LifePage {
  readonly life: Life;
  /** Visits that turned lifters in, the oldest first. */
  readonly lifterVisits: readonly LifterVisit[];
  readonly due: Due | null;
  readonly risk: number;
  /** By which rule it is looked at again. */
  readonly interval: { readonly hours: number | null; readonly days: number | null; readonly words: string | null };
}

export async function loadLife(db: Database, shopId: string, engineId: string, now = new Date()): Promise<LifePage> {
  const [life, lifterVisits, due, risk] = await Promise.all([
    lifeOfEngine(db, shopId, engineId),
    lifterVisitsOf(db, shopId, engineId),
    engineDue(db, shopId, engineId, now),
    riskOf(db, shopId),
  ]);
  return { life, lifterVisits, ...due, risk };
}
