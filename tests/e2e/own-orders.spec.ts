import { GridDriver } from "./drivers/grid-driver";
import { OrderDriver } from "./drivers/order-driver";
import { OwnBusiness } from "./drivers/own-business";
import { TariffDriver } from "./drivers/tariff-driver";
import { messyItems, messyOrders } from "./own-files";
import { expect, test, type Page } from "./test";

const base = process.env.OWN_URL ?? "";
test.skip(base === "", "needs a server on an empty database of its own, which ./wallodrom test starts");
test.use({ baseURL: base, storageState: { cookies: [], origins: [] } });

async function textOf(page: Page, button: string): Promise<string> {
  const waiting = page.waitForEvent("download");
  await page.getByRole("button", { name: button, exact: true }).click();
  let text = "";
  for await (const part of await (await waiting).createReadStream()) text += String(part);
  return text.replace(/^\ufeff/, "");
}

test("a business of one's own: messy files in, charged in one go, what is odd settled, confirmed, handed over, given back, sent on", async ({
  page,
}) => {
  test.setTimeout(300_000);
  const business = new OwnBusiness(page, "at once");
  const orders = new OrderDriver(page);
  await business.signIn();
  await business.setUp("Bramble & Daughters");
  await page.goto("/tariffs/CR");
  await page.getByRole("textbox", { name: "Edge of the new break" }).fill("30");
  await page.getByRole("button", { name: "Add a break" }).click();
  const rates = new TariffDriver(page);
  await expect(rates.grid.getByRole("columnheader", { name: "30", exact: true })).toBeVisible();
  await rates.cell(0, 1).click();
  await rates.type("6,40");
  await expect(rates.cell(0, 1)).toHaveText("6.40");
  // what is set up before the first order is live as it is made
  await page.goto("/items");
  await page.getByRole("button", { name: "Import items" }).click();
  const items = page.getByRole("region", { name: "Import items" });
  await items.getByLabel("Choose a file").setInputFiles(messyItems());
  await expect(items).toContainText("300 to import");
  await expect(items).toContainText("2 refused");
  await items.getByRole("button", { name: "Import 300" }).click();
  await expect(page.getByRole("status").filter({ hasText: "300 items imported" })).toBeVisible();

  await page.goto("/orders/~import");
  await page.getByLabel("Choose a file").setInputFiles(messyOrders());
  await expect(page.getByText(/As orders: 200 new · 0 changed · 0 there already · 1 refused/)).toBeVisible();
  await page.getByRole("button", { name: /^Import \d+/ }).click();
  await expect(page.getByRole("status").filter({ hasText: "200 orders received" })).toBeVisible();

  // all of them in one go; what is odd is set aside, by its reason
  const charge = page.getByRole("button", { name: "Charge 192 orders" });
  // a worker looks at what came in, some at a time
  await expect(async () => {
    await page.goto("/orders?queue=to-rate");
    await page.getByRole("link", { name: /^Rate and apply/ }).click();
    await expect(charge).toBeVisible({ timeout: 5000 });
  }).toPass({ timeout: 90_000 });
  const aside = page.getByRole("region", { name: "Set aside" });
  await expect(aside).toContainText("8 set aside");
  await charge.click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("192 orders charged", { timeout: 90_000 });
  await expect(aside).toContainText("Nothing offered 2 B-1042 B-1041");
  await expect(aside).toContainText("Weight missing 3 B-1053 B-1052 B-1051");
  await expect(aside).toContainText("Address odd 3 B-1063 B-1062 B-1061");

  // a weight that is typed in settles its orders
  await page.goto("/items?find=RAKE-9");
  const grid = new GridDriver(page, "Items");
  await grid.put(0, 3, "1,2");
  await expect(grid.cell(0, 3)).toHaveText("1.2 kg");
  await expect(async () => {
    await page.goto("/orders?queue=weight-missing");
    await expect(page.getByText("No order in this queue.")).toBeVisible({ timeout: 1000 });
  }).toPass();
  // an address is mended, one order goes where nobody drives
  for (const number of ["B-1061", "B-1062", "B-1063"]) {
    await orders.open(number);
    const postcode = page.getByRole("region", { name: "Address" }).getByRole("textbox", { name: "Postcode" });
    await postcode.fill("51013");
    await postcode.press("Enter");
    await expect(page.getByRole("list", { name: "To check" })).toBeHidden();
  }
  for (const number of ["B-1041", "B-1042"]) {
    await orders.open(number);
    await expect(page.getByText("Nothing can be offered: each")).toBeVisible();
    await page.getByRole("button", { name: "Cancel order" }).click();
    await page.getByRole("textbox", { name: /Why is it cancelled/ }).fill("Nobody drives there");
    await page.getByRole("button", { name: "Cancel the order" }).click();
    await orders.state("Cancelled");
  }
  await page.goto("/orders?queue=to-rate");
  await page.getByRole("link", { name: /^Rate and apply/ }).click();
  await page.getByRole("button", { name: "Charge 6 orders" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("6 orders charged");
  await expect(aside).toContainText("Nothing set aside");

  await page.goto("/orders?queue=ready");
  await page.getByRole("button", { name: "Confirm 198" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("198 orders confirmed");

  await page.goto("/orders/~leaving");
  const heading = page.getByRole("heading", { level: 1 });
  await expect(heading).toHaveText(/^To hand over, .*: 198 shipments$/);
  const list = (await textOf(page, "CSV")).trim().split("\r\n");
  expect(list).toHaveLength(199);
  await page.emulateMedia({ media: "print" });
  await expect(heading).toBeVisible();
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await page.emulateMedia({ media: "screen" });
  // one stays behind
  await page.getByRole("checkbox", { name: "B-1007 leaves" }).uncheck();
  await page.getByRole("textbox", { name: "Tracking of B-1003" }).fill("SC 0001");
  await page.getByRole("button", { name: "Handed over 197" }).click();
  await expect(heading).toHaveText(/: 1 shipment$/);

  await orders.open("B-1003");
  await orders.state("Handed over");
  await page.getByRole("button", { name: "Give a credit" }).click();
  const form = page.getByRole("form", { name: "Give a credit" });
  await form.getByRole("textbox").first().fill("1");
  await form.getByRole("textbox", { name: "Why" }).fill("Came broken");
  await form.getByRole("button", { name: "Credit it" }).click();
  const after = page.getByRole("region", { name: "After confirming" });
  await expect(after).toContainText("Credited: 8.20 + 1.80 tax EUR");
  await expect(after).toContainText("SC, 0001");
  const xml = await textOf(page, "UBL order response");
  expect(xml).toContain("<cbc:ID>B-1003");
  expect(xml).toContain("OrderResponse");
});
