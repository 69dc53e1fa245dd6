import { expect, test, type Page } from "./test";
import { GridDriver } from "./drivers/grid-driver";

/** A person's pace: so many milliseconds between keys, the same in every run of a number. */
const pace = (run: number) => 60 + ((run * 37) % 61);

async function press(page: Page, run: number, ...keys: readonly string[]): Promise<void> {
  for (const key of keys) {
    await page.waitForTimeout(pace(run));
    await page.keyboard.press(key);
  }
}

const RUNS = 20;

test("twenty new zone entries typed at a person's pace are stored whole, each once, and in order", async ({
  page,
}) => {
  test.setTimeout(300_000);
  await page.goto("/zones/AMB");
  const entries = new GridDriver(page, "Entries");
  const before = await entries.rows();
  for (let run = 0; run < RUNS; run++) {
    const row = before - 1 + run;
    // typed and left by Tab, one cell left empty on the way, stored by Enter
    await entries.cell(row, 0).click();
    await page.keyboard.type("MUHU", { delay: pace(run) });
    await press(page, run, "Tab");
    await page.keyboard.type("ee", { delay: pace(run) });
    await press(page, run, "Tab", "Tab");
    await page.keyboard.type(String(70000 + run), { delay: pace(run) });
    await press(page, run, "Enter");
    await expect.poll(() => entries.rows()).toBe(before + run + 1);
  }
  await page.reload();
  await expect.poll(() => entries.rows()).toBe(before + RUNS);
  const find = page.getByLabel("Find entries");
  await find.fill("ee 700");
  await expect.poll(() => entries.rows()).toBe(RUNS);
  for (let run = 0; run < RUNS; run++) {
    const texts = await Promise.all([0, 1, 2, 3].map((column) => entries.cell(run, column).innerText()));
    expect(texts.map((text) => text.trim())).toEqual(["MUHU", "EE", "", String(70000 + run)]);
  }
  // the whole selection goes at once
  await entries.cell(0, 0).click();
  await page.keyboard.press("Control+Shift+ArrowDown");
  await page.keyboard.press("Control+Delete");
  await expect.poll(() => entries.rows()).toBe(0);
  await find.fill("");
  await expect.poll(() => entries.rows()).toBe(before);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => entries.rows()).toBe(before + RUNS);
  await page.getByRole("button", { name: "Redo" }).click();
  await expect.poll(() => entries.rows()).toBe(before);
});

test("rows are typed on while the server takes its time over those before: none runs into another", async ({
  page,
}) => {
  await page.goto("/zones/AMB");
  const entries = new GridDriver(page, "Entries");
  const before = await entries.rows();
  await page.route("**/zones/**", async (route) => {
    if (route.request().method() === "POST") await page.waitForTimeout(1500);
    await route.continue();
  });
  await entries.cell(before - 1, 0).click();
  for (const [zone, postcode] of [
    ["MUHU", "71001"],
    ["HIIU", "71002"],
    ["MUHU", "71003"],
  ] as const) {
    await page.keyboard.type(zone, { delay: 5 });
    await page.keyboard.press("Tab");
    await page.keyboard.type("ee", { delay: 5 });
    await page.keyboard.press("Tab");
    await page.keyboard.press("Tab");
    await page.keyboard.type(postcode, { delay: 5 });
    await page.keyboard.press("Enter");
  }
  await expect.poll(() => entries.rows()).toBe(before + 3);
  await page.unroute("**/zones/**");
  await page.getByLabel("Find entries").fill("ee 7100");
  await expect.poll(() => entries.rows()).toBe(3);
  const found = await Promise.all(
    [0, 1, 2].map((row) =>
      Promise.all([0, 1, 2, 3].map(async (column) => (await entries.cell(row, column).innerText()).trim())),
    ),
  );
  expect(found).toEqual([
    ["MUHU", "EE", "", "71001"],
    ["HIIU", "EE", "", "71002"],
    ["MUHU", "EE", "", "71003"],
  ]);
  await entries.cell(0, 0).click();
  await page.keyboard.press("Control+Shift+ArrowDown");
  await page.keyboard.press("Control+Delete");
  await expect.poll(() => entries.rows()).toBe(0);
  await page.getByLabel("Find entries").fill("");
  await expect.poll(() => entries.rows()).toBe(before);
});

test("half a new row stays where it is typed, is stored nowhere, and is still there after another page", async ({
  page,
}) => {
  await page.goto("/zones/AMB");
  const entries = new GridDriver(page, "Entries");
  const before = await entries.rows();
  await entries.cell(0, 0).click();
  await page.keyboard.press("Control+ArrowDown");
  await entries.cell(before - 1, 0).click();
  await page.keyboard.type("HIIU", { delay: pace(3) });
  await press(page, 3, "Tab");
  await expect(page.getByText("The new row is not stored yet")).toBeVisible();
  await press(page, 3, "ArrowUp", "ArrowUp");
  await expect(entries.cell(before - 1, 0)).toHaveText("HIIU");
  expect(await entries.rows()).toBe(before);
  await page.goto("/tariffs");
  await page.goto("/zones/AMB");
  await expect(entries.cell(before - 1, 0)).toHaveText("HIIU");
  const other = await page.context().newPage();
  await other.goto("/zones/AMB");
  expect(await new GridDriver(other, "Entries").rows()).toBe(before);
  await entries.cell(before - 1, 0).click();
  await page.keyboard.press("Escape");
  await expect(entries.cell(before - 1, 0)).not.toHaveText("HIIU");
});

test("Tab goes on through empty cells and leaves the grid only at a row's end", async ({ page }) => {
  await page.goto("/zones/AMB");
  const entries = new GridDriver(page, "Entries");
  await entries.cell(0, 0).click();
  for (let column = 1; column <= 4; column++) {
    await page.keyboard.press("Tab");
    await expect(entries.grid).toBeFocused();
  }
  await page.keyboard.press("Shift+Tab");
  await expect(entries.grid).toBeFocused();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  await expect(entries.grid).not.toBeFocused();
});

test("a block that does not fit is asked about, and rates never run on into a row's bounds", async ({
  page,
}) => {
  await page.goto("/tariffs/AMB-VAN-BUY?edition=2026&row=0&break=0");
  const name = (await page.getByRole("grid").getAttribute("aria-label")) ?? "";
  const table = new GridDriver(page, name);
  const columns = Number(await table.grid.getAttribute("aria-colcount"));
  const lastRate = columns - 3;
  const bound = await table.cell(0, columns - 2).innerText();
  const block = Array.from({ length: 3 }, () => "7.01\t7.02\t7.03\t7.04").join("\n");
  await table.paste(0, lastRate - 1, block);
  const question = page.getByRole("alert").filter({ hasText: "have no place here" });
  await expect(question).toContainText("2 of its columns");
  await question.getByRole("button", { name: "Discard" }).click();
  await expect(table.cell(0, lastRate)).not.toHaveText("7.02");
  await table.paste(0, lastRate - 1, block);
  await question.getByRole("button", { name: "Paste what fits" }).click();
  await expect(table.cell(0, lastRate)).toHaveText("7.02");
  await expect(table.cell(0, columns - 2)).toHaveText(bound);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(table.cell(0, lastRate)).not.toHaveText("7.02");
});
