/** A command counts once, however often and however many at a time it is sent; its id stands for nothing else. */
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { cautionsFor } from "@/core/job/prepare";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { addEngine, addEngineInput } from "../engines/engines";
import { openJob } from "../jobs/openJob";
import { openJobInput } from "../jobs/openJobInput";
import { addMicrometer, checkMicrometer, listMicrometers } from "../parts/micrometers";
import { addPart, addPartInput, movePart, movePartInput } from "../parts/parts";
import { listParts } from "../parts/stock";
import { addFeelerSet } from "../shop/feelerSets";
import type { Actor } from "./who";
import { Refused } from "./refused";
import { HUNDREDTHS, newShop } from "./shop.testing";

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let actor: Actor;
beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());

const LASH = { nominal: 0.2, low: 0.15, high: 0.25 };
const FILE = engineFile(["1"], {
  cam: MILD_CAM,
  adjuster: { kind: "screw", at: "valve-end", pitch: "1 mm" },
  lash: { state: "cold", intake: LASH, exhaust: LASH },
});
const ids = { set: "", engine: "", part: "", micrometer: "" };
const engine = (id: string, serial: string) =>
  addEngineInput.parse({ id, text: JSON.stringify(FILE), serial, runningHours: null });
const part = (id: string, moveId: string, count: number) =>
  addPartInput.parse({ id, moveId, kind: "shim-over", mark: "265", thickness: "2.65", count });
beforeEach(async () => {
  actor = await newShop(owner);
  db = ofShop(db, actor.shopId);
  for (const key of Object.keys(ids) as (keyof typeof ids)[]) ids[key] = randomUUID();
  await addFeelerSet(db, actor, { id: ids.set, name: "Set", system: "metric", marks: HUNDREDTHS });
  await addEngine(db, actor, engine(ids.engine, "S1"));
  await addMicrometer(db, actor, { id: ids.micrometer, name: "Bench", step: "0.01" });
  await addPart(db, actor, part(ids.part, randomUUID(), 30));
});

type Sender = (id: string, other: boolean) => Promise<unknown>;
const fixed = randomUUID();
const SENDERS: readonly (readonly [string, Sender])[] = [
  ["an engine", (id, other) => addEngine(db, actor, engine(id, other ? "S9" : "S8"))],
  [
    "a set",
    (id, other) =>
      addFeelerSet(db, actor, { id, name: "Second", system: "metric", marks: other ? "0.10 0.20" : "0.10 0.30" }),
  ],
  ["a part", (id, other) => addPart(db, actor, part(id, fixed, other ? 2 : 3))],
  [
    "a move",
    (id, other) =>
      movePart(db, actor, movePartInput.parse({ id, partId: ids.part, change: other ? -2 : -1, reason: "taken" })),
  ],
  ["a micrometer", (id, other) => addMicrometer(db, actor, { id, name: "New", step: other ? "0.001" : "0.01" })],
  [
    "a check piece",
    (id, other) =>
      checkMicrometer(db, actor, {
        id,
        micrometerId: ids.micrometer,
        piece: "2.5",
        read: other ? "2.52" : "2.51",
      }),
  ],
  [
    "a job",
    (id, other) =>
      openJob(
        db,
        actor,
        openJobInput.parse({
          id,
          engineId: ids.engine,
          state: "cold",
          temperatureC: other ? 21 : 20,
          feelerSetId: ids.set,
          method: "two-stop",
          cautions: cautionsFor(FILE, "cold", null).map((c) => c.id),
        }),
      ),
  ],
];

describe("a command", () => {
  it.each(SENDERS)("sent twenty times at once counts once and is answered alike: %s", async (_name, send) => {
    const id = randomUUID();
    const answers = await Promise.allSettled(Array.from({ length: 20 }, () => send(id, false)));
    expect(answers.filter((a) => a.status === "rejected")).toEqual([]);
    await expect(send(id, true)).rejects.toThrow(/used for something else already/);
    await expect(send(id, true)).rejects.toBeInstanceOf(Refused);
    await send(id, false);
  });
  it("of twenty moves sent at once takes out one", async () => {
    const move = movePartInput.parse({ id: randomUUID(), partId: ids.part, change: -7, reason: "taken" });
    await Promise.all(Array.from({ length: 20 }, () => movePart(db, actor, move)));
    expect((await listParts(db, actor.shopId)).find((p) => p.id === ids.part)?.count).toBe(23);
  });
  it("that failed may be sent again, and an id is its shop's own", async () => {
    const id = randomUUID();
    const take = (change: number) =>
      movePart(db, actor, movePartInput.parse({ id, partId: ids.part, change, reason: "taken" }));
    await expect(take(-31)).rejects.toThrow(/only 30|30/i);
    await take(-30);
    await take(-30);
    actor = await newShop(owner);
    db = ofShop(db, actor.shopId);
    const micrometer = randomUUID();
    await addMicrometer(db, actor, { id: micrometer, name: "Bench", step: "0.01" });
    await expect(addMicrometer(db, actor, { id: micrometer, name: "Other", step: "0.01" })).rejects.toThrow(Refused);
    expect(await listMicrometers(db, actor.shopId)).toHaveLength(1);
  });
});
