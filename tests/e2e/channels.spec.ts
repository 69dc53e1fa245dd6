import { expect, test, type Page } from "./test";

const offersOf = (page: Page) => page.getByRole("list", { name: "Offers in the order buyers see them" });

test("what a buyer sees is what the API gives, in its order, with the one chosen at first marked", async ({
  page,
  request: api,
}) => {
  const answer = await api.post("/api/v1/quotes", {
    data: {
      channel: "web",
      shipTo: { country: "EE", postcode: "10111" },
      lines: [{ sku: "SMOKER", quantity: 2 }],
    },
    headers: { authorization: "Bearer wd_demo_web_shop" },
  });
  const { offers } = (await answer.json()) as {
    offers: { name: string; gross: string; free: boolean; freeFrom?: { missing: string } }[];
  };
  await page.goto("/channels/web");
  await page.getByLabel("Basket", { exact: true }).fill("2 SMOKER");
  await page.getByLabel("Postcode").fill("10111");
  await page.getByRole("button", { name: "Show it" }).click();
  const shown = page.getByRole("list", { name: "Ways of delivery" }).getByRole("listitem");
  await expect(shown).toHaveCount(offers.length);
  for (const [i, offer] of offers.entries()) {
    await expect(shown.nth(i)).toContainText(offer.name);
    await expect(shown.nth(i)).toContainText(offer.free ? "free" : `${offer.gross} EUR`);
    if (offer.freeFrom) await expect(shown.nth(i)).toContainText(`${offer.freeFrom.missing} EUR more`);
  }
  // the cheapest is chosen at first
  const least = offers.reduce((best, offer) => (Number(offer.gross) < Number(best.gross) ? offer : best));
  await expect(
    page.getByRole("list", { name: "Ways of delivery" }).locator("[aria-current=true]"),
  ).toContainText(least.name);
});

test("by keys alone offers change their order, other channels keep theirs where they can, and undo brings it back", async ({
  page,
}) => {
  await page.goto("/channels/web");
  const offers = offersOf(page).getByRole("listitem");
  await expect(offers.first()).toContainText("Collect at the store");
  // the marketplace has the letter box too, but not the parcel point: its own order stays
  await page.getByRole("button", { name: "Move To a parcel point: arrow up or down" }).focus();
  await page.keyboard.press("ArrowUp");
  await expect(offers.nth(1)).toContainText("To a parcel point");
  const told = page.getByText(/the order changed too/);
  await expect(told).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(offers.nth(2)).toContainText("To a parcel point");
  // the telephone shares these two: there the order has to change as well, and that is said
  await page.getByRole("button", { name: "Move Express: arrow up or down" }).focus();
  await page.keyboard.press("ArrowUp");
  await expect(offers.nth(4)).toContainText("Express");
  await expect(told).toContainText("Telephone and fairs");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(offers.nth(5)).toContainText("Express");
});

test("offers of another channel are given here too, or copied, and taken away again", async ({ page }) => {
  await page.goto("/channels/market");
  const offers = offersOf(page).getByRole("listitem");
  const before = await offers.count();
  await page.getByRole("combobox", { name: "Copy the offers of another channel" }).selectOption("phone");
  await page.getByRole("button", { name: "Make copies, to be changed by themselves" }).click();
  await expect.poll(() => offers.count()).toBeGreaterThan(before);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(offers).toHaveCount(before);
  await page.getByRole("combobox", { name: "The buyer finds" }).selectOption("fastest");
  await expect(page.getByRole("combobox", { name: "The buyer finds" })).toHaveValue("fastest");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByRole("combobox", { name: "The buyer finds" })).toHaveValue("");
});
