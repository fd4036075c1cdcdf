import { describe, expect, it } from "vitest";
import type { Draft, LedgerEntry } from "@/core/job/ledger/entry";
import { lastAt, madeAgain, stepBack, takenBack } from "./steps";

const NAMES: Record<string, string> = { ash: "Ash Weir", bo: "Bo Tarn" };
const reading = (valve: string): Draft => ({
  kind: "reading",
  valve,
  stop: "A",
  pass: "as-found",
  goes: { mm: 0.2, text: "0.20 mm" },
  noGo: { mm: 0.25, text: "0.25 mm" },
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
});
const set = (valve: string): Draft => ({ kind: "set", valve, stop: "A", turns: 0.1, aimMm: 0.3, locked: true });
const at = (stop: string): Draft => ({ kind: "arrived", stop });

/** A ledger, by who made what: ids are the places. */
const ledger = (...made: readonly (readonly [string, Draft])[]): LedgerEntry[] =>
  made.map(
    ([who, draft], i) =>
      ({
        ...draft,
        id: String(i),
        supersedes: null,
        seq: i + 1,
        personId: who,
        personName: NAMES[who] ?? who,
      }) as LedgerEntry,
  );
const ids = (entries: readonly LedgerEntry[] | undefined) => entries?.map((e) => e.id);

describe("a step back", () => {
  it("is the last own one, a reading with what was done about it, an arrival with the turns before it", () => {
    const mine = ledger(["ash", at("A")], ["ash", reading("1I")], ["ash", set("1I")]);
    expect(stepBack(mine, "ash")).toEqual({ entries: [mine[2], mine[1]], others: [] });
    const turned = ledger(["ash", { kind: "turned-over", rereads: null }], ["ash", at("A")]);
    expect(ids(stepBack(turned, "ash")?.entries)).toEqual(["1", "0"]);
    expect(stepBack([], "ash")).toBeNull();
  });

  it("leaves alone what another did since at another valve", () => {
    const both = ledger(["ash", at("A")], ["ash", reading("1I")], ["bo", reading("1E")], ["bo", set("1E")]);
    expect(stepBack(both, "ash")).toEqual({ entries: [both[1]], others: [] });
  });

  it("names whose work rests on it: at the same valve, or on the crank's being where it is", () => {
    const same = ledger(["ash", at("A")], ["ash", reading("1I")], ["bo", set("1I")], ["bo", reading("1E")]);
    expect(stepBack(same, "ash")).toEqual({ entries: [same[2], same[1]], others: ["Bo Tarn"] });
    const there = ledger(["ash", at("A")], ["bo", reading("1I")], ["bo", set("1I")]);
    expect(stepBack(there, "ash")).toEqual({ entries: [there[2], there[1], there[0]], others: ["Bo Tarn"] });
  });

  it("takes along what was done since under a part that was tightened", () => {
    const under = ledger(
      ["ash", { kind: "tightened", part: "girdle" }],
      ["bo", { kind: "turned-over", rereads: "set" }],
    );
    expect(stepBack(under, "ash")).toEqual({ entries: [under[1], under[0]], others: ["Bo Tarn"] });
  });

  it("is another's only by name, where none is one's own", () => {
    const theirs = ledger(["bo", at("A")], ["bo", reading("1I")], ["bo", set("1I")]);
    expect(stepBack(theirs, "ash")).toEqual({ entries: [theirs[2], theirs[1]], others: ["Bo Tarn"] });
    expect(lastAt(theirs, "1I", "ash")).toEqual({ entries: [theirs[2]], others: ["Bo Tarn"] });
    expect(lastAt(theirs, "1I", "bo")).toEqual({ entries: [theirs[2]], others: [] });
    expect(lastAt(theirs, "1E", "bo")).toBeNull();
  });

  it("is one's own while it waits on the device, and none once the job is closed", () => {
    const [arrived, read] = ledger(["bo", at("A")], ["ash", reading("1I")]);
    const { personId: _, ...waiting } = read as LedgerEntry;
    expect(stepBack([arrived as LedgerEntry, waiting as LedgerEntry], "ash")?.others).toEqual([]);
    expect(stepBack(ledger(["ash", reading("1I")], ["ash", { kind: "closed" }]), "ash")).toBeNull();
    expect(
      stepBack(ledger(["ash", reading("1I")], ["ash", { kind: "closed" }], ["bo", { kind: "signed" }]), "bo"),
    ).toBeNull();
  });
});

describe("what was taken back", () => {
  const withdrawn = (id: string, of: string, who = "ash"): LedgerEntry => ({
    kind: "withdrawn",
    id,
    supersedes: of,
    personId: who,
  });
  const before = ledger(
    ["ash", at("A")],
    ["ash", reading("1I")],
    ["ash", { kind: "left", valve: "1I", reading: "1", reason: null }],
  );

  it("is told until something else is entered, and by whoever took it back", () => {
    const after = [...before, withdrawn("w1", "2"), withdrawn("w2", "1")];
    expect(ids(takenBack(after, "ash"))).toEqual(["1", "2"]);
    expect(takenBack(after, "bo")).toEqual([]);
    expect(takenBack([...after, ...ledger(["ash", at("B")])], "ash")).toEqual([]);
    expect(ids(takenBack([...before, withdrawn("w1", "1", "bo"), withdrawn("w2", "2")], "ash"))).toEqual(["2"]);
    expect(takenBack(before, "ash")).toEqual([]);
  });

  it("is made again as it was, under new ids, and its as-left rests on the reading made again", () => {
    const [read, left] = madeAgain(before.slice(1));
    expect(read).toEqual({ ...reading("1I"), id: read?.id, supersedes: null });
    expect(left).toEqual({
      kind: "left",
      valve: "1I",
      reading: read?.id,
      reason: null,
      id: left?.id,
      supersedes: null,
    });
    expect(new Set([read?.id, left?.id, "1", "2"]).size).toBe(4);
    expect(madeAgain(before.slice(2))[0]).toMatchObject({ reading: "1" });
  });
});
