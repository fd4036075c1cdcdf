import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import type { Entry } from "@/core/job/ledger/entry";
import { jobFor } from "@/core/job/jobs.testing";
import { contextOn, nowOf, setOf } from "../run.testing";
import { valveMarks } from "./valveMarks";

const FILE = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
const JOB = jobFor(FILE);
const CONTEXT = contextOn(FILE, JOB, setOf([0.2]));
const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });
const base = { supersedes: null, stop: "A" };
const reading = (id: string, valve: string, goes: number, pass: "as-found" | "set" = "as-found"): Entry => ({
  ...base,
  id,
  kind: "reading",
  valve,
  pass,
  goes: mark(goes),
  noGo: mark(goes + 0.05),
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
});
const left = (id: string, valve: string, of: string, reason: string | null = null): Entry => ({
  id,
  supersedes: null,
  kind: "left",
  valve,
  reading: of,
  reason,
});
const ARRIVED: Entry = { id: "a", supersedes: null, kind: "arrived", stop: "A" };

function marks(entries: readonly Entry[], pending: readonly string[] = []) {
  return valveMarks(CONTEXT, nowOf(CONTEXT, entries, { chosen: "1E" }), new Set(pending), null);
}

describe("how a valve looks", () => {
  it("in hand, free here, and elsewhere", () => {
    const shown = marks([ARRIVED]);
    expect(shown["1E"]).toMatchObject({ look: "hand", label: "1 exhaust: in hand" });
    expect(shown["1I"]).toMatchObject({ look: "here", text: "I", label: "1 intake: may be set here" });
    expect(shown["4E"]).toMatchObject({ look: "elsewhere", label: "4 exhaust: not at this stop" });
  });
  it("out of spec shows which way, by arrows and words", () => {
    expect(marks([ARRIVED, reading("r", "1I", 0.3)])["1I"]).toMatchObject({
      look: "open",
      text: "0.30",
      arrows: "apart",
      label: expect.stringContaining("is loose"),
    });
    expect(marks([ARRIVED, reading("r", "1I", 0.05)])["1I"]).toMatchObject({
      arrows: "together",
      label: expect.stringContaining("is tight"),
    });
  });
  it("with its lock loose it says so, and shows no verdict", () => {
    const turned: Entry = { ...base, id: "s", kind: "set", valve: "1I", turns: 0.1, aimMm: 0.2, locked: false };
    expect(marks([ARRIVED, reading("r", "1I", 0.3), turned])["1I"]).toMatchObject({
      look: "open",
      arrows: null,
      label: expect.stringContaining("its lock is loose"),
    });
    expect(marks([ARRIVED, reading("r", "1I", 0.3), turned, reading("q", "1I", 0.2, "set")])["1I"]).toMatchObject({
      arrows: null,
      label: expect.stringContaining("its lock is loose"),
    });
  });
  it("locked, on its way to the shop, left with a reason, and due once more", () => {
    const done = [ARRIVED, reading("r", "1I", 0.2), left("l", "1I", "r")];
    expect(marks(done)["1I"]).toMatchObject({
      look: "done",
      text: "0.20",
      label: expect.stringContaining("locked, 0.20–0.25 mm"),
    });
    expect(marks(done, ["l"])["1I"]).toMatchObject({
      look: "sending",
      label: expect.stringContaining("not saved by the shop yet"),
    });
    expect(marks([ARRIVED, reading("r", "1I", 0.3), left("l", "1I", "r", "seized")])["1I"]).toMatchObject({
      look: "excused",
    });
    const turnedOver: Entry = { id: "b", supersedes: null, kind: "turned-over", rereads: null };
    expect(marks([...done, turnedOver])["1I"]).toMatchObject({
      look: "here",
      text: "0.20",
      label: expect.stringContaining("to be read once more, was 0.20–0.25 mm"),
    });
  });
});
