import { readFileSync } from "node:fs";
import { atWork, expect, test, find } from "./fixtures";

test.use({ allow: [/422/] });

test("the tape is told as a table, drawn, and taken away as SVG and PDF; the card as PDF", async ({ page }) => {
  await atWork(page);
  await find(page, "Orrin Tidewater 6");
  await page.getByRole("link", { name: "Orrin Tidewater 6", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  await page.getByRole("button", { name: "Firing order" }).click();
  await page.getByRole("link", { name: "Tape and card" }).click();
  await page.waitForURL(/\/tape\?/);
  await expect(page.getByLabel("Method")).toHaveValue("firing-order");
  await expect(page.getByRole("row", { name: "B E 120° 160.0 6 5/16 in +0.25°" })).toBeVisible();
  const picture = page.getByRole("img", { name: /B E at 160\.0 mm/ });
  await expect(picture).toBeVisible();
  expect(await picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(500);
  const taken = async (name: string): Promise<Buffer> => {
    const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name }).click()]);
    return readFileSync(await download.path());
  };
  expect((await taken("Tape, PDF")).subarray(0, 5).toString()).toBe("%PDF-");
  expect((await taken("Tape, SVG")).toString()).toContain('width="');
  expect((await taken("Card of stops, PDF")).subarray(0, 5).toString()).toBe("%PDF-");
  const size = page.getByLabel("Pulley");
  await size.fill("a lot");
  await expect(page.getByText("Write it like 480 mm, or 18 7/8 in.")).toBeVisible();
  await expect(size).toHaveValue("a lot");
  await size.fill("6 in");
  await page.getByLabel("Measured").selectOption("diameter");
  await expect(page.getByRole("row", { name: /^B E 120° 159\.6/ })).toBeVisible();
  const engine = new URL(page.url()).pathname.replace("/engines/", "/api/engines/").replace("/tape", "");
  const refused = await page.request.get(`${engine}/tape.pdf?circumference=none`);
  expect(refused.status()).toBe(422);
  expect(await refused.json()).toMatchObject({ error: { path: "circumference" } });
});
