import { describe, expect, it } from "vitest";
import { isGuessedFirst, isPin, signInName } from "./signInName";

describe("what is typed to sign in", () => {
  it("is the same however it is written", () => {
    for (const typed of ["Una Selby", "  una   selby ", "UNA\tSELBY"]) expect(signInName(typed)).toBe("una selby");
  });
  it.each([
    ["1234", true, true],
    ["9876", true, true],
    ["7777", true, true],
    ["2468", true, false],
    ["5923", true, false],
    ["592", false, false],
    ["592312345", false, false],
    ["59a3", false, false],
  ])("%s is a PIN: %s, and guessed first: %s", (pin, is, guessed) => {
    expect(isPin(pin)).toBe(is);
    if (is) expect(isGuessedFirst(pin)).toBe(guessed);
  });
});
