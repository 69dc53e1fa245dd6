import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test, type APIRequestContext, type Page } from "./test";
import { BenchDriver } from "./drivers/bench-driver";
import { GridDriver } from "./drivers/grid-driver";
import { OfferDriver } from "./drivers/offer-driver";
import { OrderDriver } from "./drivers/order-driver";

/** What all four doors tell of an offer: the figures and the sentences of its working. */
interface Told {
  readonly net: string;
  readonly gross: string;
  readonly cost: string;
  readonly steps: readonly string[];
}

interface QuoteAnswer {
  readonly offers: readonly {
    offer: string;
    name: string;
    net: string;
    gross: string;
    cost: string;
    working: { text: string }[];
  }[];
}

const toldOf = (quote: QuoteAnswer, code: string): Told => {
  const offer = quote.offers.find((one) => one.offer === code)!;
  const { net, gross, cost, working } = offer;
  return { net, gross, cost, steps: working.map(({ text }) => text).sort() };
};

/** The steps of the working that is drawn on a page, without what the draft says beside them. */
async function drawnSteps(page: Page): Promise<string[]> {
  const region = page.getByRole("region", { name: /came about/ });
  const texts = await region.locator("ul > li").allInnerTexts();
  return texts.map((text) => (text.split("in the draft:")[0] ?? "").replace(/\s+/g, " ").trim()).sort();
}

/** An order that rates, with its request as it is kept. */
async function orderRequest(api: APIRequestContext, number: string) {
  const start = (await (await api.get("/bench")).json()) as {
    setup: unknown;
    items: unknown;
    trials: { name: string; request: Record<string, unknown> }[];
  };
  const trial = start.trials.findLast(({ name }) => name.startsWith(number));
  return { ...start, request: trial!.request };
}

test("one order gives the same figures and the same working on the bench, on the desk, by the API and by the command", async ({
  page,
  request: api,
}) => {
  const order = new OrderDriver(page);
  const number = await order.firstOf("to-rate");
  await order.open(number);
  await page.getByRole("button", { name: "Make it a trial" }).click();
  await page.getByRole("button", { name: "Keep its own day" }).click();
  await expect(page.getByText("It counts from its own day.")).toBeVisible();
  const { setup, items, request } = await orderRequest(api, number);

  // the API, and the command on the same setup and items, at the same instant
  const answer = await api.post("/api/v1/quotes", {
    data: { ...request, working: true },
    headers: { authorization: "Bearer wd_demo_back_office" },
  });
  const byApi = (await answer.json()) as QuoteAnswer;
  const folder = mkdtempSync(join(tmpdir(), "quote-"));
  const file = (name: string, value: unknown) => {
    writeFileSync(join(folder, name), JSON.stringify(value));
    return join(folder, name);
  };
  const byCommand = JSON.parse(
    execFileSync(
      process.execPath,
      [
        "--import",
        "tsx",
        "scripts/quote.ts",
        "--setup",
        file("setup.json", setup),
        "--items",
        file("items.json", items),
        "--request",
        file("request.json", request),
        "--working",
        "--at",
        new Date().toISOString(),
      ],
      { encoding: "utf8", stdio: ["ignore", "pipe", "inherit"] },
    ),
  ) as QuoteAnswer;
  const chosen = byApi.offers[0]!;
  const told = toldOf(byApi, chosen.offer);
  expect(told.steps.length).toBeGreaterThan(5);
  expect(toldOf(byCommand, chosen.offer)).toEqual(told);

  // the desk
  await order.offer(chosen.name).getByRole("button", { name: chosen.name, exact: true }).click();
  expect(await order.figures(chosen.name)).toEqual({
    cost: told.cost,
    net: told.net,
    gross: told.gross === told.net ? "free" : told.gross,
  });
  const onDesk = await drawnSteps(page);

  // the bench's thread
  const bench = new BenchDriver(page);
  await page.goto("/offers/post");
  await bench.unfold();
  await bench
    .trial(new RegExp(`^${number}`))
    .last()
    .click();
  await bench.offer(chosen.name).getByRole("button", { name: chosen.name, exact: true }).click();
  await expect(page.getByRole("region", { name: /came about/ })).toBeVisible();
  const onBench = await drawnSteps(page);
  // sentences of several shipments carry the place they leave from
  const plain = (steps: readonly string[]) => steps.map((text) => text.replace(/\s+/g, " ").trim()).sort();
  expect(onBench.length).toBe(told.steps.length);
  for (const step of plain(told.steps)) {
    expect(onBench.some((text) => text.endsWith(step))).toBe(true);
    expect(onDesk.some((text) => text.endsWith(step))).toBe(true);
  }
  await expect(bench.offer(chosen.name)).toContainText(told.cost);
});

test("a field that is being typed in shows on the tickets before it is stored, and after a reload what changed is still there", async ({
  page,
}) => {
  const offer = new OfferDriver(page);
  const bench = new BenchDriver(page);
  await offer.open("own-van");
  await bench.unfold();
  await bench.pin("1 SMOKER to EE 50107, web");
  const row = bench.offer("Our van around Tartu");
  await expect(row).toContainText("6.50");
  const amount = offer.textbox("Amount");
  await amount.pressSequentially("1");
  await amount.fill("8,75");
  await expect(row).toContainText("+2.25");
  await amount.press("Escape");
  await expect(row).toContainText("same");
  await amount.fill("8,75");
  await amount.press("Enter");
  await expect(page.getByText("Offer own-van · 8.75 EUR for the order")).toBeVisible();
  await expect(row).toContainText("+2.25");
  await page.reload();
  await expect(row).toContainText("+2.25");
  await expect(page.getByText("changed", { exact: true }).first()).toBeVisible();
  // held against what is live, until it is so again
  await expect(bench.dock).toContainText(/Before: revision \d+\. After: the draft/);
  await amount.fill("6.50");
  await amount.press("Enter");
  await expect(row).toContainText("same");
});

test("by keys alone: trials are walked through, the bench folds, an expectation fails and is met again", async ({
  page,
}) => {
  const bench = new BenchDriver(page);
  await page.goto("/offers/point");
  await expect(page.locator("[data-bench=running]")).toBeVisible();
  await page.keyboard.press("b");
  await expect(bench.trials).toBeVisible();
  const chosen = bench.trials.locator("[aria-selected=true]");
  const first = (await chosen.textContent()) ?? "";
  await page.keyboard.press("Alt+ArrowDown");
  await expect(chosen).not.toHaveText(first);
  await page.keyboard.press("Alt+ArrowUp");
  await expect(chosen).toHaveText(first);
  await bench.trials.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowDown");
  await expect(chosen).toContainText("Just under free");
  const amount = page.getByRole("textbox", { name: "Amount" });
  const expected = page.getByRole("region", { name: "Expectations" });
  await expected.getByRole("button", { name: "Expect it" }).focus();
  await page.keyboard.press("Enter");
  await expect(expected.getByText("charges 4.90 EUR")).toBeVisible();
  await amount.fill("5");
  await expect(expected.getByText("✗ not met")).toBeVisible();
  // beside the one that the demo's draft does not meet
  await expect(bench.dock.getByText("2 not as expected")).toBeVisible();
  await amount.press("Escape");
  await expect(expected.getByText("✗ not met")).toHaveCount(0);
  await bench.trials.focus();
  await page.keyboard.press("Delete");
  await expect(bench.trial(/^Just under free/)).toHaveCount(0);
  await page.getByRole("button", { name: "Undo: deleted Just under free → Tallinn" }).focus();
  await page.keyboard.press("Enter");
  await expect(bench.trial(/^Just under free/)).toBeVisible();
  await bench.trials.focus();
  await page.keyboard.press("b");
  await expect(bench.trials).toBeHidden();
});

test("what is missing until it is free is told on the bench, ex and inc tax, before and after discounts", async ({
  page,
}) => {
  const bench = new BenchDriver(page);
  const offer = new OfferDriver(page);
  await offer.open("point");
  await bench.unfold();
  const edges = page.getByRole("region", { name: "What would change it" }).first();
  // free at or above 75.00 with tax
  await bench.pin("1 × 1 kg 20x20x10 cm at 74.99 to EE 10111, web");
  await expect(bench.charge("To a parcel point")).toHaveText("4.90");
  await expect(edges).toContainText("0.01 EUR more goods: free");
  await bench.pin("1 × 1 kg 20x20x10 cm at 75 to EE 10111, web");
  await expect(bench.charge("To a parcel point")).toHaveText("0.00 free");
  await expect(edges).toContainText("0.01 EUR less goods: 4.90");
  // the same threshold without tax: 75.00 of goods hold 61.475… without 22 %; what is missing is rounded up, so that it suffices
  const free = page.getByRole("group", { name: "Free" });
  await free.getByRole("combobox", { name: "Measure" }).selectOption("goodsValue");
  await expect(bench.charge("To a parcel point")).toHaveText("4.90");
  await expect(page.getByRole("region", { name: /came about/ })).toContainText("13.53 EUR more");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(bench.charge("To a parcel point")).toHaveText("0.00 free");
});

test("an item's weight typed in its grid moves the trials that hold it", async ({ page }) => {
  const bench = new BenchDriver(page);
  await page.goto("/items?find=FRAME-25");
  await bench.unfold();
  await bench.trial(/^Frames → Tampere/).click();
  const before = await bench.charge("To your door by post").innerText();
  const items = new GridDriver(page, "Items");
  await items.cell(0, 3).click();
  await page.keyboard.type("19 kg");
  await expect(bench.charge("To your door by post")).not.toHaveText(before);
  await page.keyboard.press("Escape");
  await expect(bench.charge("To your door by post")).toHaveText(before);
  await expect(page.getByRole("complementary", { name: "What applies to FRAME-25" })).toBeVisible();
});
