import { expect, test } from "./test";
import { stateOf } from "./people";

test.describe("an administrator", () => {
  test.use({ storageState: stateOf("admin") });

  test("erases a customer, asked first; the order says so, and so does the record", async ({ page }) => {
    await page.goto("/orders/10422");
    const title = await page.getByRole("heading", { level: 1 }).innerText();
    const name = title.split(",")[0]!;
    const number = /Order (\d+)/.exec(await page.locator("main").innerText())![1]!;
    await page.getByRole("button", { name: "Erase customer" }).click();
    await page.getByRole("button", { name: "Cancel" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toContainText(name);
    await page.getByRole("button", { name: "Erase customer" }).click();
    const section = page.getByRole("region", { name: "Erase customer" });
    await expect(section).toContainText(`Name and street of ${name} go from all their done orders`);
    await section.getByRole("button", { name: "Erase", exact: true }).click();
    await expect(page.getByRole("status").filter({ hasText: "were erased from" })).toContainText(
      /^Name and street were erased from (this order|\d+ orders)$/,
    );
    await expect(page.getByRole("heading", { level: 1, name: /^Erased customer/ })).toBeVisible();
    await expect(page.getByRole("button", { name: "Erase customer" })).toHaveCount(0);
    await page.goto(`/orders?queue=handed-over&find=${encodeURIComponent(name)}`);
    await expect(
      page
        .getByRole("navigation", { name: /orders/i })
        .or(page.locator("aside"))
        .first(),
    ).not.toContainText(`${number} ${name}`);
    await page.goto("/activity");
    await expect(page.getByRole("row", { name: /erased a customer/ }).first()).toContainText(number);
  });

  test("sets how long customers are kept; nonsense is refused beside its field", async ({ page }) => {
    await page.goto("/people");
    const months = page.getByRole("textbox", { name: "Months" });
    await months.fill("a year");
    await months.press("Enter");
    await expect(page.getByRole("alert").filter({ hasText: "Whole months from 1 to 240" })).toBeVisible();
    await expect(months).toHaveValue("a year");
    await months.fill("120");
    await months.press("Enter");
    await expect(months).not.toHaveClass(/border-dashed/);
    await expect(async () => {
      await page.goto("/activity");
      const row = page.getByRole("row", { name: /set how long customers' data are kept/ }).first();
      await expect(row).toContainText("120", { timeout: 1000 });
    }).toPass();
    await page.goto("/people");
    await page.getByRole("textbox", { name: "Months" }).fill("");
    await page.getByRole("textbox", { name: "Months" }).press("Enter");
    await expect(page.getByRole("textbox", { name: "Months" })).not.toHaveClass(/border-dashed/);
    await page.reload();
    await expect(page.getByRole("textbox", { name: "Months" })).toHaveValue("");
  });
});

test("whoever is no administrator erases nobody", async ({ page }) => {
  await page.goto("/orders?queue=handed-over");
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await expect(page.getByRole("button", { name: "Erase customer" })).toHaveCount(0);
});
