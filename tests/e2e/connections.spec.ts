import { AMBERWAY_KEY } from "../../sim/carriers/amberway";
import { startStandIns, type StandIns } from "../../sim/carriers/server";
import { BenchDriver } from "./drivers/bench-driver";
import { editsLive } from "./drivers/gate-driver";
import { OfferDriver } from "./drivers/offer-driver";
import { OrderDriver } from "./drivers/order-driver";
import { stateOf } from "./people";
import { expect, test, type APIRequestContext } from "./test";

test.use({ storageState: stateOf("admin"), actionTimeout: 20_000 });

let standIns: StandIns;
test.beforeAll(async () => {
  standIns = await startStandIns(0, { seed: 1, isPrompt: true });
});
test.afterAll(() => standIns.stop());

const key = { authorization: "Bearer wd_demo_everything" };

/** Puts the setup back as it was, live at once, so that nothing of this is in the way of other tests. */
async function putBack(request: APIRequestContext, setup: string): Promise<void> {
  const now = await request.get("/api/v1/setup", { headers: key });
  const headers = { ...key, "if-match": now.headers().etag ?? "", "content-type": "application/json" };
  const answer = await request.put("/api/v1/setup", { headers, data: setup });
  expect(answer.status(), await answer.text()).toBe(200);
}

async function ordered(request: APIRequestContext, number: string, quantity: number): Promise<void> {
  const answer = await request.post("/api/v1/orders?rate=now", {
    headers: key,
    data: {
      number,
      channel: "phone",
      customer: { name: "Ilze Bite" },
      shipTo: { lines: ["Hamngatan 3"], city: "Mariehamn", postcode: "22100", country: "AX" },
      lines: [{ sku: "FRAME-25", quantity, unitPrice: "31.00" }],
    },
  });
  expect(answer.status()).toBe(201);
}

async function cancelled(request: APIRequestContext, number: string): Promise<void> {
  const answer = await request.post(`/api/v1/orders/${number}/cancel`, {
    headers: key,
    data: { reason: "of a test" },
  });
  expect(answer.status(), await answer.text()).toBe(200);
}

test("a carrier is connected from nothing, prices an offer by its own figure, falls back in words when it is off, and is asked again when it is back", async ({
  page,
  browser,
  request,
}, { retry }) => {
  test.setTimeout(300_000);
  const name = `Asked van ${retry}`;
  const orders = new OrderDriver(page);
  await editsLive(browser, async () => {
    const before = await (await request.get("/api/v1/setup", { headers: key })).text();
    await page.goto("/carriers/AMB");
    await page.getByRole("button", { name: "Add a connection" }).click();
    const live = page.getByRole("region", { name: "Live rates" });
    await live.getByRole("textbox", { name: "Name", exact: true }).fill(`Rates ${retry}`);
    await live.getByRole("button", { name: "Add", exact: true }).click();
    await expect(page).toHaveURL(/\/connections\//);
    const code = decodeURIComponent(new URL(page.url()).pathname.split("/").at(-1)!);
    const form = page.getByRole("form", { name: "How it is reached" });
    await form.getByRole("textbox", { name: "Address" }).fill("http://10.0.0.1/rates");
    await form.getByLabel(/^Key/).fill(AMBERWAY_KEY);
    await form.getByRole("button", { name: "Save" }).click();
    await expect(form.getByRole("alert")).toContainText("Only public ones are called");
    await form.getByRole("textbox", { name: "Address" }).fill(`${standIns.url}/amberway`);
    await form.getByRole("button", { name: "Save" }).click();
    await expect(form.getByRole("status")).toContainText("Stored");
    await expect(form.getByLabel(/^Key/)).toHaveValue("");
    await expect(form.getByLabel(/^Key/)).toHaveAttribute("placeholder", /kept/);
    await page.getByRole("button", { name: "Fetch their services" }).click();
    await expect(page.getByText("VAN-AM (Amberway van before noon)")).toBeVisible();

    // a service that it prices, and an offer by that service
    await page.goto("/carriers/AMB");
    await page.getByRole("button", { name: "Add a service" }).click();
    await page.getByRole("textbox", { name: "Name", exact: true }).first().fill(name);
    await page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
    await page.getByLabel("Rate from").selectOption({ label: `asked live through ${code}` });
    const there = page.getByRole("textbox", { name: "Its name there" });
    await there.fill("VAN");
    await there.press("Enter");
    await page.getByLabel("Without an answer").selectOption({ value: "tariff AMB-VAN-BUY" });
    await expect(async () => {
      const setup = await (await request.get("/api/v1/setup", { headers: key })).json();
      const services = (setup as { services: { name: string; rate: unknown }[] }).services;
      const rate = services.find((service) => service.name === name)?.rate;
      expect(rate).toMatchObject({ liveService: "VAN", fallback: { tariff: "AMB-VAN-BUY" } });
    }).toPass();
    const offers = new OfferDriver(page);
    await offers.open("post");
    await offers.add(`asked-${retry}`, "Telephone and fairs", name);
    await offers.kind("costPlus");

    const number = `LIVE-${retry}`;
    await ordered(request, number, 2);
    await page.goto(`/connections/${encodeURIComponent(code)}`);
    const ask = page.getByRole("form", { name: "Ask now" });
    await ask.getByRole("textbox", { name: "About order" }).fill(number);
    await ask.getByRole("button", { name: "Ask now" }).click();
    const said = page.getByRole("region", { name: "Ask now" }).getByRole("listitem").first();
    await expect(said).toContainText(/VAN: \d+\.\d\d EUR without tax/);
    const amount = /VAN: (\d+\.\d\d)/.exec(await said.innerText())![1]!;

    await orders.open(number);
    expect((await orders.figures(`asked-${retry}`)).cost).toBe(amount);
    await orders.offers.getByRole("button", { name: `asked-${retry}`, exact: true }).click();
    const how = page.getByRole("region", { name: /^How/ });
    await expect(how).toContainText(`answered ${amount}`);
    // the figure leads to what was asked and said
    await how.getByRole("link", { name: "What was asked and said" }).click();
    const call = page.getByRole("region", { name: "A call", exact: true });
    await expect(call).toContainText(`VAN: ${amount} EUR without tax`);
    await expect(call).toContainText("AX 22100 Mariehamn");
    await expect(call).not.toContainText(AMBERWAY_KEY);
    const beside = page.getByRole("region", { name: "Our tables beside it" });
    // where the order's own question was answered too late, nothing was held beside our table yet
    if (await beside.getByText("Nothing to compare yet").isVisible())
      await beside.getByRole("button", { name: "Ask about shipments of the last orders" }).click();
    await expect(beside).toContainText(/our table says .* EUR for \d+ shipments the carrier says/);
    await expect(
      beside.getByRole("img", { name: new RegExp(`AX 22100.*theirs ${amount} EUR`) }),
    ).toBeVisible();

    standIns.faults.set("amberway", ["error"]);
    await ordered(request, `${number}-OFF`, 3);
    await orders.open(`${number}-OFF`);
    await orders.offers.getByRole("button", { name: `asked-${retry}`, exact: true }).click();
    await expect(how).toContainText(/not available.*, on .* after \d+ ms; the fallback tariff stands in/);
    // every question of another order fails too, until it is left alone
    for (let n = 0; n < 5; n++) {
      await ordered(request, `${number}-OFF${n}`, 4 + n);
      await orders.open(`${number}-OFF${n}`);
    }
    await page.goto(`/connections/${encodeURIComponent(code)}`);
    await expect(page.getByText(/^Paused/)).toBeVisible();
    await expect(page.getByRole("region", { name: "The last calls" })).toContainText("not available");
    await expect(page.getByRole("img", { name: /Calls by the hour.*another fault/ })).toBeVisible();
    await expect(page.getByText("had to do without")).toBeVisible();
    standIns.faults.set("amberway", []);
    await expect(async () => {
      await ask.getByRole("textbox", { name: "About order" }).fill(number);
      await ask.getByRole("button", { name: "Ask now" }).click();
      await expect(said).toContainText(`VAN: ${amount}`, { timeout: 2000 });
    }).toPass({ timeout: 40_000 });
    await expect(page.getByText("Asked as usual.")).toBeVisible();
    await putBack(request, before);
    // open orders that a carrier prices would be in the way of tests that take the first they find
    for (const own of [number, `${number}-OFF`, ...Array.from({ length: 5 }, (_, n) => `${number}-OFF${n}`)])
      await cancelled(request, own);
    await page.goto("/carriers/AMB");
    await expect(live).toContainText("sim-amber");
    await expect(live).not.toContainText(code);
  });
});

test("the bench goes by what carriers say, and a service tells how it comes by its rate", async ({
  page,
  browser,
  request,
}) => {
  test.setTimeout(300_000);
  await editsLive(browser, async () => {
    const before = await (await request.get("/api/v1/setup", { headers: key })).text();
    await page.goto("/connections/sim-amber");
    const form = page.getByRole("form", { name: "How it is reached" });
    await form.getByRole("textbox", { name: "Address" }).fill(`${standIns.url}/amberway`);
    await form.getByLabel(/^Key/).fill(AMBERWAY_KEY);
    await form.getByRole("button", { name: "Save" }).click();
    await expect(form.getByRole("status")).toContainText("Stored");
    await page.getByRole("button", { name: "Ask about shipments of the last orders" }).click();
    await expect(page.getByText(/^Asked about \d+; [1-9]\d* answered\.$/)).toBeVisible({ timeout: 20_000 });
    const beside = page.getByRole("region", { name: "Our tables beside it" });
    await expect(
      beside.getByRole("region", { name: "Farthest apart" }).getByRole("row").nth(1),
    ).toBeVisible();

    await page.goto("/services/AMB-VAN");
    await expect(page.getByText(/^Amberway is asked for VAN\. It has 1\.2 s to answer/)).toBeVisible();
    const bench = new BenchDriver(page);
    await bench.unfold();
    await bench.pin("1 SMOKER to EE 92413, web");
    await page.getByRole("button", { name: "Ask again" }).click();
    await expect(page.getByText(/\d+ answers of carriers, the oldest of/)).toBeVisible();
    const steps = page.getByRole("region", { name: "Bench" });
    await bench.offer("Island van").getByRole("button", { name: "Island van", exact: true }).click();
    await expect(steps).toContainText(/sim-amber answered \d+\.\d\d for VAN/);
    standIns.faults.set("amberway", ["error"]);
    await putBack(request, before);
  });
});
