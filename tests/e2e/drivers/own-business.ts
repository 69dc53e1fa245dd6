import { expect, type Locator, type Page } from "@playwright/test";
import { people } from "../people";
import { GridDriver } from "./grid-driver";
import { TariffDriver } from "./tariff-driver";

/** How texts get in: as fast as they can, or key by key as a person does, 60 to 120 ms a key. */
export type Pace = "at once" | "by hand";

/** A business that is set up from nothing by screens alone: one carrier, two countries, a rate, an offer. */
export class OwnBusiness {
  constructor(
    readonly page: Page,
    readonly pace: Pace,
  ) {}

  get line(): Locator {
    return this.page.getByRole("navigation", { name: "Stations" });
  }

  async signIn(): Promise<void> {
    await this.page.goto("/sign-in");
    await this.page.getByLabel("E-mail").fill(people.admin.email);
    await this.page.getByLabel("Password").fill(people.admin.password);
    await this.page.getByRole("button", { name: "Sign in" }).click();
  }

  async type(field: Locator, text: string): Promise<void> {
    if (this.pace === "at once") return field.fill(text);
    await field.click();
    await field.press("Control+a");
    await field.press("Delete");
    await this.keys(text);
  }

  /** Typed into whatever has the focus. */
  async keys(text: string): Promise<void> {
    if (this.pace === "at once") return this.page.keyboard.type(text);
    for (const [i, sign] of [...text].entries()) {
      await this.page.keyboard.press(sign === " " ? "Space" : sign, { delay: 20 });
      await this.page.waitForTimeout(40 + ((i * 37) % 60));
    }
  }

  /** A row of a grid, cell by cell with Tab, ended with Enter. */
  async #row(...cells: readonly string[]): Promise<void> {
    for (const [i, cell] of cells.entries()) {
      await this.keys(cell);
      await this.page.keyboard.press(i === cells.length - 1 ? "Enter" : "Tab", { delay: 20 });
      if (this.pace === "by hand") await this.page.waitForTimeout(80);
    }
  }

  /** Adds a member where the page offers it: its code is suggested by its name. */
  async #add(what: string, name: string): Promise<void> {
    await this.page.getByRole("button", { name: `Add ${what}` }).click();
    await this.type(this.page.getByRole("textbox", { name: "Name", exact: true }).first(), name);
    await this.page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(this.page.getByRole("heading", { level: 1, name })).toBeVisible();
  }

  /** Led by the line from one station to the next, until it says that nothing is missing. */
  async setUp(name: string): Promise<void> {
    const { page, line } = this;
    await this.type(page.getByLabel("Name of the business"), name);
    await this.type(page.getByLabel("Country", { exact: true }), "Estonia");
    // the country says what it counts in, and by which clock
    await expect(page.getByLabel("Home currency")).toHaveValue("Euro EUR");
    await expect(page.getByLabel("Time zone")).toHaveValue(/Tallinn/);
    await this.type(page.getByLabel("Tax on delivery"), "22");
    await page.getByRole("button", { name: "Create the business" }).click();

    await expect(line).toContainText("no carrier yet");
    await line.getByRole("link", { name: "Carriers" }).click();
    await this.#add("a carrier", "Slow Cart");
    await expect(line).toContainText("no service yet");
    await this.#add("a service", "Cart by day");

    await expect(line).toContainText("no zone entry yet");
    await line.getByRole("link", { name: "Zones" }).click();
    await this.#add("a zone chart", "Cart zones");
    const entries = new GridDriver(page, "Entries");
    await entries.cell(0, 0).click();
    await this.#row("1", "EE");
    await this.#row("1", "Latvia");
    await expect(entries.cell(1, 1)).toHaveText("LV");
    await expect.poll(() => entries.rows()).toBe(3);

    await expect(line).toContainText("no rate yet");
    await line.getByRole("link", { name: "Tariffs" }).click();
    await this.#add("a tariff", "Cart rates");
    const rates = new TariffDriver(page);
    await rates.cell(0, 0).click();
    await this.#row("4,20");
    await expect(line).not.toContainText("no rate yet");

    await expect(line).toContainText("no service has a rate yet");
    await line.getByRole("link", { name: "Carriers" }).click();
    await page
      .getByRole("navigation", { name: "Carriers and services" })
      .getByRole("link", { name: "Cart by day" })
      .click();
    await page.getByLabel("Rate from").selectOption({ label: "tariff Cart rates" });
    await expect(page.getByRole("link", { name: "Open the tariff" })).toBeVisible();

    await expect(line).toContainText("no offer yet");
    await line.getByRole("link", { name: "Offers" }).click();
    await this.#add("an offer", "To your door");
    // the only service there is stands behind it already
    await expect(page.getByRole("button", { name: "Remove Cart by day" })).toBeVisible();
    await expect(line).toContainText("no charge yet");
    // new, it charges nobody anything until somebody says how
    await page.getByRole("combobox", { name: "The charge is" }).selectOption("costPlus");
    await expect(line).not.toContainText("yet");
  }
}
