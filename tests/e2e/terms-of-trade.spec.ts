import { GridDriver } from "./drivers/grid-driver";
import { expect, test, type Page } from "./test";
import { BenchDriver } from "./drivers/bench-driver";
import { OfferDriver } from "./drivers/offer-driver";

const undo = (page: Page) => page.getByRole("button", { name: "Undo", exact: true }).click();
const today = (days = 0) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

/** Puts a text into a field of a record and waits until it is stored. */
async function put(page: Page, name: string, text: string): Promise<void> {
  await new OfferDriver(page).put(page.getByRole("textbox", { name, exact: true }), text);
}

test("an offer's currency is that of every amount typed in it, and its charge is converted", async ({
  page,
}) => {
  const offer = new OfferDriver(page);
  const bench = new BenchDriver(page);
  await offer.open("own-van");
  await bench.unfold();
  await bench.pin("1 × 5 kg at 20 to EE 51004, web");
  await expect(bench.charge("Our van around Tartu")).toHaveText("6.50");
  await put(page, "Currency", "SEK");
  await expect(page.getByText("6.50 SEK for the order").first()).toBeVisible();
  // 6.50 SEK at 0.0871 is 0.56615 EUR
  await expect(bench.charge("Our van around Tartu")).toHaveText("0.57");
  await put(page, "Amount", "75");
  await expect(bench.charge("Our van around Tartu")).toHaveText("6.53");
  const currency = page.getByRole("textbox", { name: "Currency", exact: true });
  await currency.fill("xyz");
  await currency.press("Enter");
  await expect(currency).toHaveAttribute("aria-invalid", "true");
  await currency.press("Escape");
  await undo(page);
  await undo(page);
  await expect(bench.charge("Our van around Tartu")).toHaveText("6.50");
});

test("an offer that is added on a channel of another currency begins in it, and in that channel", async ({
  page,
}) => {
  await page.goto("/channels/market");
  await page.getByRole("button", { name: "Add an offer" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("Tub by boat");
  await page.getByRole("textbox", { name: /^Code/ }).fill("boat");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Tub by boat" })).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Currency", exact: true })).toHaveValue("SEK");
  await expect(page.locator("summary").first()).toContainText("In Marketplace");
  await undo(page);
});

test("where prices include tax the working says what the cost gets before a percentage of it is charged", async ({
  page,
}) => {
  const bench = new BenchDriver(page);
  await new OfferDriver(page).open("island");
  await expect(page.getByText(/Prices in Web shop and Telephone and fairs include tax/)).toBeVisible();
  await bench.unfold();
  await bench.pin("1 SMOKER to EE 92413, web");
  const row = bench.offer("Island van");
  const figure = async (cell: number) => Number(await row.getByRole("cell").nth(cell).innerText());
  await expect(bench.charge("Island van")).toHaveText(/^\d+\.\d\d$/);
  await row.getByRole("button", { name: "Island van", exact: true }).click();
  await expect(page.getByText(/so the cost gets 22 % before it is charged on: /).first()).toBeVisible();
  // cost × 1.22 × 1.25, rounded once
  const [charge, cost] = [await figure(2), await figure(4)];
  expect(charge).toBeCloseTo(cost * 1.22 * 1.25, 1);
});

test("a service goes where it says: what it does not serve is withheld with that reason", async ({
  page,
}) => {
  const bench = new BenchDriver(page);
  await page.goto("/services/OWN-VAN");
  const only = page.getByRole("textbox", { name: "Only to", exact: true });
  await expect(only).toHaveValue(/EE 50\.\.51/);
  await bench.unfold();
  await bench.pin("1 × 5 kg at 20 to EE 10111, web");
  const barred = bench.offer("Our van around Tartu").getByRole("link", { name: "Not offered in EE 10111" });
  await expect(barred).toHaveAttribute("href", /services\/OWN-VAN\/destinations\/only/);
  await put(page, "Only to", "EE");
  await expect(bench.charge("Our van around Tartu")).toHaveText("6.50");
  await put(page, "But not to", "EE 10*");
  await expect(barred).toHaveAttribute("href", /services\/OWN-VAN\/destinations\/not/);
  await undo(page);
  await undo(page);
  await expect(only).toHaveValue(/EE 50\.\.51/);
});

test("a surcharge counts on the days it says, both in; days that end before they begin are refused", async ({
  page,
}) => {
  const bench = new BenchDriver(page);
  await page.goto("/services/AMB-VAN");
  await bench.unfold();
  await bench.pin("1 SMOKER to EE 92413, web");
  const cost = () => bench.offer("Island van").getByRole("cell").nth(4).innerText();
  await expect(bench.charge("Island van")).toHaveText(/\d/);
  const before = Number(await cost());
  const section = page.getByRole("region", { name: "Surcharges" });
  await section.getByRole("button", { name: "Add a surcharge" }).click();
  await section.getByRole("textbox", { name: "New surcharge: name" }).fill("Ice road");
  await section.getByRole("textbox", { name: "New surcharge: name" }).press("Enter");
  await section.getByRole("textbox", { name: "New surcharge", exact: true }).fill("3,00");
  await section.getByRole("textbox", { name: "New surcharge", exact: true }).press("Enter");
  await expect(section.getByRole("button", { name: /Ice road.*3\.00/ })).toBeVisible();
  await expect.poll(async () => Number(await cost())).toBeCloseTo(before + 3, 2);
  await put(page, "From", today(30));
  await expect.poll(async () => Number(await cost())).toBeCloseTo(before, 2);
  await expect(section).toContainText(`from ${today(30)}`);
  await put(page, "From", today(-30));
  await put(page, "To", today(30));
  await expect.poll(async () => Number(await cost())).toBeCloseTo(before + 3, 2);
  const to = page.getByRole("textbox", { name: "To", exact: true });
  await to.fill(today(-60));
  await to.press("Enter");
  await expect(to).toHaveAttribute("aria-invalid", "true");
  await to.press("Escape");
  await section.getByRole("button", { name: "Remove Ice road" }).click();
  await expect.poll(async () => Number(await cost())).toBeCloseTo(before, 2);
});

test("an addition that has a condition counts from there on, and the trial on each side shows it", async ({
  page,
}) => {
  const offer = new OfferDriver(page);
  const bench = new BenchDriver(page);
  await offer.open("market-express");
  await expect(page.getByText("Cover is added where goods at or above 1000 SEK with tax")).toBeVisible();
  await bench.unfold();
  // half a percent of the goods without tax, from 1000 SEK with tax on
  await bench.pin("1 SMOKER at 999 to SE 11120, market");
  const express = "Express by the marketplace";
  await bench.offer(express).getByRole("button", { name: express, exact: true }).click();
  await expect(page.getByText(/^Handling/).first()).toBeVisible();
  const under = Number(await bench.charge(express).innerText());
  await bench.pin("1 SMOKER at 1000 to SE 11120, market");
  await bench.offer(express).getByRole("button", { name: express, exact: true }).click();
  const from = Number(await bench.charge(express).innerText());
  expect(from - under).toBeGreaterThanOrEqual(4);
  expect(from - under).toBeLessThanOrEqual(5);
  expect(Number.isInteger(from)).toBe(true);
});

test("delivery is taxed by its destination from a day on; a percentage and reverse charge exclude each other", async ({
  page,
}) => {
  await page.goto("/business");
  const rules = new GridDriver(page, "Tax by destination");
  await rules.cell(0, 0).click();
  await page.keyboard.type("2026-01-01");
  await page.keyboard.press("Enter");
  await expect(rules.cell(0, 4)).toHaveText("22");
  await rules.put(0, 2, "FI");
  await rules.put(0, 4, "25,5");
  await expect(rules.cell(0, 4)).toHaveText("25.5");
  await page.goto("/offers/try?goods=2+SMOKER&country=FI");
  await page.getByRole("region", { name: "Offers for this order" }).getByRole("button").first().click();
  await expect(
    page.getByText(/Tax on delivery to Finland, by the rule from 2026-01-01/).first(),
  ).toBeVisible();
  await page.goto("/business");
  await rules.put(0, 5, "yes");
  await expect(rules.cell(0, 4)).toHaveText("");
  await rules.put(0, 4, "24");
  await expect(rules.cell(0, 5)).toHaveText("");
  await rules.cell(0, 0).click();
  await page.keyboard.press("Control+Delete");
  await expect.poll(() => rules.rows()).toBe(1);
  // a list that came with its first row goes with it, when that is taken back
  await rules.cell(0, 0).click();
  await page.keyboard.type("2026-02-01");
  await page.keyboard.press("Enter");
  await expect.poll(() => rules.rows()).toBe(2);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => rules.rows()).toBe(1);
});
