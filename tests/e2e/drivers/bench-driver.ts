import { expect, type Locator, type Page } from "@playwright/test";

/** The bench at the foot of the setup screens. */
export class BenchDriver {
  constructor(readonly page: Page) {}

  get dock(): Locator {
    return this.page.getByRole("region", { name: "Bench", exact: true });
  }

  /** Opens it where it is folded. */
  async unfold(): Promise<void> {
    await expect(this.page.locator("[data-bench=running]")).toBeVisible();
    const open = this.dock.getByRole("button", { name: /^Open/ });
    if (await open.isVisible()) await open.click();
    await expect(this.trials).toBeVisible();
  }

  get trials(): Locator {
    return this.page.getByRole("listbox", { name: "Trials, before and after" });
  }

  trial(name: string | RegExp): Locator {
    return this.trials.getByRole("option", { name });
  }

  /** Pins what is typed in a line; it becomes the open trial. */
  async pin(line: string): Promise<void> {
    const before = await this.trials.getByRole("option").count();
    const field = this.page.getByRole("combobox", { name: "New trial" });
    await field.fill(line);
    await field.press("Escape");
    await this.dock.getByRole("button", { name: "Add the trial" }).click();
    await expect(this.trials.getByRole("option")).toHaveCount(before + 1);
    await expect(field).toHaveValue("");
    await expect(this.trials.getByRole("option").last()).toHaveAttribute("aria-selected", "true");
  }

  /** An offer of the open trial: its row with before, after, difference, cost and margin. */
  offer(name: string): Locator {
    return this.page
      .getByRole("region", { name: "Offers of the trial" })
      .getByRole("row")
      .filter({ has: this.page.getByRole("button", { name, exact: true }) });
  }

  /** What an offer of the open trial charges now. */
  charge(name: string): Locator {
    return this.offer(name).getByRole("cell").nth(2);
  }
}
