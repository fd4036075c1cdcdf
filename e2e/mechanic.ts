/** A mechanic with three keys and a made-up engine: what is under the blades is known here and to nobody else. */
import type { Page } from "@playwright/test";
import { type Gaps, askedBy } from "../src/core/mechanic/gaps";
import { expect } from "./fixtures";

/** What a person sees of a run that matters to hands: a sentence, the valve in hand, and what the button offers. */
interface Seen {
  readonly title: string;
  readonly valve: string;
  readonly action: { readonly kind: string } | null;
  /** Thickness by key of the leaves on the strip, in mm. */
  readonly leaves: Readonly<Record<string, number>>;
}

/** Runs in the page: what is seen, once it is other than `before` (any, where that is null), or after a while the same. */
async function seenInPage(before: string | null): Promise<Seen> {
  const look = (): Seen => ({
    title: document.querySelector("[aria-label=Next] h2")?.textContent ?? "",
    valve: document.querySelector("[data-in-hand]")?.getAttribute("data-in-hand") ?? "",
    action: JSON.parse(document.querySelector("[data-main]")?.getAttribute("data-main") ?? "null") as Seen["action"],
    leaves: Object.fromEntries(
      [...document.querySelectorAll<HTMLElement>("[data-blade][data-mm]")].map((b) => [
        b.dataset["blade"] ?? "",
        Number(b.dataset["mm"]),
      ]),
    ),
  });
  const since = performance.now();
  for (;;) {
    const seen = look();
    const ready = seen.title !== "" && document.querySelector("[inert]") === null;
    if ((ready && JSON.stringify(seen) !== before) || performance.now() - since > 15_000) return seen;
    await new Promise((done) => requestAnimationFrame(done));
  }
}

/** The next thing is to close the job. */
export const closesNext = ({ action }: Seen): boolean => JSON.stringify(action).includes('"kind":"closed"');

export const look = (page: Page): Promise<Seen> => page.evaluate(seenInPage, null);

interface Given {
  /** Where it ends: at a sentence, or where it is so. */
  readonly until?: RegExp | ((seen: Seen) => boolean);
  /** Turns by degrees, without a leaf in. */
  readonly byDegrees?: boolean;
  readonly atStep?: (step: number) => Promise<void>;
}

/** Works through the job with Enter and n alone; gives what was told, in order. */
export async function workByKeys(
  page: Page,
  gaps: Gaps,
  { until = /^This job is closed/, byDegrees = false, atStep }: Given = {},
): Promise<string[]> {
  const said: string[] = [];
  let seen = await look(page);
  for (let step = 0; step < 260; step++) {
    said.push(seen.title);
    if (until instanceof RegExp ? until.test(seen.title) : until(seen)) return said;
    const degrees = page.getByRole("button", { name: "By degrees instead" });
    if (byDegrees && seen.action?.kind === "set" && (await degrees.count()) > 0) await degrees.click();
    else {
      const yes = gaps.does(
        askedBy(seen.action, (key) => seen.leaves[key] ?? null),
        seen.valve,
      );
      await page.keyboard.press(yes ? "Enter" : "n");
    }
    const now = await page.evaluate(seenInPage, JSON.stringify(seen));
    expect(now, `after "${seen.title}"`).not.toEqual(seen);
    seen = now;
    await atStep?.(step);
  }
  throw new Error(`not done after ${said.length} steps; last: ${said.slice(-14).join(" / ")}`);
}
