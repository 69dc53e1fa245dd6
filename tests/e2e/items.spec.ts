import { expect, test } from "./test";
import { editsLive } from "./drivers/gate-driver";
import { GridDriver } from "./drivers/grid-driver";

test("a missing weight is typed in where its row stands, a block is pasted, and all of it is taken back", async ({
  page,
}) => {
  await page.goto("/items");
  const grid = new GridDriver(page, "Items");
  // the first lack a weight, and are marked
  const lacks = /^(missing|of its class)$/;
  await expect(grid.cell(0, 3)).toHaveText(lacks);
  const sku = await grid.cell(0, 0).innerText();
  await grid.put(0, 3, "2,5");
  await expect(grid.cell(0, 3)).toHaveText("2.5 kg");
  await expect(grid.cell(0, 0)).toHaveText(sku);
  await grid.paste(1, 3, "300 g\t40x30x20\n1,5\t10 × 10 × 5 cm");
  await grid.settled();
  await expect(grid.cell(1, 3)).toHaveText("300 g");
  await expect(grid.cell(1, 4)).toHaveText("40 × 30 × 20 cm");
  await expect(grid.cell(2, 4)).toHaveText("10 × 10 × 5 cm");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(grid.cell(0, 3)).toHaveText(lacks);
});

test("nonsense stays in its cell with what is wrong; a class that is not there is told", async ({ page }) => {
  await page.goto("/items?find=SMOKER");
  const grid = new GridDriver(page, "Items");
  for (const [column, typed, says] of [
    [4, "big", "is not a size: three sides"],
    [3, "heavy", "not a number"],
    [2, "nothing", "There is no “nothing” among the goods classes"],
    [8, "perhaps", "neither yes nor no"],
  ] as const) {
    await grid.cell(0, column).click();
    await page.keyboard.type(typed);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert").filter({ hasText: says })).toBeVisible();
    await expect(grid.cell(0, column)).toHaveText(typed);
    await page.keyboard.press("Escape");
  }
});

test("the first items are shown and more when they are asked for; all are looked through", async ({
  page,
}) => {
  const file = ["number;name;weight"];
  for (let n = 100; n < 400; n++) file.push(`MANY-${n};Many things ${n};1,5 kg`);
  await page.goto("/items");
  await page.getByRole("button", { name: "Import items" }).click();
  const panel = page.getByRole("region", { name: "Import items" });
  await panel
    .locator("input[type=file]")
    .setInputFiles({ name: "items.csv", mimeType: "text/csv", buffer: Buffer.from(file.join("\n")) });
  await panel.getByRole("button", { name: "Import 300" }).click();
  await expect(panel).toBeHidden();
  const grid = new GridDriver(page, "Items");
  await expect(page.getByText(/^200 of \d+ are shown\./)).toBeVisible();

  // somebody else's page: it holds the first ones alone
  const other = await page.context().newPage();
  const answer = await other.goto("/items");
  expect(await answer?.text()).not.toContain("MANY-399");
  await other.getByRole("searchbox").fill("many-399");
  await expect(new GridDriver(other, "Items").cell(0, 0)).toHaveText("MANY-399");
  await other.close();

  const all = Number(/of (\d+) are/.exec(await page.getByText("are shown.").innerText())?.[1]);
  await page.getByRole("button", { name: "Show more" }).click();
  await expect(page.getByText("are shown.")).toBeHidden();
  expect(await grid.rows()).toBe(all);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => grid.rows()).toBe(all - 300);
});

test("an item is added, taken out, and one that open orders hold stays", async ({ page }) => {
  await page.goto("/items");
  const grid = new GridDriver(page, "Items");
  await page.getByLabel("Number of the new item").fill("TEST-1");
  await page.getByLabel("Name of the new item").fill("Tested hive");
  await page.keyboard.press("Enter");
  await expect(grid.cell(0, 0)).toHaveText("TEST-1");
  await grid.cell(0, 0).click();
  await page.keyboard.press("Control+Delete");
  await expect(page.getByText("No item has “TEST-1”")).toBeVisible();
  await page.getByRole("searchbox").fill("SMOKER");
  await grid.cell(0, 0).click();
  await page.keyboard.press("Control+Delete");
  await expect(page.getByRole("alert").filter({ hasText: "open orders" })).toBeVisible();
});

test("items go out and come in again unchanged as CSV, XLSX and JSON; a changed file says what it changes", async ({
  page,
}) => {
  await page.goto("/items");
  for (const kind of ["CSV", "XLSX", "JSON"]) {
    const waiting = page.waitForEvent("download");
    await page.getByRole("button", { name: kind, exact: true }).click();
    const file = await waiting;
    await page.getByRole("button", { name: "Import items" }).click();
    const panel = page.getByRole("region", { name: "Import items" });
    await panel.locator("input[type=file]").setInputFiles({
      name: file.suggestedFilename(),
      mimeType: "text/plain",
      buffer: await import("node:fs").then(async ({ promises }) => promises.readFile(await file.path())),
    });
    await expect(panel).toContainText(/0 to import · \d+ unchanged · 0 refused/);
    await panel.getByRole("button", { name: "Close" }).click();
  }
  await page.getByRole("button", { name: "Import items" }).click();
  const panel = page.getByRole("region", { name: "Import items" });
  await panel.locator("input[type=file]").setInputFiles({
    name: "items.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("Article;Title;Weight\nSMOKER;Smoker of steel;1,2\nNEW-9;New thing;300 g\n;x;1\n"),
  });
  await expect(panel).toContainText("2 to import");
  await panel.getByRole("button", { name: "Import 2" }).click();
  await expect(panel).toBeHidden();
  await page.getByRole("searchbox").fill("Smoker of steel");
  const grid = new GridDriver(page, "Items");
  await expect(grid.cell(0, 3)).toHaveText("1.2 kg");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByText("No item has “Smoker of steel”")).toBeVisible();
});

test("a goods class is added with a weight for items without one, renamed with its items, and taken out", async ({
  page,
  browser,
}) => {
  // items name what is live: a class that is made on the way has to be
  await editsLive(browser, async () => {
    await page.goto("/items?find=SMOKER");
    const classes = new GridDriver(page, "Goods classes");
    const last = (await classes.rows()) - 1;
    await classes.put(last, 0, "smoke");
    await classes.put(last, 2, "750 g");
    const items = new GridDriver(page, "Items");
    await items.put(0, 2, "smoke");
    await items.cell(0, 3).click();
    await page.keyboard.press("Delete");
    await expect(items.cell(0, 3)).toHaveText("of its class");
    await classes.put(last, 0, "smokers");
    await expect(items.cell(0, 2)).toHaveText("smokers");
    await classes.cell(last, 0).click();
    await page.keyboard.press("Delete");
    await expect(page.getByRole("alert").filter({ hasText: "It is used by" })).toBeVisible();
    await page.keyboard.press("Escape");
    for (let i = 0; i < 5; i++) await page.getByRole("button", { name: "Undo", exact: true }).click();
    await expect(items.cell(0, 2)).toHaveText("");
  });
});

test("goods that may not fly have one mark, and say which services it keeps them from", async ({ page }) => {
  await page.goto("/items?find=SMOKER");
  const items = new GridDriver(page, "Items");
  const applies = page.getByRole("complementary", { name: "What applies to SMOKER" });
  await items.cell(0, 10).click();
  await expect(applies).not.toContainText("goes by air");
  await items.put(0, 10, "plane");
  await expect(items.cell(0, 10)).toHaveText("air");
  await items.cell(0, 10).click();
  await expect(applies).toContainText("Not by Ternwing Express: it goes by air.");
  await page.keyboard.type("broom");
  await page.keyboard.press("Enter");
  await expect(
    page.getByRole("alert").filter({ hasText: "“broom” is not a list of ways to carry goods" }),
  ).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(items.cell(0, 10)).toHaveText("");
});

test("an exception is typed as it is said, refused where it says nothing, and taken out by its emptied effect", async ({
  page,
}) => {
  await page.goto("/items");
  const table = new GridDriver(page, "Item exceptions");
  await expect(table.cell(0, 4)).toHaveText("instead 59.00");
  const last = (await table.rows()) - 1;
  await table.cell(last, 0).click();
  await page.keyboard.type("SMOKER");
  await page.keyboard.press("Enter");
  // it says nothing yet: it is stored nowhere, and nothing is free by it
  await expect(page.getByText("The new row is not stored yet")).toBeVisible();
  await table.put(last, 4, "extra 1,20");
  await expect(table.cell(last, 4)).toHaveText("extra 1.20");
  await table.put(last, 3, "SE 62*, AX");
  await expect(table.cell(last, 3)).toHaveText("SE 62*, AX");
  await table.cell(last, 4).click();
  await page.keyboard.type("perhaps");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "Not stored" })).toBeVisible();
  await page.keyboard.press("Escape");
  await table.cell(last, 4).click();
  await page.keyboard.press("Delete");
  await expect(table.cell(last, 0)).not.toHaveText("SMOKER");
});
