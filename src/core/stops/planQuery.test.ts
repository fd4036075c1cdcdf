import { describe, expect, it } from "vitest";
import { planFromQuery, planQuery } from "./planQuery";
import { DEFAULT_STOP_SETTINGS } from "./settings";

describe("a plan in an address", () => {
  it("comes back as it was", () => {
    const settings = { requiredDeg: 15, openingShare: 0.2, closingShare: 0.4, marksOnly: true };
    expect(planFromQuery(Object.fromEntries(new URLSearchParams(planQuery("rocking", settings))))).toEqual({
      method: "rocking",
      settings,
    });
    expect(planQuery("two-stop", DEFAULT_STOP_SETTINGS)).toBe("method=two-stop&margin=10");
  });
  it("what makes no sense is left at the default", () => {
    expect(planFromQuery({ method: "guess", margin: "900", opening: "x", closing: "", marks: ["only"] })).toEqual({
      method: null,
      settings: DEFAULT_STOP_SETTINGS,
    });
  });
});
