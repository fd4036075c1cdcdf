import { describe, expect, it } from "vitest";
import { engineFile } from "../../engine/testEngines";
import type { Entry, KeptEntry } from "../ledger/entry";
import type { SheetSource } from "./sheet";
import { sheetOf } from "../run";
import { jobFor } from "../jobs.testing";
import { readingWords, shortReading } from "../words/readings";

const FILE = engineFile(["1"], {
  lash: { state: "cold", source: "Card", intake: { nominal: 0.2 } },
  otherLash: [{ state: "cold", source: "Old manual" }],
});
const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });
const reading = (id: string, pass: "as-found" | "set" | "as-left", goes: number) => ({
  id,
  kind: "reading",
  valve: "1I",
  stop: "A",
  pass,
  goes: mark(goes),
  noGo: mark(goes + 0.05),
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
});
const kept = (entries: readonly object[], by = "ada"): KeptEntry[] =>
  entries.map(
    (e, i) =>
      ({
        supersedes: null,
        id: `e${i}`,
        ...e,
        seq: i + 1,
        personId: by,
        personName: by === "ada" ? "Ada" : "Bo",
        at: `2026-11-25T10:0${i}:00Z`,
        madeAt: `2026-11-25T10:0${i}:00Z`,
      }) as unknown as KeptEntry,
  );

const sheet = (entries: readonly KeptEntry[]) =>
  sheetOf({
    jobId: "j",
    shop: "Shop",
    serial: null,
    runningHours: null,
    counterUnit: "h",
    geometry: ["Intake: pushrod 208 mm"],
    buildCheck: null,
    file: FILE,
    job: jobFor(FILE),
    state: "cold",
    temperatureC: 18,
    method: "two-stop",
    feelerSets: ["Set", "Other set"],
    purpose: "noise",
    note: "ticks",
    licensed: null,
    cautions: ["a"],
    openedBy: "Ada",
    openedAt: "2026-11-25T10:00:00Z",
    entries,
    refused: [],
  } satisfies SheetSource);

describe("the sheet", () => {
  it("names what ruled, what did not, and what lay ready", () => {
    expect(sheet([])).toMatchObject({
      specSource: "Card",
      geometry: ["Intake: pushrod 208 mm"],
      otherSources: ["Old manual"],
      feelerSets: ["Set", "Other set"],
      purpose: "noise",
      note: "ticks",
      signedBy: null,
    });
  });
  it("tells what was said and done, the question with its answer, the checks on one line", () => {
    const none = { ...reading("r", "as-found", 0), goes: { mm: 0, text: "no leaf" }, noGo: mark(0.05) };
    const { notes } = sheet(
      kept([
        { kind: "arrived", stop: "A" },
        none,
        { kind: "answered", question: "zero:r", reason: "Crank checked" },
        { kind: "paused", reason: "Break" },
        { kind: "checked", item: "locks", reason: null },
        { kind: "checked", item: "started", reason: "no battery" },
        { kind: "reopened", valve: "1E", reason: "forgot" },
        { kind: "turned-over", rereads: null },
      ]),
    );
    expect(notes.map((n) => n.what)).toEqual([
      expect.stringMatching(/^No leaf goes at 1 intake: .*\? Crank checked\.$/),
      "Paused: Break",
      "Before closing: what holds each setting checked once more; started and listened to (not done: no battery)",
      "1E looked at again: forgot",
      "Turned over two full turns by hand",
    ]);
  });
  it("shows what locking did, by whatever hand", () => {
    const twice = ["1", "2"].flatMap((n) => [
      { kind: "set", valve: "1I", stop: "A", turns: 0.1, aimMm: 0.2, locked: false },
      reading(`b${n}`, "set", 0.2),
      { kind: "locked", valve: "1I", stop: "A" },
      reading(`a${n}`, "as-left", 0.15),
    ]);
    expect(
      sheet(kept([{ kind: "arrived", stop: "A" }, reading("f", "as-found", 0.3), ...twice])).lockShiftMm,
    ).toBeCloseTo(-0.05, 9);
    expect(sheet([]).lockShiftMm).toBeNull();
  });
});

describe("a reading in words", () => {
  const felt = (
    school: "drag" | "overshoot" | "gauge",
    value = mark(0.2),
  ): Pick<Entry & { kind: "reading" }, "goes" | "noGo" | "school" | "value"> => ({
    goes: mark(0.18),
    noGo: mark(0.23),
    school,
    value,
  });
  it.each([
    ["drag", "0.20 mm light drag"],
    ["overshoot", "0.20 mm definite drag"],
    ["gauge", "0.20 mm by gauge"],
  ] as const)("%s", (school, words) => {
    expect(readingWords(felt(school))).toBe(words);
    expect(shortReading(felt(school))).toBe("0.20");
  });
  it("two leaves, and none", () => {
    expect(readingWords({ goes: mark(0.2), noGo: mark(0.25) })).toBe("0.20–0.25 mm");
    expect(readingWords({ goes: { mm: 0, text: "no leaf" }, noGo: mark(0.05) })).toBe("none goes, under 0.05 mm");
  });
});
