import { expect, test, type Locator, type Page } from "./test";
import { GridDriver } from "./drivers/grid-driver";
import { TariffDriver } from "./drivers/tariff-driver";
import { people } from "./people";

const base = process.env.EMPTY_URL ?? "";
test.skip(base === "", "needs a server on an empty database, which ./wallodrom test starts");
test.use({ baseURL: base, storageState: { cookies: [], origins: [] } });

/** Types as a person does, 60 to 120 ms a key. */
async function type(field: Locator, text: string): Promise<void> {
  await field.click();
  await field.press("Control+a");
  await field.press("Delete");
  await keys(field.page(), text);
}

async function keys(page: Page, text: string): Promise<void> {
  for (const [i, sign] of [...text].entries()) {
    await page.keyboard.press(sign === " " ? "Space" : sign, { delay: 20 });
    await page.waitForTimeout(40 + ((i * 37) % 60));
  }
}

/** A row of a grid, cell by cell with Tab, ended with Enter. */
async function typeRow(page: Page, ...cells: readonly string[]): Promise<void> {
  for (const [i, cell] of cells.entries()) {
    await keys(page, cell);
    await page.keyboard.press(i === cells.length - 1 ? "Enter" : "Tab", { delay: 20 });
    await page.waitForTimeout(80);
  }
}

/** Adds a member where the page offers it: its code is suggested by its name. */
async function add(page: Page, what: string, name: string): Promise<void> {
  await page.getByRole("button", { name: `Add ${what}` }).click();
  await type(page.getByRole("textbox", { name: "Name", exact: true }).first(), name);
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
}

test("from nothing to the first quote by screens alone, led by the line", async ({ page }) => {
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill(people.admin.email);
  await page.getByLabel("Password").fill(people.admin.password);
  await page.getByRole("button", { name: "Sign in" }).click();
  const line = page.getByRole("navigation", { name: "Stations" });

  await type(page.getByLabel("Name of the business"), "Heather & Sons");
  await type(page.getByLabel("Country two letters"), "EE");
  await type(page.getByLabel("Home currency"), "EUR");
  await type(page.getByLabel("Tax on delivery"), "22");
  await page.getByRole("button", { name: "Begin" }).click();

  await expect(line).toContainText("no carrier yet");
  await line.getByRole("link", { name: "Carriers" }).click();
  await add(page, "a carrier", "Slow Cart");
  await expect(line).toContainText("no service yet");
  await add(page, "a service", "Cart by day");

  await expect(line).toContainText("no zone entry yet");
  await line.getByRole("link", { name: "Zones" }).click();
  await add(page, "a zone chart", "Cart zones");
  const entries = new GridDriver(page, "Entries");
  await entries.cell(0, 0).click();
  await typeRow(page, "1", "EE");
  await typeRow(page, "1", "LV");
  await expect.poll(() => entries.rows()).toBe(3);

  await expect(line).toContainText("no rate yet");
  await line.getByRole("link", { name: "Tariffs" }).click();
  await add(page, "a tariff", "Cart rates");
  const rates = new TariffDriver(page);
  await rates.cell(0, 0).click();
  await typeRow(page, "4,20");
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
  await add(page, "an offer", "To your door");
  await page.getByRole("combobox", { name: "Add a service" }).selectOption({ label: "Cart by day" });
  await expect(line).toContainText("no charge yet");
  // new, it charges nobody anything until somebody says how
  await page.getByRole("combobox", { name: "The charge is" }).selectOption("costPlus");
  await expect(line).not.toContainText("yet");

  await page.getByRole("link", { name: "Try an order" }).click();
  await type(page.getByLabel("Goods", { exact: true }), "1 x 0,8 kg at 20");
  await page.getByRole("button", { name: "Rate it" }).click();
  const row = page
    .getByRole("region", { name: "Offers for this order" })
    .getByRole("row", { name: /To your door/ });
  // costs 4.20; the web shop's prices include 22 %, which the cost gets before it is charged: 4.20 without tax, 5.12 with it
  await expect(row).toContainText("4.20");
  await expect(row).toContainText("5.12");
  await expect(page.getByText("Cart zones")).toBeVisible();
});
