/** What is typed about an engine's setting and heat becomes the file, and comes back as it was. */
import { describe, expect, it } from "vitest";
import type { AdjusterEntry, EngineFile } from "@/core/engine/engineFile";
import { engineFileSchema } from "@/core/engine/engineFileSchema";
import { engineFile } from "@/core/engine/testEngines";
import { CORRIEMOOR, LARKFIELD, TAMBLIN } from "@/demo/lifterEngines";
import { CALDER, DUNMORE, PELLAM } from "@/demo/engines";
import { TEASEL, VANTRY } from "@/demo/partsEngines";
import { heatFields, heatPart } from "../../heat/heatPart";
import { specFields, specPart } from "./specPart";

const ROLES = ["intake", "exhaust"] as const;
const part = (file: EngineFile, more: object = {}) =>
  specPart({ ...specFields(file, "C"), ...more }, ROLES, file, "C");

describe("the spec form", () => {
  it.each([CORRIEMOOR, LARKFIELD, TAMBLIN, CALDER, DUNMORE, PELLAM, VANTRY, TEASEL])(
    "$name comes back as it went in, with what the form does not show",
    (file) => {
      const { lash, adjuster } = part(file) as { lash?: EngineFile["lash"]; adjuster?: AdjusterEntry };
      expect(engineFileSchema.safeParse({ ...file, lash, adjuster }).success).toBe(true);
      expect(adjuster).toEqual(file.adjuster);
      expect(lash).toEqual(file.lash);
    },
  );
  it("takes a valve's own spec and what other sources say, and gives both back", () => {
    const single = { valve: "1E", nominal: "0.35 mm", low: "0.30 mm", high: "", block: "" };
    const card = {
      before: null,
      state: "cold",
      source: "Cam card",
      intake: { nominal: "0.25 mm", low: "", high: "", block: "" },
      exhaust: { nominal: "", low: "", high: "", block: "" },
      injector: { nominal: "", low: "", high: "", block: "" },
    };
    const typed = part(CALDER, { singles: [single], others: [card, { ...card, source: "Builder" }] });
    expect(typed).toMatchObject({
      lash: { valves: { "1E": { nominal: "0.35 mm", low: "0.30 mm" } } },
      otherLash: [
        { state: "cold", source: "Cam card", intake: { nominal: "0.25 mm" } },
        { state: "cold", source: "Builder" },
      ],
    });
    const file = engineFileSchema.parse({ ...CALDER, ...typed }) as EngineFile;
    expect({ ...CALDER, ...part(file) }).toEqual(file);
    // What the form does not show of a source stays with it.
    const odd = { ...file, otherLash: [{ ...file.otherLash?.[0], shelf: 3, valves: { "1I": { nominal: 0.2 } } }] };
    expect(part(odd as unknown as EngineFile)).toMatchObject({ otherLash: odd.otherLash });
    const noted = { ...file, lash: { ...file.lash, intake: { ...file.lash?.intake, at: "20 °C" } } };
    expect(part(noted as unknown as EngineFile)).toMatchObject({ lash: noted.lash });
    expect(part(file, { others: [] })).toMatchObject({ otherLash: [] });
  });
  it("keeps the injectors' screw as it was typed, also where nobody knows the valves'", () => {
    const roles = [...ROLES, "injector"] as const;
    const { adjuster: _, ...bare } = CALDER;
    const typed = { injectorAt: "pushrod-end", injectorRatio: "1,3", injectorThread: "3/8-24" };
    const kept = specPart({ ...specFields(bare, "C"), ...typed }, roles, bare, "C") as { adjuster: AdjusterEntry };
    expect(kept.adjuster).toEqual({ kind: "screw", injector: { at: "pushrod-end", ratio: 1.3, tpi: 24 } });
    const file = { ...CALDER, adjuster: { ...kept.adjuster, at: "valve-end" as const } };
    expect(specPart(specFields(file, "C"), roles, file, "C")).toMatchObject({ adjuster: file.adjuster });
  });
  it.each([
    ["1/2", { turns: 0.5 }],
    ["1 1/4", { turns: 1.25 }],
    ["0,75", { turns: 0.75 }],
    ["1.0 mm", { travel: "1.0 mm" }],
    [".040 in", { travel: ".040 in" }],
  ])("reads a preload of %s", (turns, preload) => {
    expect(part(CORRIEMOOR, { turns })).toMatchObject({ adjuster: { preload } });
  });
  it("goes from a screw to lifters and to no screw", () => {
    expect(part(DUNMORE, { kind: "hydraulic" })).toEqual({
      adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.6, tpi: 20, lock: "poly-lock", lockTorqueNm: 28 },
    });
    expect(part(DUNMORE, { kind: "fixed", lengths: "9 in, 9.1 in", fitted: "" })).toMatchObject({
      lash: { state: "cold" },
      adjuster: { kind: "fixed", part: "pushrod", gapAt: "valve", ratio: 1.6, lengths: ["9 in", "9.1 in"] },
    });
  });
  it("says how it is locked, to what torque and with what room, and forgets what is emptied", () => {
    expect(part(DUNMORE, { lock: "self-locking", lockTorque: "", swing: "90" })).toMatchObject({
      adjuster: { kind: "screw", lock: "self-locking", swingDeg: 90 },
    });
    const emptied = part(DUNMORE, { lock: "", lockTorque: "", swing: "" }) as { adjuster: AdjusterEntry };
    expect(Object.keys(emptied.adjuster).sort()).toEqual(["at", "kind", "ratio", "tpi"]);
    expect(part(CORRIEMOOR, { lockTorque: "x" })).toMatchObject({ adjuster: { lockTorqueNm: "x" } });
  });
  it("goes to shims, caps, buckets, pairs and grinding", () => {
    const shim = engineFile(["1"], {
      adjuster: { kind: "bucket-shim" },
      lash: { state: "cold", intake: { nominal: 0.2 } },
    });
    expect(part(shim)).toMatchObject({ adjuster: { kind: "bucket-shim" } });
    expect(part(shim, { shimAt: "tip", diameter: "6 mm" })).toMatchObject({
      adjuster: { kind: "bucket-shim", shimAt: "tip", diameter: "6 mm" },
    });
    expect(part(DUNMORE, { kind: "bucket", diameter: "28 mm", shimAt: "under" })).toMatchObject({
      adjuster: { kind: "bucket", diameter: "28 mm" },
    });
    expect(part(shim, { kind: "positive-closing", closerHigh: "0.03 mm" })).toMatchObject({
      adjuster: { kind: "positive-closing", closer: { high: "0.03 mm" } },
    });
    expect(part(shim, { kind: "grind" })).toMatchObject({ adjuster: { kind: "grind" } });
  });
});

describe("the heat form", () => {
  const HEAT: EngineFile["heat"] = {
    layout: "pushrod",
    block: "iron",
    head: "alloy",
    sizes: { deck: "180 mm" },
    rise: { block: 60, head: 70, pushrod: 65, valve: 90 },
    experience: { intake: ".009 in", source: "Builder" },
  };
  it("comes back as it went in, with fields that it does not know", () => {
    const known = { ...HEAT, bolts: "long" } as EngineFile["heat"];
    expect(heatPart(heatFields({ ...(known === undefined ? {} : { heat: known }) }), known)).toEqual(known);
  });
  it("takes one rise for all, leaves a slip for the server to name, and nothing where nothing stands", () => {
    const fields = heatFields({});
    expect(heatPart({ ...fields, rise: "75" }, undefined)).toEqual({ rise: 75 });
    expect(heatPart({ ...fields, rise: "60 70" }, undefined)).toEqual({ rise: "60 70" });
    expect(heatPart(fields, undefined)).toBeNull();
  });
});
