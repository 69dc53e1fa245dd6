import { axeFaults } from "./axe-faults";
import { stateOf } from "./people";
import { screens } from "./screens";
import { expect, test, type Page } from "./test";

/** What is between two colours is nobody's: without motion none fades, but the page is still to be painted. */
test.use({ contextOptions: { reducedMotion: "reduce" } });

async function faults(page: Page): Promise<string[]> {
  return (await axeFaults(page)).map(({ theme, rule, html }) => `${theme} ${rule}: ${html}`);
}

for (const path of screens)
  test(`axe finds nothing on ${path}`, async ({ page }) => {
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    expect(await faults(page)).toEqual([]);
  });

test("a screen reader hears the line, then the page from its title on, then the bench", async ({ page }) => {
  await page.goto("/offers/dealer-parcel");
  await expect(page.locator("[data-bench=running]")).toBeVisible();
  const heard = await page.locator("body").ariaSnapshot();
  const places = [
    "- banner",
    'navigation "Stations"',
    "- main",
    'navigation "Offers: ',
    "[level=1]",
    'region "Bench"',
  ].map((part) => heard.indexOf(part));
  expect(places).not.toContain(-1);
  expect(places).toEqual([...places].sort((a, b) => a - b));
  // nothing on the way is without a name
  expect(heard).not.toMatch(/^\s*- (button|link|textbox|combobox|checkbox)$/m);
});

test("axe finds nothing on the open bench and an open rule", async ({ page }) => {
  await page.goto("/offers/dealer-parcel");
  await expect(page.locator("[data-bench=running]")).toBeVisible();
  await page.keyboard.press("b");
  await page.getByRole("option", { name: /^Syrup pallet/ }).click();
  await page.locator('[data-path="offers/dealer-parcel/plan/rules/1"] button').first().click();
  await page.locator("summary").first().click();
  await expect(page.getByRole("region", { name: "Expectations" })).toBeVisible();
  expect(await faults(page)).toEqual([]);
});

test.describe("an administrator's pages", () => {
  test.use({ storageState: stateOf("admin") });
  for (const path of ["/people", "/api-keys", "/webhooks"])
    test(`axe finds nothing on ${path}`, async ({ page }) => {
      await page.goto(path);
      await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
      expect(await faults(page)).toEqual([]);
    });
});
