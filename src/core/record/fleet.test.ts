import { describe, expect, it } from "vitest";
import { type FleetQuestion, fleetPage } from "./fleet";

const line = (n: number, left: number | null) => ({
  name: n % 2 === 0 ? "Fen 212" : "Hob 196",
  serial: `S-${String(n).padStart(3, "0")}`,
  customer: n % 3 === 0 ? null : `Yard ${n % 3}`,
  sector: n % 2 === 0 ? "small" : "marine",
  lastMs: n === 5 ? null : n * 1000,
  left,
});
const FLEET = Array.from({ length: 120 }, (_, n) => line(n, n % 10 === 0 ? null : n - 20));
const ALL: FleetQuestion = { text: "", kind: "", within: "all", sort: "due", down: false, page: 1 };
const serials = (asked: Partial<FleetQuestion>) => fleetPage(FLEET, { ...ALL, ...asked }).rows.map((r) => r.serial);

describe("the fleet", () => {
  it("has what is due first, what has no rule last, fifty to a page", () => {
    const first = fleetPage(FLEET, ALL);
    expect(first).toMatchObject({ page: 1, pages: 3, sectors: ["marine", "small"] });
    expect(first.rows).toHaveLength(50);
    expect(first.rows[0]?.serial).toBe("S-001");
    expect(fleetPage(FLEET, { ...ALL, page: 3 }).rows.at(-1)?.left).toBeNull();
    expect(fleetPage(FLEET, { ...ALL, page: 99 }).page).toBe(3);
    expect(fleetPage([], { ...ALL, page: 2 })).toMatchObject({ rows: [], page: 1, pages: 1 });
  });
  it("is filtered by kind, by when and by any words", () => {
    expect(serials({ within: "now" })).toHaveLength(18);
    expect(serials({ within: "week", kind: "marine" })).toHaveLength(14);
    expect(serials({ text: " YARD 1 " })[0]).toBe("S-001");
    expect(serials({ text: "YARD 1" }).every((s) => Number(s.slice(2)) % 3 === 1)).toBe(true);
    // Not so together anywhere: what has all of the words.
    expect(serials({ text: "yard hob s-00" })).toEqual(["S-001", "S-005", "S-007"]);
    expect(serials({ text: "nothing of that" })).toEqual([]);
  });
  it("is sorted by what is wished, both ways", () => {
    expect(serials({ sort: "engine" })[0]).toBe("S-000");
    expect(serials({ sort: "engine", down: true })[0]).toBe("S-119");
    expect(serials({ sort: "last" })[0]).toBe("S-000");
    expect(serials({ sort: "last", down: true })[0]).toBe("S-119");
    expect(serials({ sort: "customer" })[0]).toBe("S-001");
  });
});
