/** What people type on the wrong kind of engine: taken in the unit that the field shows, or asked about; never guessed. */
import { parseLength } from "@/core/units/length";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { AdjusterKind, EngineFile } from "@/core/engine/engineFile";
import { engineFile } from "@/core/engine/testEngines";
import { USUAL } from "@/core/units/typedLength";
import { CamForm } from "../form/CamForm";
import { EMPTY_CAM, type CamDraft } from "@/core/engine/camDraft";
import { TwoSizes } from "../../controls/TwoSizes";
import { UnitProvider } from "../../controls/unit";
import { HeatSection } from "../../heat/HeatSection";
import { system } from "../../theme/system";
import { SpecForm } from "./SpecForm";

let sent: unknown[] = [];
beforeEach(() => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  sent = [];
  vi.stubGlobal("fetch", (_url: string, { body }: { body: string }) => {
    sent.push(JSON.parse(body));
    return Promise.resolve(new Response(JSON.stringify({ ok: true })));
  });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const INCH: Partial<EngineFile> = {
  lash: { state: "cold", source: "Card", intake: { nominal: "0.012 in" }, exhaust: { nominal: "0.018 in" } },
};
const METRIC: Partial<EngineFile> = {
  lash: { state: "cold", source: "Card", intake: { nominal: "0.30 mm" }, exhaust: { nominal: "0.45 mm" } },
};

const shown = (unit: "mm" | "in", children: React.ReactNode) =>
  render(
    <ChakraProvider value={system}>
      <UnitProvider unit={unit}>{children}</UnitProvider>
    </ChakraProvider>,
  );

const spec = (unit: "mm" | "in", kind: AdjusterKind = "screw") =>
  shown(
    unit,
    <SpecForm
      id="e"
      file={engineFile(["1", "3", "4", "2"], {
        ...(unit === "in" ? INCH : METRIC),
        adjuster: { kind, ...(kind === "hydraulic" ? { at: "stud-nut", ratio: 1.5, tpi: 24 } : {}) },
      })}
      known
      onDone={() => undefined}
    />,
  );

function type(label: string, text: string, nth = 0): void {
  const field = screen.getAllByLabelText<HTMLInputElement>(label)[nth];
  if (field === undefined) throw new Error(`no field ${label}`);
  fireEvent.change(field, { target: { value: text } });
  act(() => void vi.advanceTimersByTime(700));
}

const press = async (name: string): Promise<void> => {
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name }));
    await vi.advanceTimersByTimeAsync(50);
  });
};
const asked = (): string[] =>
  screen.queryAllByRole("group", { name: "Which unit?" }).flatMap((g) =>
    within(g)
      .getAllByRole("button")
      .map((b) => b.textContent ?? ""),
  );

describe("a length typed at an engine", () => {
  it("is read in the unit that stands beside it", async () => {
    spec("in");
    type("Lash", ".004");
    type("High limit", ".005");
    expect(asked()).toEqual([]);
    await press("Keep this spec");
    expect(sent).toMatchObject([{ lash: { intake: { nominal: ".004 in", high: ".005 in" } } }]);
  });

  it.each([
    ["mm", "Lash", ".004", [".004 mm", ".004 in"]],
    ["mm", "Low limit", "0.014", ["0.014 mm", "0.014 in"]],
    ["in", "Lash", "0.30", ["0.30 in", "0.30 mm"]],
  ] as const)("in %s, %s of %s is asked about, and nothing is sent before", async (unit, label, text, choices) => {
    spec(unit);
    type(label, text);
    expect(asked()).toEqual(choices);
    await press("Keep this spec");
    expect(sent).toEqual([]);
    await press(choices[1]);
    expect(asked()).toEqual([]);
    await press("Keep this spec");
    const part = label === "Lash" ? "nominal" : "low";
    expect(sent).toMatchObject([{ lash: { intake: { [part]: choices[1] } } }]);
  });

  it.each(["0.40 mm", "0.40mm", ".016 in", "16 thou", "0,40"])("%s is typed key by key", async (text) => {
    spec("mm");
    const field = screen.getAllByLabelText<HTMLInputElement>("Lash")[0];
    if (field === undefined) throw new Error("no field");
    fireEvent.change(field, { target: { value: "" } });
    for (const key of text) fireEvent.change(field, { target: { value: `${field.value}${key}` } });
    act(() => void vi.advanceTimersByTime(700));
    await press("Keep this spec");
    const [kept] = sent as { lash: { intake: { nominal: string } } }[];
    expect(parseLength(kept?.lash.intake.nominal ?? "")?.mm).toBeCloseTo(parseLength(text, "mm")?.mm ?? 0, 9);
  });

  it("is read as it was before once it was emptied, and says its unit itself where that is another", () => {
    spec("mm");
    type("Lash", "0.012 in");
    type("Lash", "");
    type("Lash", ".014");
    expect(screen.getAllByLabelText<HTMLInputElement>("Lash")[0]?.value).toBe(".014");
    expect(asked()).toEqual([]);
    expect(screen.getAllByRole("button", { name: "In inches: change to millimeters" })).toHaveLength(1);
    type("Lash", "12 thou");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "As typed" }).disabled).toBe(true);
  });

  it("is taken as it is where it says its unit itself, and in the other unit by one tap", async () => {
    spec("mm");
    type("Lash", "0.012 in");
    type("Lash", "0.45", 1);
    fireEvent.click(screen.getAllByRole("button", { name: "In inches: change to millimeters" })[0] as HTMLElement);
    act(() => void vi.advanceTimersByTime(700));
    // 0.012 mm is no lash: it is asked about, not taken.
    expect(asked()).toEqual(["0.012 mm", "0.012 in"]);
    await press("0.012 in");
    await press("Keep this spec");
    expect(sent).toMatchObject([{ lash: { intake: { nominal: "0.012 in" }, exhaust: { nominal: "0.45 mm" } } }]);
  });

  it.each([
    ["3/8-24", { tpi: 24 }],
    ["7/16-20", { tpi: 20 }],
    ["M10x1.5", { pitch: "1.5 mm" }],
    ["1 mm", { pitch: "1 mm" }],
    ["24 tpi", { tpi: 24 }],
  ])("a thread of %s is taken as people say it, on either kind of engine", async (text, thread) => {
    for (const unit of ["mm", "in"] as const) {
      sent = [];
      spec(unit, "hydraulic");
      type("Thread", text);
      await press("Keep this spec");
      expect(sent).toMatchObject([{ adjuster: thread }]);
      cleanup();
    }
  });

  it("a thread that is none is said at its field, and nothing is sent", async () => {
    spec("mm", "hydraulic");
    type("Thread", "M10");
    await press("Keep this spec");
    expect(sent).toEqual([]);
    expect(screen.getByText(/M10 comes in several pitches/)).toBeTruthy();
  });

  it("an empty plunger travel stays unknown, and every length of a lifter is read or asked", async () => {
    spec("in", "hydraulic");
    await press("Keep this spec");
    expect(sent).toMatchObject([{ adjuster: { kind: "hydraulic", tpi: 24 } }]);
    expect(JSON.stringify(sent)).not.toContain("plunger");
    sent = [];
    type("Plunger travel", ".160");
    type("From the top", ".020");
    type("Preload", "0.040");
    await press("Keep this spec");
    expect(sent).toEqual([]);
    expect(screen.getByText(/0\.040 turns, or a travel/)).toBeTruthy();
    type("Preload", "0.040 in");
    await press("Keep this spec");
    expect(sent).toMatchObject([
      { adjuster: { plunger: { travel: ".160 in", fromTop: ".020 in" }, preload: { travel: "0.040 in" } } },
    ]);
  });

  it.each([
    ["bucket-shim", "Diameter", "0.375"],
    ["positive-closing", "Closer gap", "0.001"],
    ["fixed", "Fitted", "9.050"],
  ] as const)("of %s, %s asks about %s mm", (kind, label, text) => {
    spec("mm", kind);
    type(label, text);
    expect(asked()).toEqual([`${text} mm`, `${text} in`]);
  });

  it("growth and sizes of the heat form are asked about", async () => {
    shown(
      "in",
      <HeatSection
        id="e"
        file={engineFile(["1", "2"], { ...INCH, adjuster: { kind: "screw", at: "stud-nut" } })}
        measured={{ engine: [], model: [] }}
      />,
    );
    await press("Enter figures");
    type("Intake grows", "0.35");
    type("Pushrod", "230");
    expect(asked()).toEqual(["230 in", "230 mm", "0.35 in", "0.35 mm"]);
    type("Intake grows", "0.014");
    type("Pushrod", "9.05");
    await press("Keep this");
    expect(sent).toMatchObject([{ heat: { experience: { intake: "0.014 in" }, sizes: { pushrod: "9.05 in" } } }]);
  });

  it("a checking lift keeps its figure bare while it is asked about", () => {
    let cam: CamDraft = { ...EMPTY_CAM, known: "events" };
    const form = () => (
      <ChakraProvider value={system}>
        <UnitProvider unit="mm">
          <CamForm
            cam={cam}
            strokes={4}
            hasInjectors={false}
            problems={{ cam: undefined, ramp: undefined, release: undefined }}
            onChange={(change) => {
              cam = { ...cam, ...change };
              drawn.rerender(form());
            }}
          />
        </UnitProvider>
      </ChakraProvider>
    );
    const drawn = render(form());
    type("Checked at a lift of", ".050");
    expect([cam.atLift, asked()]).toEqual([".050", [".050 mm", ".050 in"]]);
    fireEvent.click(screen.getByRole("button", { name: ".050 in" }));
    expect([cam.atLift, asked()]).toEqual([".050 in", []]);
  });

  it("two sizes are held only with their units", () => {
    const held: unknown[] = [];
    shown("in", <TwoSizes what="wire" usual={USUAL.wire} submit="Hold" onHold={(...two) => held.push(two)} />);
    type("Wire that goes", "0.80");
    type("Does not go", ".040");
    fireEvent.click(screen.getByRole("button", { name: "Hold" }));
    expect(held).toEqual([]);
    fireEvent.click(screen.getByRole("button", { name: "0.80 mm" }));
    fireEvent.click(screen.getByRole("button", { name: "Hold" }));
    expect(held).toEqual([
      [
        { mm: 0.8, text: "0.80 mm" },
        { mm: 1.016, text: ".040 in" },
      ],
    ]);
  });
});
