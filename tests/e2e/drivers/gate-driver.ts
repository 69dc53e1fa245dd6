import { expect, type Browser, type Locator, type Page } from "@playwright/test";
import { stateOf } from "../people";

/** The gate's page. */
export class GateDriver {
  constructor(readonly page: Page) {}

  async open(): Promise<void> {
    await this.page.goto("/gate");
    await expect(this.publishing).toBeVisible();
  }

  get publishing(): Locator {
    return this.page.getByRole("complementary", { name: "Publishing" });
  }

  /** The number of the revision that is live. */
  async live(): Promise<number> {
    const text = await this.publishing.getByRole("heading", { name: /^Live: revision/ }).innerText();
    return Number(/revision (\d+)/.exec(text)?.[1]);
  }

  /** Makes the draft what a revision is, so that nothing others left in it is in the way. */
  async bringBack(revision: number): Promise<void> {
    await this.page.goto(`/gate/revisions/${revision}`);
    await this.page.getByRole("button", { name: "Bring back into the draft" }).click();
    await expect(this.page).toHaveURL(/\/gate$/);
    await expect(this.publishing).toBeVisible();
  }

  /** Says that what the checks warn of was seen, where it asks for that. */
  async see(): Promise<void> {
    const box = this.publishing.getByRole("checkbox", { name: /^I have seen/ });
    if (await box.isVisible()) await box.check();
  }

  /** Publishes all that waits now; gives the number of the revision. */
  async publish(note: string): Promise<number> {
    await this.publishing.getByRole("textbox", { name: /^Note/ }).fill(note);
    await this.see();
    await this.publishing.getByRole("button", { name: "Publish now" }).click();
    const said = this.publishing.getByRole("status");
    await expect(said).toContainText(/Revision \d+ is live/);
    const number = Number(/Revision (\d+)/.exec(await said.innerText())?.[1]);
    await expect.poll(() => this.live()).toBe(number);
    return number;
  }

  async backOut(): Promise<void> {
    await this.publishing.getByRole("button", { name: "Back out…" }).click();
    await this.publishing.getByRole("button", { name: /^Back out of revision/ }).click();
    await expect(this.publishing.getByRole("button", { name: /^Back out of revision/ })).toBeHidden();
  }
}

/** Sets how changes are published, as an administrator does. */
export async function setPublishing(
  browser: Browser,
  rule: RegExp,
  on: boolean,
  storageState = stateOf("admin"),
): Promise<void> {
  const context = await browser.newContext({ storageState });
  const page = await context.newPage();
  await page.goto("/business");
  const box = page.getByRole("checkbox", { name: rule });
  await box.setChecked(on);
  await expect(box).toBeEnabled();
  await page.reload();
  await expect(box).toBeChecked({ checked: on });
  await context.close();
}

/** Has every edit be live as it is made for as long as some work takes. */
export async function editsLive(browser: Browser, work: () => Promise<void>): Promise<void> {
  await setPublishing(browser, /^Publish small edits at once/, true);
  try {
    await work();
  } finally {
    await setPublishing(browser, /^Publish small edits at once/, false);
  }
}
