/** Hands at the virtual bench. */
import type { Page } from "@playwright/test";
import { expect } from "./fixtures";

export const status = (page: Page) => page.getByRole("status");
export const leafIn = (page: Page, mm: string) =>
  page.getByRole("group", { name: "Leaves" }).getByRole("button", { name: new RegExp(`^${mm}`) });

/** What is done is answered before anything more is done. */
export async function answered(page: Page, what: () => Promise<unknown>): Promise<void> {
  const answer = page.waitForResponse((r) => r.url().endsWith("/steps"));
  await what();
  const { steps, ended } = (await (await answer).json()) as { steps: number; ended: boolean };
  if (!ended) await expect(status(page)).toHaveAttribute("data-steps", String(steps));
}
