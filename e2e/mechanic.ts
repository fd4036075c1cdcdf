/** A mechanic with three keys and a made-up engine: what is under the blades is known here and to nobody else. */
import type { Page } from "@playwright/test";
import type { EngineFile } from "../src/core/engine/engineFile";
import { toMm } from "../src/core/units/length";
import { expect, mainButton, nextTitle } from "./fixtures";

export type Truth = Record<string, number>;

/** The true lash of every valve, at nominal but for what is given, in mm. */
export function truthOf(file: EngineFile, off: Truth = {}): Truth {
  return Object.fromEntries(
    file.valves.flatMap((v) => {
      const figures = file.lash?.[v.role];
      return figures === undefined ? [] : [[v.id, toMm(figures.nominal) + 0.004 + (off[v.id] ?? 0)]];
    }),
  );
}

const lengthIn = (text: string): number => {
  const unit = /\bin\b/.test(text) ? 25.4 : 1;
  return [...text.matchAll(/\d*\.\d+/g)].reduce((sum, [figure]) => sum + Number(figure), 0) * unit;
};

export interface Told {
  readonly title: string;
  readonly button: string;
  readonly valve: string;
}

export const look = async (page: Page): Promise<Told> => ({
  title: (await nextTitle(page).textContent()) ?? "",
  button: (
    (await mainButton(page)
      .textContent({ timeout: 2000 })
      .catch(() => "")) ?? ""
  ).replace(/Enter$/, ""),
  valve: (await page.locator("[data-in-hand]").getAttribute("data-in-hand")) ?? "",
});

/** What the lash is after what was told is done, and the key that says so: Enter is yes, n is no. */
async function answer(
  page: Page,
  { title, button, valve }: Told,
  truth: Truth,
  lockShiftMm: number,
): Promise<"Enter" | "n"> {
  const lash = truth[valve] ?? 0;
  if (/goes$/.test(button) && button !== "No leaf goes") return lash >= lengthIn(button) - 1e-6 ? "Enter" : "n";
  const leafIn = /^Put the (.+ (?:mm|in)) (?:leaf|leaves) in\. Turn/.exec(title);
  // Set so that the leaf just drags, and moved by the lock where it was locked in the same go.
  if (leafIn !== null) truth[valve] = lengthIn(leafIn[1] ?? "") + 0.004 + (/locked/.test(button) ? lockShiftMm : 0);
  if (/^Turn the (screw|nut)/.test(title)) {
    const aim = /Bring it to ([\d.]+ (?:mm|in))/.exec(
      (await page.getByRole("region", { name: "Next" }).textContent()) ?? "",
    );
    // A hand comes close to what was told.
    truth[valve] =
      lengthIn(aim?.[1] ?? "") + 0.004 + (/locked/i.test(button) && !/before locking/.test(button) ? lockShiftMm : 0);
  }
  if (button === "Locked") truth[valve] = lash + lockShiftMm;
  return "Enter";
}

interface Given {
  readonly lockShiftMm?: number;
  /** Turns by degrees, without a leaf in. */
  readonly byDegrees?: boolean;
  /** A part of another length was fitted. */
  readonly onFit?: (valve: string, lengthMm: number) => void;
  readonly until?: (told: Told) => boolean;
  readonly atStep?: (step: number) => Promise<void>;
}

/** Works through the job with Enter and n alone; gives what was told, in order. */
export async function workByKeys(
  page: Page,
  truth: Truth,
  {
    lockShiftMm = 0,
    byDegrees = false,
    until = ({ title }) => title.startsWith("This job is closed"),
    atStep,
    onFit,
  }: Given = {},
): Promise<string[]> {
  const said: string[] = [];
  for (let step = 0; step < 260; step++) {
    const told = await look(page);
    said.push(told.title);
    if (until(told)) return said;
    if (byDegrees && /^Put .* in\. Turn/.test(told.title)) {
      await page.getByRole("button", { name: "By degrees instead" }).click();
      continue;
    }
    const fit = /^Fit a [a-z ]+ of ([\d.]+ (?:mm|in))/.exec(told.title);
    if (fit !== null) onFit?.(told.valve, lengthIn(fit[1] ?? ""));
    await page.keyboard.press(await answer(page, told, truth, lockShiftMm));
    const ground = /^Take ([\d.]+ mm) off the stem/.exec(told.title);
    await expect
      .poll(async () => JSON.stringify(await look(page)), {
        intervals: [20, 40, 80, 160],
        message: `after "${told.title}"`,
      })
      .not.toBe(JSON.stringify(told));
    // A question about the reading comes first: then nothing was ground yet.
    if (ground !== null && (await page.getByRole("region", { name: "Answers" }).count()) === 0)
      truth[told.valve] = (truth[told.valve] ?? 0) + lengthIn(ground[1] ?? "");
    await atStep?.(step);
  }
  throw new Error(`not done after ${said.length} steps; last: ${said.slice(-14).join(" / ")}`);
}
