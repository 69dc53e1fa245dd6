import { readFileSync } from "node:fs";
import { expect, test, type Page } from "./test";
import { BenchDriver } from "./drivers/bench-driver";
import { OfferDriver } from "./drivers/offer-driver";
import { TariffDriver } from "./drivers/tariff-driver";

interface Case {
  readonly name: string;
  readonly request: {
    readonly coupon?: string;
    readonly lines: readonly { sku: string; quantity: number; unitPrice?: string }[];
  };
  readonly expect: { readonly offers: readonly { offer: string; net: string }[] };
}

const { cases } = JSON.parse(readFileSync("tests/conformance/plans-and-adjustments.json", "utf8")) as {
  readonly cases: readonly Case[];
};
const { cases: tableCases } = JSON.parse(readFileSync("tests/conformance/breaks-up-to.json", "utf8")) as {
  readonly cases: readonly Case[];
};
const caseOf = (name: string) => cases.find((one) => one.name === name)!;
const net = (name: string, offer: string) =>
  caseOf(name).expect.offers.find((one) => one.offer === offer)!.net;

/** The case's order as a line of the bench: its item weighs 2 kg and costs 20.00. */
function line(name: string): string {
  const { lines, coupon } = caseOf(name).request;
  const goods = lines
    .map(({ quantity, unitPrice = "20" }) => `${quantity} × 2 kg at ${unitPrice}`)
    .join(", ");
  return `${goods} to EE 10111, CASE${coupon === undefined ? "" : `, coupon ${coupon}`}`;
}

const CHANNEL = "Cases";
/** Costs nothing and takes every weight. */
const SERVICE = "Collection at the store";

async function caseChannel(page: Page): Promise<void> {
  await page.goto("/offers/post");
  await page.getByRole("button", { name: "Add a channel" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill(CHANNEL);
  await page.getByRole("textbox", { name: /^Code/ }).fill("CASE");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page).toHaveURL(/channels\/CASE/);
  await page.getByRole("combobox", { name: "Prices are" }).selectOption("false");
  await expect(page.getByText("EUR, prices without tax")).toBeVisible();
}

test.describe
  .serial("each plan kind, built from nothing, gives the figures of the conformance cases", () => {
    test("a channel for them", async ({ page }) => caseChannel(page));

    test("a flat amount by the piece", async ({ page }) => {
      const offer = new OfferDriver(page);
      const bench = new BenchDriver(page);
      await offer.open("post");
      await offer.add("piece", CHANNEL, SERVICE);
      await offer.kind("flat");
      await offer.put(offer.textbox("Amount"), "0,95");
      await offer.choose("Counted").selectOption("piece");
      await bench.unfold();
      for (const name of ["one", "third rule"]) {
        await bench.pin(line(name));
        await expect(bench.charge("piece")).toHaveText(net(name, "piece"));
      }
    });

    test("a flat amount with margin, addition, rounding and free delivery", async ({ page }) => {
      const offer = new OfferDriver(page);
      const bench = new BenchDriver(page);
      await offer.open("post");
      await offer.add("margin", CHANNEL, SERVICE);
      await offer.kind("flat");
      await offer.put(offer.textbox("Amount"), "12.40");
      await offer.put(offer.textbox("Margin"), "7.5");
      await page.getByRole("button", { name: "Add an addition" }).click();
      await offer.complete(offer.textbox("New addition"), "1.20");
      await offer.choose("How it is rounded").selectOption("up");
      await offer.put(offer.textbox("Rounded to"), "0.05");
      await offer.choose("When it is free").selectOption("anyOf");
      const free = page.getByRole("group", { name: "Free" });
      await free.getByRole("combobox", { name: "Measure" }).selectOption("goodsValue");
      await offer.put(free.getByRole("textbox", { name: "Figure", exact: true }), "90");
      await free.getByRole("combobox", { name: "Add a condition about" }).selectOption("coupon");
      await offer.put(free.getByRole("textbox", { name: "Coupons" }), "HONEY");
      await expect(free).toContainText("goods at or above 90 EUR without tax, or with the coupon HONEY");
      await bench.unfold();
      await bench.pin(line("one"));
      await expect(bench.charge("margin")).toHaveText(net("one", "margin"));
      // the running figure of each step stands at the side
      const side = page.getByRole("region", { name: "The open trial, step by step" });
      await expect(side.getByRole("row", { name: /^With the margin/ })).toContainText("13.33");
      await expect(side.getByRole("row", { name: /^Packing/ })).toContainText("14.53");
      await expect(side.getByRole("row", { name: /^Rounded/ })).toContainText("14.55");
      for (const name of ["free by value for one, not the other", "free by coupon"]) {
        await bench.pin(line(name));
        await expect(bench.charge("margin")).toHaveText(`${net(name, "margin")} free`);
      }
    });

    test("a ladder of rules", async ({ page }) => {
      const offer = new OfferDriver(page);
      const bench = new BenchDriver(page);
      await offer.open("post");
      await offer.add("ladder", CHANNEL, SERVICE);
      await offer.kind("ladder");
      const add = page.getByRole("button", { name: "Add a rule" });
      const fresh = page.getByRole("region", { name: "New rule" });
      await add.click();
      const rule = (number: number) => page.locator(`[data-path="offers/ladder/plan/rules/${number - 1}"]`);
      await fresh.getByRole("combobox", { name: "Measure" }).selectOption("goodsValue");
      await fresh.getByRole("combobox", { name: "Bound" }).selectOption(">=");
      await offer.put(fresh.getByRole("textbox", { name: "Figure", exact: true }), "120");
      await fresh.getByRole("combobox", { name: "Rule 1: what then" }).selectOption("free");
      await expect(rule(1)).toContainText("goods at or above 120 EUR without tax → free");

      await add.click();
      await offer.put(fresh.getByRole("textbox", { name: "Figure", exact: true }), "4");
      await offer.complete(fresh.getByRole("textbox", { name: "Rule 2, term 1: figure" }), "7");
      await rule(2).getByRole("button", { name: "+ a term" }).click();
      await offer.put(rule(2).getByRole("textbox", { name: "Rule 2, term 2: figure" }), "1.25");
      await expect(rule(2)).toContainText(
        "up to and including 4 kg → 7 EUR + 1.25 EUR per kg of actual weight",
      );

      await add.click();
      await fresh.getByRole("combobox", { name: "Bound" }).selectOption("(]");
      await offer.put(fresh.getByRole("textbox", { name: "Upper end" }), "12");
      await offer.put(fresh.getByRole("textbox", { name: "Lower end" }), "4");
      await fresh.getByRole("combobox", { name: "Rule 3, term 1: counted" }).selectOption("goodsValue");
      await offer.complete(fresh.getByRole("textbox", { name: "Rule 3, term 1: figure" }), "15");
      await expect(rule(3)).toContainText("over 4 and up to and including 12 kg → 15 % of the goods");

      const strip = page.getByRole("figure", { name: /What falls to which rule/ });
      await expect(strip).toContainText("up to and including 4 kg: rule 1 or rule 2, by what else they ask");
      await expect(strip).toContainText("over 12 kg: rule 1, by what else it asks, or no offer");
      await bench.unfold();
      for (const name of ["one", "second edge in", "third rule", "free by value for one, not the other"]) {
        await bench.pin(line(name));
        await expect(bench.charge("ladder")).toHaveText(net(name, "ladder"));
      }
      await bench.pin(line("free by rule"));
      await expect(bench.charge("ladder")).toHaveText("0.00 free");
      await bench.pin("4 × 2 kg at 10, 3 × 2 kg at 1 to EE 10111, CASE");
      // it has vanished: the reason leads to the field that withholds it
      const why = bench.offer("ladder").getByRole("link", { name: /No rule/ });
      await expect(why).toBeVisible();
      await why.click();
      await expect(page).toHaveURL(/offers\/ladder#offers\/ladder\/plan/);
    });

    test("terms, and the same for goods of all classes", async ({ page }) => {
      const offer = new OfferDriver(page);
      const bench = new BenchDriver(page);
      await offer.open("post");
      await offer.add("terms", CHANNEL, SERVICE);
      await offer.kind("terms");
      await offer.put(offer.textbox("Terms, term 1: figure"), "7");
      await page.getByRole("button", { name: "+ a term" }).click();
      await offer.put(offer.textbox("Terms, term 2: figure"), "1.25");
      await bench.unfold();
      for (const name of ["one", "second edge in"]) {
        await bench.pin(line(name));
        await expect(bench.charge("terms")).toHaveText(net(name, "ladder"));
      }
      await offer.kind("byGoodsClass");
      await page.getByRole("button", { name: "give a charge instead" }).click();
      await offer.put(offer.textbox("All other goods, term 1: figure"), "7");
      await page
        .getByRole("list", { name: "All other goods" })
        .getByRole("button", { name: "+ a term" })
        .click();
      await offer.put(offer.textbox("All other goods, term 2: figure"), "1.25");
      await expect(bench.charge("terms")).toHaveText(net("second edge in", "ladder"));
      // the plan of before is kept, and comes back as it was
      await offer.put(offer.textbox("All other goods, term 2: figure"), "2");
      // pressed at once, while what was just typed may still be on its way
      await page.getByRole("button", { name: "terms added up" }).click();
      await expect(offer.textbox("Terms, term 2: figure")).toHaveValue("1.25");
    });

    test("a sell tariff, and what a service by a like table costs us", async ({ page }) => {
      const bench = new BenchDriver(page);
      const offer = new OfferDriver(page);
      await caseTariff(page, "CASE-T", "sell");
      await caseTariff(page, "CASE-B", "buy");
      await page.goto("/carriers/PNP");
      await page.getByRole("button", { name: "Add a service" }).click();
      await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("Case service");
      await page.getByRole("button", { name: "Add", exact: true }).click();
      await expect(page.getByRole("heading", { level: 1, name: "Case service" })).toBeVisible();
      await page.getByLabel("Rate from").selectOption({ label: "tariff CASE-B" });
      await expect(page.getByRole("link", { name: "Open the tariff" })).toBeVisible();

      await offer.open("post");
      await offer.add("bought", CHANNEL, "Case service");
      await offer.kind("costPlus");
      await offer.add("table", CHANNEL, SERVICE);
      await offer.kind("tariff");
      await offer.choose("Tariff").selectOption({ label: "CASE-T" });
      await bench.unfold();
      // the table's own cases: pieces of 1.5 kg, and a gram more
      for (const [goods, name] of [
        ["1 × 1.5 kg 1x1x1 cm", "inside the first"],
        ["2 × 1.5 kg 1x1x1 cm", "exactly on the first edge"],
        ["2 × 1.5 kg 1x1x1 cm, 1 × 0.001 kg 1x1x1 cm", "a gram over the edge"],
        ["13 × 1.5 kg 1x1x1 cm, 1 × 0.5 kg 1x1x1 cm", "exactly on the last edge"],
      ] as const) {
        await bench.pin(`${goods} to EE 10111, CASE`);
        const [expected] = tableCases.find((one) => one.name === name)!.expect.offers;
        for (const code of ["table", "bought"]) await expect(bench.charge(code)).toHaveText(expected!.net);
      }
      await bench.pin("14 × 1.5 kg 1x1x1 cm to EE 10111, CASE");
      for (const code of ["table", "bought"])
        await expect(
          bench.offer(code).getByRole("link", { name: /over the last break|more than/i }),
        ).toBeVisible();
    });
  });

/** The conformance cases' table, built on the screen: 3, 8 and 20 kg, with the rates of its one zone. */
async function caseTariff(page: Page, code: string, side: "buy" | "sell"): Promise<void> {
  await page.goto("/tariffs");
  await page.getByRole("combobox", { name: /^for/ }).selectOption(side);
  await page.getByRole("combobox", { name: /^on the zones of/ }).selectOption("PNP");
  await page.getByRole("button", { name: "Add a tariff" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill(code);
  await page.getByRole("textbox", { name: /^Code/ }).fill(code);
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1, name: code })).toBeVisible();
  const edge = page.getByRole("textbox", { name: /Edge of break 1/ });
  await edge.fill("3");
  await edge.press("Enter");
  await expect(page.getByRole("columnheader", { name: "3", exact: true })).toBeVisible();
  const tariff = new TariffDriver(page);
  for (const at of ["8", "20"]) {
    await page.getByLabel("Edge of the new break").fill(at);
    await page.getByRole("button", { name: "Add a break" }).click();
    await expect(page.getByRole("columnheader", { name: at, exact: true })).toBeVisible();
  }
  await tariff.cell(0, 0).click();
  await tariff.paste("4.10\t6.35\t11.90");
  await expect(tariff.cell(0, 2)).toHaveText("11.90");
  await expect(tariff.grid.locator("[role=gridcell].italic")).toHaveCount(0);
}

test("a rule that nothing is left for is struck with its reason; moved up by keys it counts, and undone it does not", async ({
  page,
}) => {
  const offer = new OfferDriver(page);
  await offer.open("dealer-parcel");
  await page.getByRole("button", { name: "Add a rule" }).click();
  const rule = (number: number) =>
    page.locator(`[data-path="offers/dealer-parcel/plan/rules/${number - 1}"]`);
  const fresh = page.getByRole("region", { name: "New rule" });
  await expect(fresh).toContainText("No amount yet");
  await expect(page.getByRole("button", { name: "Undo", exact: true })).toBeDisabled();
  // nothing is stored, and nothing is lost by looking elsewhere
  await offer.put(fresh.getByRole("textbox", { name: "Figure", exact: true }), "6");
  await page
    .getByRole("link", { name: /^Express/ })
    .first()
    .click();
  await expect(page).toHaveURL(/offers\/express/);
  await offer.open("dealer-parcel");
  await expect(fresh.getByRole("textbox", { name: "Figure", exact: true })).toHaveValue("6");
  await expect(rule(5)).toHaveCount(0);
  await offer.put(fresh.getByRole("textbox", { name: "Figure", exact: true }), "5");
  await offer.complete(fresh.getByRole("textbox", { name: "Rule 5, term 1: figure" }), "3");
  await expect(rule(5)).toBeVisible();
  // as rule 2, with less weight: to EE, LV, LT
  await rule(5).getByRole("combobox", { name: "Measure" }).selectOption("chargeableWeight");
  await rule(5).getByRole("combobox", { name: "Add a condition about" }).selectOption("country");
  await expect(rule(5)).toContainText("chargeable weight up to and including 5 kg and to EE");
  await expect(rule(5)).toContainText("can never match: rule 2 takes all of it");
  // the draft has such a rule of its own, which it passes first
  for (const number of [5, 4]) {
    await page.getByRole("button", { name: `Move rule ${number}: arrow up or down` }).focus();
    await page.keyboard.press("ArrowUp");
    await expect(rule(number - 1)).toContainText("chargeable weight up to and including 5 kg and to EE");
  }
  await expect(rule(3)).toContainText("can never match");
  await page.getByRole("button", { name: "Move rule 3: arrow up or down" }).focus();
  await page.keyboard.press("ArrowUp");
  await expect(rule(2)).toContainText("chargeable weight up to and including 5 kg and to EE");
  await expect(rule(2)).not.toContainText("can never match");
  await page.keyboard.press("Control+z");
  await expect(rule(3)).toContainText("can never match");
});

test("a click on an offer's curve makes a trial of that point", async ({ page }) => {
  const offer = new OfferDriver(page);
  const bench = new BenchDriver(page);
  await offer.open("express");
  await page.getByLabel("Places").fill("EE 10111, FI 33100");
  await page.getByLabel("Up to and including").fill("20");
  const curve = page.getByRole("application", { name: /^Express, charge with tax/ });
  await curve.scrollIntoViewIfNeeded();
  await expect(page.getByText("charge, FI 33100")).toBeVisible();
  // by keys: the 50th of a hundred points up to 20 kg
  await curve.focus();
  for (let i = 0; i < 50; i++) await page.keyboard.press("ArrowRight");
  const reading = page.getByText(/^10 kg: charge \d+\.\d\d, we pay/);
  await expect(reading).toBeVisible();
  const charge = /charge (\d+\.\d\d)/.exec(await reading.innerText())![1]!;
  await page.keyboard.press("Enter");
  await expect(bench.trial(/^10 kg → EE 10111/)).toBeVisible();
  await expect(bench.charge("Express")).toHaveText(charge);
});

test("a choice whose answer does not come stays, says that it is not sure, and is stored once the server answers", async ({
  page,
}) => {
  const offer = new OfferDriver(page);
  await offer.open("express");
  await page.route("**/offers/express", (route) =>
    route.request().method() === "POST" ? route.abort() : route.continue(),
  );
  await offer.choose("How it is rounded").selectOption("nearest");
  const unsure = page.getByRole("alert").filter({ hasText: "not sure yet" });
  await expect(unsure).toBeVisible();
  await expect(offer.choose("How it is rounded")).toHaveValue("nearest");
  await page.unroute("**/offers/express");
  await expect(unsure).toHaveCount(0);
  const figure = offer.textbox("Rounded to");
  await figure.fill("0,50");
  await figure.press("Enter");
  await expect(figure).toHaveValue("0.50");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(figure).toHaveValue("0.10");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(offer.choose("How it is rounded")).not.toHaveValue("nearest");
});
