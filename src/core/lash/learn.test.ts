import { describe, expect, it } from "vitest";
import { learnK, lockShift } from "./learn";

const pair = (shift: number) => ({ valve: "1I", beforeMm: 0.2, afterMm: 0.2 + shift });
const turned = (turns: number, k: number, unsureMm = 0.01) => ({
  valve: "1I",
  turns,
  beforeMm: 0.4,
  afterMm: 0.4 - turns * k,
  unsureMm,
});

describe("lockShift", () => {
  it("is the middle of what was seen, and nothing while one pair could be a slip", () => {
    expect(lockShift([])).toBeNull();
    expect(lockShift([pair(-0.02)])).toBeNull();
    expect(lockShift([pair(-0.02), pair(-0.03), pair(-0.2)])).toBeCloseTo(-0.03, 9);
    expect(lockShift([pair(-0.02)], [-0.04])).toBeCloseTo(-0.03, 9);
  });
});

describe("learnK", () => {
  const screw = { pitchMm: 1, k: 1 };
  it("agrees with the figures of the adjuster, or says by how much it does not", () => {
    expect(learnK([turned(0.1, 1), turned(0.2, 1.1), turned(0.15, 0.9)], screw)).toMatchObject({
      from: 3,
      disagrees: false,
    });
    expect(learnK([turned(0.1, 1.5), turned(0.2, 1.5), turned(-0.15, 1.5)], screw)).toMatchObject({
      k: expect.closeTo(1.5, 9),
      off: expect.closeTo(0.5, 9),
      disagrees: true,
    });
  });
  it.each([
    [1.199, false],
    [1.201, true],
    [0.801, false],
    [0.799, true],
  ])("disagrees from a fifth on: k %f for 1", (k, disagrees) =>
    expect(learnK([turned(0.1, k), turned(0.2, k), turned(0.15, k)], screw)?.disagrees).toBe(disagrees),
  );
  it("takes its turns by their pitch", () => {
    const learned = learnK([turned(0.1, 1), turned(0.2, 1), turned(0.15, 1)], { pitchMm: 0.5, k: 1.5 });
    expect(learned).toEqual({ k: expect.closeTo(2, 9), from: 3, off: expect.closeTo(1 / 3, 9), disagrees: true });
  });
  it("takes no turn that its readings can't see, nor one that went the wrong way", () => {
    expect(learnK([turned(0.1, 1, 0.2), turned(0.1, 1), turned(0.1, 1)], screw)).toBeNull();
    expect(learnK([turned(0.1, -1), turned(0.1, 1), turned(0.1, 1)], screw)).toBeNull();
  });
});
