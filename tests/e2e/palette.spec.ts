import { stateOf } from "./people";
import { expect, test } from "./test";

test.use({ storageState: stateOf("coordinator") });

test("any page and any record is found from anywhere by keys alone", async ({ page }) => {
  await page.goto("/items");
  const box = page.getByRole("combobox", { name: "Find a page or a record" });
  // a key that comes before the page is awake is nobody's
  await expect(async () => {
    if (!(await box.isVisible())) await page.keyboard.press("Control+k");
    await expect(box).toBeFocused({ timeout: 3000 });
  }).toPass();
  // a carrier, its service and a tariff are called so: the first is the best, the next a key away
  await page.keyboard.type("ternwing ex");
  await expect(page.getByRole("option", { name: /Ternwing Express.*service TRN-EXPRESS/ })).toBeVisible();
  await expect(page.getByRole("option", { selected: true })).toContainText("carrier TRN");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/services\/TRN-EXPRESS/);
  // Enter before the answer means what is found for all that was typed
  await page.keyboard.press("Control+k");
  await expect(box).toBeFocused();
  await page.keyboard.type("trn-express-buy");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/tariffs\/TRN-EXPRESS-BUY/);
  await page.keyboard.press("Control+k");
  await expect(box).toBeFocused();
  await page.keyboard.type("accrual");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/month-end/);
  await page.keyboard.press("Control+k");
  await expect(box).toBeFocused();
  await page.keyboard.type("no such thing at all");
  await expect(page.getByText("No page and no record is called so.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(box).toBeHidden();
});

test("the guide opens by its key, and its drawings have words for those who can't see them", async ({
  page,
}) => {
  await page.goto("/offers/express");
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await expect(async () => {
    await page.keyboard.press("?");
    await expect(page.getByRole("heading", { level: 1, name: "Guide" })).toBeVisible({ timeout: 3000 });
  }).toPass();
  await expect(page.getByRole("img", { name: /^The line: order, origin/ })).toBeVisible();
  await page.getByRole("navigation", { name: "Chapters" }).getByRole("link", { name: "Keys" }).click();
  await expect(page).toHaveURL(/#keys/);
});
