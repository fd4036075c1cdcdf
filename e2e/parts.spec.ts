/** The drawers: laid in, put right for the micrometer, taken out by two at once, in and out as CSV. */
import { atWork, expect, test } from "./fixtures";

// The last one can be taken once only: the second hand is told so.
test.use({ allow: [/409|422/] });

test("parts are laid in with the micrometer's zero taken off, taken out by one only, and go out as CSV", async ({
  page,
  context,
}) => {
  await atWork(page);
  await page.goto("/shop/parts");
  await page.getByLabel("Another one").fill("Test micrometer");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await page.getByText("Hold Test micrometer to a check piece").click();
  await page.getByLabel("Piece").last().fill("2.500");
  await page.getByLabel("It shows").last().fill("2.516");
  await page.getByRole("button", { name: "Keep", exact: true }).last().click();
  await expect(page.getByText("Test micrometer, shows 0.016 mm too much")).toBeVisible();
  await expect(page.getByText(/Bench micrometer and Test micrometer show 0\.016 mm differently/)).toBeVisible();
  await page.getByLabel("Kind").selectOption({ label: "rocker shim" });
  await page.getByLabel("Measured with").selectOption({ label: "Test micrometer" });
  await page.getByLabel("Micrometer reading").fill("6.416");
  await expect(page.getByText("6.416 − 0.016 (its zero) = 6.400 mm")).toBeVisible();
  await page.getByRole("button", { name: "Add to stock" }).click();
  const drawer = page.getByRole("region", { name: "rocker shim" });
  await expect(drawer.locator("[data-count]")).toHaveText("× 1");
  const other = await context.newPage();
  await other.goto("/shop/parts");
  await drawer.getByRole("button", { name: "Take one of 6.400 mm out" }).click();
  await expect(page.getByRole("region", { name: "rocker shim" })).toHaveCount(0);
  await other
    .getByRole("region", { name: "rocker shim" })
    .getByRole("button", { name: "Take one of 6.400 mm out" })
    .click();
  await expect(other.getByText("None of these is left: somebody took the last one.")).toBeVisible();
  await expect(other.getByRole("region", { name: "rocker shim" })).toHaveCount(0);
  await page.getByLabel("Or its text").fill("kind,thickness_mm,count\nwasher,2.5,1");
  await page.getByRole("button", { name: "Import" }).click();
  await expect(page.getByText(/Line 2: "washer" is no kind of part/)).toBeVisible();
  await page.getByLabel("Or its text").fill("kind,diameter_mm,thickness_mm,mark,count\nlash-cap,11,3.10,310,4");
  await page.getByRole("button", { name: "Import" }).click();
  await expect(page.getByRole("region", { name: "lash cap, 11 mm" }).locator("[data-count]")).toHaveText("× 4");
  const csv = await (await page.request.get("/api/parts/csv")).text();
  expect(csv).toContain("lash-cap,11,3.1,310,,,no,,,4");
});
