/** Practice in the database: who may do what in it, what is sent twice, and what is never told before its end. */
import { randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import type { PracticeAction } from "@/core/practice/bench/action";
import { settable } from "@/core/practice/bench/claims";
import type { ExerciseId, Level } from "@/core/practice/exercise/exerciseList";
import { visibleBench, visibleState } from "@/core/practice/session/visible";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { practiceSessions, practiceSteps } from "@/db/schema";
import type { Viewer } from "../http/who";
import { colleague, newShop } from "../http/shop.testing";
import {
  beginPractice,
  endPractice,
  findPractice,
  listPractice,
  loadSession,
  sameSeed,
  stepPractice,
} from "./practice";

let owner: Database;
let app: Database;
let end: () => Promise<void>;
beforeAll(async () => {
  ({ owner, db: app, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());
const at = (viewer: Viewer): Database => ofShop(app, viewer.shopId);

async function begun(
  viewer: Viewer,
  exercise: ExerciseId,
  level: Level = "alone",
  seed: number | null = 77,
): Promise<string> {
  const id = randomUUID();
  await beginPractice(at(viewer), viewer, { id, exercise, level, engine: null, seed, set: "common-fine" });
  return id;
}
const doing = (viewer: Viewer, id: string, after: number, action: PracticeAction, command = randomUUID()) =>
  stepPractice(at(viewer), viewer, id, { id: command, after, action });

describe("a practice", () => {
  it("goes on step by step; sent twice a step is done once, and one that others overtook is refused", async () => {
    const ada = await newShop(owner);
    const id = await begun(ada, "firing-tdc");
    const command = randomUUID();
    const turn: PracticeAction = { do: "turn", byDeg: 30 };
    await doing(ada, id, 0, turn, command);
    const again = await doing(ada, id, 0, turn, command);
    expect([again.frames.length, again.state.turnedDeg]).toEqual([1, 30]);
    await expect(doing(ada, id, 0, turn)).rejects.toThrow(/another window/);
    await expect(doing(ada, id, 1, { do: "hint" })).rejects.toThrow("No help at this level.");
    expect(await at(ada).$count(practiceSteps, eq(practiceSteps.sessionId, id))).toBe(1);
  });

  it("is somebody's own: others step in none of it, and of another shop it is not there", async () => {
    const ada = await newShop(owner);
    const bo = await colleague(owner, ada);
    const other = await newShop(owner);
    const id = await begun(ada, "firing-tdc");
    await expect(doing(bo, id, 0, { do: "turn", byDeg: 5 })).rejects.toThrow(/Somebody else/);
    await expect(endPractice(at(bo), bo, id)).rejects.toThrow(/Somebody else/);
    await expect(doing(other, id, 0, { do: "turn", byDeg: 5 })).rejects.toThrow(/no such practice/);
    await expect(doing(ada, "x", 0, { do: "turn", byDeg: 5 })).rejects.toThrow(/no such practice/);
    expect(await findPractice(at(other), other, id)).toBeNull();
  });

  it("ends by itself once all is said, with its marks; what is done after that is refused", async () => {
    const ada = await newShop(owner);
    const id = await begun(ada, "may-be-set");
    const row = await findPractice(at(ada), ada, id);
    if (row === null) throw new Error("gone");
    for (let i = 0; i < 4; i++) {
      const { v, state } = await loadSession(at(ada), row);
      await doing(ada, id, i, { do: "may-set", valves: settable(v, state).may });
    }
    const after = await findPractice(at(ada), ada, id);
    expect(after?.marks).toMatchObject({ score: 100 });
    expect(after?.endedAt).not.toBeNull();
    await expect(doing(ada, id, 4, { do: "turn", byDeg: 5 })).rejects.toThrow(/has ended/);
    await endPractice(at(ada), ada, id);
    expect((await findPractice(at(ada), ada, id))?.endedAt).toEqual(after?.endedAt);
  });

  it("tells of its truth nothing to whoever reads what is sent: neither gaps nor seed nor fault nor where the crank is", async () => {
    const ada = await newShop(owner);
    const id = await begun(ada, "odd-one-out", "alone", 123_457);
    const row = await findPractice(at(ada), ada, id);
    if (row === null) throw new Error("gone");
    const session = await loadSession(at(ada), row);
    const sent = JSON.stringify([visibleBench(session), visibleState(session)]);
    for (const word of ["seed", "startDeg", "gapMm", "fault", "firingDeg", "lockShift", "123457", "celsius"])
      expect(sent).not.toContain(word);
    for (const x of session.v.valves) expect(sent).not.toContain(String(x.gapMm));
  });

  it("takes leaves and parts that are in hand alone: with others anybody could measure anything", async () => {
    const ada = await newShop(owner);
    const id = await begun(ada, "four-valves");
    const leaf = (...leavesMm: number[]): PracticeAction => ({
      do: "leaf",
      valve: "1I",
      leavesMm,
      pushed: false,
      bundle: false,
      loaded: false,
    });
    await expect(doing(ada, id, 0, leaf(0.2037))).rejects.toThrow(/not in your set/);
    await expect(doing(ada, id, 0, leaf(0.1, 0.1))).rejects.toThrow(/one leaf of each/);
    await doing(ada, id, 0, leaf(0.1, 0.12));
    const shims = await begun(ada, "shims");
    await expect(doing(ada, shims, 0, { do: "part-in", valve: "1I", thicknessMm: 2.337 })).rejects.toThrow(
      /not in your kit/,
    );
  });

  it("is listed for whoever did it, and beside others of the same seed once both are through", async () => {
    const ada = await newShop(owner);
    const bo = await colleague(owner, ada);
    const [first, second, third] = [
      await begun(ada, "four-valves"),
      await begun(bo, "four-valves"),
      await begun(bo, "four-valves", "alone", 78),
    ];
    for (const [who, id] of [
      [ada, first],
      [bo, second],
      [bo, third],
    ] as const)
      await endPractice(at(who), who, id);
    const row = await findPractice(at(ada), ada, first);
    if (row === null) throw new Error("gone");
    expect((await sameSeed(at(ada), row)).map((l) => l.id)).toEqual([second]);
    expect((await listPractice(at(ada), ada.shopId, { personId: ada.person.id })).map((l) => l.id)).toEqual([first]);
    expect(await listPractice(at(ada), ada.shopId, { personId: null })).toEqual([]);
    expect((await listPractice(at(ada), ada.shopId, "all")).length).toBe(3);
    // Nothing done costs all that was asked.
    expect(row.marks).toMatchObject({ score: 60, inBand: { of: 4 } });
  });

  it("refuses an engine and a set that are not there, and gear that does not fit", async () => {
    const ada = await newShop(owner);
    const input = {
      id: randomUUID(),
      exercise: "four-valves",
      level: "alone",
      engine: null,
      seed: null,
      set: "none",
    } as const;
    await expect(beginPractice(at(ada), ada, input)).rejects.toThrow(/feeler set/);
    await expect(beginPractice(at(ada), ada, { ...input, set: null, engine: randomUUID() })).rejects.toThrow(
      /no such engine/,
    );
    const rehearsal = { ...input, set: null, job: randomUUID() };
    await expect(beginPractice(at(ada), ada, rehearsal)).rejects.toThrow(/no such job/);
    await beginPractice(at(ada), ada, { ...input, set: null });
    await beginPractice(at(ada), ada, { ...input, set: null });
    expect(await at(ada).$count(practiceSessions, eq(practiceSessions.shopId, ada.shopId))).toBe(1);
  });
});
