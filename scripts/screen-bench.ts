import type { Page } from "@playwright/test";
import { openBrowser, report, timed } from "./bench/screen";

const ENTRIES = 50_000;
const PASTED = 5_000;
const FRAMES = 120;

const row = (i: number, country: string) => `${1 + (i % 5)}\t${country}\t\t${10_000 + i}`;
const rows = (count: number, country: string) =>
  Array.from({ length: count }, (_, i) => row(i, country)).join("\n");

/** `npm run bench:screens`: how a zone chart of 50,000 entries behaves in the running demo; the chart is made, measured and deleted. */
async function main(): Promise<void> {
  const { browser, page } = await openBrowser();
  const path = await makeChart(page);
  try {
    report(`paste of ${ENTRIES} rows`, await timed(() => paste(page, ENTRIES, "SE")));
    report("opening the chart", await timed(() => open(page, path)));
    await scroll(page);
    await askTester(page);
    report("one edited cell, until it is stored", await timed(() => editFirst(page)));
    report(`paste of ${PASTED} rows`, await timed(() => paste(page, PASTED, "FI")));
  } finally {
    await open(page, path);
    await page.getByRole("button", { name: "Delete", exact: true }).click();
    await page.waitForURL((now) => !now.pathname.endsWith(path));
    await browser.close();
  }
}

async function makeChart(page: Page): Promise<string> {
  await page.goto("/zones/PNP");
  const code = `BENCH-${Date.now() % 100_000}`;
  await page.getByRole("button", { name: "Add a zone chart" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("Bench");
  await page.getByRole("textbox", { name: /^Code/ }).fill(code);
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await page.waitForURL(`**/zones/${code}`);
  for (let zone = 2; zone <= 5; zone++) {
    await page.getByRole("button", { name: "Add a zone", exact: true }).click();
    await page.getByRole("textbox", { name: `Name of zone ${zone}` }).waitFor();
  }
  return `/zones/${code}`;
}

async function open(page: Page, path: string): Promise<void> {
  await page.goto(path, { waitUntil: "load" });
  await page.getByRole("gridcell").first().waitFor();
}

const count = (page: Page) =>
  page.getByRole("grid", { name: "Entries" }).evaluate((grid) => Number(grid.getAttribute("aria-rowcount")));

async function paste(page: Page, many: number, country: string): Promise<void> {
  const grid = page.getByRole("grid", { name: "Entries" });
  await grid.getByRole("gridcell").first().click();
  await page.keyboard.press("Control+End");
  await page.keyboard.press("Home");
  const before = await count(page);
  await grid.evaluate(
    (element, text) => {
      const data = new DataTransfer();
      data.setData("text/plain", text);
      element.dispatchEvent(
        new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
      );
    },
    rows(many, country),
  );
  await page.waitForFunction(
    (wanted) =>
      Number(document.querySelector("[role=grid]")?.getAttribute("aria-rowcount")) >= wanted &&
      document.querySelector("[role=gridcell].italic") === null,
    before + many,
  );
}

async function scroll(page: Page): Promise<void> {
  const frames = await page.evaluate(async (most) => {
    const grid = document.querySelector("[role=grid]");
    const times: number[] = [];
    let last = performance.now();
    for (let i = 0; grid && i < most; i++) {
      grid.scrollTop = i * 9000;
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const now = performance.now();
      times.push(now - last);
      last = now;
    }
    if (grid) grid.scrollTop = 0;
    return times.sort((a, b) => a - b);
  }, FRAMES);
  report("scrolling, median frame", frames[FRAMES / 2] ?? 0);
  report("scrolling, longest frame", frames.at(-1) ?? 0);
}

/** From the last key to the painted answer. */
async function askTester(page: Page): Promise<void> {
  await page.getByRole("textbox", { name: "Country", exact: true }).fill("SE");
  const field = page.getByRole("textbox", { name: "Postcode", exact: true });
  await page.waitForTimeout(1500);
  await field.focus();
  const times = await field.evaluate(async (input: HTMLInputElement) => {
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
    const taken: number[] = [];
    for (const text of ["1", "12", "123", "1234", "12345", "12346", "12347"]) {
      const begun = performance.now();
      set?.call(input, text);
      input.dispatchEvent(new Event("input", { bubbles: true }));
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
      taken.push(performance.now() - begun);
    }
    return taken;
  });
  report("the tester's first answer", times[0] ?? 0);
  report("the tester's longest answer", Math.max(...times));
}

async function editFirst(page: Page): Promise<void> {
  const cell = page.getByRole("grid", { name: "Entries" }).getByRole("gridcell").first();
  await cell.click();
  const old = await cell.innerText();
  const next = old === "2" ? "3" : "2";
  await page.keyboard.type(next);
  await page.keyboard.press("Enter");
  await page.waitForFunction((wanted) => {
    const first = document.querySelector("[role=gridcell]");
    return first?.textContent === wanted && document.querySelector("[role=gridcell].italic") === null;
  }, next);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
