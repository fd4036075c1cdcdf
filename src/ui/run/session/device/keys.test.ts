import { describe, expect, it } from "vitest";
import { KEY_WORDS, clash, keyLines } from "./keyLines";
import { KEYS, KEY_NAMES, SHIPPED, keyOf, keysFor, said, withPedal } from "./keys";

const OFF = { lettersOff: true, taught: {} };

describe("the keys of the run", () => {
  it("say one thing each as shipped, whether the letter is small or large", () => {
    for (const name of KEY_NAMES)
      expect(said(keyOf(KEYS[name].toUpperCase()), SHIPPED), name).toBe(name === "yes" ? null : name);
    expect(said("Enter", SHIPPED)).toBe("yes");
    expect(said("x", SHIPPED)).toBeNull();
  });

  it("say nothing by a single letter once these are off, but for those that were taught", () => {
    expect(KEY_NAMES.filter((n) => keysFor(n, OFF).length > 0)).toEqual(["yes"]);
    expect(said("u", { ...OFF, taught: { back: "u" } })).toBe("back");
    expect(keyLines(OFF).map((l) => l.keys)).toEqual(["Enter", "← →"]);
  });

  it("keep the shipped key beside a pedal's, and give it up for another letter", () => {
    expect(keysFor("no", { lettersOff: false, taught: { no: "F8" } })).toEqual(["n", "F8"]);
    const taught = { lettersOff: false, taught: { clear: "x" } };
    expect([said("c", taught), said("x", taught)]).toEqual([null, "clear"]);
    expect(keyLines(taught)).toContainEqual({ keys: "X", does: KEY_WORDS.clear.does });
  });

  it("still know a pedal that was taught before other keys could be", () => {
    const pedal = withPedal({ yes: "F8", no: null, back: "F9" });
    expect([said("F8", pedal), said("F9", pedal), said("n", pedal)]).toEqual(["yes", "back", "no"]);
  });

  it("can't be taught where the key says something else already", () => {
    expect(clash("yes", "n", SHIPPED)).toBe("N says “No” already: take another key.");
    expect(clash("yes", "F8", { lettersOff: false, taught: { back: "F8" } })).toBe(
      "F8 says “Back” already: take another key.",
    );
    expect(clash("no", "ArrowLeft", SHIPPED)).toBe("← takes the leaf before in hand already: take another key.");
    expect(clash("no", "Escape", SHIPPED)).toMatch(/^Escape closes/);
    expect(clash("yes", " ", SHIPPED)).toBeNull();
    expect(clash("no", "n", SHIPPED)).toBeNull();
    // A letter that is off is free.
    expect(clash("yes", "t", OFF)).toBeNull();
  });
});
