import { expect, test, atBench } from "./fixtures";

test("an engine, its jobs and its sheets are found while they are typed, and what was looked for can be shared", async ({
  page,
}) => {
  await atBench(page);
  await page.getByRole("searchbox", { name: "Find an engine, a job or a sheet" }).fill("pell");
  const engines = page.getByRole("region", { name: "Engines" });
  await expect(engines.getByRole("link", { name: /^Start a job on Pellam R4/ }).first()).toBeVisible();
  await expect(engines.getByRole("link", { name: /^Start a job on Dunmore/ })).toHaveCount(0);
  await expect(
    page
      .getByRole("region", { name: "Jobs and sheets" })
      .getByRole("link", { name: /^Sheet of Pellam R4, .*\d{4}/ })
      .first(),
  ).toBeVisible();
  await expect(page).toHaveURL(/\?q=pell$/);
  await page.reload();
  await expect(page.getByRole("searchbox")).toHaveValue("pell");
  await expect(engines.getByRole("link", { name: /^Start a job on Pellam R4/ }).first()).toBeVisible();
  // The way to the bench is the way to all that lies on it.
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByRole("heading", { name: /jobs in hand$/ })).toBeVisible();
  await expect(page.getByRole("searchbox")).toHaveValue("");
  await page.getByRole("searchbox").fill("hob");
  await expect(page).toHaveURL(/q=hob$/);
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByRole("searchbox")).toHaveValue("");
  await page.getByRole("searchbox").fill("no such engine");
  await expect(page.getByText(/No engine has “no such engine”/)).toBeVisible();
  await page.getByRole("searchbox").fill("");
  await expect(page.getByRole("heading", { name: /jobs in hand$/ })).toBeVisible();
  await expect(page).not.toHaveURL(/q=/);
});
