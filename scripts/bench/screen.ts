import { chromium, type Browser, type Page } from "@playwright/test";
import { demoPeople } from "../load-demo";
import { runningServer } from "../machine/server";

const PATIENCE_MS = 120_000;

/** A browser at the running demo, signed in as one of its people: the coordinator, or whoever has another role. */
export async function openBrowser(role = "coordinator"): Promise<{ browser: Browser; page: Page }> {
  const url = process.env.BASE_URL ?? (await runningServer("demo"))?.url;
  const person = demoPeople.find((one) => one.role === role);
  if (url === undefined || !person) throw new Error("start the demo first: ./wallodrom demo");
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-first-run"] });
  const context = await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  page.setDefaultTimeout(PATIENCE_MS);
  await page.request.post("/api/auth/sign-in/email", {
    data: { email: person.email, password: person.password },
    headers: { origin: url },
  });
  return { browser, page };
}

export function report(what: string, ms: number): void {
  console.log(`${what.padEnd(40)} ${Math.round(ms)} ms`);
}

export async function timed(work: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await work();
  return performance.now() - begun;
}
