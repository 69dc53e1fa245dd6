import { expect, test } from "./test";
import { GridDriver } from "./drivers/grid-driver";

test("a chart is copied, filled from a messy file, filtered, moved in bulk, and its zone renamed", async ({
  page,
}) => {
  await page.goto("/zones/AMB");
  await page.getByRole("button", { name: "Copy the chart" }).click();
  await page.getByLabel("Its code").fill("AMB-2");
  await page.getByRole("button", { name: "Copy", exact: true }).click();
  await expect(page).toHaveURL(/zones\/AMB-2/);
  const entries = new GridDriver(page, "Entries");
  const before = await entries.rows();
  await page.getByRole("button", { name: "Import", exact: true }).click();
  const csv =
    "Zone;Land;Postcode;bis\r\nSAAR;SE;22999;22000\r\nNEU;PL;81-001;\r\n;NO;;\r\nSAAR;Schweden;1;\r\nSAAR;SE;22999;22000\r\n";
  await page
    .getByLabel("Choose a file")
    .setInputFiles({ name: "zonen.csv", mimeType: "text/csv", buffer: Buffer.from(csv, "latin1") });
  await page.getByLabel("postcode to is in").selectOption({ label: "bis" });
  const panel = page.getByRole("region", { name: "Import zone entries" });
  await expect(panel).toContainText("2 refused");
  await expect(panel).toContainText("the range was backwards: 22999 to 22000");
  await expect(panel).toContainText("zone NEU is new");
  await panel.getByRole("button", { name: "Import 3" }).click();
  await expect.poll(() => entries.rows()).toBe(before + 3);
  await expect(page.getByRole("region", { name: "Zones" })).toContainText("NEU");

  await page.getByLabel("Find entries").fill("se 22000");
  await expect.poll(() => entries.rows()).toBe(1);
  await expect(entries.cell(0, 3)).toHaveText("22000..22999");
  await page.getByLabel("Move the 1 shown").selectOption("zone NEU");
  await expect(entries.cell(0, 0)).toHaveText("NEU");
  await page.getByLabel("Find entries").fill("");
  await page.getByRole("button", { name: "Code NEU: change it" }).click();
  await page.getByLabel("New code").fill("NEW");
  await page.getByLabel("New code").press("Enter");
  await page.getByLabel("Find entries").fill("zone new");
  await expect.poll(() => entries.rows()).toBe(2);

  await page.getByRole("button", { name: "Delete", exact: true }).click();
  await expect(page).not.toHaveURL(/AMB-2/);
});

test("overlapping entries and a chart without zones are told, not hidden", async ({ page }) => {
  await page.goto("/zones/PNP");
  await page.getByRole("button", { name: "Add a zone chart" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("Bare chart");
  await page.getByLabel("Code", { exact: false }).first().fill("BARE");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page).toHaveURL(/zones\/BARE/);
  // enough to go on is one press away, and undone by another
  const first = new GridDriver(page, "Entries");
  await page.getByRole("button", { name: "All of Estonia in zone 1" }).click();
  await expect(first.cell(0, 1)).toHaveText("EE");
  await expect.poll(() => first.rows()).toBe(2);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => first.rows()).toBe(1);
  await page.getByRole("button", { name: "Delete zone 1" }).click();
  await expect(page.getByText("No zone yet: nothing can be served by this chart.")).toBeVisible();
  const entries = new GridDriver(page, "Entries");
  await entries.paste(0, 0, "–\tSE\n–\tSE\n–\tSE\t\t10000..10990\n–\tSE\t\t10500..11490");
  await expect.poll(() => entries.rows()).toBe(5);
  // the same place twice: the second never wins
  await expect(page.getByRole("list", { name: "Findings" })).toContainText("SE");
  await page.getByRole("button", { name: "Delete", exact: true }).click();
  await expect(page).not.toHaveURL(/BARE/);
});

test("the board bars a country for a service by an entry that is shown first, and undo takes it back", async ({
  page,
}) => {
  await page.goto("/zones/board");
  const cell = page.getByRole("button", { name: /^FR, Ternwing Express: / });
  await expect(cell).toHaveAccessibleName(/served in zone 10/);
  await cell.click();
  await page.getByRole("button", { name: "Bar", exact: true }).click();
  await expect(
    page.getByText("Chart TRN: FR → not served. Counts for Ternwing Express, Ternwing Day Parcel."),
  ).toBeVisible();
  await page.getByRole("button", { name: "Make 1 change" }).click();
  await expect(cell).toHaveAccessibleName(/barred/);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(cell).toHaveAccessibleName(/served in zone 10/);
  await page.goto("/zones/board?by=offer");
  await page.getByRole("button", { name: "Express", exact: true }).first().click();
  await page.getByRole("button", { name: "Bar", exact: true }).click();
  await expect(page.getByText(/Offer express: AT into the barred destinations/)).toBeVisible();
});

test("a code in use stays until nothing names it; another code is carried through", async ({ page }) => {
  await page.goto("/carriers/AMB");
  await page.getByRole("button", { name: "Delete", exact: true }).click();
  const panel = page.getByRole("alert", { name: "In use" });
  await expect(panel.getByRole("link").first()).toHaveAttribute("href", /services\/AMB-VAN/);
  await panel.getByRole("button", { name: "Switch it off instead" }).click();
  await expect(page.getByRole("combobox", { name: "In use" })).toHaveValue("false");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await page.getByRole("button", { name: "Code AMB: change it" }).click();
  await page.getByLabel("New code").fill("AMBER");
  await page.getByLabel("New code").press("Enter");
  await expect(page).toHaveURL(/carriers\/AMBER/);
  await page.goto("/services/AMB-VAN");
  await expect(page.getByRole("link", { name: "Amberway", exact: true }).first()).toHaveAttribute(
    "href",
    "/carriers/AMBER",
  );
  await page.goto("/carriers/AMBER");
  await page.getByRole("button", { name: "Code AMBER: change it" }).click();
  await page.getByLabel("New code").fill("TRN");
  await page.getByLabel("New code").press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "TRN" })).toBeVisible();
  await page.getByLabel("New code").fill("AMB");
  await page.getByLabel("New code").press("Enter");
  await expect(page).toHaveURL(/carriers\/AMB$/);
});
