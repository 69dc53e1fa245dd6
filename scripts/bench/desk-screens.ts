import type { Page } from "@playwright/test";
import { freePort } from "../machine/free-port";
import { ensureBuild } from "../machine/build";
import { startServer } from "../machine/server";
import { openBrowser } from "./screen";

const TIMES = 10;

const median = (times: readonly number[]) => [...times].sort((a, b) => a - b)[times.length >> 1] ?? 0;

/** Has something done so many times, each time until what it leads to is painted; tells the median and the longest. */
async function painted(what: string, times: number, work: (n: number) => Promise<number>): Promise<void> {
  const taken: number[] = [];
  for (let n = 0; n < times; n++) taken.push(await work(n));
  console.log(
    `${what}: median ${Math.round(median(taken))} ms, longest ${Math.round(Math.max(...taken))} ms`,
  );
}

/** From a click, or a key, to the frame after what is waited for is there, by the page's own clock. */
async function until(page: Page, act: string, done: string): Promise<number> {
  return page.evaluate(
    async ([begin, ended]) => {
      const from = performance.now();
      new Function(begin as string)();
      const isDone = new Function(`return ${ended ?? "true"}`) as () => boolean;
      while (!isDone()) await new Promise((frame) => requestAnimationFrame(frame));
      await new Promise((frame) => requestAnimationFrame(() => setTimeout(frame)));
      return performance.now() - from;
    },
    [act, done],
  );
}

const queue = (name: string) =>
  `document.querySelector('nav[aria-label=Queues]').querySelectorAll('a').forEach((a) => a.textContent.startsWith('${name}') && a.click())`;
const isQueue = (name: string) =>
  `[...document.querySelectorAll('nav[aria-label=Queues] a[aria-current]')].some((a) => a.textContent.startsWith('${name}'))`;

/** What the desk takes in a browser with the orders a database has: the first view, switching queues, applying by a key. */
export async function deskScreens(databaseUrl: string): Promise<void> {
  const server = await startServer("desk-bench", ensureBuild(), await freePort(4390), databaseUrl, {
    LOG_LEVEL: "warn",
    WALLODROM_PROCESSES: "1",
  });
  process.env.BASE_URL = server.url;
  const { browser, page } = await openBrowser();
  try {
    await painted("the desk's first view, to its first paint", TIMES, async () => {
      await page.goto("/orders?queue=to-rate", { waitUntil: "load" });
      return page.evaluate(
        () => performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? Number.NaN,
      );
    });
    await page.waitForTimeout(2000);
    await painted("another queue, painted", TIMES, (n) => {
      const name = n % 2 === 0 ? "Handed over" : "To rate";
      return until(page, queue(name), isQueue(name));
    });
    const links = await page
      .locator("nav[aria-label=Orders] a")
      .evaluateAll((list) => list.slice(0, 40).map((one) => one.getAttribute("href") ?? ""));
    let at = 0;
    await painted("an offer applied by a key, painted", TIMES, async () => {
      for (;;) {
        await page.goto(links[at++] ?? "/orders", { waitUntil: "load" });
        await page.waitForTimeout(800);
        if ((await page.getByRole("button", { name: /^Apply / }).count()) > 0) break;
      }
      return until(
        page,
        "document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '1', bubbles: true }))",
        "[...document.querySelectorAll('header p')].some((p) => /^Order .*Ready/.test(p.textContent))",
      );
    });
  } finally {
    await browser.close();
    await server.stop();
  }
}
