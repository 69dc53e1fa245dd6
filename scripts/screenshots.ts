import { chromium, type Page } from "@playwright/test";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { demoPeople } from "./load-demo";
import { root } from "./machine/paths";
import { runningServer } from "./machine/server";

/** The main views, as the README shows them: file, address, theme. */
const views: readonly [
  name: string,
  path: string,
  theme: "light" | "dark",
  prepare?: (page: Page) => Promise<void>,
][] = [
  ["order", "/orders/10482", "light"],
  ["order-dark", "/orders/10477", "dark"],
  ["tariff", "/tariffs/PNP-PARCEL-BUY?edition=2026&row=3&break=3&against=SHOP-POST-SELL", "light", focusGrid],
  ["tariff-file", "/tariffs/+file", "light", chooseFile],
  ["tariff-compare", "/tariffs/PNP-PARCEL-BUY/compare?a=2026&b=2027", "light"],
  ["offer", "/offers/dealer-parcel", "light", showLadder],
  ["channel", "/channels/web?goods=2+SMOKER&country=EE&postcode=10111", "light"],
  ["zones", "/zones/PNP", "light"],
  ["connection", "/connections/sim-tern", "light", compareTable],
  ["service", "/services/TRN-EXPRESS", "light"],
  ["origin", "/origins/TRT", "light"],
  ["items", "/items", "light"],
  ["many", "/orders/~many", "light"],
  ["new-order", "/orders/~new", "light", writeOrder],
  ["board", "/zones/board", "light"],
  ["gate", "/gate", "light"],
  ["replay", "/gate/replay/5f0f3c1e-8a52-4c7b-9d1e-2f6a7b8c9d10", "light"],
  ["recovery", "/recovery", "light"],
  // last: the bench stays open
  ["bench", "/offers/point", "light", typeOnBench],
];

const flags = [
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--disable-quic",
  "--no-first-run",
];

async function focusGrid(page: Page): Promise<void> {
  await page.getByRole("grid").focus();
}

/** A trial that the offer can be given on, and the ladder in view. */
async function showLadder(page: Page): Promise<void> {
  await page.locator("[data-bench=running]").waitFor();
  await page.getByRole("button", { name: /^Show / }).click();
  await page.getByRole("figure", { name: /What falls to which rule/ }).scrollIntoViewIfNeeded();
  await page.getByText("We keep, without tax").or(page.getByText("withheld:").first()).first().waitFor();
}

/** The open bench while a figure is being typed: nothing is stored. */
async function typeOnBench(page: Page): Promise<void> {
  await page.locator("[data-bench=running]").waitFor();
  await page.keyboard.press("b");
  await page.getByRole("option", { name: /^Just under free/ }).click();
  await page.getByRole("textbox", { name: "Amount" }).fill("5.50");
  await page.getByText("changed", { exact: true }).first().waitFor();
}

/** What the carrier says of shipments of the last orders, beside our table. */
async function compareTable(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Ask about shipments of the last orders" }).click();
  await page.getByText(/^Asked about/).waitFor();
  await page.getByRole("region", { name: "Our tables beside it" }).scrollIntoViewIfNeeded();
  await page
    .getByRole("region", { name: "Farthest apart" })
    .getByRole("row")
    .nth(12)
    .scrollIntoViewIfNeeded();
}

/** An order as it is being written: nothing is stored. */
async function writeOrder(page: Page): Promise<void> {
  await page.getByRole("textbox", { name: "Customer", exact: true }).fill("Aino Käsi");
  await page.getByRole("textbox", { name: /^Street/ }).fill("Nektari 4");
  await page.getByRole("textbox", { name: "Postcode" }).fill("50115");
  await page.getByRole("textbox", { name: "Town" }).fill("Tartu");
  await page.getByRole("combobox", { name: "Item 1" }).fill("FRAME-25");
  await page.getByRole("combobox", { name: "Item 2" }).fill("FOUND-5");
  await page.getByRole("region", { name: "Offers for this order" }).waitFor();
  await page.waitForLoadState("networkidle");
}

async function chooseFile(page: Page): Promise<void> {
  await page.locator("input[type=file]").setInputFiles(join(root, "demo/ternwing-2027.csv"));
  await page.getByRole("region", { name: "Where it goes" }).waitFor();
}

async function expectNone(page: Page, text: string): Promise<void> {
  await page.getByText(text).first().waitFor({ state: "hidden" });
}

/** `npm run screenshots [NAME…]`: pictures of the running demo into docs/screenshots, or into OUT. */
async function main(names: string[]): Promise<void> {
  const url = process.env.BASE_URL ?? (await runningServer("demo"))?.url;
  const [person] = demoPeople;
  if (url === undefined || !person) throw new Error("start the demo first: ./wallodrom demo");
  const out = process.env.OUT ?? join(root, "docs/screenshots");
  mkdirSync(out, { recursive: true });
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: flags });
  const context = await browser.newContext({
    baseURL: url,
    viewport: { width: 1280, height: 800 },
    reducedMotion: "reduce",
  });
  const page = await context.newPage();
  await page.request.post("/api/auth/sign-in/email", {
    data: { email: person.email, password: person.password },
    headers: { origin: url },
  });
  for (const [name, path, theme, prepare] of views) {
    if (names.length > 0 && !names.includes(name)) continue;
    await context.addCookies([{ name: "theme", value: theme, url }]);
    await page.goto(path, { waitUntil: "networkidle" });
    // maps come after the page
    await expectNone(page, "Drawing the map…");
    await prepare?.(page);
    await page.screenshot({ path: join(out, `${name}.png`) });
  }
  await browser.close();
}

main(process.argv.slice(2)).catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
