import { chromium, type Page } from "@playwright/test";
import { demoPeople } from "../../scripts/load-demo";

const PATIENCE_MS = 20_000;

/** What somebody at the desk has done, by what it was; and what went otherwise than it should. */
export interface Day {
  readonly done: Record<string, number>;
  readonly trouble: string[];
}

/** What one person does at the desk over and over: charges, changes pieces, confirms, charges many. */
async function round(page: Page, turn: number, count: (what: string) => void): Promise<void> {
  if (turn % 12 === 0) {
    await page.goto("/orders?queue=to-rate");
    await page.getByRole("link", { name: /^Rate and apply/ }).click();
    const all = page.getByRole("button", { name: /^Charge \d+ orders?$/ });
    await all.click();
    await page.getByRole("heading", { level: 1, name: /charged/ }).waitFor();
    count("charged many at once");
    return;
  }
  await page.goto("/orders?queue=to-rate");
  const first = page.getByRole("navigation", { name: "Orders" }).getByRole("link").first();
  if (!(await first.isVisible())) return;
  await first.click();
  await page.getByRole("region", { name: "Lines" }).waitFor();
  const apply = page
    .getByRole("region", { name: "Offers for this order" })
    .getByRole("button", { name: /Apply/ });
  if ((await apply.count()) === 0) return;
  await apply.first().click();
  await page.locator("header p").filter({ hasText: "Ready" }).waitFor();
  count("charged");
  if (turn % 3 === 0) {
    const pieces = page.getByRole("region", { name: "Lines" }).getByRole("textbox").first();
    await pieces.fill(String(1 + (turn % 4)));
    await pieces.press("Enter");
    count("pieces changed");
    return;
  }
  if (turn % 2 === 0) {
    await page.getByRole("button", { name: "Confirm order" }).click();
    await page.locator("header p").filter({ hasText: "Confirmed" }).waitFor();
    count("confirmed");
  }
}

/** Somebody at a browser of their own until it is over. */
export async function browse(url: string, who: number, isOver: () => boolean): Promise<Day> {
  const day: Day = { done: {}, trouble: [] };
  const person = demoPeople[who];
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-first-run"] });
  try {
    const page = await (await browser.newContext({ baseURL: url })).newPage();
    page.setDefaultTimeout(PATIENCE_MS);
    await page.request.post("/api/auth/sign-in/email", {
      data: { email: person?.email, password: person?.password },
      headers: { origin: url },
    });
    const count = (what: string) => (day.done[what] = (day.done[what] ?? 0) + 1);
    for (let turn = 1; !isOver(); turn++) {
      await round(page, turn, count).catch((error: unknown) =>
        day.trouble.push(String(error).split("\n")[0] ?? ""),
      );
      await page.waitForTimeout(500);
    }
  } finally {
    await browser.close();
  }
  return day;
}
