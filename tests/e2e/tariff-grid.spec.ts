import { expect, test } from "@playwright/test";
import { TariffDriver } from "./drivers/tariff-driver";

test.describe("the grid", () => {
  test("arrows move, typing edits, Enter goes down, Tab right, Esc gives up, undo takes back", async ({
    page,
  }) => {
    const tariff = new TariffDriver(page);
    await tariff.open("SHOP-POST-SELL", "2026", 0, 0);
    const old = await tariff.cell(0, 0).innerText();
    await tariff.type("12,5");
    await expect(tariff.cell(0, 0)).toHaveText("12.5");
    await page.keyboard.press("ArrowUp");
    await page.keyboard.press("F2");
    await page.keyboard.press("Escape");
    await expect(tariff.cell(0, 0)).toHaveText("12.5");
    await page.keyboard.press("Control+z");
    await expect(tariff.cell(0, 0)).toHaveText(old);
    await page.keyboard.press("Control+Shift+z");
    await expect(tariff.cell(0, 0)).toHaveText("12.5");
    await page.keyboard.press("Control+z");
    await expect(tariff.cell(0, 0)).toHaveText(old);
    await page.keyboard.type("7");
    await page.keyboard.press("Tab");
    await expect(tariff.cell(0, 0)).toHaveText("7");
    await page.reload();
    await expect(tariff.cell(0, 0)).toHaveText("7");
  });

  test("a block from a spreadsheet goes in whole, is emptied and comes back", async ({ page }) => {
    const tariff = new TariffDriver(page);
    await tariff.open("SHOP-POST-SELL", "2026", 2, 2);
    const before = [await tariff.cell(2, 2).innerText(), await tariff.cell(3, 3).innerText()];
    await tariff.paste("31,10\t32,20\r\n33,30\t34,40\r\n");
    await expect(tariff.cell(3, 3)).toHaveText("34.40");
    await expect(tariff.cell(2, 2)).toHaveText("31.10");
    await page.keyboard.press("Delete");
    await expect(tariff.cell(2, 2)).toHaveText("no rate");
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await expect(tariff.cell(2, 2)).toHaveText(before[0]!);
    await expect(tariff.cell(3, 3)).toHaveText(before[1]!);
  });

  for (const [typed, says] of [
    ["abc", "not a number"],
    ["-4", "below 0"],
    ["1e9", "not a number"],
    ["9".repeat(60), "24 digits"],
  ] as const)
    test(`${typed.slice(0, 10)} is refused beside the cell and stays typed`, async ({ page }) => {
      const tariff = new TariffDriver(page);
      await tariff.open("SHOP-POST-SELL", "2026", 1, 1);
      const old = await tariff.cell(1, 1).innerText();
      await tariff.type(typed);
      await expect(page.getByRole("alert").filter({ hasText: says })).toBeVisible();
      await expect(tariff.cell(1, 1)).toHaveText(typed);
      await page.keyboard.press("Escape");
      await expect(tariff.cell(1, 1)).toHaveText(old);
      await page.reload();
      await expect(tariff.cell(1, 1)).toHaveText(old);
    });

  test("text in the middle of a pasted block: nothing of it is stored, all of it stays to be mended", async ({
    page,
  }) => {
    const tariff = new TariffDriver(page);
    await tariff.open("SHOP-POST-SELL", "2026", 1, 3);
    const old = await tariff.cell(1, 3).innerText();
    await tariff.paste("55.10\tper kg\n55.30\t55.40");
    await expect(page.getByRole("alert").filter({ hasText: "not a number" })).toBeVisible();
    await expect(tariff.cell(1, 4)).toHaveText("per kg");
    await expect(tariff.cell(2, 3)).toHaveText("55.30");
    // the bad cell is mended, and the whole block goes in
    await tariff.cell(1, 4).click();
    await tariff.type("55.20");
    await expect(page.getByRole("alert").filter({ hasText: "not a number" })).toHaveCount(0);
    await page.reload();
    await expect(tariff.cell(1, 4)).toHaveText("55.20");
    await expect(tariff.cell(1, 3)).toHaveText("55.10");
    expect(old).not.toBe("55.10");
  });

  test("edges must rise", async ({ page }) => {
    const tariff = new TariffDriver(page);
    await tariff.open("SHOP-POST-SELL", "2026", 0, 0);
    const edge = page.getByRole("textbox", { name: /Edge of break 2/ });
    await edge.fill("0,5");
    await edge.press("Enter");
    await expect(page.getByRole("alert").filter({ hasText: "edges must rise" })).toBeVisible();
    await expect(edge).toHaveValue("0,5");
  });
});

test("two people edit one cell: the second sees both values and chooses", async ({ browser, page }) => {
  const [mine, theirs] = [
    new TariffDriver(page),
    new TariffDriver(await (await browser.newContext({ storageState: "test-results/admin.json" })).newPage()),
  ];
  await mine.open("DEALER-ROAD-SELL", "2026", 0, 0);
  await theirs.open("DEALER-ROAD-SELL", "2026", 0, 0);
  await theirs.type("61");
  await expect(theirs.cell(0, 0)).toHaveText("61");
  await mine.type("62");
  await expect(page.getByRole("alert").filter({ hasText: "Someone else has set this to 61" })).toBeVisible();
  await expect(mine.cell(0, 0)).toHaveText("62");
  await page.getByRole("button", { name: "Set mine" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Someone else" })).toHaveCount(0);
  await theirs.page.reload();
  await expect(theirs.cell(0, 0)).toHaveText("62");
  await theirs.page.context().close();
});

test("a server that does not answer: what was typed stays, and goes in later", async ({ page }) => {
  const tariff = new TariffDriver(page);
  await tariff.open("DEALER-ROAD-SELL", "2026", 1, 1);
  await page.route("**/tariffs/**", (route) =>
    route.request().method() === "POST" ? route.abort() : route.continue(),
  );
  await tariff.type("71");
  await expect(page.getByRole("alert").filter({ hasText: "does not answer" })).toBeVisible();
  await expect(tariff.cell(1, 1)).toHaveText("71");
  await page.unroute("**/tariffs/**");
  await page.getByRole("button", { name: "Set mine" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "does not answer" })).toHaveCount(0);
  await page.reload();
  await expect(tariff.cell(1, 1)).toHaveText("71");
});

test("a table is raised by 4.2 % rounded to 0.05 into an edition of its own, compared, and taken back", async ({
  page,
}) => {
  await page.goto("/tariffs/PNP-PARCEL-BUY?edition=2026");
  await page.getByRole("button", { name: "Raise rates" }).click();
  const panel = page.getByRole("region", { name: "Raise rates" });
  await panel.getByLabel("By", { exact: true }).fill("4,2");
  await expect(panel.getByRole("status")).toContainText("3.00 → 3.15");
  await panel.getByLabel("called").fill("raised");
  await panel.getByLabel("from").fill("1.7.2028");
  await panel.getByRole("button", { name: "Make edition raised" }).click();
  await expect(page).toHaveURL(/edition=raised/);
  await page.getByRole("link", { name: "Compare editions" }).click();
  await page.getByLabel("Old").selectOption("2026");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("against raised");
  const undo = page.getByRole("button", { name: "Undo" });
  await expect(undo).toBeEnabled();
  const compared = await page.context().newPage();
  await compared.goto("/tariffs/PNP-PARCEL-BUY/compare?a=2026&b=raised");
  await expect(compared.getByRole("cell", { name: /3\.15.*3\.00.*5\.00 %/ }).first()).toBeVisible();
  await expect(compared.getByRole("status")).toContainText("0 added, 0 gone");
  await undo.click();
  await compared.goto("/tariffs/PNP-PARCEL-BUY");
  await expect(compared.getByRole("navigation", { name: "Editions" })).not.toContainText("raised");
});

test("a table is given out, changed in a spreadsheet's way, and taken in; a wrong one says where it is wrong", async ({
  page,
}) => {
  await page.goto("/tariffs/STP-GDY-BUY");
  const waiting = page.waitForEvent("download");
  await page.getByRole("button", { name: "CSV", exact: true }).click();
  const stream = await (await waiting).createReadStream();
  let text = "";
  for await (const part of stream) text += String(part);
  const [head, first, ...rest] = text
    .replace(/^\ufeff/, "")
    .trim()
    .split("\r\n");
  const cells = first!.split(",");
  const put = async (body: string) => {
    await page.getByLabel("Choose a file").setInputFiles({
      name: "table.csv",
      mimeType: "text/csv",
      buffer: Buffer.from(body),
    });
  };
  await page.getByRole("button", { name: "Take in a table" }).click();
  const panel = page.getByRole("region", { name: "Take in a table" });
  await put(text);
  await expect(panel.getByRole("status")).toContainText("0 changed, 0 added, 0 gone");
  await put("zone;2;above\r\nA;dear;3\r\n;4;5\r\n");
  await expect(panel.getByRole("alert")).toContainText("Line 2: “dear” is no figure.");
  await expect(panel.getByRole("alert")).toContainText("Line 3: It has no zone.");
  // semicolons and decimal commas, as a spreadsheet here saves it
  const semicolons = [head, [cells[0], "1234.50", ...cells.slice(2)].join(","), ...rest]
    .map((line) => line!.split(",").join(";").replaceAll(".", ","))
    .join("\r\n");
  await put(semicolons);
  await expect(panel.getByRole("status")).toContainText("1 changed, 0 added, 0 gone");
  await panel.getByRole("button", { name: /Put it into edition/ }).click();
  const grid = page.getByRole("grid");
  await expect(grid).toContainText("1234.50");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(grid).not.toContainText("1234.50");
});

test("a break is put in between two and takes the rate on the line between them; taken out it is gone", async ({
  page,
}) => {
  const tariff = new TariffDriver(page);
  await tariff.open("PNP-PARCEL-BUY", "2026", 0, 2);
  // 3.40 at 2 kg and 4.30 at 5 kg
  await page.getByLabel("Edge of the new break").fill("2");
  await page.getByRole("button", { name: "Add a break" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "a break at 2 already" })).toBeVisible();
  await page.getByLabel("Edge of the new break").fill("3,5");
  await page.getByRole("button", { name: "Add a break" }).click();
  await expect(tariff.cell(0, 2)).toHaveText("3.85");
  await tariff.cell(0, 2).click();
  await page.getByRole("button", { name: /Take out the break .*3\.5/ }).click();
  await expect(tariff.cell(0, 2)).toHaveText("4.30");
});
