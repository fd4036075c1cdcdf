import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type HeardLine, assess } from "./assess";
import { readLine } from "./line";

describe("readLine", () => {
  it.each([
    ["G1 +0.312 mm", { kind: "value", id: "G1", value: 0.312, unit: "mm" }],
    ["G1 .0123 in\r", { kind: "value", id: "G1", value: expect.closeTo(0.31242, 6), unit: "in" }],
    ["G1 -0.004 mm", { kind: "value", value: -0.004 }],
    ["# simulated bench gauge", { kind: "remark", text: "simulated bench gauge" }],
    ["G1 0.3 furlong", { kind: "wrong-unit", unit: "furlong" }],
    ["G1 12.0 deg", { kind: "wrong-unit", unit: "deg" }],
    ["", { kind: "garbage" }],
    ["G1 mm", { kind: "garbage" }],
    [`G1 ${"9".repeat(400)} mm`, { kind: "garbage" }],
  ])("%j from a gauge", (text, line) => expect(readLine("gauge", text)).toMatchObject(line));
  it("an encoder speaks degrees", () => {
    expect(readLine("encoder", "E1 123.4 deg")).toMatchObject({ kind: "value", value: 123.4, unit: "deg" });
    expect(readLine("encoder", "E1 0.3 mm")).toMatchObject({ kind: "wrong-unit" });
  });
  it("takes anything without falling", () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const line = readLine("gauge", text);
        if (line.kind === "value") expect(Number.isFinite(line.value)).toBe(true);
      }),
    );
  });
});

const heard = (...lines: string[]): HeardLine[] =>
  lines.map((text, i) => ({ line: readLine("gauge", text), atMs: i * 100 }));
const said = (...lines: string[]) => assess("gauge", heard(...lines), lines.length * 100);

describe("assess", () => {
  it("a gauge at rest is steady, with its own spread", () => {
    expect(said("G1 0.310 mm", "G1 0.312 mm", "G1 0.311 mm")).toMatchObject({
      state: "steady",
      value: expect.closeTo(0.311, 9),
      within: 0.005,
      id: "G1",
    });
    expect(said("G1 0.300 mm", "G1 0.314 mm", "G1 0.300 mm").within).toBeCloseTo(0.007, 9);
  });
  it.each<[string, string[], string]>([
    ["sliding in", ["G1 0.10 mm", "G1 0.15 mm", "G1 0.20 mm", "G1 0.21 mm"], "moving"],
    ["jumping about", ["G1 0.1 mm", "G1 0.5 mm", "G1 0.1 mm", "G1 0.6 mm"], "noisy"],
    ["two on one line", ["G1 0.3 mm", "G2 0.3 mm", "G1 0.3 mm"], "two"],
    ["another unit", ["G1 0.3 mm", "G1 0.3 furlong"], "wrong-unit"],
    ["broken lines", ["G1 0.3 mm", "%%", "%%"], "garbage"],
    ["nothing at all", ["# simulated bench gauge"], "silent"],
  ])("%s", (_name, lines, state) =>
    expect(said(...lines)).toMatchObject({ state, words: expect.stringMatching(/[.?]$/) }),
  );
  it("lets one broken line in four pass, and forgets what is old", () => {
    expect(said("G1 0.3 mm", "G1 0.3 mm", "%", "G1 0.3 mm").state).toBe("steady");
    expect(assess("gauge", heard("G1 0.3 mm"), 5000).state).toBe("silent");
  });
  it("knows a stand-in by its own word", () => {
    expect(said("# simulated bench gauge", "G1 0.3 mm")).toMatchObject({ simulated: true, state: "steady" });
    expect(said("G1 0.3 mm").simulated).toBe(false);
  });
});
