/** For tests: a shop with an engine whose lash is set by shims, and jobs on it with all valves read. */
import { randomUUID } from "node:crypto";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { cautionsFor } from "@/core/job/prepare";
import type { Entry } from "@/core/job/ledger/entry";
import { type Database, ofShop } from "@/db/connect";
import type { TestDatabase } from "@/db/freshDatabase.testing";
import { findJob } from "@/db/queries/jobs";
import type { Actor } from "../http/who";
import { HUNDREDTHS, newShop } from "../http/shop.testing";
import { addEngine } from "../engines/engines";
import { addFeelerSet } from "../shop/feelerSets";
import { openJob } from "../jobs/openJob";
import { openJobInput } from "../jobs/openJobInput";
import { addPart, addPartInput } from "./parts";
import { listParts } from "./stock";
import { record, recordInput } from "../jobs/record";

const FIGURES = { nominal: 0.15, low: 0.1, high: 0.2 };
export const SHIM_FILE = engineFile(["1", "2"], {
  cam: MILD_CAM,
  adjuster: { kind: "bucket-shim", diameter: 29 },
  lash: { state: "cold", intake: FIGURES, exhaust: FIGURES },
});

export const fresh = () => ({ id: randomUUID(), supersedes: null });
/** What a refusal said; "taken" when there was none. */
export const sentence = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "taken",
    (e: Error) => e.message,
  );

export class ShimShop {
  readonly setId = randomUUID();

  private constructor(
    readonly db: Database,
    readonly actor: Actor,
  ) {}

  static async open({ db, owner }: Pick<TestDatabase, "db" | "owner">): Promise<ShimShop> {
    const actor = await newShop(owner);
    const shop = new ShimShop(ofShop(db, actor.shopId), actor);
    await addFeelerSet(shop.db, shop.actor, {
      id: shop.setId,
      name: "Set",
      system: "metric",
      marks: HUNDREDTHS,
    });
    return shop;
  }

  async lay(thickness: string, count = 1): Promise<string> {
    const id = randomUUID();
    await addPart(
      this.db,
      this.actor,
      addPartInput.parse({
        id,
        moveId: randomUUID(),
        kind: "shim-over",
        diameter: "29",
        mark: thickness,
        thickness,
        count,
      }),
    );
    return id;
  }

  /** The thickness of every part that lies there. */
  async lying(): Promise<number[]> {
    return (await listParts(this.db, this.actor.shopId)).flatMap((p) =>
      Array.from({ length: p.count }, () => p.thicknessMm),
    );
  }

  async openJob(engineId: string): Promise<string> {
    return openJob(
      this.db,
      this.actor,
      openJobInput.parse({
        id: randomUUID(),
        engineId,
        state: "cold",
        temperatureC: 18,
        feelerSetId: this.setId,
        method: "firing-order",
        cautions: cautionsFor(SHIM_FILE, "cold").map((c) => c.id),
      }),
    );
  }

  /** A job on an engine of its own with all read: what is given goes in by its leaf, all others 0.15. */
  async readJob(goesMm: Readonly<Record<string, number>> = { "1I": 0.05 }): Promise<string> {
    const engineId = randomUUID();
    await addEngine(this.db, this.actor, {
      id: engineId,
      text: JSON.stringify(SHIM_FILE),
      serial: "",
      runningHours: null,
    });
    const jobId = await this.openJob(engineId);
    for (const stop of (await findJob(this.db, this.actor.shopId, jobId))?.job.route ?? []) {
      const entries: Entry[] = [
        { ...fresh(), kind: "arrived", stop: stop.letter },
        ...stop.valves.map(({ valve }): Entry => {
          const goes = goesMm[valve] ?? 0.15;
          return {
            ...fresh(),
            kind: "reading",
            valve,
            stop: stop.letter,
            pass: "as-found",
            goes: { mm: goes, text: `${goes} mm` },
            noGo: { mm: goes + 0.02, text: `${goes + 0.02} mm` },
            school: "go-no-go",
            value: null,
            instrument: null,
            reason: null,
          };
        }),
      ];
      await record(this.db, this.actor, jobId, recordInput.parse({ entries }));
    }
    return jobId;
  }
}
