/** The run on its own screen: what is told at each step, what is refused, and how slips are caught. */
import { cleanup } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { UNEVEN_TWIN as TWIN } from "@/core/engine/testEngines";
import { type Entry, liveEntries } from "@/core/job/ledger/entry";
import { Gaps } from "@/core/mechanic/gaps";
import { ADA, BO, MemoryJob, type RunScreen } from "./screen.testing";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

let shop: MemoryJob;
let run: RunScreen;
beforeEach(async () => {
  shop = new MemoryJob(TWIN);
  run = await shop.open();
});

const ALL_RIGHT = { "1I": 0.22, "1E": 0.32, "2I": 0.22, "2E": 0.32 };
const workUntil = (until: RegExp, gapsMm: Readonly<Record<string, number>>) => run.work(new Gaps(gapsMm), until);
const kinds = (): string[] => liveEntries(shop.entries).map((e) => e.kind);

describe("a valve", () => {
  it("is told stop, verdict, turn and lock, and left only when it is in spec", async () => {
    expect(run.title).toBe("Turn the crank until the TDC mark is at the pointer.");
    expect(run.next).toContain("Cylinder 1 fires");
    await run.pressMain();
    await run.read("0.30 mm", "0.35 mm");
    expect(run.title).toBe("Put the 0.20 mm leaf in. Turn the screw in until it just drags, and lock it.");
    expect(run.next).toContain("That will be about 60°, from 12 to 2.");
    await run.press("By degrees instead");
    // 0.325 to 0.20 over a pitch of 0.75 mm is 60 degrees.
    expect(run.title).toBe("Turn the screw in 60°, from 12 to 2.");
    expect(run.says).toContain("1 intake is loose");
    // How the lock moves it is not known yet: it is read before locking as well.
    expect(run.main?.textContent).toContain("Screw turned: read before locking");
    await run.pressMain();
    expect(run.title).toContain("Lock still loose: read 1 intake");
    await run.read("0.20 mm", "0.25 mm");
    expect(run.title).toBe("Lock 1 intake, without letting it turn.");
    await run.pressMain();
    expect(run.title).toContain("Locked? Then read 1 intake again");
    await run.read("0.20 mm", "0.25 mm");
    expect(run.title).toBe("1 intake is locked, in spec: leave it.");
    await run.pressMain();
    expect(run.look("1I")).toBe("done");
    expect(run.title).toContain("Read 1 exhaust");
    await run.allSaved();
  });

  it("at which no leaf goes is tight and urgent, and asked about before any turn is told", async () => {
    await run.pressMain();
    await run.click(run.leaf("No leaf goes"));
    expect(run.says).toContain("1 intake is tight");
    expect(run.title).toContain("Is the crank really at stop A?");
    expect(run.next).toContain("nothing is turned yet. Do not run the engine so.");
    expect(run.main?.textContent).toContain("it is tight");
    await run.pressMain();
    expect(run.title).toContain("Turn the screw out until it just drags");
    expect(run.says).toContain("the valve may be held open");
  });

  it("read by leaves that contradict gets a sentence, and they stay as they were tapped", async () => {
    await run.pressMain();
    await run.read("0.30 mm", "0.20 mm");
    expect(run.title).toBe("One of these is a slip.");
    expect(run.says).toContain("0.3 mm goes but the thinner 0.2 mm does not");
    expect([run.tapped("0.30 mm"), run.tapped("0.20 mm")]).toEqual(["goes", "no"]);
    expect(run.main?.disabled).toBe(true);
  });

  it("that this stop does not serve is refused with its margin, and read with a reason only", async () => {
    await run.pressMain();
    await run.valve("2E");
    expect(run.title).toBe("2 exhaust is not for this stop.");
    expect(run.says).toMatch(/Stop A does not serve 2E: it is (on its lobe|only)/);
    await run.press("Override");
    expect(run.says).toContain("Give the reason in a few words");
    await run.type("Why it is read here all the same", "lobe seen pointing away");
    await run.press("Override");
    await run.read("0.30 mm", "0.35 mm");
    await run.pressMain();
    expect(run.look("2E")).toMatch(/done|sending/);
    await run.allSaved();
    expect(shop.entries.find((e) => e.kind === "reading")).toMatchObject({ reason: "lobe seen pointing away" });
  });

  it("out of band is left with a reason only, and undo brings the reading back", async () => {
    await run.pressMain();
    await run.read("0.30 mm", "0.35 mm");
    await run.press("Leave it so, with a reason");
    await run.type("Why it is left so", "adjuster seized");
    await run.press("Leave it");
    await run.allSaved();
    expect(run.look("1I")).toBe("excused");
    await run.key("u");
    expect(run.tapped("0.30 mm")).toBe("goes");
    expect(run.title).toContain("Turn the screw in until it just drags");
    await run.allSaved();
  });
});

describe("a device", () => {
  it("has taps and entries after a reload, and another goes on at the same place", async () => {
    await run.pressMain();
    await run.read("0.20 mm", "0.25 mm");
    await run.pressMain();
    await run.allSaved();
    await run.click(run.leaf("0.30 mm"));
    run = await shop.open();
    expect(run.tapped("0.30 mm")).toBe("goes");
    window.localStorage.clear();
    run = await shop.open(BO);
    expect(run.title).toContain("Read 1 exhaust");
    expect(run.look("1I")).toBe("done");
  });

  it("shows a verdict without waiting for the shop, stores what is entered meanwhile, and sends it once", async () => {
    await run.pressMain();
    await run.allSaved();
    shop.away = true;
    await run.click(run.leaf("0.30 mm"));
    expect(document.querySelector("[data-verdict=loose]")).not.toBeNull();
    await run.key("u");
    await run.read("0.20 mm", "0.25 mm");
    await run.pressMain();
    await run.until(() => run.status === "2 not saved yet");
    await run.until(() => run.says.includes("stored on this device"));
    expect(run.look("1I")).toBe("sending");
    // Loaded again, still without the shop.
    run = await shop.open();
    await run.until(() => run.status === "2 not saved yet");
    await run.read("0.30 mm", "0.35 mm");
    await run.pressMain();
    expect(run.status).toBe("4 not saved yet");
    shop.away = false;
    run = await shop.open();
    await run.allSaved();
    expect([run.look("1I"), run.look("1E")]).toEqual(["done", "done"]);
    expect(kinds()).toEqual(["arrived", "reading", "left", "reading", "left"]);
  });

  it("is told in place what the shop refuses, and the taps come back", async () => {
    await run.pressMain();
    await run.allSaved();
    // Somebody else finishes this valve from another device meanwhile, and is not heard yet.
    shop.unheard = true;
    const [id, mark] = [crypto.randomUUID(), (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` })];
    const base = { supersedes: null, valve: "1I", stop: "A" };
    const reading = {
      ...base,
      id,
      kind: "reading",
      pass: "as-found",
      goes: mark(0.3),
      noGo: mark(0.35),
      school: "go-no-go",
      value: null,
      instrument: null,
      reason: null,
    };
    const set = { ...base, id: crypto.randomUUID(), kind: "set", turns: 0.1, aimMm: null, locked: true };
    expect(shop.offer([reading, set] as Entry[], BO)).toBeNull();
    await run.read("0.30 mm", "0.35 mm");
    await run.pressMain();
    await run.until(() => run.says.includes("was worked on meanwhile, on another device"));
    expect(run.tapped("0.30 mm")).toBe("goes");
    expect(run.status).toBe("All else saved");
    expect(run.button("1 not taken")).toBeTruthy();
  });

  it("asks by name before it takes back what another did", async () => {
    await run.pressMain();
    await run.read("0.20 mm", "0.25 mm");
    await run.pressMain();
    await run.allSaved();
    window.localStorage.clear();
    run = await shop.open(BO);
    await run.press(/^Undo/);
    expect(run.title).toBe("That takes back what Ada did. Sure?");
    await run.press("Leave it as it is");
    expect(run.title).not.toContain("takes back");
    expect(kinds()).toContain("left");
    await run.press(/^Undo/);
    await run.press("Take it back");
    expect(run.says).toMatch(/Taken back: 1I read as found/);
    await run.allSaved();
    expect(kinds()).toEqual(["arrived"]);
  });

  it("says who has the same valve in hand", async () => {
    await run.pressMain();
    await run.allSaved();
    shop.others = [{ person: "Bo", valve: "1I" }];
    run = await shop.open();
    await run.valve("1I");
    await run.until(() => run.says.includes("Bo has this valve in hand too"));
  });
});

describe("a distracted mechanic", () => {
  it("forgets to turn the crank: no leaf goes, and the question asks for the stop", async () => {
    await workUntil(/really at stop B\?$/, { ...ALL_RIGHT, "2I": 0, "2E": 0 });
    expect(run.title).toBe("No leaf goes at 2 intake: the valve may be held open. Is the crank really at stop B?");
    await run.press("Another answer");
    // It was not: the reading is taken back, the crank is turned, and the valve reads as it should.
    await run.press("Take it back, read again");
    await run.key("c");
    await workUntil(/two full turns/, ALL_RIGHT);
    await run.allSaved();
  });

  it("taps the wrong valve: one on its lobe is refused, one that reads unlike itself is asked about", async () => {
    await run.pressMain();
    await run.valve("2E");
    expect(run.title).toBe("2 exhaust is not for this stop.");
    await run.key("n");
    await run.key("Enter");
    expect(run.title).toContain("Read 1 intake");
    await workUntil(/two full turns/, ALL_RIGHT);
    await run.press("Turned over: all again");
    // The exhaust's lash, felt at the exhaust, is tapped at the intake: the re-check finds it.
    await workUntil(/now reads/, { ...ALL_RIGHT, "1I": 0.12 });
    expect(run.title).toMatch(/^1 intake was left at 0\.20–0\.25 mm and now reads 0\.10–0\.15 mm\. What moved\?/);
  });

  it("skips a cylinder: the run goes back to it, and it can't be closed meanwhile", async () => {
    await workUntil(/mark B/, ALL_RIGHT);
    expect(kinds().filter((k) => k === "left")).toHaveLength(2);
    const close = { id: crypto.randomUUID(), supersedes: null, kind: "closed" } as Entry;
    expect(shop.offer([close])).toMatch(
      /^It can't be closed yet\. No as-left for: 2I, 2E\. Not turned over by hand and read again\. Not said: what holds each setting checked once more;/,
    );
    const told = await workUntil(/two full turns/, ALL_RIGHT);
    expect(told.some((t) => t.includes("Read 2 intake"))).toBe(true);
  });

  it("taps a valve of the head map by Enter: it is taken in hand, and says yes to nothing", async () => {
    await run.pressMain();
    document.querySelector<HTMLElement>('[data-valve="1E"]')?.focus();
    for (let i = 0; i < 3; i++) await run.key("Enter");
    expect(run.title).toContain("Read 1 exhaust");
    expect(document.querySelectorAll('[data-tap="goes"]')).toHaveLength(0);
  });

  it("goes back: the leaf tapped last, then a step, which can be brought back", async () => {
    await workUntil(/Read 1 exhaust/, ALL_RIGHT);
    await run.key("g");
    expect(document.querySelectorAll('[data-tap="goes"]')).toHaveLength(1);
    await run.key("u");
    expect(document.querySelectorAll('[data-tap="goes"]')).toHaveLength(0);
    expect(run.title).toContain("Read 1 exhaust");
    await run.key("u");
    expect(run.says).toMatch(/Taken back: 1I read as found, 0\.20–0\.25 mm; 1I left\./);
    expect(run.title).toBe("1 intake is in spec: leave it.");
    await run.press("Bring it back");
    expect(run.title).toContain("Read 1 exhaust");
    expect(run.says).not.toContain("Taken back");
  });

  it("taps twice: the crank is confirmed once, and nothing is read while the next thing rests", async () => {
    shop = new MemoryJob(TWIN, { restMs: 1500 });
    run = await shop.open();
    await run.until(() => run.main?.getAttribute("aria-disabled") === "false");
    await run.pressMain();
    await run.pressMain();
    expect(run.title).toContain("Read 1 intake");
    expect(run.main?.getAttribute("aria-disabled")).toBe("true");
    await run.key("Enter");
    await run.key("u");
    await run.until(() => run.main?.getAttribute("aria-disabled") === "false");
    expect(document.querySelectorAll('[data-tap="goes"]')).toHaveLength(0);
    expect(run.title).toContain("Read 1 intake");
  });

  it("hears a tick after starting: the job goes back to that valve", async () => {
    await workUntil(/^Start it and listen/, ALL_RIGHT);
    await run.type("It ticks at", "2E");
    await run.press("Back to that valve");
    await workUntil(/two full turns/, { ...ALL_RIGHT, "2E": 0.38 });
    await workUntil(/^This job is closed/, ALL_RIGHT);
    await run.allSaved();
    expect(shop.entries.find((e) => e.kind === "reopened")).toMatchObject({
      valve: "2E",
      reason: "Ticks after start",
    });
  });

  it("comes back after a while: where the crank is comes first, and ? lists the keys", async () => {
    await workUntil(/Read 1 exhaust/, ALL_RIGHT);
    await run.allSaved();
    run = await shop.open(ADA, true);
    expect(run.title).toBe("Is the crank still at the TDC mark?");
    await run.key("?");
    await run.until(() => run.says.includes("take back your last step"));
    await run.key("Escape");
    expect(run.says).not.toContain("take back your last step");
    await run.key("Enter");
    expect(run.title).toContain("Read 1 exhaust");
  });
});

describe("leaving off", () => {
  it("leaves a valve unread and calls the job off by taps alone", async () => {
    await run.pressMain();
    await run.press(/^Tray/);
    await run.until(() => run.says.includes("Leave 1 intake unread"));
    await run.press("Leave 1 intake unread");
    await run.press("Out of reach");
    expect(run.title).not.toContain("1 intake");
    expect(run.says).toContain("0 of 4 locked");
    await run.press(/^Tray/);
    await run.until(() => run.says.includes("Call the job off"));
    await run.press("Call the job off");
    await run.press("Begun by mistake");
    expect(run.title).toBe("This job was called off. It is saved, and counts for nothing.");
    await run.allSaved();
    expect(kinds()).toEqual(["arrived", "skipped", "called-off"]);
  });
});
