import { describe, expect, it } from "vitest";
import { type OwnCause, saysNoWear, withOwnCauses } from "./ownCauses";
import type { Question } from "./question";

const cause = (text: string, side: OwnCause["side"], more: Partial<OwnCause> = {}): OwnCause => ({
  text,
  check: null,
  side,
  notWear: false,
  addedAt: "2026-03-01T10:00:00.000Z",
  ...more,
});
const question: Question = {
  id: "odd:1",
  valve: "1E",
  text: "?",
  side: "tight",
  checks: ["Look"],
  answers: ["Nothing", "Seat"],
};
const all = [cause("Cup worn", "loose"), cause("Shim turned", "tight", { check: "Lift it" }), cause("Ice", "either")];

describe("answers of the shop's own", () => {
  it("stand after the usual ones, with their checks, where they may be what was found", () => {
    expect(withOwnCauses(question, all)).toEqual({
      ...question,
      checks: ["Look", "Lift it"],
      answers: ["Nothing", "Seat", "Shim turned", "Ice"],
    });
    expect(withOwnCauses({ ...question, side: "loose" }, all).answers).toEqual([
      "Nothing",
      "Seat",
      "Cup worn",
      "Ice",
    ]);
    // What asks about neither side is not answered by what makes one.
    expect(withOwnCauses({ ...question, side: null }, all).answers).toEqual(["Nothing", "Seat", "Ice"]);
  });
  it("are not offered twice", () => {
    expect(withOwnCauses(question, [cause("Seat", "tight")])).toBe(question);
  });
  it("say nothing of wear from when they were on the list", () => {
    const list = [cause("Wrong set", "either", { notWear: true }), cause("Cup worn", "loose")];
    expect(saysNoWear(list, "Wrong set", "2026-03-01T10:00:00.000Z")).toBe(true);
    expect(saysNoWear(list, "Wrong set", "2026-03-01T09:59:59.999Z")).toBe(false);
    expect(saysNoWear(list, "Cup worn", "2026-04-01T00:00:00Z")).toBe(false);
  });
});
