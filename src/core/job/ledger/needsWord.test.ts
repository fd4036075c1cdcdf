import { describe, expect, it } from "vitest";
import type { Entry } from "./entry";
import { wordNeeded, wordWanted } from "./needsWord";

const base = { id: "a", supersedes: null } as const;
const mark = { mm: 0.2, text: "0.20 mm" };
const reading = (reason: string | null): Entry => ({
  ...base,
  kind: "reading",
  valve: "1I",
  stop: "A",
  pass: "as-found",
  goes: mark,
  noGo: { mm: 0.25, text: "0.25 mm" },
  school: "go-no-go",
  value: null,
  instrument: null,
  reason,
});
const left = (reason: string | null): Entry => ({ ...base, kind: "left", valve: "1I", reading: "r", reason });

describe("what an apprentice does not do alone", () => {
  it.each<[string, Entry, ReturnType<typeof wordNeeded>]>([
    ["reads where the stop serves", reading(null), null],
    ["reads against the margin", reading("No room to turn further"), "override"],
    ["leaves in band", left(null), null],
    ["leaves out of band", left("No thinner shim"), "leave out"],
    ["leaves unread", { ...base, kind: "skipped", valve: "1I", reason: "Stud sheared" }, "leave out"],
    ["closes", { ...base, kind: "closed" }, "close"],
    ["signs", { ...base, kind: "signed" }, "sign"],
    ["arrives", { ...base, kind: "arrived", stop: "A" }, null],
  ])("%s", (_, entry, what) => {
    expect(wordNeeded(entry)).toBe(what);
    for (const role of ["lead", "mechanic", "apprentice"] as const)
      expect(wordWanted(role, [reading(null), entry])).toBe(role === "apprentice" ? what : null);
  });
});
