import type { Page } from "@playwright/test";
import { openBrowser, report, timed } from "./bench/screen";

const ZONES = 300;
const BREAKS = 60;
const OPENINGS = 9;

/** A carrier's list of rates: `rows` rows over as many services as it takes, edges in grams with steps between, decimal commas. */
function list(rows: number, name: string): Buffer {
  const lines = ["service;zone;from g;to g;price"];
  for (let i = 0; i < rows; i++) {
    const brk = i % BREAKS;
    const zone = Math.floor(i / BREAKS) % ZONES;
    const service = Math.floor(i / (BREAKS * ZONES));
    const from = brk === 0 ? 0 : brk * 500 + 1;
    lines.push(
      `${name} ${service};Z${zone};${from};${(brk + 1) * 500};${Math.floor(i / 7) % 100},${10 + (i % 90)}`,
    );
  }
  return Buffer.from(lines.join("\n"));
}

/** `npm run bench:tariffs`: files of rates and a table of 300 × 60 in the running demo; what it stores is taken back. */
async function main(): Promise<void> {
  const { browser, page } = await openBrowser();
  const name = `Bench ${Date.now() % 100_000}`;
  try {
    report("2,000 rows read", await read(page, list(2_000, name), 2_000));
    report("200,000 rows read", await read(page, list(200_000, name), 200_000));
    report("200,000 rows stored", await store(page, name));
    const path = new URL(page.url()).pathname;
    const openings: Opening[] = [];
    for (let i = 0; i < OPENINGS; i++) openings.push(await open(page, path));
    const size = `a table of ${ZONES} × ${BREAKS}`;
    report(`${size}, painted, median`, median(openings.map(({ painted }) => painted)));
    report(`${size}, ready for keys, median`, median(openings.map(({ ready }) => ready)));
    report("one edited cell, until it is stored", await timed(() => edit(page)));
    report("a typed figure, until it is painted", await typing(page));
    await clear(page, path);
  } finally {
    await browser.close();
  }
}

/** Deletes the tariffs that were stored, and the zone chart they brought. */
async function clear(page: Page, first: string): Promise<void> {
  const remove = async (path: string) => {
    await page.goto(path);
    await page.getByRole("button", { name: "Delete", exact: true }).click();
    await page.waitForURL((now) => now.pathname !== path);
  };
  const services = Math.ceil(200_000 / (ZONES * BREAKS));
  for (let i = 0; i < services; i++) await remove(first.replace(/-0$/, `-${i}`));
  await remove("/zones/BENCH");
}

/** From the choice of the file until every row's verdict is shown. */
async function read(page: Page, file: Buffer, rows: number): Promise<number> {
  await page.goto("/tariffs/+file");
  return timed(async () => {
    await page
      .locator("input[type=file]")
      .setInputFiles({ name: "bench.csv", mimeType: "text/csv", buffer: file });
    await page.getByLabel("Zone chart", { exact: true }).selectOption("");
    await page.getByText(`${rows} new`).waitFor();
  });
}

async function store(page: Page, name: string): Promise<number> {
  const code = name.toUpperCase().replaceAll(" ", "-");
  return timed(async () => {
    await page.getByRole("button", { name: /^Store/ }).click();
    await page.waitForURL(`**/tariffs/${code}-0?*`);
    await page.getByRole("gridcell").first().waitFor();
  });
}

interface Opening {
  readonly painted: number;
  readonly ready: number;
}

/** The browser's own times from the click on: the first paint, which has the table, and until it takes keys. */
async function open(page: Page, path: string): Promise<Opening> {
  await page.goto(path, { waitUntil: "load" });
  await page.getByRole("gridcell", { name: "Z0" }).first().waitFor();
  return page.evaluate(() => ({
    painted: performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? 0,
    ready: performance.getEntriesByType("navigation")[0]?.duration ?? 0,
  }));
}

function median(times: readonly number[]): number {
  return [...times].sort((a, b) => a - b)[times.length >> 1] ?? 0;
}

async function edit(page: Page): Promise<void> {
  await page.getByRole("gridcell").nth(2).click();
  await page.keyboard.type("7.77");
  await page.keyboard.press("Enter");
  await page.waitForFunction(
    () =>
      document.querySelectorAll("[role=gridcell]")[2]?.textContent === "7.77" &&
      !document.querySelector("[role=gridcell].italic"),
  );
}

/** The longest time from a key to the next frame, over ten keys. */
async function typing(page: Page): Promise<number> {
  await page.getByRole("gridcell").nth(2).click();
  let longest = 0;
  for (const sign of "12.3456789") {
    longest = Math.max(
      longest,
      await timed(async () => {
        await page.keyboard.type(sign);
        await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve))));
      }),
    );
  }
  await page.keyboard.press("Escape");
  return longest;
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
