import type { Page } from "@playwright/test";
import { openBrowser, report, timed } from "./bench/screen";

const ITEMS = 50_000;
const FRAMES = 120;

const line = (i: number) =>
  `BENCH-${String(i).padStart(5, "0")};Bench item ${i} ${["oak", "ash", "elm", "fir"][i % 4] ?? ""};${(0.1 + (i % 300) / 10).toFixed(1)} kg;${20 + (i % 80)} x 20 x 10 cm;${(1 + (i % 900) / 10).toFixed(2)}`;

/**
 * `npm run bench:items`: a catalogue of 50,000 more items in the running demo: the file is imported, the page opened, scrolled
 * as far as it shows rows, and searched by the server, and the import undone.
 */
async function main(): Promise<void> {
  const { browser, page } = await openBrowser();
  const csv = ["number;name;weight;size;price", ...Array.from({ length: ITEMS }, (_, i) => line(i))].join(
    "\n",
  );
  await page.goto("/items");
  await page.getByRole("button", { name: "Import items" }).click();
  report(
    `reading a file of ${ITEMS} items, until each row's verdict is shown`,
    await timed(async () => {
      await page
        .locator("input[type=file]")
        .setInputFiles({ name: "items.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
      await page.getByRole("button", { name: `Import ${ITEMS}` }).waitFor();
    }),
  );
  try {
    report(
      "storing them, until the grid shows them",
      await timed(async () => {
        await page.getByRole("button", { name: `Import ${ITEMS}` }).click();
        await page.getByText(/^50\d{3} items ·/).waitFor();
      }),
    );
    report(
      "the page, opened anew until its rows are there",
      await timed(async () => {
        const another = await page.context().newPage();
        await another.goto("/items");
        await another.getByRole("gridcell").first().waitFor();
        await another.close();
      }),
    );
    for (const step of [300, 9000]) await scroll(page, step);
    await search(page);
  } finally {
    report(
      "undoing it",
      await timed(async () => {
        await page.getByRole("button", { name: "Undo", exact: true }).click();
        await page.getByText(/^\d{1,4} items ·/).waitFor();
      }),
    );
    await browser.close();
  }
}

/** `step` pixels a frame: a turned wheel, or the bar dragged through the whole list. */
async function scroll(page: Page, step: number): Promise<void> {
  const frames = await page.evaluate(
    async ([most, by]) => {
      const grid = document.querySelector("[role=grid]");
      const times: number[] = [];
      let last = performance.now();
      for (let i = 0; grid && i < most; i++) {
        grid.scrollTop = i * by;
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const now = performance.now();
        times.push(now - last);
        last = now;
      }
      if (grid) grid.scrollTop = 0;
      return times.sort((a, b) => a - b);
    },
    [FRAMES, step] as const,
  );
  report(`scrolling by ${step} pixels, median frame`, frames[FRAMES / 2] ?? 0);
  report(`scrolling by ${step} pixels, longest frame`, frames.at(-1) ?? 0);
}

/** From the last key to the painted rows, with the pause in which a further key is waited for. */
async function search(page: Page): Promise<void> {
  const field = page.getByRole("searchbox", { name: "Search items" });
  const times = await field.evaluate(async (input: HTMLInputElement) => {
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
    const taken: number[] = [];
    for (const text of ["o", "oa", "oak", "bench item 4", "bench item 49", "49", "499", "smoker", ""]) {
      const begun = performance.now();
      set?.call(input, text);
      input.dispatchEvent(new Event("input", { bubbles: true }));
      while (document.querySelector("[data-found]")?.getAttribute("data-found") !== text)
        await new Promise((resolve) => requestAnimationFrame(resolve));
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
      taken.push(performance.now() - begun);
    }
    return taken.sort((a, b) => a - b);
  });
  report("search, median answer", times[Math.floor(times.length / 2)] ?? 0);
  report("search, longest answer", times.at(-1) ?? 0);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
