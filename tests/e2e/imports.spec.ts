import { readFileSync } from "node:fs";
import { expect, test } from "./test";
import { editsLive } from "./drivers/gate-driver";
import { GridDriver } from "./drivers/grid-driver";

const csv = (...lines: string[]) => ({
  name: "list.csv",
  mimeType: "text/csv",
  buffer: Buffer.from(`${lines.join("\n")}\n`),
});

test("a messy file of items: head, sign and units are said, rows shown as they will be stored, the rest given back, all of it undone", async ({
  page,
  browser,
}) => {
  // items name what is live: a class that is made on the way has to be
  await editsLive(browser, async () => {
    await page.goto("/items");
    await page.getByRole("button", { name: "Import items" }).click();
    const panel = page.getByRole("region", { name: "Import items" });
    await expect(panel).toBeInViewport();
    await panel
      .getByLabel("Choose a file")
      .setInputFiles(
        csv(
          "Price list 2027;;;;;",
          "SKU;Title;Weight (g);Size;Price;Class",
          "JAR-1;Jar;350;10x10x12;1,000;Small",
          "JAR-2;Tall jar;1.5 kg;;2,25;glass",
          "JAR-3;;350;;;",
          "JAR-4;Jar;heavy;;;",
          "JAR-1;Jar of 2027;351;10x10x12;1,000;Small",
        ),
      );
    // the title is not taken for the head
    await expect(panel.getByLabel("Header row")).toHaveValue("1");
    const rows = new GridDriver(page, "Rows of the file");
    const shown = (line: number) => rows.grid.getByRole("row").filter({ hasText: new RegExp(`^${line}`) });
    await expect(panel).toContainText("2 to import, 2 of them with a note · 0 unchanged · 3 refused");
    await expect(shown(7)).toContainText("Jar of 2027");
    await expect(shown(7)).toContainText("351 g");
    await expect(shown(7)).toContainText("10 × 10 × 12 cm");
    await expect(shown(4)).toContainText("goods class glass is new");
    await expect(shown(3)).toContainText("Line 7 is about the same, and counts");
    // 1,000 is one, until somebody says that it is a thousand
    await expect(panel.getByLabel("Decimal sign")).toHaveValue(",");
    await panel.getByLabel("Decimal sign").selectOption(".");
    await expect(shown(7)).toContainText("1000");
    const download = page.waitForEvent("download");
    await panel.getByRole("button", { name: "CSV of what is refused" }).click();
    const refused = readFileSync(await (await download).path(), "utf8");
    expect(refused).toContain("JAR-4");
    expect(refused).toContain("Line 7 is about the same");
    expect(refused).not.toContain("JAR-2");

    await panel.getByRole("button", { name: "Import 2" }).click();
    const told = page.getByRole("status").filter({ hasText: "2 items imported" });
    await expect(told).toBeVisible();
    await page.getByPlaceholder("Number or name").fill("JAR-");
    await expect(page.getByRole("grid", { name: "Items" })).toContainText("Jar of 2027");
    await told.getByRole("button", { name: /^Undo/ }).click();
    await expect(page.getByRole("grid", { name: "Items" })).not.toContainText("Jar of 2027");
    await page.goto("/items");
    await expect(page.getByText("glass", { exact: true })).toHaveCount(0);
  });
});

test("a figure that could be a thousand says how it was read, in a field and in a grid", async ({ page }) => {
  await page.goto("/offers/own-van");
  const amount = page.getByRole("textbox", { name: "Amount", exact: true });
  const before = await amount.inputValue();
  await amount.fill("1,000");
  await amount.press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "1,000 was read as 1" })).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(amount).toHaveValue(before);

  await page.goto("/tariffs/AMB-VAN-BUY?edition=2026&row=0&break=0");
  const grid = page.getByRole("grid");
  await expect(grid).toBeFocused();
  await page.keyboard.type("2,500");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "2,500 was read as 2.5" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "Undo", exact: true })).toBeDisabled();
});

test("a service that is begun is off until it has a rate; its first rate switches it on", async ({
  page,
}) => {
  await page.goto("/carriers/AMB");
  await page.getByRole("button", { name: "Add a service" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("Evening boat");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Evening boat" })).toBeVisible();
  await expect(page.getByText("It has no rate yet. Choosing one switches it on.")).toBeVisible();
  await expect(page.getByRole("combobox", { name: "In use" })).toHaveValue("false");
  await page.getByLabel("Rate from").selectOption("none");
  await expect(page.getByRole("combobox", { name: "In use" })).toHaveValue("true");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByRole("combobox", { name: "In use" })).toHaveValue("false");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
});
