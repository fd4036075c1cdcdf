import { UNEVEN_TWIN, addEngine, atWork, expect, test, find, openRun } from "./fixtures";

test("the locator narrows two places to one, names what does not fit, and ends at a stop", async ({ page }) => {
  await atWork(page);
  await find(page, "Orrin Tidewater 6");
  await page.getByRole("link", { name: "Orrin Tidewater 6", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  await page.getByRole("button", { name: "Where is the crank?" }).click();
  const locator = page.getByRole("region", { name: "Where is the crank?" });
  await expect(locator.getByText("Is the TDC mark at the pointer?")).toBeVisible();
  await locator.getByRole("button", { name: "Yes" }).click();
  await expect(locator.getByText(/Two places are possible, one turn apart/)).toBeVisible();
  await expect(locator.getByText(/^Wiggle the 1 exhaust rocker: is it loose\?$/)).toBeVisible();
  await locator.getByRole("button", { name: "No", exact: true }).click();
  await expect(
    locator.getByText(
      /The crank is between 355° and 5°, second|The crank is between 355° and 365°, second time round: 6 near firing TDC, 1 near rocking/,
    ),
  ).toBeVisible();
  await expect(locator.getByText(/these may be set: .*6E/)).toBeVisible();

  // Somebody says that cylinder 1 pushes air: then its exhaust would be loose.
  await locator.getByRole("button", { name: "Pushes air" }).click();
  await locator.locator('[data-cylinder="1"]').click();
  await expect(locator.getByText(/^Look again: 1 exhaust is not loose\.$/)).toBeVisible();
  await locator.getByRole("button", { name: "Take back: cylinder 1 is pushing air" }).click();
  await locator.getByRole("button", { name: "The crank is here" }).click();
  await expect(page.getByRole("slider", { name: "Phase wheel: turn the crank" })).toHaveAttribute(
    "aria-valuenow",
    "360",
  );
});

test("what was seen is touched on the head, by keys as well", async ({ page }) => {
  await atWork(page);
  await page.goto(await addEngine(page, UNEVEN_TWIN));
  await page.getByRole("button", { name: "Where is the crank?" }).click();
  const locator = page.getByRole("region", { name: "Where is the crank?" });
  await locator.getByRole("button", { name: "Pressed" }).click();
  await locator.locator('[data-valve="1I"]').focus();
  await page.keyboard.press("Enter");
  await expect(locator.getByRole("button", { name: "Take back: 1 intake is pressed" })).toBeVisible();
  await locator.getByRole("button", { name: "Both loose" }).click();
  await locator.locator('[data-cylinder="2"]').focus();
  await page.keyboard.press(" ");
  await expect(locator.getByText(/^The crank is between/).or(locator.getByText(/places are possible/))).toBeVisible();
  await locator.getByRole("button", { name: "Start over" }).click();
  await expect(locator.getByText("Nothing is known yet: touch what you see.")).toBeVisible();
});

test("in the middle of a job it brings the run to where the crank is", async ({ page }) => {
  await atWork(page);
  await openRun(page);
  await page.locator("[data-main]").click();
  await expect(page.getByRole("heading", { name: /^Read 1 / })).toBeVisible();
  await page.keyboard.press("l");
  const locator = page.getByRole("region", { name: "Where is the crank?" });
  await locator.getByRole("button", { name: "Rotor points" }).click();
  await locator.locator('[data-cylinder="2"]').click();
  await locator.getByRole("button", { name: "The crank is here" }).click();
  await expect(page.getByRole("heading", { name: /^Read 2 / })).toBeVisible();
  await page.getByRole("button", { name: "Where is the crank?" }).click();
  await locator.getByRole("button", { name: "Rocking" }).click();
  await locator.locator('[data-cylinder="2"]').click();
  await locator.getByRole("button", { name: "The crank is here" }).click();
  // Between stops: the way on is told from there.
  await expect(page.getByRole("heading", { name: /^Turn the crank .* on, to mark [AB]\.$/ })).toBeVisible();
});
