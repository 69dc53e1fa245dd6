import { expect, type Locator, type Page } from "@playwright/test";

/** The page of an offer, and what its editors are called. */
export class OfferDriver {
  constructor(readonly page: Page) {}

  async open(code: string): Promise<void> {
    await this.page.goto(`/offers/${code}`);
    await expect(this.page.locator("[data-bench=running]")).toBeVisible();
  }

  /** Adds an offer with one service, given in one channel alone. */
  async add(code: string, channel: string, service: string): Promise<void> {
    await this.page.getByRole("button", { name: "Add an offer" }).click();
    await this.page.getByRole("textbox", { name: "Name", exact: true }).first().fill(code);
    await this.page.getByRole("textbox", { name: /^Code/ }).fill(code);
    await this.page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(this.page.getByRole("heading", { level: 1, name: code })).toBeVisible();
    await this.page.getByText("Change", { exact: true }).first().click();
    const channels = this.page.getByRole("group", { name: "Channels" });
    // it begins in the channel of the offer it was added beside
    const isIn = (name: string) =>
      channels.getByRole("button", { name, exact: true }).getAttribute("aria-pressed");
    if ((await isIn(channel)) !== "true") {
      await channels.getByRole("button", { name: channel, exact: true }).click();
      await expect(this.summary).toContainText(channel);
    }
    if ((await isIn("Web shop")) === "true") {
      await channels.getByRole("button", { name: "Web shop", exact: true }).click();
      await expect(this.summary).not.toContainText("Web shop");
    }
    await this.page.getByRole("combobox", { name: "Add a service" }).selectOption({ label: service });
    await expect(this.page.getByRole("button", { name: `Remove ${service}` })).toBeVisible();
  }

  get summary(): Locator {
    return this.page.locator("summary").first();
  }

  async kind(kind: string): Promise<void> {
    await this.page.getByRole("combobox", { name: "The charge is" }).selectOption(kind);
    await expect(this.page.getByRole("combobox", { name: "The charge is" })).toHaveValue(kind);
  }

  /** Puts a text into a field and waits until it is stored. */
  async put(field: Locator, text: string): Promise<void> {
    await field.fill(text);
    await field.press("Enter");
    await expect(field).not.toHaveClass(/border-dashed/);
    await expect(field).not.toHaveAttribute("aria-invalid", "true");
  }

  /** Types the amount that something new still needs: then it is stored, and no longer new. */
  async complete(field: Locator, text: string): Promise<void> {
    await field.fill(text);
    await field.press("Enter");
    await expect(field).toBeHidden();
  }

  textbox(name: string): Locator {
    return this.page.getByRole("textbox", { name, exact: true });
  }

  choose(name: string): Locator {
    return this.page.getByRole("combobox", { name, exact: true });
  }
}
