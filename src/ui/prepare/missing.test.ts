import { describe, expect, it } from "vitest";
import { typedCelsius } from "@/core/units/temperature";
import { type Asked, missing } from "./missing";

const WHOLE: Asked = {
  lacks: [],
  liftersUnsaid: false,
  hours: "",
  temperature: "18",
  air: "",
  tolerance: "",
  celsius: (typed) => typedCelsius(typed, "C"),
};
const paths = (more: Partial<Asked>) => missing({ ...WHOLE, ...more }).map((m) => m.path);

describe("what a preparation lacks", () => {
  it("is nothing where all is said", () => {
    expect(missing(WHOLE)).toEqual([]);
    expect(missing({ ...WHOLE, tolerance: "0.02 mm", air: "21,5", hours: "1240,5" })).toEqual([]);
  });
  it("is all said at once: by the rules of a job, and what can't be read", () => {
    const lacks = [{ field: "state", why: "Say it." }];
    expect(
      paths({ lacks, liftersUnsaid: true, hours: "many", temperature: "warm", air: "x", tolerance: "much" }),
    ).toEqual(["state", "lifters", "hours", "temperatureC", "airC", "allToAimMm"]);
    expect(missing({ ...WHOLE, lacks })).toEqual([{ path: "state", message: "Say it." }]);
  });
  it("asks about a tolerance whose unit is not clear", () =>
    expect(paths({ tolerance: "0.02" })).toEqual(["allToAimMm"]));
});
