import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { marginDeg } from "../stops/margin";
import type { EngineFile, LiftPoint } from "./engineFile";
import { engineFileSchema } from "./engineFileSchema";
import { bumpsOf, fullLift, liftAt, mainStretch, stretchesAbove } from "./profile";
import { type CsvChoices, readProfileCsv } from "./profileCsv";
import { resolveEngine } from "./resolve";
import { engineFile } from "./testEngines";
import { between } from "../units/between.testing";

/** A cosine lobe over `half` degrees to each side of `center`, `peak` mm high, every `step` degrees round the cycle. */
const lobe = (center: number, half: number, peak = 9, step = 2): LiftPoint[] =>
  Array.from({ length: 720 / step + 1 }, (_, i) => {
    const deg = i * step;
    return [
      deg,
      Math.abs(deg - center) >= half ? 0 : (peak / 2) * (1 + Math.cos((Math.PI * (deg - center)) / half)),
    ] as const;
  });

const CHOICES: CsvChoices = { angles: "crank", unit: "mm", zero: "firing", fullLiftDeg: null };
const csv = (points: readonly LiftPoint[], divider = ",", decimal = "."): string =>
  points.map((p) => p.map((n) => n.toFixed(4).replace(".", decimal)).join(divider)).join("\n");
const read = (text: string, change: Partial<CsvChoices> = {}) => {
  const got = readProfileCsv(text, { ...CHOICES, ...change }, 720);
  if (got.kind === "refused") throw new Error(got.why);
  return got.columns;
};

describe("a profile", () => {
  it("is off its base circle above 0.01 mm, on the straight line between points", () => {
    const ramp: LiftPoint[] = [
      [0, 0],
      [100, 0],
      [120, 2],
      [140, 2],
      [160, 0],
      [719, 0],
    ];
    expect(stretchesAbove(ramp, 0.01)).toEqual([
      { fromDeg: expect.closeTo(100.1, 9) as number, toDeg: expect.closeTo(159.9, 9) as number },
    ]);
    expect(fullLift(ramp)).toEqual({ deg: 130, liftMm: 2 });
    expect(liftAt(ramp, 110)).toBe(1);
    expect(liftAt(ramp, -5)).toBe(0);
    expect(mainStretch(ramp, 3)).toBeNull();
  });
  it("has a second stretch where a release is ground in", () => {
    const both = lobe(250, 140).map(([deg, lift]) => [deg, lift + (Math.abs(deg - 640) < 20 ? 0.4 : 0)] as const);
    expect(bumpsOf(both)).toHaveLength(1);
    const engine = resolveEngine(
      engineFile(["1"], { cam: { exhaust: { profile: both }, intake: { profile: lobe(468, 140) } } }),
    );
    const exhaust = engine.valves.find((v) => v.id === "1E");
    expect(exhaust === undefined ? null : marginDeg(exhaust, 640, 720)).toBeLessThan(-15);
    expect(engine.releases).toHaveLength(1);
    expect(engine.assumptions).toEqual([]);
  });
  it("gives arcs as wide as its own base circle, whatever ramp the cam states", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 420, max: 520 }),
        fc.integer({ min: 90, max: 150 }),
        fc.integer({ min: 0, max: 60 }),
        (center, half, rampDeg) => {
          const engine = resolveEngine(
            engineFile(["1"], { cam: { rampDeg, intake: { profile: lobe(center, half) } } }),
          );
          const { shape } =
            engine.roleArcs.intake ??
            (() => {
              throw new Error("no intake");
            })();
          expect(Math.abs(shape.fullLiftDeg - center)).toBeLessThanOrEqual(1);
          // The cosine reaches 0.01 mm about 2 per cent of the way up its flank.
          expect(center - half).toBeLessThan(shape.workingFromDeg);
          expect(shape.workingFromDeg).toBeLessThan(center - half * 0.95);
          expect(shape.opensDeg).toBeGreaterThan(shape.workingFromDeg);
        },
      ),
      { numRuns: 50 },
    );
  });
  const file = (profile: unknown): EngineFile =>
    ({ ...engineFile(["1"]), cam: { intake: { profile } } }) as EngineFile;
  it.each<[string, unknown, string]>([
    [
      "angles that fall",
      [
        [0, 0],
        [10, 0],
        [5, 1],
        [30, 9],
        [40, 2],
        [50, 1],
        [60, 0],
        [70, 0],
      ],
      "must rise",
    ],
    ["too flat a lobe", lobe(468, 140, 0.2), "never lifts"],
    ["more than a cycle", [...lobe(468, 140), [800, 0]], "at most one cycle"],
    ["no base circle", lobe(468, 140).map(([d, l]) => [d, l + 1]), "never rests on its base circle"],
    [
      "too few points",
      [
        [0, 0],
        [1, 1],
      ],
      "at least 8 points",
    ],
  ])("is refused with %s", (_name, profile, words) => {
    const parsed = engineFileSchema.safeParse(file(profile));
    expect(parsed.error?.issues.map((i) => i.message).join(" ")).toContain(words);
  });
});

describe("readProfileCsv", () => {
  const points = lobe(468, 130);
  it("reads commas, semicolons with decimal commas, tabs, with a header or none", () => {
    const plain = read(csv(points))[0]?.points;
    expect(plain).toHaveLength(points.length);
    for (const text of [
      csv(points, ";", ","),
      csv(points, "\t"),
      `deg,lift\n${csv(points)}`,
      `# dial at the valve\n${csv(points)}\n\n`,
    ])
      expect(read(text)[0]?.points).toEqual(plain);
    expect(
      read(
        `Grad;Einlass;Auslass\n${lobe(468, 130)
          .map(([d, l]) => `${d};${l.toFixed(3)};0,${d % 10}`)
          .join("\n")}`,
      ).map((c) => c.name),
    ).toEqual(["Einlass", "Auslass"]);
  });
  it("doubles cam degrees, turns inches into mm, and moves the file's zero", () => {
    const cam = points.map(([deg, lift]) => [deg / 2, lift] as const);
    expect(read(csv(cam), { angles: "cam" })[0]?.points[117]?.[0]).toBe(points[117]?.[0]);
    expect(
      fullLift(read(csv(points.map(([d, l]) => [d, l / 25.4])), { unit: "in" })[0]?.points ?? []).liftMm,
    ).toBeCloseTo(9, 2);
    const fromOverlap = points.map(([deg, lift]) => [deg - 360, lift] as const);
    expect(fullLift(read(csv(fromOverlap), { zero: "overlap" })[0]?.points ?? []).deg).toBeCloseTo(468, 6);
    const fromNose = points.map(([deg, lift]) => [deg - 468, lift] as const);
    expect(fullLift(read(csv(fromNose), { zero: "full-lift", fullLiftDeg: 470 })[0]?.points ?? []).deg).toBeCloseTo(
      470,
      6,
    );
  });
  it("says what it mended, and what is doubtful", () => {
    const notes = (p: readonly LiftPoint[], extra = ""): string => (read(csv(p) + extra)[0]?.notes ?? []).join(" ");
    expect(notes(points)).toBe("");
    expect(notes(points.filter(([d]) => d < 100 || d > 160))).toContain("There is a gap from 98° to 162°");
    expect(notes(points.map(([d, l]) => [d, l + 0.04]))).toContain(
      "The base circle reads 0.040 mm: that was taken off",
    );
    expect(notes(points.map(([d, l], i) => [d, l + (i % 2 === 0 ? 0.012 : -0.012)]))).toContain("noisy");
    expect(notes(points.map(([d, l]) => [d, d === 200 ? 3 : l]))).toContain(
      "1 reading jumps out of line and was left out (first at 200°)",
    );
    expect(notes(points, "\n10,0.0\n700,broken")).toMatch(/1 line was left out.*1 angle stands more than once/);
    expect(notes([...points].reverse())).toContain("not in order");
  });
  it.each<[string, string, Partial<CsvChoices>, string]>([
    ["nothing", "", {}, "The file is empty"],
    ["one column", "1\n2\n3", {}, "Only one column"],
    ["words", "a,b\nc,d\ne,f", {}, "only 0 lines"],
    ["a few lines", "0,0\n1,1", {}, "only 2 lines hold two numbers"],
    ["crank degrees taken for cam degrees", csv(points), { angles: "cam" }, "Are these crank degrees already?"],
    ["inches taken for mm", csv(points.map(([d, l]) => [d, l / 25.4])), {}, "Is it in inches?"],
    ["mm taken for inches", csv(points), { unit: "in" }, "more than any valve's"],
    ["no place for full lift", csv(points), { zero: "full-lift" }, "Say where full lift lies"],
  ])("refuses %s in words", (_name, text, change, words) => {
    const got = readProfileCsv(text, { ...CHOICES, ...change }, 720);
    expect(got).toMatchObject({ kind: "refused", why: expect.stringContaining(words) });
  });
  it("never throws, whatever the file holds", () => {
    const cell = fc.oneof(
      between(-800, 800).map(String),
      fc.string({ maxLength: 4 }),
      fc.constantFrom("", "1,5", "NaN", "1e400"),
    );
    const text = fc
      .array(
        fc.array(cell, { maxLength: 4 }).map((r) => r.join(";")),
        { maxLength: 30 },
      )
      .map((r) => r.join("\n"));
    fc.assert(
      fc.property(fc.oneof(text, fc.string({ maxLength: 200 })), (t) => {
        readProfileCsv(t, CHOICES, 720);
      }),
      { numRuns: 300 },
    );
  });
});
