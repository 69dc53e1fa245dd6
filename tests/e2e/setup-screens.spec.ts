import { screens } from "./screens";
import { expect, test } from "./test";

/** 1280 pixels zoomed to twice their size (WCAG 2.2, 1.4.4) are 640 of them. */
const widths = [1280, 1024, 640];

test("no page is taller than its window nor wider, at 1280, at 1024 and zoomed to twice its size: its panes scroll, the line and the bench stay", async ({
  page,
}) => {
  for (const path of [...screens, "/offers/market-express"]) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 }).first()).toBeVisible();
    const size = () =>
      page.evaluate(() => ({
        width: document.documentElement.scrollWidth,
        height: document.documentElement.scrollHeight,
      }));
    expect((await size()).height, path).toBeLessThanOrEqual(800);
    for (const width of widths) {
      await page.setViewportSize({ width, height: 800 });
      expect((await size()).width, `${path} at ${width}`).toBeLessThanOrEqual(width);
    }
  }
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto("/orders");
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test("a field is edited in place; nonsense stays typed beside what is wrong; undo takes an edit back", async ({
  page,
}) => {
  await page.goto("/origins/NYK");
  const cutOff = page.getByRole("textbox", { name: "Cut-off" });
  await cutOff.fill("25:99");
  await cutOff.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "time of day" })).toBeVisible();
  await expect(cutOff).toHaveValue("25:99");
  await cutOff.fill("10:30");
  await cutOff.press("Enter");
  await expect(page.getByRole("navigation", { name: "Origins" })).toContainText("cut-off 10:30");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(cutOff).toHaveValue("11:00");
  const name = page.getByRole("textbox", { name: "Name" }).first();
  await name.fill("n".repeat(10_000));
  await name.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "1 to 200 characters" })).toBeVisible();
});

test("a zone in use is kept, and what uses it is named", async ({ page }) => {
  await page.goto("/zones/AMB");
  await page.getByRole("button", { name: "Delete zone HIIU" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "It is used by" })).toContainText(
    "tariff AMB-VAN-BUY",
  );
});

test("a postcode shows the entry that wins and those that lose", async ({ page }) => {
  await page.goto("/zones/PNP");
  await page.getByRole("textbox", { name: "Country", exact: true }).fill("sweden");
  await page.getByRole("textbox", { name: "Postcode", exact: true }).fill("621 45");
  const tester = page.getByRole("region", { name: "Try a postcode" });
  await expect(tester).toContainText("Zone 6, Gotland, Åland, Bornholm by SE 62*");
  await expect(tester).toContainText("beats SE → zone 5");
});

test("zone entries are added, refused with their reason, and taken away by keys", async ({ page }) => {
  await page.goto("/zones/AMB?entry=6");
  const grid = page.getByRole("grid");
  await expect(grid).toBeFocused();
  for (const typed of ["HIIU", "DK", ""]) {
    await page.keyboard.type(typed);
    await page.keyboard.press("Tab");
  }
  await page.keyboard.type("37..3");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "two ends of different shape" })).toBeVisible();
  await expect(grid).toHaveAttribute("aria-rowcount", "8");
  await page.keyboard.type("3700..3790");
  await page.keyboard.press("Enter");
  await expect(grid).toHaveAttribute("aria-rowcount", "9");
  await page.keyboard.press("Control+z");
  await expect(grid).toHaveAttribute("aria-rowcount", "8");
});

test("on a phone a queue, an order and its actions are had with one hand: nothing is wider than the screen", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto("/orders?queue=to-rate");
  const list = page.getByRole("navigation", { name: "Orders" });
  await expect(list.getByRole("link").nth(4)).toBeInViewport();
  await expect(page.getByRole("region", { name: "Lines" })).toBeHidden();
  await list.getByRole("link").nth(4).click();
  await expect(page.getByRole("region", { name: "Lines" })).toBeVisible();
  await expect(list).toBeHidden();
  const confirm = page.getByRole("button", { name: "Confirm order" });
  await expect(confirm).toBeInViewport();
  expect((await confirm.boundingBox())!.y).toBeGreaterThan(700);
  // tables too fit: what is left out on a phone stands under the name
  const wide = await page
    .getByRole("main")
    .evaluate((main) =>
      [...main.querySelectorAll("section, table")]
        .filter(
          (one) => one.getBoundingClientRect().right > window.innerWidth + 1 && one.tagName === "SECTION",
        )
        .map((one) => one.getAttribute("aria-label")),
    );
  expect(wide).toEqual([]);
  for (const name of ["Lines", "Offers for this order"]) {
    const region = page.getByRole("region", { name });
    const over = await region.evaluate((one) => one.scrollWidth - one.clientWidth);
    expect(over, name).toBeLessThanOrEqual(0);
  }
  await page.getByRole("link", { name: "‹ Orders" }).click();
  await expect(page).toHaveURL(/orders\?queue=to-rate/);
  await expect(list).toBeVisible();
});

test("at 1024 and at 820 nothing of an order's offers is cut off: what applies one is in sight", async ({
  page,
}) => {
  for (const width of [1024, 820]) {
    await page.setViewportSize({ width, height: 768 });
    await page.goto("/orders?queue=to-rate");
    const offers = page.getByRole("region", { name: "Offers for this order" });
    const apply = offers.getByRole("button", { name: /^a? ?Apply/ }).first();
    await expect(apply).toBeVisible();
    expect(
      await offers.evaluate((one) => one.scrollWidth - one.clientWidth),
      `at ${width}`,
    ).toBeLessThanOrEqual(0);
  }
});

test("a price plan is changed and its amount typed with a comma", async ({ page }) => {
  await page.goto("/offers/own-van");
  const amount = page.getByRole("textbox", { name: "Amount" });
  await amount.fill("7,25");
  await amount.press("Enter");
  await expect(page.getByText("Offer own-van · 7.25 EUR for the order")).toBeVisible();
  await page.getByRole("combobox", { name: "The charge is" }).selectOption("costPlus");
  await expect(amount).toHaveCount(0);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByText("Offer own-van · 6.50 EUR for the order")).toBeVisible();
});

test("an origin is added, opened and deleted again; a carrier in use is not deleted", async ({ page }) => {
  await page.goto("/origins/TRT");
  await page.getByRole("button", { name: "Add an origin" }).click();
  await page.getByLabel("Name", { exact: true }).first().fill("Pop-up stall");
  await page.getByRole("textbox", { name: /^Code/ }).fill("bad code!");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("alert").filter({ hasText: "1 to 40" })).toBeVisible();
  await page.getByRole("textbox", { name: /^Code/ }).fill("POP");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page).toHaveURL(/origins\/POP/);
  await page.getByRole("button", { name: "Delete" }).click();
  await expect(page).toHaveURL(/origins\/TRT/);
  await page.goto("/carriers/AMB");
  await page.getByRole("button", { name: "Delete" }).click();
  await expect(page.getByRole("alert", { name: "In use" }).getByRole("link").first()).toHaveAttribute(
    "href",
    /services\/AMB-VAN/,
  );
});

test("an order's nonsense is refused beside its field", async ({ page }) => {
  await page.goto("/orders?queue=to-rate");
  const pieces = page.getByRole("region", { name: "Lines" }).getByRole("textbox").first();
  for (const typed of ["0", "-2", "1.5", "many"]) {
    await pieces.fill(typed);
    await pieces.press("Enter");
    await expect(page.getByRole("alert").filter({ hasText: "whole number of 1 or more" })).toBeVisible();
    await expect(pieces).toHaveValue(typed);
  }
  await pieces.fill("99999999999");
  await pieces.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "At most 1000000000" })).toBeVisible();
  const country = page.getByRole("textbox", { name: "Country" });
  await country.fill("XX");
  await country.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "not a country code" })).toBeVisible();
});

test("a country is found by name, code or what people call it; what is none stays, with what was perhaps meant", async ({
  page,
}) => {
  await page.goto("/carriers/PNP");
  // it is a combobox as soon as somebody is in it
  const country = page.getByLabel("Country", { exact: true }).first();
  await expect(country).toHaveValue("Estonia EE");
  await country.fill("Latva");
  await country.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "“Latva” is not in the list." })).toContainText(
    "Did you mean Latvia LV?",
  );
  await expect(country).toHaveValue("Latva");
  await country.fill("uk");
  await country.press("Enter");
  await expect(country).toHaveValue("United Kingdom GB");
  await country.fill("Estonia");
  await country.press("Enter");
  await expect(country).toHaveValue("Estonia EE");
});

test("lists are looked through and sorted; what was asked for stays in the address, from record to record", async ({
  page,
}) => {
  await page.goto("/carriers/TRN");
  const list = page.getByRole("navigation", { name: "Carriers and services" });
  const all = await list.getByRole("link").count();
  await page.keyboard.press("/");
  await page.keyboard.type("trn-express");
  // the service, and the carrier it is of above it
  await expect(list.getByRole("link")).toHaveCount(2);
  expect(all).toBeGreaterThan(8);
  await list.locator("a[href^='/services/TRN-EXPRESS']").click();
  await expect(page).toHaveURL(/\/services\/TRN-EXPRESS\?in=trn-express/);
  await expect(list.getByRole("link")).toHaveCount(2);
  await page.getByRole("searchbox", { name: "Search carriers and services" }).fill("nothing of that name");
  await expect(list).toBeHidden();
  await expect(page.getByText("None is called “nothing of that name”.")).toBeVisible();

  await page.goto("/tariffs");
  const head = page.getByRole("columnheader", { name: "Tariff", exact: true });
  const names = () => page.getByRole("row").locator("td:first-child").allInnerTexts();
  const asSet = await names();
  await head.getByRole("button").click();
  await expect(head).toHaveAttribute("aria-sort", "ascending");
  const up = await names();
  expect(up).toEqual([...asSet].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)));
  await head.getByRole("button").click();
  await page.getByRole("searchbox", { name: "Search tariffs" }).fill("amber");
  await page.reload();
  await expect(head).toHaveAttribute("aria-sort", "descending");
  const found = await names();
  expect(found.length).toBeGreaterThan(0);
  expect(found).toEqual([...up].reverse().filter((name) => found.includes(name)));
  expect(found.length).toBeLessThan(up.length);
});
