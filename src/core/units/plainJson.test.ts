import { describe, expect, it } from "vitest";
import { isFreeName, jsonProblem } from "./plainJson";

const nested = (depth: number): unknown => (depth === 0 ? "x" : [nested(depth - 1)]);

describe("jsonProblem", () => {
  it.each([
    ["plain text", "lash 0.20 mm\tand\r\nmore: 0,2 é 😀"],
    ["nothing", null],
    ["figures and lists", { a: [1, -0, 1e300, true, null], b: { c: "" } }],
    ["as deep as may be", nested(39)],
  ])("lets %s pass", (_name, value) => expect(jsonProblem(value)).toBeNull());
  it.each<[string, unknown, (string | number)[]]>([
    ["a NUL", { a: ["x", "b\u0000"] }, ["a", 1]],
    ["a bell", "\u0007", []],
    ["a delete", "\u007f", []],
    ["a form feed", { a: "\u000c" }, ["a"]],
    ["the first half of a character", { a: "\ud83d" }, ["a"]],
    ["the second half", ["\ude00 x"], [0]],
    ["a key with a NUL", { a: { "b\u0000": 1 } }, ["a"]],
  ])("says where %s is", (_name, value, path) => expect(jsonProblem(value)).toMatchObject({ path }));
  it("follows nothing deeper than anything here is", () => {
    expect(jsonProblem(nested(41))?.message).toBe("Nothing here is more than 40 deep.");
    expect(jsonProblem(nested(5000))?.path).toHaveLength(40);
  });
});

describe("isFreeName", () => {
  it("takes what people call things, and none of what every object has", () => {
    for (const name of ["1", "1I", "left", "Nr. 3 (port)"]) expect(isFreeName(name)).toBe(true);
    for (const name of ["__proto__", "constructor", "toString", "hasOwnProperty"])
      expect(isFreeName(name)).toBe(false);
  });
});
