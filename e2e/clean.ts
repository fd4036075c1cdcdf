/** A page held against the rules of accessibility, in both themes. */
import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, settled } from "./fixtures";

const OTHER = { light: "dark", dark: "light" } as const;

const TAGS = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

type RunOnly = NonNullable<Parameters<AxeBuilder["options"]>[0]["runOnly"]>;

/** What breaks such rules. The pages have no frames of other origins: asked in the page itself, it takes a third of the time. */
const violations = async (page: Page, runOnly: RunOnly) =>
  (
    await new AxeBuilder({ page })
      .setLegacyMode()
      .options({ resultTypes: ["violations"], runOnly })
      .analyze()
  ).violations;

const nothingOf = (told: Awaited<ReturnType<typeof violations>>): void =>
  expect(told.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`)).toEqual([]);

/** All rules in the theme that is shown, and in no other. */
export async function cleanAsShown(page: Page): Promise<void> {
  await settled(page);
  // On the way from page to page the title is empty for a moment.
  await expect(page).toHaveTitle(/\S/);
  nothingOf(await violations(page, { type: "tag", values: TAGS }));
}

/** All rules in the theme that is shown, and its colors in the other: what else there is does not change with it. */
export async function clean(page: Page, scheme: "light" | "dark"): Promise<void> {
  await cleanAsShown(page);
  await page.emulateMedia({ colorScheme: OTHER[scheme] });
  await expect(page.locator("html")).toHaveClass(new RegExp(`\\b${OTHER[scheme]}\\b`));
  const other = await violations(page, { type: "rule", values: ["color-contrast"] });
  await page.emulateMedia({ colorScheme: scheme });
  nothingOf(other);
}
