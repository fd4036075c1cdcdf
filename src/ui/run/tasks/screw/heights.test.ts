/** A follower under a gauge block in the run: what is read, and which way the screw goes. */
import { describe, expect, it } from "vitest";
import type { EngineFile, LashFigures } from "@/core/engine/engineFile";
import { engineFile, MILD_CAM } from "@/core/engine/testEngines";
import { jobFor, mark, readBy } from "@/core/job/jobs.testing";
import type { Entry } from "@/core/job/ledger/entry";
import { blockOf } from "@/core/engine/height";
import { lashSpec } from "@/core/lash/spec";
import { type Tap, type Taps, readTaps } from "../../../leaves/taps";
import { contextOn, nowOf, setOf, told as toldOf } from "../../run.testing";

const FIGURES = { nominal: "61.70 mm", low: "61.65 mm", high: "61.75 mm", block: "62.00 mm" };
const SET = setOf([0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5]);
type Screw = "own" | "unsaid";
/** The valves' screw tells nothing of an injector's: 2 mm there, 1 mm here, where it is said. */
const at = (screw: Screw = "own", injector: LashFigures = FIGURES): EngineFile =>
  engineFile(["1"], {
    cam: { ...MILD_CAM, injector: { opensDeg: 200, closesDeg: 300 } },
    valves: [{ id: "1J", cylinder: "1", role: "injector" }],
    lash: { state: "cold", injector },
    adjuster: {
      kind: "screw",
      at: "valve-end",
      pitch: "2 mm",
      lock: "poly-lock",
      lockTorqueNm: 28,
      ...(screw === "own" ? { injector: { at: "valve-end", pitch: "1 mm" } } : {}),
    },
  });
const jobOf = (file: EngineFile, figures: LashFigures = FIGURES) => {
  const block = blockOf(figures);
  return jobFor(file, "firing-order", {
    valves: file.valves.map((v) => ({ ...v, spec: lashSpec(figures), ...(block === null ? {} : { block }) })),
  });
};
const ARRIVED: Entry = { id: "a", kind: "arrived", supersedes: null, stop: "A" };

/** What is told once such leaves were tapped. */
function told(goes: number, noGo: number, screw: Screw = "own", figures: LashFigures = FIGURES) {
  const file = at(screw, figures);
  const context = contextOn(file, jobOf(file, figures), SET);
  const now = nowOf(context, [ARRIVED]);
  const keys: Taps = Object.fromEntries(
    SET.leaves.flatMap(({ mm }, i): [string, Tap][] =>
      mm === goes ? [[String(i), "goes"]] : mm === noGo ? [[String(i), "no"]] : [],
    ),
  );
  const tapped = readTaps(keys, null, context.hand, lashSpec(figures));
  return toldOf(context, now, { taps: keys, tapped });
}

describe("a follower under a block", () => {
  it("is read as the gap under it", () => {
    const file = at();
    const context = contextOn(file, jobOf(file), SET);
    const first = toldOf(context, nowOf(context, [ARRIVED]), {
      taps: {},
      tapped: readTaps({}, null, context.hand, lashSpec(FIGURES)),
    });
    expect(first.title).toBe("Read the gap under the 62.00 mm block at 1 injector: try 0.30 mm first.");
    expect(first.grounds.join(" ")).toMatch(/Datum, block and follower clean/);
    expect(first.choices.map((c) => c.label)).not.toContain("Slack: nothing to find");
  });
  it("that stands too high is pressed down by the screw in, too low let up by the screw out; nothing is said of a valve", () => {
    const high = told(0.15, 0.2);
    expect(high.title).toBe(
      "Put the 0.30 mm leaf under the block. Turn the screw in until it just drags, and lock it.",
    );
    const low = told(0.45, 0.5);
    expect(low.title).toMatch(/Turn the screw out until it just drags/);
    for (const t of [high, low]) {
      expect(t.grounds.join(" ")).not.toMatch(/seat|burnt|held open|noisy/);
      expect(t.grounds.join(" ")).toMatch(/That will be about \d+°/);
    }
  });
  it("of which nobody knows how the screw moves it has no turn told, only by how much", () => {
    expect(told(0.15, 0.2, "unsaid").title).toMatch(/^Lower the follower by 0\.1\d mm, and lock\.$/);
    expect(told(0.45, 0.5, "unsaid").title).toMatch(/^Raise the follower by 0\.1\d mm, and lock\.$/);
  });
  it("teaches nothing of lash", () => {
    const file = at();
    const context = contextOn(file, jobOf(file), SET);
    const read = (id: string, goes: number, pass: string) =>
      readBy({ id, valve: "1J", goes: mark(goes), noGo: mark(goes + 0.05), pass });
    const entries = [
      ARRIVED,
      read("r", 0.15, "as-found"),
      {
        id: "s",
        kind: "set",
        supersedes: null,
        valve: "1J",
        stop: "A",
        turns: 0.1,
        aimMm: 0.3,
        locked: false,
      } as Entry,
      read("t", 0.3, "set"),
      { id: "l", kind: "locked", supersedes: null, valve: "1J", stop: "A" } as Entry,
      read("u", 0.25, "set"),
    ];
    const { learning } = nowOf(context, entries);
    expect(learning.shifts).toEqual([]);
    expect(learning.k).toBeNull();
  });
});

describe("an injector that is set by lash", () => {
  const LASH = { nominal: "0.30 mm", low: "0.25 mm", high: "0.35 mm" };
  it("is turned by its own screw, in to close its gap", () => {
    const { title, grounds } = told(0.35, 0.4, "own", LASH);
    expect(title).toMatch(/Turn the screw in until it just drags/);
    // 0.075 mm of a thread of 1 mm; by the valves' it would be half of that.
    expect(grounds.join(" ")).toMatch(/That will be about 27°/);
  });
  it("has no turn told by the screw of the valves", () => {
    const { title, grounds } = told(0.35, 0.4, "unsaid", LASH);
    expect(title).toMatch(/Turn the screw in until it just drags/);
    expect(grounds.join(" ")).not.toMatch(/°/);
  });
  it("is locked by its own nut: nothing is told of the valves' lock and torque", () => {
    for (const screw of ["own", "unsaid"] as const) {
      const said = told(0.35, 0.4, screw, LASH).grounds.join(" ");
      expect(said).toContain("Hold the screw still, tighten its lock nut.");
      expect(said).not.toMatch(/set screw|Nm/);
    }
  });
});
