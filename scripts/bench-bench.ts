import type { Page } from "@playwright/test";
import { openBrowser, report, timed } from "./bench/screen";

const KEYS = 40;

/**
 * `npm run bench:trials`: from a keystroke in a field of the running demo until the bench has painted what it comes to, with
 * 20 trials and with 200; and how long the page's own frames took meanwhile. The trials are made for it and taken off again.
 */
async function main(): Promise<void> {
  const { browser, page } = await openBrowser();
  const before = await countTrials(page);
  try {
    for (const wanted of [20, 200]) {
      await fillTo(page, wanted);
      await measure(page, wanted);
    }
  } finally {
    await takeOffFrom(page, before);
    await browser.close();
  }
}

const options = (page: Page) =>
  page.getByRole("listbox", { name: "Trials, before and after" }).getByRole("option");

async function openBench(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await page.locator("[data-bench=running]").waitFor();
  const open = page
    .getByRole("region", { name: "Bench", exact: true })
    .getByRole("button", { name: /^Open/ });
  if (await open.isVisible()) await open.click();
  await options(page).first().waitFor();
}

async function countTrials(page: Page): Promise<number> {
  await openBench(page, "/tariffs/PNP-PARCEL-BUY?edition=2026");
  return options(page).count();
}

/** One trial for each break of a table, as often as it takes; those beyond are taken off. */
async function fillTo(page: Page, wanted: number): Promise<void> {
  await openBench(page, "/tariffs/PNP-PARCEL-BUY?edition=2026");
  for (let count = await options(page).count(); count < wanted; count = await options(page).count()) {
    await page.getByRole("button", { name: /One trial for each break/ }).click();
    await page.waitForFunction((least) => document.querySelectorAll("[role=option]").length > least, count);
  }
  await takeOffFrom(page, wanted);
}

async function takeOffFrom(page: Page, kept: number): Promise<void> {
  const list = page.getByRole("listbox", { name: "Trials, before and after" });
  while ((await options(page).count()) > kept) {
    const count = await options(page).count();
    await options(page).last().click();
    await list.press("Delete");
    await page.waitForFunction((most) => document.querySelectorAll("[role=option]").length < most, count);
  }
}

/** Types figures into the amount of an offer that most trials are given, each once the one before was painted, and looks when the first changed ticket is drawn. */
async function measure(page: Page, trials: number): Promise<void> {
  await openBench(page, "/offers/point");
  await page.waitForTimeout(1000);
  const field = page.getByRole("textbox", { name: "Amount" });
  await field.focus();
  const { answers, frames } = await field.evaluate(async (input: HTMLInputElement, keys) => {
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
    const list = document.querySelector("[role=listbox]");
    const answers: number[] = [];
    const frames: number[] = [];
    for (let i = 0; list && i < keys; i++) {
      const text = `${10 + i}.50`;
      const begun = performance.now();
      set?.call(input, text);
      input.dispatchEvent(new Event("input", { bubbles: true }));
      let last = performance.now();
      while (!list.textContent.includes(text) && performance.now() - begun < 5000) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        frames.push(performance.now() - last);
        last = performance.now();
      }
      // the frame in which it stands is painted
      await new Promise((resolve) => requestAnimationFrame(resolve));
      answers.push(performance.now() - begun);
    }
    return { answers: answers.sort((a, b) => a - b), frames: frames.sort((a, b) => a - b) };
  }, KEYS);
  report(`${trials} trials, keystroke to paint, median`, answers[KEYS / 2] ?? 0);
  report(`${trials} trials, keystroke to paint, longest`, answers.at(-1) ?? 0);
  report(`${trials} trials, the page's longest frame`, frames.at(-1) ?? 0);
  await field.press("Escape");
}

report("the whole run", await timed(main));
