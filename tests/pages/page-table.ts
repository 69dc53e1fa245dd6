import AxeBuilder from "@axe-core/playwright";
import type { Browser, Page } from "@playwright/test";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { screens } from "../e2e/screens";
import { openBrowser } from "../../scripts/bench/screen";
import { root } from "../../scripts/machine/paths";

const LOADS = 5;
const KB = 1024;

interface Measured {
  readonly path: string;
  /** Median of the first contentful paint, warm. */
  readonly paintMs: number;
  /** Compressed script the page loads with an empty cache. */
  readonly scriptKb: number;
  /** The document, compressed. */
  readonly pageKb: number;
  readonly axe: number;
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
  const sizes = { script: 0, document: 0 };
  page.on("requestfinished", (request) => {
    const kind = request.resourceType();
    if (kind !== "script" && kind !== "document") return;
    void request.sizes().then(({ responseBodySize }) => (sizes[kind] += responseBodySize));
  });
  await page.goto(path, { waitUntil: "networkidle" });
  await context.close();
  return sizes;
}

/** What axe has against a page in both themes, by the rules of WCAG 2.2 A and AA. */
async function axeOf(page: Page): Promise<number> {
  let found = 0;
  for (const theme of ["light", "dark"]) {
    await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme);
    const { violations } = await new AxeBuilder({ page })
      .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
      .analyze();
    found += violations.length;
  }
  return found;
}

/** `npm run pages`: what each page of the running demo takes to be seen, weighs, and what axe has against it, into `docs/pages.md`. */
async function main(): Promise<void> {
  const { browser, page } = await openBrowser();
  await page.emulateMedia({ reducedMotion: "reduce" });
  const measured: Measured[] = [];
  for (const path of screens.filter((one) => one !== "/sign-in")) {
    const paintMs = await paintOf(page, path);
    const axe = await axeOf(page);
    const { script, document } = await weightOf(browser, page, path);
    measured.push({ path, paintMs, axe, scriptKb: script / KB, pageKb: document / KB });
    console.log(`${path} ${paintMs} ms, ${Math.round(script / KB)} kB`);
  }
  await browser.close();
  writeFileSync(join(root, "docs/pages.md"), table(measured));
}

function table(rows: readonly Measured[]): string {
  const lines = rows.map(
    ({ path, paintMs, scriptKb, pageKb, axe }) =>
      `| \`${path}\` | ${paintMs} | ${scriptKb.toFixed(0)} | ${pageKb.toFixed(0)} | ${axe} |`,
  );
  return `# Pages

Made by \`npm run pages\` against the running demo (production build, headless Chromium, server and browser on the same two cores): the first contentful paint, warm, median of ${LOADS} loads; compressed script and document of a first visit; what axe finds by the rules of WCAG 2.2 A and AA in both themes. The aims are 300 ms and 150 kB of script.

| page | first paint, ms | script, kB | page, kB | axe |
| --- | ---: | ---: | ---: | ---: |
${lines.join("\n")}
`;
}

main()
  .then(() => process.exit(0))
  .catch((error: unknown) => {
    console.error(error);
    process.exit(1);
  });
