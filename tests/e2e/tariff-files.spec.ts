import { expect, test, type Page } from "./test";
import { strToU8, zipSync } from "fflate";
import { TariffDriver } from "./drivers/tariff-driver";

const put = (page: Page, name: string, body: string | Uint8Array) =>
  page.locator("input[type=file]").setInputFiles({ name, mimeType: "text/csv", buffer: Buffer.from(body) });

/** What a button gives out, whole. */
async function given(page: Page, button: string): Promise<Buffer> {
  const waiting = page.waitForEvent("download");
  await page.getByRole("button", { name: button }).click();
  const parts: Buffer[] = [];
  for await (const part of await (await waiting).createReadStream()) parts.push(Buffer.from(part as Buffer));
  return Buffer.concat(parts);
}

const messy = [
  "Net rates from 1 January 2027;;;;",
  "Service;Country;Weight from (g);Weight to (g);Price EUR",
  "Messy road;SE;0;3000;4,20",
  "Messy road;SE;3001;10000;6,10",
  "Messy road;SE;10001;9999999;9,80",
  "Messy road;Finland;0;3000;1.005,20",
  "Messy road;Finland;3001;10000;7,10",
  "Messy road;Finland;10001;9999999;11,40",
  "Messy night;SE;0;3000;14,20",
  "Messy night;SE;3001;10000;on request",
  "Messy night;SE;10001;9999999;29,90",
  "Messy night;Atlantis;0;3000;14,20",
].join("\r\n");

test("a messy list of two services becomes two right tariffs, is taken back whole, and is known the next time", async ({
  page,
}) => {
  await page.goto("/tariffs/+file");
  await put(page, "messy.csv", messy);
  await expect(page.getByLabel("Unit of the file")).toHaveValue("g");
  await expect(page.getByLabel("Decimal sign")).toHaveValue(",");
  const status = page.getByRole("status").filter({ hasText: "unchanged" });
  await expect(status).toContainText("8 new · 0 changed · 0 unchanged · 2 refused");
  await expect(page.getByRole("grid")).toContainText("“on request” in price is not a figure.");
  await expect(page.getByRole("grid")).toContainText("“Atlantis” is not a country.");
  // by keys alone: the huge last bounds are "and above", one hole is closed
  const bound = page.getByRole("combobox", { name: /looks like “and above”/ });
  await bound.focus();
  await page.keyboard.press("ArrowDown");
  await expect(bound).toHaveValue("upper");
  await expect(page.getByRole("region", { name: "Where breaks do not meet" })).toContainText(
    "one step after the one before ends: 3000 to 3001, 10000 to 10001 g",
  );
  const leftOut = (await given(page, "CSV of what is refused")).toString();
  expect(leftOut).toContain('Atlantis,0,3000,"14,20",12,“Atlantis” is not a country.');
  const store = page.getByRole("button", { name: "Store 2 tariffs" });
  await store.focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/MESSY-ROAD\?edition=2027/);
  const tariff = new TariffDriver(page);
  const rates = (row: number) => Promise.all([0, 1, 2].map((at) => tariff.cell(row, at).innerText()));
  expect(await rates(0)).toEqual(["4.20", "6.10", "9.80"]);
  expect(await rates(1)).toEqual(["1005.20", "7.10", "11.40"]);
  await expect(tariff.grid).toContainText("Finland");
  for (const [at, edge] of [
    [1, "3"],
    [2, "10"],
    [3, ""],
  ] as const)
    await expect(page.getByRole("textbox", { name: new RegExp(`Edge of break ${at}`) })).toHaveValue(edge);
  await page.getByRole("link", { name: "Import" }).click();
  await put(page, "messy again.csv", messy.replace("4,20", "4,50"));
  await expect(page.getByText("read as the last file with these heads was")).toBeVisible();
  await page.goto("/tariffs/MESSY-NIGHT");
  expect(await rates(0)).toEqual(["14.20", "no rate", "29.90"]);
  await page.goto("/tariffs");
  await expect(page.getByRole("link", { name: "Messy night" })).toBeVisible();
});

test("stored by mistake, all of it goes with one undo", async ({ page }) => {
  await page.goto("/tariffs/+file");
  await put(page, "two.csv", messy.replaceAll("Messy", "Wrong"));
  await page.getByRole("button", { name: "Store 2 tariffs" }).click();
  await expect(page).toHaveURL(/WRONG-ROAD/);
  await page.getByRole("navigation", { name: "Stations" }).getByRole("link", { name: "Tariffs" }).click();
  await expect(page.getByRole("link", { name: "Wrong night" })).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByRole("link", { name: /^Wrong/ })).toHaveCount(0);
});

test("what is given out comes in again unchanged, as a table and as a list, CSV and XLSX", async ({
  page,
}) => {
  for (const [button, name] of [
    ["zones down: CSV", "t.csv"],
    ["a row a rate: CSV", "t.csv"],
    ["zones down: XLSX", "t.xlsx"],
    ["a row a rate: XLSX", "t.xlsx"],
  ] as const) {
    await page.goto("/tariffs/STP-GDY-BUY");
    const file = await given(page, button);
    await page.getByRole("link", { name: "Import" }).click();
    await put(page, name, file);
    await expect(page.getByRole("status").filter({ hasText: "unchanged" })).toContainText(
      /^0 new · 0 changed · \d+ unchanged · 0 refused/,
    );
  }
});

test("a table changed in a spreadsheet replaces the edition's, with what it changes told before", async ({
  page,
}) => {
  await page.goto("/tariffs/STP-GDY-BUY");
  const text = (await given(page, "zones down: CSV"))
    .toString()
    .replace(/^\ufeff/, "")
    .trim();
  const [head, first, ...rest] = text.split("\r\n");
  const cells = first!.split(",");
  // semicolons and decimal commas, as a spreadsheet here saves it
  const semicolons = [head, [cells[0], "1234.50", ...cells.slice(2)].join(","), ...rest]
    .map((line) => line!.split(",").join(";").replaceAll(".", ","))
    .join("\r\n");
  await page.getByRole("link", { name: "Import" }).click();
  await put(page, "table.csv", semicolons);
  await expect(page.getByRole("status").filter({ hasText: "unchanged" })).toContainText("1 changed");
  await expect(page.getByRole("grid")).toContainText(`instead of ${cells[1]!}`);
  await page.getByRole("button", { name: "Store the tariff" }).click();
  const grid = page.getByRole("grid");
  await expect(grid).toContainText("1234.50");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(grid).not.toContainText("1234.50");
});

test("weights that can't be the unit's are suspected, and bands have pages of their own", async ({
  page,
}) => {
  await page.goto("/tariffs/+file");
  const rows = [
    "zone;goods up to;up to kg;price",
    "1;100;250;3,50",
    "1;100;2000;21,50",
    "1;above;250;2,50",
    "1;above;2000;20,50",
  ];
  await put(page, "letters.csv", rows.join("\n"));
  await page.getByLabel("Column 2, goods up to holds").selectOption({ label: "band, up to" });
  await page.getByLabel("Column 3, up to kg holds").selectOption({ label: "break up to" });
  await page.getByLabel("Zone chart", { exact: true }).selectOption({ label: "Pinepost zones" });
  await page.getByRole("button", { name: "Read them as g" }).click();
  await page.getByRole("button", { name: "Store the tariff" }).click();
  const tariff = new TariffDriver(page);
  await expect(tariff.cell(0, 0)).toHaveText("3.50");
  await page.getByLabel("Band").selectOption({ label: "goods without tax over 100 EUR" });
  await expect(tariff.cell(0, 0)).toHaveText("2.50");
  await tariff.cell(0, 1).click();
  await tariff.type("21");
  await expect(page.locator("[role=gridcell].italic")).toHaveCount(0);
  await page.reload();
  await expect(tariff.cell(0, 1)).toHaveText("21.50");
  await expect(async () => {
    await page.getByLabel("Band").selectOption({ index: 1 });
    await expect(tariff.cell(0, 1)).toHaveText("21", { timeout: 1000 });
  }).toPass();
  await page.getByLabel("Band").selectOption({ index: 0 });
  await expect(tariff.cell(0, 1)).toHaveText("21.50");
});

const book = (sheet: string, more: Record<string, Uint8Array> = {}) =>
  zipSync({
    "xl/workbook.xml": strToU8(
      '<workbook xmlns:r="urn:r"><sheets><sheet name="Rates" sheetId="1" r:id="rId1"/></sheets></workbook>',
    ),
    "xl/_rels/workbook.xml.rels": strToU8(
      '<Relationships><Relationship Id="rId1" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    "xl/worksheets/sheet1.xml": strToU8(`<worksheet>${sheet}</worksheet>`),
    ...more,
  });

test("a wrong file gets a clear answer, and the next one is read", async ({ page }) => {
  await page.goto("/tariffs/+file");
  const alert = page.getByRole("alert").filter({ hasText: "file" });
  for (const [body, says] of [
    [new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]), "It is a picture"],
    [book("<sheetData/>"), "There is nothing in it."],
    [new TextEncoder().encode("1;2;".repeat(2_500_000)), "longer than a table's can be"],
    [
      book("<sheetData/>", { "xl/sharedStrings.xml": new Uint8Array(110_000_000).fill(0x20) }),
      "unpacks to more than 100 MB",
    ],
  ] as const) {
    await put(page, "file.xlsx", body);
    await expect(alert).toContainText(says);
  }
  const cell = (at: string, inner: string) => `<c r="${at}" t="inlineStr"><is><t>${inner}</t></is></c>`;
  await put(
    page,
    "rates.xlsx",
    book(
      `<sheetData><row r="1">${cell("A1", "zone")}${cell("B1", "up to kg")}${cell("C1", "price")}</row>` +
        `<row r="2">${cell("A2", "1")}<c r="B2"><v>2</v></c><c r="C2"><v>4.2</v></c></row>` +
        `<row r="3"><c r="B3"><v>5</v></c><c r="C3" t="e"><v>#REF!</v></c></row></sheetData>` +
        `<mergeCells><mergeCell ref="A2:A3"/></mergeCells>`,
    ),
  );
  await expect(page.getByText("1 merged cell:")).toBeVisible();
  await expect(page.getByText("1 formula of it ends in an error")).toBeVisible();
  await expect(page.getByRole("grid")).toContainText("Its formula ends in #REF!.");
  await expect(alert).toHaveCount(0);
});
