import { expect, test, type Page } from "./test";
import { OrderDriver } from "./drivers/order-driver";
import { stateOf } from "./people";

test.use({ storageState: stateOf("coordinator") });

/** A file as a shop gives it out: a title above, semicolons, decimal commas, dates as people write them. */
function messyFile(
  prefix: string,
  rows: readonly string[],
): { name: string; mimeType: string; buffer: Buffer } {
  const head =
    "Order no;Order date;Customer name;Address;ZIP;City;Country;SKU;Qty;Unit price;Shipping method;Shipping charged";
  const text = [
    "Export of the shop;;;;;;;;;;;",
    ";;;;;;;;;;;",
    head,
    ...rows.map((row) => `${prefix}${row}`),
  ].join("\r\n");
  return { name: "orders.csv", mimeType: "text/csv", buffer: Buffer.from(text, "utf8") };
}

async function importFile(page: Page, file: ReturnType<typeof messyFile>): Promise<void> {
  await page.goto("/orders/~import");
  await page.locator("input[type=file]").setInputFiles(file);
}

test("orders come in from a messy file, are charged in one go and taken back, charged again, confirmed and reopened", async ({
  page,
}, { retry }) => {
  test.setTimeout(300_000);
  // a second try finds the orders of the first
  const FILE = retry === 0 ? "FILE" : `AGAIN${retry}`;
  const orders = new OrderDriver(page);
  const rows = [
    "-1;24.11.2026 10:15;Salme Näide;Kase 4;51013;Tartu;Estonia;FRAME-25;2;37,82;;",
    "-1;24.11.2026 10:15;Salme Näide;Kase 4;51013;Tartu;Estonia;FOUND-5;1;95,16;;",
    "-2;24.11.2026 10:20;Endel Õun;Soo 1;80010;Pärnu;EE;FRAME-25;1;37,82;;",
    "-3;24/11/2026;Keegi;Soo 2;10112;Tallinn;EE;FRAME-25;1;37,82;;",
    "-4;2026-11-24;Maie Mets;Soo 3;10112;Tallinn;EE;NOTHING-1;1;1,00;;",
    "-5;2026-11-24;Maie Mets;Soo 3;101;Tallinn;EE;FRAME-25;1;37,82;;",
  ];
  await importFile(page, messyFile(FILE, rows));
  await expect(page.getByText("As orders: 3 new · 0 changed · 0 there already · 1 refused")).toBeVisible();
  await expect(page.getByText(`${FILE}-4: There is no item “NOTHING-1”.`)).toBeVisible();
  await expect(page.getByText("“24/11/2026” is not a date")).toBeVisible();
  await page.getByRole("button", { name: /^Import \d/ }).click();
  await expect(page.getByRole("status").filter({ hasText: "3 orders received" })).toBeVisible();

  // the same file again brings nothing new
  await page.locator("input[type=file]").setInputFiles(messyFile(FILE, rows));
  await expect(page.getByText("As orders: 0 new · 0 changed · 3 there already · 1 refused")).toBeVisible();

  await page.goto(`/orders/~many?numbers=${FILE}-1,${FILE}-2,${FILE}-5`);
  const aside = page.getByRole("region", { name: "Set aside" });
  await expect(aside).toContainText("Address odd 1");
  await expect(aside.getByRole("link", { name: `${FILE}-5` })).toBeVisible();
  await page.getByRole("button", { name: "Charge 2 orders" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("2 orders charged", { timeout: 30_000 });
  await orders.open(`${FILE}-1`);
  await orders.state("Ready");
  await expect(orders.totals).toContainText("Freight");

  await page.goBack();
  await page.getByRole("button", { name: "Undo all" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("2 orders charged, undone");
  await expect(async () => {
    await orders.open(`${FILE}-1`);
    await expect(orders.totals).toContainText("No delivery charge yet", { timeout: 500 });
  }).toPass();

  // narrowed and sorted, and the address says so
  await page.goto(`/orders?find=${FILE.toLowerCase()}-`);
  await page.getByRole("combobox", { name: "Country" }).selectOption("EE");
  await page.getByRole("combobox", { name: "Sorted" }).selectOption("oldest");
  await expect(page).toHaveURL(/country=EE.*sort=oldest/);
  const listed = page.getByRole("navigation", { name: "Orders" }).getByRole("link");
  await expect(listed.first()).toContainText(`${FILE}-5`);
  await page.getByRole("combobox", { name: "Channel" }).selectOption("market");
  await expect(page.getByText(`No order has “${FILE.toLowerCase()}-”`)).toBeVisible();

  // by the list: selected with the mouse, and on by the key
  await page.goto(`/orders?find=${FILE.toLowerCase()}-&queue=to-rate`);
  await page.getByRole("checkbox", { name: `Select ${FILE}-1` }).check();
  await page.getByRole("checkbox", { name: `Select ${FILE}-2` }).check();
  await expect(page.getByText("2 selected")).toBeVisible();
  await page.keyboard.press("m");
  await page.getByRole("button", { name: "Charge 2 orders" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("2 orders charged", { timeout: 30_000 });
  await page.getByRole("button", { name: "Confirm them" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("2 orders confirmed", { timeout: 30_000 });
  // what is confirmed waits to be handed over; others' orders are left alone
  await page.goto("/orders/~leaving");
  const group = page.getByRole("region").filter({ has: page.getByRole("link", { name: `${FILE}-1` }) });
  for (const box of await group.getByRole("checkbox").all())
    await box.setChecked((await box.getAttribute("aria-label")) === `${FILE}-1 leaves`);
  await group.getByRole("textbox", { name: `Tracking of ${FILE}-1` }).fill("TRK-77, TRK-78");
  await group.getByRole("button", { name: "Handed over 1" }).click();
  await expect(page.getByRole("link", { name: `${FILE}-1`, exact: true })).toBeHidden();
  await orders.open(`${FILE}-1`);
  await orders.state("Handed over");
  const after = page.getByRole("region", { name: "After confirming" });
  await expect(after).toContainText("TRK-77, TRK-78");
  await after.getByRole("button", { name: "Give a credit" }).click();
  const form = page.getByRole("form", { name: "Give a credit" });
  await form.getByRole("textbox", { name: /^Frames, 25 pieces/ }).fill("3");
  await form.getByRole("textbox", { name: "Why" }).fill("broken on the way");
  await form.getByRole("combobox", { name: "Who pays" }).selectOption("carrier");
  await form.getByRole("button", { name: "Credit it" }).click();
  await expect(form.getByRole("alert")).toContainText("More pieces are given back than were sold");
  await form.getByRole("textbox", { name: /^Frames, 25 pieces/ }).fill("1");
  await form.getByRole("button", { name: "Credit it" }).click();
  await expect(after).toContainText("Credited: 31.00 + 6.82 tax EUR, 1 × Frames, 25 pieces");
  await expect(after).toContainText("broken on the way; the carrier pays");

  await orders.open(`${FILE}-2`);
  await orders.state("Confirmed");
  await expect(orders.pieces).not.toBeEditable();
  await page.getByRole("button", { name: "Reopen" }).click();
  await page.getByRole("textbox", { name: /^Why is it reopened/ }).fill("another house");
  await page.getByRole("button", { name: "Reopen the order" }).click();
  await expect(async () => {
    await orders.open(`${FILE}-2`);
    await orders.state("Ready");
  }).toPass();
  await expect(page.getByText(/reopened the order: confirmed → another house/)).toBeVisible();
});

test("an order is written by hand, outlives leaving the page, and is stored with the offer that is taken; its charge is set by hand", async ({
  page,
}) => {
  const orders = new OrderDriver(page);
  await page.goto("/orders");
  await page.getByRole("navigation", { name: "Queues" }).waitFor();
  await page.keyboard.press("n");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("New order");
  await page.getByRole("textbox", { name: "Customer", exact: true }).fill("Aino Käsi");
  await page.getByRole("textbox", { name: /^Street/ }).fill("Nektari 4");
  await page.getByRole("textbox", { name: "Postcode" }).fill("5011");
  await page.getByRole("textbox", { name: "Town" }).fill("Tartu");
  await page.getByRole("combobox", { name: /^Country/ }).fill("Estonia");
  await page.getByRole("combobox", { name: "Item 1" }).fill("FRAME-25");
  await expect(page.getByText("“5011” does not look like a postcode of Estonia")).toBeVisible();
  await page.getByRole("textbox", { name: "Postcode" }).fill("50115");
  await expect(page.getByText("does not look like")).toBeHidden();
  await page.reload();
  await expect(page.getByRole("textbox", { name: "Customer", exact: true })).toHaveValue("Aino Käsi");
  const offer = orders.offer("Our van around Tartu");
  await expect(offer).toBeVisible();
  await offer.getByRole("button", { name: "Apply Our van around Tartu" }).click();
  await expect(page).toHaveURL(/\/orders\/\d+$/);
  await orders.state("Ready");

  await page.getByRole("button", { name: "Another amount" }).click();
  const form = page.getByRole("form", { name: "Another amount" });
  await form.getByRole("textbox", { name: /^Delivery/ }).fill("2,44");
  await expect(form.getByRole("button", { name: "Charge it" })).toBeDisabled();
  await form.getByRole("textbox", { name: "Why" }).fill("late twice");
  await form.getByRole("button", { name: "Charge it" }).click();
  await expect(orders.totals).toContainText("by hand: late twice; worked out 6.50");
  await expect(orders.totals).toContainText("2.00");
  await page.getByRole("button", { name: "Add a charge" }).click();
  const further = page.getByRole("form", { name: "A further charge" });
  await further.getByRole("textbox", { name: /^EUR/ }).fill("1,22");
  await further.getByRole("textbox", { name: "Why" }).fill("frail");
  await further.getByRole("button", { name: "Add it" }).click();
  await expect(orders.totals).toContainText("by hand: frail");
  // both stay when it is rated anew, and go when it is to be as worked out
  await page.getByRole("button", { name: /Re-rate/ }).click();
  await expect(orders.totals).toContainText("by hand: late twice");
  await page.getByRole("button", { name: "As worked out" }).click();
  await expect(orders.totals).not.toContainText("by hand");
  await expect(page.getByText(/applied a charge with a part by hand/).first()).toBeVisible();

  // lines: one more, pinned, taken out
  await page.getByRole("combobox", { name: "Item to add" }).fill("FOUND-5");
  await page.getByRole("form", { name: "Add a line" }).getByRole("button", { name: "Add" }).click();
  await orders.state("Out of date");
  await page.getByRole("button", { name: "Pin Wax foundation, 5 kg to an origin" }).click();
  const pins = page.getByRole("form", { name: "Where Wax foundation, 5 kg leaves from" });
  await pins.getByRole("textbox", { name: "Gdynia" }).fill("1");
  await pins.getByRole("button", { name: "Pin" }).click();
  await expect(page.getByRole("region", { name: "Lines" })).toContainText("from Gdynia");
  await page.getByRole("button", { name: "Remove Wax foundation, 5 kg" }).click();
  await orders.state("Ready");
});

test("a wish that differs is seen in its queue and settled with a reason", async ({ page }) => {
  const orders = new OrderDriver(page);
  const row = "-1;2026-11-24;Leida Lepp;Soo 3;10112;Tallinn;EE;FRAME-25;1;37,82;post;1,11";
  await importFile(page, messyFile("WISH", [row]));
  await page.getByRole("button", { name: /^Import \d/ }).click();
  await expect(page.getByRole("status").filter({ hasText: "1 order received" })).toBeVisible();
  const inQueue = async () => {
    await page.goto("/orders?queue=wish-differs&find=wish-1");
    return page
      .getByRole("navigation", { name: "Orders" })
      .getByRole("link", { name: /WISH-1/ })
      .count();
  };
  await expect.poll(inQueue, { timeout: 20_000 }).toBe(1);
  await orders.open("WISH-1");
  await expect(page.getByText(/The buyer chose .* for 1.11 EUR with tax; we would charge/)).toBeVisible();
  await page.getByRole("button", { name: "Charge 1.11 EUR" }).click();
  await orders.state("Ready");
  await expect(orders.totals).toContainText("by hand: as the buyer was told");
  await expect.poll(inQueue).toBe(0);
});

test("an amount that goes further than one person may waits; finance agrees, and both names stand beside it", async ({
  page,
  browser,
  request,
}, { retry }) => {
  const number = `AGREE-${retry}`;
  await request.post("/api/v1/orders?rate=now", {
    headers: { authorization: "Bearer wd_demo_everything" },
    data: {
      number,
      channel: "web",
      customer: { name: "Ilze Bite" },
      shipTo: { lines: ["Kase 4"], city: "Tartu", postcode: "51013", country: "EE" },
      lines: [{ sku: "FRAME-25", quantity: 4, unitPrice: "37.82" }],
    },
  });
  const orders = new OrderDriver(page);
  await orders.open(number);
  const offer = orders.offer("Our van around Tartu");
  await offer.getByRole("button", { name: "Apply Our van around Tartu" }).click();
  await orders.state("Ready");
  await page.getByRole("button", { name: "Another amount" }).click();
  const form = page.getByRole("form", { name: "Another amount" });
  await expect(form).toContainText("further than 10.00 EUR without tax");
  await form.getByRole("textbox", { name: /^Delivery/ }).fill("30");
  await form.getByRole("textbox", { name: "Why" }).fill("carried up five floors");
  await form.getByRole("button", { name: "Charge it" }).click();
  const asked = page.getByRole("status").filter({ hasText: "asks for 30.00 EUR" });
  await expect(asked).toContainText("Finance or an administrator has to approve it.");
  await expect(asked.getByRole("button", { name: "Approve" })).toBeHidden();
  await expect(orders.totals).not.toContainText("by hand");
  await page.getByRole("button", { name: "Confirm order" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "approve or decline it first" })).toBeVisible();

  const context = await browser.newContext({ storageState: stateOf("finance") });
  const second = await context.newPage();
  const theirs = new OrderDriver(second);
  await second.goto("/orders?queue=agreement-needed");
  await second.getByRole("navigation", { name: "Orders" }).getByRole("link", { name: number }).click();
  await second.getByRole("button", { name: "Approve", exact: true }).click();
  await expect(theirs.totals).toContainText("by hand: carried up five floors; worked out 6.50");
  await expect(second.getByText(/applied a charge with a part by hand/).first()).toBeVisible();
  await context.close();
  // who waits for the answer sees it come
  await expect(asked).toBeHidden();
  await expect(orders.totals).toContainText("by hand: carried up five floors");
});
