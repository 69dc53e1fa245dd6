import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { OrderDriver } from "./drivers/order-driver";
import { stateOf } from "./people";
import { expect, test, type APIRequestContext } from "./test";

const key = { authorization: "Bearer wd_demo_everything" };

async function threeOrigins(request: APIRequestContext, number: string): Promise<void> {
  const answer = await request.post("/api/v1/orders?rate=now", {
    headers: key,
    data: {
      number,
      channel: "phone",
      customer: { name: "Ilze Bite" },
      shipTo: { lines: ["Dravnieku 3"], city: "Stockholm", postcode: "114 55", country: "SE" },
      lines: [
        { sku: "FRAME-25", quantity: 2, unitPrice: "31.00", origin: "TRT" },
        { sku: "FOUND-5", quantity: 1, unitPrice: "78.00", origin: "GDY" },
        { sku: "SMOKER", quantity: 3, unitPrice: "20.00", origin: "NYK" },
      ],
    },
  });
  expect(answer.status()).toBe(201);
}

test("an order over three origins: the pins' price, one offer for all and one by shipment side by side; charged, and on paper", async ({
  page,
  request,
}, { retry }) => {
  const number = `THREE-${retry}`;
  await threeOrigins(request, number);
  const orders = new OrderDriver(page);
  await orders.open(number);
  await orders.offers.getByRole("button", { name: "Express", exact: true }).click();
  await expect(page.getByRole("region", { name: "Lines" })).toContainText(/The pins: we pay \+\d+\.\d\d EUR/);
  const shipments = page.getByRole("region", { name: "Shipments" });
  await expect(shipments.getByRole("heading")).toHaveText("3 shipments by Express");
  await shipments.getByRole("button", { name: "An offer for each shipment" }).click();
  await expect(shipments.getByRole("row", { name: /^for all, Express/ })).toBeVisible();
  const bySplit = shipments.getByRole("row", { name: /^by shipment/ });
  const before = await bySplit.innerText();
  await shipments.getByRole("combobox", { name: "Offer of the shipment from Tartu" }).selectOption("post");
  await expect(bySplit).not.toHaveText(before);
  const cents = (text: string) => Math.round(Number(/(\d+\.\d\d)\s*$/.exec(text.trim())?.[1]) * 100);
  // the sum and its parts are read one after the other: the page may be drawn anew in between
  await expect(async () => {
    const net = await bySplit.getByRole("cell").nth(2).innerText();
    const parts = await shipments.getByRole("listitem").allInnerTexts();
    expect(parts.map(cents).reduce((a, b) => a + b, 0)).toBe(Math.round(Number(net) * 100));
  }).toPass();
  await shipments.getByRole("button", { name: "Charge by shipment" }).click();
  await orders.state("Ready");
  await expect(page.getByRole("region", { name: /^How/ })).toHaveCount(3);
  // rated anew it stays so
  await page.getByRole("button", { name: /Re-rate/ }).click();
  await expect(page.getByText(/To your door by post \+ Express/).first()).toBeVisible();

  const waiting = page.waitForEvent("download");
  await page.getByRole("button", { name: "UBL order", exact: true }).click();
  let xml = "";
  for await (const part of await (await waiting).createReadStream()) xml += String(part);
  expect(xml).toContain("<cbc:AllowanceChargeReasonCode>FC</cbc:AllowanceChargeReasonCode>");
  expect(xml.match(/<cbc:ChargeIndicator>true/g)!.length).toBeGreaterThanOrEqual(3);
  await page.getByRole("link", { name: "Confirmation on paper" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Order, not confirmed yet");
  await expect(page.getByRole("main")).toContainText("Freight · To your door by post");
});

test("a list is narrowed, sorted, cut and kept; its address says all of it, and it is given out as shown and whole", async ({
  page,
}, { retry }) => {
  const called = `Losing ${retry}`;
  await page.goto("/orders/~list?queue=handed-over");
  const rows = page.getByRole("table").getByRole("row");
  const heading = page.getByRole("heading", { level: 1 });
  const all = await heading.innerText();
  await page.getByRole("combobox", { name: "Country" }).selectOption("SE");
  await page.getByRole("checkbox", { name: "loses money" }).check();
  await expect(heading).not.toHaveText(all);
  await page.getByRole("button", { name: "Margin" }).click();
  await expect(page).toHaveURL(/country=SE.*loss=1.*sort=loss|sort=loss/);
  await page.locator("summary").filter({ hasText: "Columns" }).click();
  await page.getByRole("checkbox", { name: "Town" }).uncheck();
  await expect(page.getByRole("columnheader", { name: "Town" })).toBeHidden();
  await expect(rows.nth(1)).toContainText("-");

  await page.getByRole("button", { name: "Save this list" }).click();
  await page.getByRole("textbox", { name: "The list is called" }).fill(called);
  await page.keyboard.press("Enter");
  const kept = page.getByRole("navigation", { name: "Saved lists" }).getByRole("link", { name: called });
  await expect(kept).toHaveAttribute("aria-current", "page");
  const narrowed = await heading.innerText();
  await page.goto("/orders/~list");
  await kept.click();
  await expect(heading).toHaveText(narrowed);
  await expect(page.getByRole("columnheader", { name: "Town" })).toBeHidden();

  const file = async (name: string) => {
    const waiting = page.waitForEvent("download");
    await page.getByRole("button", { name, exact: true }).click();
    let text = "";
    for await (const part of await (await waiting).createReadStream()) text += String(part);
    return text.replace(/^\ufeff/, "");
  };
  const count = Number(/\d+/.exec(narrowed)?.[0]);
  const shown = (await file("CSV")).trim().split("\r\n");
  expect(shown[0]).toBe("Order,Placed,Customer,State,Offer,Currency,Goods,Charge,We pay,Margin");
  expect(shown).toHaveLength(count + 1);
  const whole = JSON.parse(await file("JSON")) as { number: string; shipTo: { country: string } }[];
  expect(whole).toHaveLength(count);
  expect(whole.every(({ shipTo }) => shipTo.country === "SE")).toBe(true);
});

test.describe("other programs", () => {
  test.use({ storageState: stateOf("admin") });
  let server: Server;
  const heard: { id: string; type: string }[] = [];
  test.beforeAll(async () => {
    server = createServer((call, answer) => {
      let body = "";
      call.on("data", (part: Buffer) => (body += part.toString()));
      call.on("end", () => {
        heard.push(JSON.parse(body) as { id: string; type: string });
        answer.writeHead(204).end();
      });
    });
    await new Promise<void>((listening) => server.listen(0, "127.0.0.1", listening));
  });
  test.afterAll(() => {
    server.closeAllConnections();
    server.close();
  });

  test("an address is told of an order, shows what came back, and is sent a message once more", async ({
    page,
    request,
  }, { retry }) => {
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/hooks`;
    await page.goto("/webhooks");
    await page.getByRole("textbox", { name: "Tell this address" }).fill("https://192.168.1.1/hooks");
    await page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(page.getByRole("alert").filter({ hasText: "Only public ones are called" })).toBeVisible();
    await page.getByRole("textbox", { name: "Tell this address" }).fill(url);
    await page.getByRole("checkbox", { name: /an order is cancelled/ }).check();
    await page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(page.getByRole("textbox", { name: /secret to check signatures/ })).toHaveValue(/^whsec_/);
    await page.getByRole("link", { name: url }).click();
    await page.getByRole("button", { name: "Send a test" }).click();
    await expect.poll(() => heard.map(({ type }) => type)).toContain("webhook.test");

    const number = `HOOK-${retry}`;
    await threeOrigins(request, number);
    await request.post(`/api/v1/orders/${number}/cancel`, { headers: key, data: { reason: "twice" } });
    await expect.poll(() => heard.map(({ type }) => type)).toContain("order.cancelled");
    const row = page.getByRole("row").filter({ hasText: `order ${number}` });
    await expect(async () => {
      await page.reload();
      await expect(row).toContainText("delivered", { timeout: 1000 });
      await expect(row).toContainText(/204 after \d+ ms/, { timeout: 1000 });
    }).toPass();
    const before = heard.length;
    await row.getByRole("button", { name: /again/ }).click();
    await expect.poll(() => heard.length).toBe(before + 1);
    expect(heard.at(-1)!.id).toBe(heard.find(({ type }) => type === "order.cancelled")!.id);
    await page.getByRole("button", { name: "Remove", exact: true }).click();
    await page.getByRole("button", { name: "Yes, remove it with its messages" }).click();
    await expect(page).toHaveURL(/\/webhooks$/);
    await expect(page.getByRole("link", { name: url })).toBeHidden();
  });
});

test("days in the table of orders are written as one writes them; what is none stays, and says so", async ({
  page,
}) => {
  await page.goto("/orders/~list");
  const from = page.getByRole("textbox", { name: "Placed from" });
  await from.pressSequentially("24.11.2026");
  await expect(page).toHaveURL(/from=2026-11-24/);
  await from.press("Tab");
  await expect(from).toHaveValue("2026-11-24");
  const shown = page
    .getByRole("grid", { name: /orders/i })
    .or(page.getByRole("table"))
    .first();
  await expect(shown).toBeVisible();
  await from.fill("31.02.2026");
  await expect(page).not.toHaveURL(/from=/);
  await from.press("Tab");
  await expect(from).toHaveValue("31.02.2026");
  await expect(from).toHaveAttribute("aria-invalid", "true");
  await from.fill("");
  await from.press("Tab");
  await expect(from).not.toHaveAttribute("aria-invalid", "true");
});
