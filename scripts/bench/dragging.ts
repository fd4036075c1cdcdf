/** Dragging the crank of a 24-cylinder, 96-valve engine with all drawings shown, measured with the browser's own tracing. */
import type { Browser, Page } from "@playwright/test";
import { engineFile } from "../../src/core/engine/testEngines";
import { say } from "../lib/say.mjs";
import { median, quantile } from "./figures";

/** Four valves to each of 24 cylinders in two banks. */
export function largestEngine() {
  const order = Array.from({ length: 24 }, (_, i) => String(i + 1));
  const file = engineFile(order);
  const valves = order.flatMap((cylinder) =>
    ["Ia", "Ib", "Ea", "Eb"].map((x) => ({
      id: cylinder + x,
      cylinder,
      role: x.startsWith("I") ? ("intake" as const) : ("exhaust" as const),
    })),
  );
  return {
    ...file,
    name: "Bench twenty-four",
    valves,
    layout: {
      kind: "vee" as const,
      banks: [order.filter((_, i) => i % 2 === 0), order.filter((_, i) => i % 2 === 1)],
    },
  };
}

const DRAG_MS = 6000;

interface TraceEvent {
  readonly name: string;
  readonly ts: number;
  readonly dur?: number;
  readonly pid: number;
  readonly tid: number;
}

/** Prints how frames come while the crank is dragged, beside a page on which nothing but one square moves. */
export async function dragging(browser: Browser, page: Page, url: string): Promise<void> {
  const id = crypto.randomUUID();
  const added = await page.request.post(`${url}/api/engines`, {
    data: { id, text: JSON.stringify(largestEngine()), serial: "", runningHours: null },
  });
  if (!added.ok()) throw new Error(`the engine was not added: ${await added.text()}`);
  await page.goto(`${url}/engines/${id}`);
  const wheel = page.getByRole("slider", { name: "Phase wheel: turn the crank" });
  await wheel.waitFor();
  await page.waitForTimeout(1500);
  const box = await wheel.boundingBox();
  if (box === null) throw new Error("the wheel is not drawn");
  const at = (turn: number): [number, number] => [
    box.x + box.width / 2 + 90 * Math.sin(turn * 2 * Math.PI),
    box.y + box.height / 2 - 90 * Math.cos(turn * 2 * Math.PI),
  ];
  await page.mouse.move(...at(0));
  await page.mouse.down();
  tell("dragging, 24 cylinders and 96 valves", await traced(browser, page, at));
  await page.mouse.up();
  await turning(browser, page, url);
  const bare = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await bare.setContent(
    "<div id=square style='width:20px;height:20px;background:black;will-change:transform'></div><script>let n=0;addEventListener('pointermove',()=>{square.style.transform=`translateX(${n++%500}px)`})</script>",
  );
  tell("for comparison, one square moved", await traced(browser, bare, at));
  await bare.close();
}

/** The bar of a virtual vee eight, drawn to and fro: sixteen valves move by their lobes. */
async function turning(browser: Browser, page: Page, url: string): Promise<void> {
  const id = crypto.randomUUID();
  const command = { id, exercise: "big-cam", level: "alone", engine: null, seed: 1, set: null };
  const begun = await page.request.post(`${url}/api/practice`, { data: command });
  if (!begun.ok()) throw new Error(`no practice was begun: ${await begun.text()}`);
  await page.goto(`${url}/practice/${id}`);
  const bar = page.getByRole("slider", { name: "Turn the crank" });
  await bar.waitFor();
  await page.waitForTimeout(1500);
  const box = await bar.boundingBox();
  if (box === null) throw new Error("the bar is not drawn");
  const at = (turn: number): [number, number] => [
    box.x + box.width * (0.5 + 0.45 * Math.sin(turn * 2 * Math.PI)),
    box.y + box.height / 2,
  ];
  await page.mouse.move(...at(0));
  await page.mouse.down();
  tell("turning a virtual engine, 8 cylinders and 16 valves", await traced(browser, page, at));
  await page.mouse.up();
}

/** Input as a hand gives it: steadily, without waiting for the page to have drawn the last move. */
async function traced(
  browser: Browser,
  page: Page,
  at: (turn: number) => [number, number],
): Promise<readonly TraceEvent[]> {
  const input = await page.context().newCDPSession(page);
  const drag = async (ms: number): Promise<void> => {
    const begun = performance.now();
    const sent: Promise<unknown>[] = [];
    while (performance.now() - begun < ms) {
      const [x, y] = at((performance.now() - begun) / DRAG_MS);
      sent.push(input.send("Input.dispatchMouseEvent", { type: "mouseMoved", x, y, button: "left", buttons: 1 }));
      await new Promise((done) => setTimeout(done, 8));
    }
    await Promise.all(sent);
  };
  await drag(DRAG_MS / 3);
  await browser.startTracing(page, {
    categories: ["devtools.timeline", "disabled-by-default-devtools.timeline.frame", "toplevel"],
  });
  await drag(DRAG_MS);
  return (JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: TraceEvent[] }).traceEvents;
}

function tell(what: string, events: readonly TraceEvent[]): void {
  const times = (name: string): number[] =>
    events
      .filter((e) => e.name === name)
      .map((e) => e.ts / 1000)
      .sort((a, b) => a - b);
  const drawn = times("DrawFrame");
  const gaps = drawn.slice(1).map((t, i) => t - (drawn[i] ?? t));
  const begins = events.filter((e) => e.name === "BeginMainThreadFrame").sort((a, b) => a.ts - b.ts);
  const main = begins[0]?.tid;
  const tasks = events.filter(
    (e) =>
      e.tid === main && e.pid === begins[0]?.pid && e.name === "ThreadControllerImpl::RunTask" && e.dur !== undefined,
  );
  // A frame's work: from one begin to the next, all that the page's main thread did.
  const work = begins
    .slice(1)
    .map(
      (to, i) =>
        tasks
          .filter((t) => t.ts < to.ts && t.ts + (t.dur ?? 0) > (begins[i]?.ts ?? 0))
          .reduce((sum, t) => sum + Math.min(t.ts + (t.dur ?? 0), to.ts) - Math.max(t.ts, begins[i]?.ts ?? 0), 0) /
        1000,
    );
  say(`${what}: ${drawn.length} frames drawn in ${DRAG_MS / 1000} s`);
  say(
    `  main thread's work for a frame: median ${median(work).toFixed(1)} ms, 95th percentile ${quantile(work, 0.95).toFixed(1)} ms`,
  );
  say(
    `  from one drawn frame to the next: median ${median(gaps).toFixed(1)} ms, 95th percentile ${quantile(gaps, 0.95).toFixed(1)} ms`,
  );
}
