import { test as base, type Page } from "@playwright/test";

export * from "@playwright/test";

/** As long as a busy machine may need to bring a page to life. */
const PATIENCE_MS = 30_000;

/** Whether everything somebody could press or fill is alive: the framework has taken over what the server wrote. */
function isAlive(): boolean {
  return [...document.querySelectorAll("button, input, select, textarea, [role=grid]")].every((element) =>
    Object.keys(element).some((key) => key.startsWith("__reactProps")),
  );
}

/** Waits until a page that was just opened does what is asked of it: a press before that is nobody's. */
export async function alive(page: Page): Promise<void> {
  await page.waitForFunction(isAlive, undefined, { timeout: PATIENCE_MS });
}

/** The browser tests' own: a page that is opened is used once it is alive. */
export const test = base.extend({
  page: async ({ page }, use) => {
    const [open, again] = [page.goto.bind(page), page.reload.bind(page)];
    page.goto = async (...where) => {
      const answer = await open(...where);
      await alive(page);
      return answer;
    };
    page.reload = async (...how) => {
      const answer = await again(...how);
      await alive(page);
      return answer;
    };
    await use(page);
  },
});
