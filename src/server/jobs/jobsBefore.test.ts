/** What the newest job proposes for the next one on the same engine, and which cautions one tap confirms again. */
import type { Entry } from "@/core/job/ledger/entry";
import { enteredLately } from "@/db/queries/ledger";
import { record, recordInput } from "./record";
import { habitsInput, setHabits } from "../shop/people";
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { cautionsFor } from "@/core/job/prepare";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { addEngine } from "../engines/engines";
import type { Actor } from "../http/who";
import { HUNDREDTHS, colleague, newShop } from "../http/shop.testing";
import { addFeelerSet } from "../shop/feelerSets";
import { bleedOf, cautionDaysOf, changeSettings, settingsInput, unitsOf } from "../shop/shopSettings";
import { asLastTime, confirmedBefore } from "./jobsBefore";
import { openJob } from "./openJob";
import { openJobInput } from "./openJobInput";

const FILE = engineFile(["1", "2"], {
  cam: MILD_CAM,
  lash: { state: "cold", intake: { nominal: 0.2 }, exhaust: { nominal: 0.3 } },
});
const CAUTIONS = cautionsFor(FILE, "cold").map((c) => c.id);

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let ada: Actor;
let engineId: string;
let sets: readonly [string, string];

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
  ada = await newShop(owner);
  db = ofShop(db, ada.shopId);
  sets = [randomUUID(), randomUUID()];
  for (const [i, id] of sets.entries())
    await addFeelerSet(db, ada, { id, name: `Set ${i}`, system: "metric", marks: HUNDREDTHS });
  engineId = randomUUID();
  await addEngine(db, ada, { id: engineId, text: JSON.stringify(FILE), serial: "", runningHours: null });
});
afterAll(() => end());

const begin = (actor: Actor, openedAt: string, more: object = {}) =>
  openJob(
    db,
    actor,
    openJobInput.parse({
      id: randomUUID(),
      engineId,
      state: "cold",
      temperatureC: 18,
      feelerSetId: sets[0],
      method: "two-stop",
      cautions: CAUTIONS,
      ...more,
    }),
    new Date(openedAt),
  );
const NOW = new Date("2026-11-20T12:00:00Z");
const confirmed = (actor: Actor, withinDays: number) =>
  confirmedBefore(db, ada.shopId, { engineId, personId: actor.person.id, withinDays }, NOW);

it("proposes nothing before there was a job, and then how the newest one was prepared", async () => {
  expect(await asLastTime(db, ada.shopId, engineId)).toBeNull();
  expect(await confirmed(ada, 90)).toBeNull();
  await begin(ada, "2026-09-01T08:00:00Z");
  await begin(ada, "2026-11-01T08:00:00Z", {
    purpose: "noise",
    otherSetIds: [sets[1]],
    survey: true,
    allToAimMm: 0.02,
    method: "firing-order",
    servingOrder: "cylinder",
    requiredMarginDeg: 15,
    openingShare: 0.2,
    marksOnly: true,
  });
  expect(await asLastTime(db, ada.shopId, engineId)).toEqual({
    on: "1 Nov 2026",
    purpose: "noise",
    feelerSetId: sets[0],
    otherSetIds: [sets[1]],
    survey: true,
    allToAimMm: 0.02,
    method: "firing-order",
    servingOrder: "cylinder",
    settings: { requiredDeg: 15, openingShare: 0.2, closingShare: 0.25, marksOnly: true },
    bank: null,
    licensed: null,
  });
  // Another shop knows nothing of it.
  expect(await asLastTime(db, (await newShop(owner)).shopId, engineId)).toBeNull();
});

it("knows what a person confirmed here within so many days, and nothing of what others did", async () => {
  expect(await confirmed(ada, 90)).toEqual({ on: "1 Nov 2026", cautions: CAUTIONS });
  expect(await confirmed(ada, 19)).toBeNull();
  expect(await confirmed(ada, 20)).not.toBeNull();
  expect(await confirmed(ada, 0)).toBeNull();
  expect(await confirmed(await colleague(owner, ada), 90)).toBeNull();
});

it("keeps the shop's own number of days", async () => {
  expect(await cautionDaysOf(db, ada.shopId)).toBe(90);
  await changeSettings(db, ada, settingsInput.parse({ cautionDays: 0 }));
  expect(await cautionDaysOf(db, ada.shopId)).toBe(0);
  for (const cautionDays of [-1, 367, 1.5, "30"])
    expect(settingsInput.safeParse({ cautionDays }).success).toBe(false);
  // What is wrong is said at its field, and the other settings stay.
  expect(settingsInput.safeParse({ cautionDays: 400 }).error?.issues[0]).toMatchObject({
    path: ["cautionDays"],
    message: "Days lie between 0 (each caution by itself, always) and 366.",
  });
  expect(settingsInput.safeParse({}).success).toBe(false);
  await changeSettings(db, ada, settingsInput.parse({ usual: 20, cold: 40 }));
  expect([await cautionDaysOf(db, ada.shopId), await bleedOf(db, ada.shopId)]).toEqual([
    0,
    { usual: 20, cold: 40, always: false },
  ]);
  await expect(cautionDaysOf(db, randomUUID())).rejects.toThrow("no such shop");
});

it("lengths are typed as the shop says, and as each says of themselves", async () => {
  const units = () => unitsOf(db, ada);
  expect(await units()).toEqual({ shop: "mm", mine: null });
  await changeSettings(db, ada, settingsInput.parse({ lengthUnit: "in" }));
  await setHabits(db, ada, habitsInput.parse({ lengthUnit: "mm" }));
  expect(await units()).toEqual({ shop: "in", mine: "mm" });
  expect(await unitsOf(db, { ...ada, person: null })).toEqual({ shop: "in" });
  await setHabits(db, ada, habitsInput.parse({ school: "overshoot", lengthUnit: null }));
  expect(await units()).toEqual({ shop: "in", mine: null });
  for (const lengthUnit of ["thou", "", 1]) {
    expect(settingsInput.safeParse({ lengthUnit }).success).toBe(false);
    expect(habitsInput.safeParse({ lengthUnit }).success).toBe(false);
  }
  expect(habitsInput.safeParse({}).success).toBe(false);
  await expect(unitsOf(db, { ...ada, shopId: randomUUID() })).rejects.toThrow("no such shop");
});

it("reads what was entered lately on an engine: by kind, of the newest five jobs before, without what was taken back", async () => {
  const other = randomUUID();
  await addEngine(db, ada, { id: other, text: JSON.stringify(FILE), serial: "", runningHours: null });
  const ids: string[] = [];
  for (let day = 1; day <= 7; day++) {
    const id = await begin(ada, `2026-10-0${day}T08:00:00Z`, { id: randomUUID(), engineId: other });
    const temperature = randomUUID();
    const entries: Entry[] = [
      { id: temperature, supersedes: null, kind: "temperature", celsius: day },
      { id: randomUUID(), supersedes: null, kind: "temperature", celsius: 30 + day },
      { id: randomUUID(), supersedes: temperature, kind: "withdrawn" },
      { id: randomUUID(), supersedes: null, kind: "paused", reason: "Break" },
    ];
    await record(db, ada, id, recordInput.parse({ entries }));
    ids.push(id);
  }
  const lately = await enteredLately(db, ada.shopId, {
    engineId: other,
    before: new Date("2026-10-07T08:00:00Z"),
    kinds: ["temperature"],
  });
  expect(lately.map((j) => j.jobId)).toEqual(ids.slice(1, 6));
  expect(lately.map((j) => j.entries.map((e) => (e.kind === "temperature" ? e.celsius : null)))).toEqual(
    [32, 33, 34, 35, 36].map((c) => [c]),
  );
});
