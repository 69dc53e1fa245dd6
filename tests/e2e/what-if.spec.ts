import { stateOf } from "./people";
import { expect, test } from "./test";

test.use({ storageState: stateOf("coordinator"), actionTimeout: 20_000 });

const LONG_MS = 60_000;

test("shipments over all services: what is left on the table, by origin, zone and service, down to the shipments", async ({
  page,
}) => {
  await page.goto("/recovery");
  await page
    .getByRole("navigation", { name: "Recovery" })
    .getByRole("link", { name: "Cheaper service" })
    .click();
  const form = page.getByRole("form", { name: "Cheaper service" });
  await form.getByLabel("Shipments from").selectOption({ index: 2 });
  await form.getByRole("button", { name: "Calculate" }).click();
  await expect(page).toHaveURL(/work=/);
  await expect(page.getByText(/\d+ of \d+ shipments could be compared/)).toBeVisible({ timeout: LONG_MS });
  await page.getByLabel("Compare with").selectOption({ label: "all services, slower ones too" });
  await expect(page).toHaveURL(/speed=any/);
  const row = page.getByRole("row").nth(1);
  const [, , sentBy, cheaper, count, own, other, saved] = await row.getByRole("cell").allInnerTexts();
  expect(cheaper).not.toBe(sentBy);
  expect((Number(own) - Number(other)).toFixed(2)).toBe(saved);
  await row.getByRole("link", { name: count!, exact: true }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText(sentBy!);
});

test("a new table over past shipments: its change by zone and break, and the way to the edition and back", async ({
  page,
}) => {
  await page.goto("/recovery/new-table");
  const form = page.getByRole("form", { name: "New table" });
  const edition = form.getByLabel("Edition");
  const names = await edition.locator("option").allInnerTexts();
  // what comes next stands first
  expect(names[0]).toContain("(from 2027-01-01)");
  await edition.selectOption({ label: names.find((name) => name.startsWith("Pinepost Parcel, 2027"))! });
  await form.getByRole("button", { name: "Calculate" }).click();
  await expect(page.getByText(/shipments of .* are priced by it/)).toBeVisible({ timeout: LONG_MS });
  await expect(page.getByRole("table", { name: "Cost change by zone and break" })).toBeVisible();
  await expect(page.getByRole("region", { name: "Sell rates below cost" })).toBeVisible();
  const result = page.url();
  await page.getByRole("link", { name: "Open the edition" }).click();
  await expect(page).toHaveURL(/\/tariffs\/.*edition=2027/);
  await page.goto(result);
  await expect(page.getByText(/are priced by it/)).toBeVisible();
});

test("arrivals from a carrier's file: each row's fate before anything is stored, then promises kept and broken", async ({
  page,
  request,
}) => {
  const key = { authorization: "Bearer wd_demo_everything" };
  const list = await request.get("/api/v1/orders?queue=handed-over", { headers: key });
  const numbers = ((await list.json()) as { data: { number: string }[] }).data.map(({ number }) => number);
  // what is collected is in nobody's hands on the way: it keeps no promise of days
  const carried: string[] = [];
  for (const number of numbers) {
    const order = await request.get(`/api/v1/orders/${number}`, { headers: key });
    const { dispatches } = (await order.json()) as { dispatches: { service: string }[] };
    if (dispatches.length > 0 && dispatches.every(({ service }) => service !== "OWN-COLLECT"))
      carried.push(number);
    if (carried.length === 2) break;
  }
  const [first, second] = carried;
  const today = new Date().toISOString().slice(0, 10);
  await page.goto("/recovery/promises");
  await page.getByRole("button", { name: "Import arrivals" }).click();
  const panel = page.getByRole("region", { name: "Import arrivals" });
  await panel.locator("input[type=file]").setInputFiles({
    name: "delivered.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(
      `Order number;Delivered\n${first!};${today}\nNC-NOBODY;${today}\n${second!};31.12.2099\n`,
    ),
  });
  await expect(panel.getByText("1 to import")).toBeVisible();
  await expect(panel.getByText("No order that was handed over has the number NC-NOBODY.")).toBeVisible();
  await expect(panel.getByText("2099-12-31 is still to come.")).toBeVisible();
  await panel.getByRole("button", { name: "Import 1" }).click();
  await expect(panel).toBeHidden();
  // results are made anew by the worker; the order may have left in any month
  await expect(async () => {
    await page.reload();
    const from = page.getByRole("combobox", { name: "From", exact: true });
    await from.selectOption({ index: (await from.locator("option").count()) - 1 });
    await expect(page.getByText(/shipments? of these months ha(s|ve) arrived/)).toBeVisible({
      timeout: 3000,
    });
  }).toPass({ timeout: LONG_MS });
});
