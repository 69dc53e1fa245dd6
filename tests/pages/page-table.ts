import type { Browser, Page } from "@playwright/test";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { axeFaults } from "../e2e/axe-faults";
import { screens } from "../e2e/screens";
import { openBrowser } from "../../scripts/bench/screen";
import { root } from "../../scripts/machine/paths";

/** Loads a page is timed by. */
const LOADS = Number(process.env.LOADS ?? 5);
const KB = 1024;

interface Measured {
  readonly path: string;
  /** Median of the first contentful paint, warm. */
  readonly paintMs: number;
  /** Compressed script the document names, with an empty cache. */
  readonly scriptKb: number;
  /** What is loaded when it is seen: worker, outlines of maps, what of it is shown later. */
  readonly laterKb: number;
  /** The document, compressed. */
  readonly pageKb: number;
  /** The rules that something on it breaks. */
  readonly axe: readonly string[];
}

/** The first paint of a page, warm: the median of some loads. */
async function paintOf(page: Page, path: string): Promise<number> {
  const times: number[] = [];
  for (let n = 0; n <= LOADS; n++) {
    await page.goto(path);
    await page.getByRole("heading", { level: 1 }).first().waitFor();
    const paint = await page.evaluate(
      () => performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? 0,
    );
    // the first one warms the server
    if (n > 0) times.push(paint);
  }
  times.sort((a, b) => a - b);
  return Math.round(times[Math.floor(LOADS / 2)] ?? 0);
}

/** What a page weighs for somebody who has nothing of it. */
async function weightOf(browser: Browser, from: Page, path: string) {
  const context = await browser.newContext({
    baseURL: new URL(from.url()).origin,
    storageState: await from.context().storageState(),
  });
  const page = await context.newPage();
  const scripts: Promise<{ url: string; bytes: number }>[] = [];
  page.on("requestfinished", (request) => {
    const url = new URL(request.url());
    if (url.pathname.endsWith(".js"))
      scripts.push(request.sizes().then((sizes) => ({ url: url.pathname, bytes: sizes.responseBodySize })));
  });
  const answer = await page.goto(path, { waitUntil: "networkidle" });
  const text = (await answer?.text()) ?? "";
  const document = (await answer?.request().sizes())?.responseBodySize ?? 0;
  const sizes = { script: 0, later: 0, document };
  for (const { url, bytes } of await Promise.all(scripts))
    sizes[text.includes(`src="${url}`) ? "script" : "later"] += bytes;
  await context.close();
  return sizes;
}

/** The rules that something on a page breaks. */
async function brokenRules(page: Page): Promise<string[]> {
  const faults = await axeFaults(page);
  if (process.env.SHOW)
    for (const { theme, rule, html } of faults) console.log(page.url(), theme, rule, html.slice(0, 200));
  return [...new Set(faults.map(({ rule }) => rule))].sort();
}

/** Pages the browser tests do not open for their own sake: of single roles, or with a record that has no code. */
async function furtherPages(page: Page): Promise<string[]> {
  const first = async (list: string, record: string) => {
    await page.goto(list);
    const link = page.locator(`a[href^="${record}"]`).first();
    return (await link.count()) > 0 ? [(await link.getAttribute("href")) ?? list] : [];
  };
  const order = await first("/orders/~list?queue=handed-over", "/orders/1");
  return [
    ...order,
    ...order.map((path) => `${path}/confirmation`),
    ...["/orders/~import", "/orders/~leaving", "/orders/~new", "/orders/~many"],
    ...[
      "/origins",
      "/origins/import",
      "/carriers",
      "/carriers/sheet",
      "/carriers/PNP/sheet",
      "/zones",
      "/offers",
    ],
    ...["/gate", "/gate/revisions", "/gate/revisions/1", ...(await first("/gate", "/gate/replay/"))],
    ...["/recovery/bills", ...(await first("/recovery/bills", "/recovery/bills/")), "/recovery/~bill"],
    ...["/recovery/objections", "/recovery/month-end"],
    ...["/suspensions", "/people", "/api-keys", "/webhooks", "/api/docs"],
  ];
}

/** `npm run pages`: what each page of the running demo takes to be seen, weighs, and what axe has against it, into `docs/pages.md`. */
async function main(): Promise<void> {
  const { browser, page } = await openBrowser("admin");
  await page.emulateMedia({ reducedMotion: "reduce" });
  const measured: Measured[] = [];
  await page.goto("/orders");
  const paths = [...screens.filter((one) => one !== "/sign-in"), ...(await furtherPages(page))];
  for (const path of paths) {
    const paintMs = await paintOf(page, path);
    const axe = await brokenRules(page);
    const { script, later, document } = await weightOf(browser, page, path);
    measured.push({
      path,
      paintMs,
      axe,
      scriptKb: script / KB,
      laterKb: later / KB,
      pageKb: document / KB,
    });
    console.log(`${path} ${paintMs} ms, ${Math.round(script / KB)} kB, ${axe.join("; ")}`);
  }
  await browser.close();
  writeFileSync(join(root, "docs/pages.md"), table(measured));
}

function table(rows: readonly Measured[]): string {
  const lines = rows.map(
    ({ path, paintMs, scriptKb, laterKb, pageKb, axe }) =>
      `| \`${path}\` | ${paintMs} | ${scriptKb.toFixed(0)} | ${laterKb.toFixed(0)} | ${pageKb.toFixed(0)} | ${axe.join(", ") || "nothing"} |`,
  );
  return `# Pages

Made by \`npm run pages\` against the running demo, as its administrator (production build, headless Chromium, server and browser on the same two cores): the first contentful paint, warm, median of ${LOADS} loads; compressed script the document of a first visit names, what is loaded once it is seen (the bench's worker, the outlines of maps), and the document; the rules that axe finds broken in either theme: those of WCAG 2.2 A and AA, targets of 24 px among them, and of good practice. The aims are 300 ms and 150 kB of script; about 130 kB of each page are React and the router.

| page | first paint, ms | script, kB | later, kB | page, kB | axe |
| --- | ---: | ---: | ---: | ---: | --- |
${lines.join("\n")}
`;
}

main()
  .then(() => process.exit(0))
  .catch((error: unknown) => {
    console.error(error);
    process.exit(1);
  });
