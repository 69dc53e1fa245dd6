import { expect, test } from "./test";
import { editsLive } from "./drivers/gate-driver";
import { OrderDriver } from "./drivers/order-driver";
import { TariffDriver } from "./drivers/tariff-driver";

/** An order of the demo that the island van can take. */
async function islandOrder(orders: OrderDriver): Promise<string> {
  await orders.page.goto("/orders?queue=to-rate&find=Mariehamn");
  const links = orders.page.getByRole("navigation", { name: "Orders" }).getByRole("link");
  const numbers = (await links.allInnerTexts()).map((text) => text.split(/\s/)[0] ?? "");
  for (const number of numbers) {
    await orders.open(number);
    if ((await orders.offer("Island van").count()) > 0) return number;
  }
  throw new Error("the demo has no order for the island van");
}

test("a cell changes a charge; the charge is applied, goes out of date, is rated anew and confirmed", async ({
  page,
  browser,
}) => {
  test.setTimeout(300_000);
  await editsLive(browser, async () => {
    const [orders, tariff] = [new OrderDriver(page), new TariffDriver(page)];
    const number = await islandOrder(orders);
    const before = await orders.figures("Island van");
    await orders.offer("Island van").click();
    await expect(page.getByText("How " + before.net).or(page.getByText("How " + before.gross))).toBeVisible();

    // the working leads to the very cell
    const rate = page
      .getByRole("region", { name: /How .* came about/ })
      .getByRole("link", { name: /EUR$/ })
      .first();
    const address = (await rate.getAttribute("href")) ?? "";
    expect(address).toMatch(/edition=2026&zone=\w+&edge=[\d.]+$/);
    await rate.click();
    await expect(tariff.grid).toBeFocused();
    const [row, column] = await tariff.active();
    const old = await tariff.cell(row, column).innerText();
    await tariff.type((Number(old) + 5).toFixed(2).replace(".", ","));
    await expect(tariff.cell(row, column)).toHaveText((Number(old) + 5).toFixed(2));
    // stored, not only typed
    await expect(tariff.grid.locator("[role=gridcell].italic")).toHaveCount(0);

    await orders.open(number);
    const after = await orders.figures("Island van");
    expect(Number(after.cost)).toBeGreaterThan(Number(before.cost));
    expect(Number(after.net)).toBeGreaterThan(Number(before.net));

    await orders.offer("Island van").getByRole("button", { name: "Apply Island van" }).click();
    await orders.state("Ready");
    await expect(orders.totals).toContainText("Freight · Island van");
    await expect(orders.totals).toContainText(after.net);

    const pieces = Number(await orders.pieces.inputValue());
    await orders.setPieces(String(pieces + 3));
    await orders.state("Out of date");
    const now = await orders.figures("Island van");
    await expect(page.getByRole("status")).toContainText(`${after.gross} → ${now.gross}`);
    await expect(page.getByRole("button", { name: "Confirm order" })).toBeDisabled();

    await page.getByRole("button", { name: /Re-rate/ }).click();
    await orders.state("Ready");
    await expect(orders.totals).toContainText(now.net);
    await page.getByRole("button", { name: "Confirm order" }).click();
    await orders.state("Confirmed");
    await expect(orders.pieces).not.toBeEditable();
    await page.reload();
    await orders.state("Confirmed");
  });
});

test("the same by keys alone", async ({ page }) => {
  const orders = new OrderDriver(page);
  await page.goto("/tariffs");
  await page.keyboard.press("g");
  await page.keyboard.press("r");
  await expect(page).toHaveURL(/\/orders/);
  // the line is at the station at once; its page is waited for
  await expect(page.getByRole("navigation", { name: "Orders" })).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("Tallinn");
  await expect(page).toHaveURL(/find=Tallinn/);
  // of the demo's own: others may be looked at anew while this goes on
  await page.goto("/orders?queue=to-rate");
  const links = page.getByRole("navigation", { name: "Orders" }).getByRole("link");
  const first = links.filter({ hasNotText: "LIVE-" }).first();
  await first.focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/orders\/[^?~]/);
  await page.keyboard.press("a");
  await orders.state("Ready");
  await orders.pieces.focus();
  await page.keyboard.press("Control+a");
  await page.keyboard.type("2");
  await page.keyboard.press("Enter");

  if ((await page.getByRole("status").count()) > 0) await page.keyboard.press("r");
  await orders.state("Ready");
  await page.getByRole("button", { name: "Confirm order" }).focus();
  await page.keyboard.press("Enter");
  await orders.state("Confirmed");
});

test("a withheld offer names its reason, and the link opens the field that withholds it", async ({
  page,
}) => {
  const orders = new OrderDriver(page);
  await orders.open(await orders.firstOf("to-rate"));
  const reason = orders.offers.getByRole("listitem").getByRole("link").first();
  const target = new URL((await reason.getAttribute("href")) ?? "", "http://x");
  await reason.click();
  await expect(page).toHaveURL(new RegExp(target.pathname));
  await expect(page.locator("[data-path]:focus-within, [role=grid]:focus")).toBeVisible();
});
