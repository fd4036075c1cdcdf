import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { celsiusFrom, temperatureIn, temperatureWords, typedCelsius } from "./temperature";

describe("temperatures", () => {
  it.each([
    ["180", "F", 82.2],
    ["180 F", "C", 82.2],
    ["82", "C", 82],
    ["82 °C", "F", 82],
    ["-40", "F", -40],
    [" 20,5c ", "F", 20.5],
    ["", "C", null],
    ["warm", "C", undefined],
    ["8 2", "C", undefined],
    ["82 K", "C", undefined],
  ] as const)("%s typed where %s is usual is %s °C", (text, unit, celsius) => {
    expect(typedCelsius(text, unit)).toBe(celsius);
  });
  it("are shown as they were typed", () => {
    fc.assert(
      fc.property(fc.integer({ min: -76, max: 482 }), (figure) => {
        expect(temperatureIn(celsiusFrom(figure, "F"), "F")).toBe(figure);
        expect(temperatureWords(figure, "C")).toBe(`${figure} °C`);
      }),
    );
  });
});
