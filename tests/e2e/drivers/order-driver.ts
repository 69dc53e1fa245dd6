import { expect, type Locator, type Page } from "@playwright/test";

/** The order desk. */
export class OrderDriver {
  constructor(readonly page: Page) {}

  async open(number: string): Promise<void> {
    await this.page.goto(`/orders/${number}`);
    await expect(this.page.getByText(`Order ${number}`)).toBeVisible();
  }

  /** The number of the first order of a queue. */
  async firstOf(queue: string): Promise<string> {
    await this.page.goto(`/orders?queue=${queue}`);
    const text = await this.page
      .getByRole("navigation", { name: "Orders" })
      .getByRole("link")
      .first()
      .innerText();
    return text.split(/\s/)[0] ?? "";
  }

  get offers(): Locator {
    return this.page.getByRole("region", { name: "Offers for this order" });
  }

  offer(name: string): Locator {
    return this.offers.getByRole("row").filter({ has: this.page.getByRole("button", { name, exact: true }) });
  }

  /** What we pay, the charge without tax and with it, and the margin, as shown. */
  async figures(name: string): Promise<{ cost: string; net: string; gross: string }> {
    const cells = await this.offer(name).getByRole("cell").allInnerTexts();
    return { cost: cells[4] ?? "", net: cells[5] ?? "", gross: cells[6] ?? "" };
  }

  get pieces(): Locator {
    return this.page.getByRole("region", { name: "Lines" }).getByRole("textbox").first();
  }

  get totals(): Locator {
    return this.page.getByRole("region", { name: "Totals" });
  }

  async setPieces(text: string): Promise<void> {
    await this.pieces.fill(text);
    await this.pieces.press("Enter");
  }

  async state(text: string): Promise<void> {
    await expect(this.page.locator("header p").filter({ hasText: "Order " })).toContainText(text);
  }
}
