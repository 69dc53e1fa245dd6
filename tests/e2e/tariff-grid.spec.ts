import { expect, test } from "./test";
import { BenchDriver } from "./drivers/bench-driver";
import { TariffDriver } from "./drivers/tariff-driver";
import { stateOf } from "./people";

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
    // shown at once, in slanted letters until it is stored
    await expect(tariff.grid.locator("[role=gridcell].italic")).toHaveCount(0);
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
    new TariffDriver(await (await browser.newContext({ storageState: stateOf("admin") })).newPage()),
  ];
  await mine.open("DEALER-ROAD-SELL", "2026", 0, 0);
  await theirs.open("DEALER-ROAD-SELL", "2026", 0, 0);
  await theirs.type("61");
  await expect(theirs.cell(0, 0)).toHaveText("61");
  await mine.type("62");
  await expect(page.getByRole("alert").filter({ hasText: "Someone else has set this to 61" })).toBeVisible();
  await expect(mine.cell(0, 0)).toHaveText("62");
  await page.getByRole("button", { name: "Keep mine" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Someone else" })).toHaveCount(0);
  await expect(mine.grid.locator("[role=gridcell].italic")).toHaveCount(0);
  await theirs.page.reload();
  await expect(theirs.cell(0, 0)).toHaveText("62");
  await theirs.page.context().close();
});

test("a server that does not answer: what was typed stays, and goes in by itself once it does", async ({
  page,
}) => {
  const tariff = new TariffDriver(page);
  await tariff.open("DEALER-ROAD-SELL", "2026", 1, 1);
  await page.route("**/tariffs/**", (route) =>
    route.request().method() === "POST" ? route.abort() : route.continue(),
  );
  await tariff.type("71");
  await expect(page.getByRole("alert").filter({ hasText: "does not answer" })).toBeVisible();
  await expect(tariff.cell(1, 1)).toHaveText("71");
  await page.unroute("**/tariffs/**");
  await expect(page.getByRole("alert").filter({ hasText: "does not answer" })).toHaveCount(0);
  await page.reload();
  await expect(tariff.cell(1, 1)).toHaveText("71");
});

test("an answer that got lost is no refusal: what was stored is stored once, and can be undone", async ({
  page,
}) => {
  const tariff = new TariffDriver(page);
  await tariff.open("DEALER-ROAD-SELL", "2026", 2, 1);
  const before = await tariff.cell(2, 1).innerText();
  // a second try finds what the first one left
  const typed = before.startsWith("83") ? "84" : "83";
  const noted = page.getByRole("row").filter({ hasText: typed });
  const activity = "/activity?about=DEALER-ROAD-SELL%2Feditions%2F2026%2Frows%2F2%2Frates%2F1";
  await page.goto(activity);
  const earlier = await noted.count();
  await tariff.open("DEALER-ROAD-SELL", "2026", 2, 1);
  let lost = 0;
  let tryAgain = () => {};
  const seen = new Promise<void>((resolve) => (tryAgain = resolve));
  await page.route("**/tariffs/**", async (route) => {
    // the page asks for other things of its table too
    if (!(route.request().postData() ?? "").includes(`"to":"${typed}"`)) return route.continue();
    if (lost > 0) {
      // what is told for half a second may not be seen by who looks once a second
      await seen;
      return route.continue();
    }
    lost++;
    // the server does it, and its answer never arrives
    await route.fetch();
    await route.abort();
  });
  await tariff.type(typed);
  await expect(page.getByRole("alert").filter({ hasText: "does not answer" })).toBeVisible();
  tryAgain();
  await expect(page.getByRole("alert").filter({ hasText: "does not answer" })).toHaveCount(0);
  expect(lost).toBe(1);
  await page.reload();
  await expect(tariff.cell(2, 1)).toHaveText(typed);
  await page.goto(activity);
  await expect(noted).toHaveCount(earlier + 1);
  await tariff.open("DEALER-ROAD-SELL", "2026", 2, 1);
  await tariff.type(before);
  await expect(tariff.cell(2, 1)).toHaveText(before);
});

test("a row taken out by somebody else: what is typed on the older screen goes to its own zone", async ({
  page,
  browser,
}) => {
  const mine = new TariffDriver(page);
  await mine.open("DEALER-ROAD-SELL", "2026", 3, 1);
  const zone = await mine.cell(3, -1).innerText();
  const above = await mine.cell(1, -1).innerText();
  const context = await browser.newContext({ storageState: stateOf("coordinator") });
  const theirs = new TariffDriver(await context.newPage());
  await theirs.open("DEALER-ROAD-SELL", "2026", 1, 1);
  await theirs.page.keyboard.press("Control+Delete");
  await expect(theirs.page.getByRole("gridcell", { name: above, exact: true })).toHaveCount(0);
  await mine.type("64");
  await expect(mine.cell(2, -1)).toHaveText(zone);
  await expect(mine.cell(2, 1)).toHaveText("64");
  await theirs.page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(theirs.cell(1, -1)).toHaveText(above);
  await page.reload();
  await expect(mine.cell(3, -1)).toHaveText(zone);
  await expect(mine.cell(3, 1)).toHaveText("64");
  await context.close();
});

test("a pasted table is raised by 4.2 % rounded to 0.05 into a 2027 edition, compared, and taken back", async ({
  page,
}) => {
  const tariff = new TariffDriver(page);
  await tariff.open("SHOP-POST-SELL", "2026", 0, 5);
  await tariff.paste("20,10\t30,20\r\n21,00\t31,00\r\n");
  await expect(tariff.cell(1, 6)).toHaveText("31.00");
  await page.getByRole("button", { name: "Raise rates" }).click();
  const panel = page.getByRole("region", { name: "Raise rates" });
  await panel.getByLabel("By", { exact: true }).fill("4,2");
  await expect(panel.getByRole("status")).toContainText("20.10 → 20.95");
  await expect(panel.getByLabel("called")).toHaveValue("2027");
  await panel.getByRole("button", { name: "Make edition 2027" }).click();
  await expect(page).toHaveURL(/edition=2027/);
  await page.getByRole("link", { name: "Compare editions" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("2026 against 2027");
  await expect(page.getByRole("cell", { name: /20\.95.*20\.10.*4\.23 %/ })).toBeVisible();
  await expect(page.getByRole("status")).toContainText("0 added, 0 gone");
  // what a year's orders come to under both, more by about as much
  await expect(page.getByTestId("year")).toContainText(
    /\d+ shipments: [\d.]+ → [\d.]+ EUR, \+[\d.]+ \(\+4\.\d+ %\)/,
  );
  const undo = page.getByRole("button", { name: "Undo", exact: true });
  await undo.click();
  await undo.click();
  // both are stored before the page is left
  await expect(undo).toBeDisabled();
  await page.goto("/tariffs/SHOP-POST-SELL");
  await expect(page.getByRole("navigation", { name: "Editions" })).not.toContainText("2027");
  await expect(tariff.cell(1, 6)).not.toHaveText("31.00");
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
  const tools = page.getByRole("region", { name: "The active break" });
  await expect(tools.getByRole("heading")).toContainText("over 2 and up to and including 3.5 kg");
  await tools.getByRole("button", { name: "Remove the break" }).click();
  await expect(tariff.cell(0, 2)).toHaveText("4.30");
});

test("a break counts otherwise, is moved, and is joined with the next", async ({ page }) => {
  const tariff = new TariffDriver(page);
  await tariff.open("TRN-ECO-BUY", "2026", 0, 1);
  const [own, next] = [await tariff.cell(0, 1).innerText(), await tariff.cell(0, 2).innerText()];
  const tools = page.getByRole("region", { name: "The active break" });
  await tools.getByLabel("Its rates count").selectOption({ label: "per unit" });
  await expect(tools).toContainText("Each cell is SEK per kg");
  await tools.getByLabel("Its rates count").selectOption({ label: "for the shipment" });
  await expect(tools).toContainText("Each cell is SEK for the shipment");
  const edge = page.getByRole("textbox", { name: /Edge of break 2/ });
  const before = Number(await edge.inputValue());
  await tools.getByLabel("Move edges by").fill("0,5");
  await tools.getByRole("button", { name: "Move", exact: true }).click();
  await expect(edge).toHaveValue(String(before + 0.5));
  await tools.getByLabel("Move edges by").fill("-500");
  await tools.getByRole("button", { name: "Move", exact: true }).click();
  await expect(tools.getByRole("alert")).toContainText("would cross");
  await tools.getByRole("button", { name: /at the next one's rates/ }).click();
  await expect(tariff.cell(0, 1)).toHaveText(next);
  for (let i = 0; i < 4; i++) await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(edge).toHaveValue(String(before));
  await expect(tariff.cell(0, 1)).toHaveText(own);
});

test("all breaks take one break's kind of rate at once, and give it back together", async ({ page }) => {
  const tariff = new TariffDriver(page);
  await tariff.open("TRN-ECO-BUY", "2026", 0, 1);
  const tools = page.getByRole("region", { name: "The active break" });
  const all = tools.getByRole("button", { name: "The same for all breaks" });
  await expect(all).toBeHidden();
  await tools.getByLabel("Its rates count").selectOption({ label: "per unit" });
  await all.click();
  await expect(all).toBeHidden();
  await tariff.cell(0, 0).click();
  await expect(tools).toContainText("Each cell is SEK per kg");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(tools).toContainText("Each cell is SEK for the shipment");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await tariff.cell(0, 1).click();
  await expect(tools).toContainText("Each cell is SEK for the shipment");
});

test("a service is priced by a tariff from the tariff's own page", async ({ page }) => {
  const tariff = new TariffDriver(page);
  await tariff.open("PNP-POINT-BUY", "2026", 0, 0);
  const users = page.getByRole("region", { name: "Used by" });
  await expect(users.getByRole("link")).toHaveText(["Pinepost Parcel point"]);
  await users.getByLabel("Price a service by this tariff").selectOption({ label: "Pinepost Letter" });
  await expect(users.getByRole("link")).toHaveText(["Pinepost Letter", "Pinepost Parcel point"]);
  await users.getByRole("link", { name: "Pinepost Letter" }).click();
  await expect(page.getByLabel("Rate from")).toHaveValue("tariff PNP-POINT-BUY");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByLabel("Rate from")).toHaveValue("tariff PNP-LETTER-BUY");
});

test("trials of a table's breaks follow what is typed, a note stays on its cell, and a fill reaches the whole selection", async ({
  page,
}) => {
  const tariff = new TariffDriver(page);
  const bench = new BenchDriver(page);
  await tariff.open("SHOP-POST-SELL", "2026", 1, 1);
  const edge = await page.getByRole("textbox", { name: /Edge of break 2/ }).inputValue();
  await expect(page.locator("[data-bench=running]")).toBeVisible();
  await page.getByRole("button", { name: /One trial for each break, to zone/ }).click();
  const trial = bench.trial(new RegExp(`^${edge} kg → SHOP-POST-SELL`));
  await expect(trial).toBeVisible();
  await trial.click();
  const before = (await tariff.cell(1, 1).innerText()).trim();
  await tariff.grid.focus();
  await page.keyboard.type("66.1");
  // nothing is stored yet
  const row = bench.offer("To your door by post");
  await expect(row).toContainText("+");
  await expect(page.getByText("changed", { exact: true }).first()).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(row).toContainText("same");
  await expect(tariff.cell(1, 1)).toHaveText(before);
  await bench.dock.getByRole("button", { name: /^Fold/ }).click();
  await tariff.open("PNP-PARCEL-BUY", "2026", 1, 1);
  const note = page.getByRole("textbox", { name: /Note on the cell/ });
  await note.fill("agreed by telephone");
  await note.press("Control+Enter");
  await expect(tariff.cell(1, 1).getByRole("img", { name: "with a note" })).toBeVisible();
  await page.reload();
  await expect(note).toHaveValue("agreed by telephone");
  await expect(page.getByText(/Maarja Kask, \d{4}-/)).toBeVisible();
  await tariff.grid.focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Control+r");
  await expect(tariff.cell(1, 2)).toHaveText("5.30");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(tariff.cell(1, 2)).toHaveText("6.70");
});

test("the other side laid against a table says what is left in each cell, losses with a sign", async ({
  page,
}) => {
  await page.goto("/tariffs/SHOP-POST-SELL");
  await page.getByLabel("Laid against").selectOption({ label: "Pinepost Parcel" });
  await expect(page).toHaveURL(/against=PNP-PARCEL-BUY/);
  await expect(
    page.getByText(/what is left at each upper edge, EUR, sell rates less 22 % tax/),
  ).toBeVisible();
  await expect(
    page
      .getByRole("gridcell")
      .filter({ hasText: /^\+\d+\.\d\d/ })
      .first(),
  ).toBeVisible();
});

test("breaks that fit what was shipped are suggested with the room they leave", async ({ page }) => {
  await page.goto("/tariffs/PNP-PARCEL-BUY?edition=2026");
  await page.getByRole("button", { name: /Which breaks would fit \d+ shipments/ }).click();
  const panel = page.getByRole("region", { name: "Breaks that fit" });
  await panel.getByLabel("How many breaks").fill("3");
  await expect(panel).toContainText(/Up to [\d., ]+ kg/);
  await panel.getByRole("button", { name: "Set these edges" }).click();
  await expect(page.getByRole("textbox", { name: /Edge of break 4/ })).toHaveCount(0);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByRole("textbox", { name: /Edge of break 7/ })).toHaveValue("30");
});
