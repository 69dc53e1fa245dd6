import { strToU8, zipSync } from "fflate";
import { openTable } from "./open-table";
import type { TableFile } from "./table-file";
import { writeWorkbook } from "./write-workbook";

const utf8 = (text: string) => new TextEncoder().encode(text);

function opened(bytes: Uint8Array): TableFile {
  const file = openTable(bytes);
  if ("problem" in file) throw new Error(file.problem);
  return file;
}

/** All rows of a sheet with their lines. */
function rowsOf(file: TableFile, sheet = 0, decimal: "," | "." = "."): [number, ...string[]][] {
  const rows: [number, ...string[]][] = [];
  file.scan(sheet, decimal, (cells, line) => rows.push([line, ...cells]));
  return rows;
}

const sheetXml = (inner: string) =>
  `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">${inner}</worksheet>`;

/** A workbook of one sheet, as other programs write it. */
function workbook(sheet: string, more: Record<string, Uint8Array> = {}): Uint8Array {
  return zipSync({
    "xl/workbook.xml": strToU8(
      '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="urn:r"><sheets><sheet name="Rates" sheetId="1" r:id="rId1"/></sheets></workbook>',
    ),
    "xl/_rels/workbook.xml.rels": strToU8(
      '<Relationships><Relationship Id="rId1" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    "xl/worksheets/sheet1.xml": strToU8(sheetXml(sheet)),
    ...more,
  });
}

test("a text's rows keep their lines, blank ones between them too, and are parsed anew each time", () => {
  const file = opened(utf8("Rates of 2027;;\n\nzone;up to;price\n1;2;4,20\n;;\n1;5;6,10\n"));
  expect(file).toMatchObject({ how: "utf-8, semicolons between cells", sheets: [{ rows: 4 }] });
  expect(file.sheets[0]?.first[2]).toEqual(["zone", "up to", "price"]);
  const rows = rowsOf(file);
  expect(rows.map(([line]) => line)).toEqual([1, 3, 4, 6]);
  expect(rowsOf(file)).toEqual(rows);
});

test("the sign between cells is the one that cuts rows alike, whatever else is in them", () => {
  const rows = [
    "Rates, net",
    "zone;up to;price",
    "Sweden, Denmark;2;4,20",
    "Gotland, Åland, Bornholm;2;4,20",
    "Finland;5;on request",
  ];
  expect(opened(utf8(rows.join("\n"))).how).toBe("utf-8, semicolons between cells");
  expect(opened(utf8('zone,price\n1,"4;20;1"\n2,"5;1;1"')).how).toBe("utf-8, commas between cells");
  expect(opened(utf8("zone\tprice\n1\t4,20\n2\t5,20")).how).toBe("utf-8, tabs between cells");
});

test("sheets that are written are read again, figures with their digits and long ones whole", async () => {
  const rows = [
    ["1", "12.50", "0", "007"],
    ["", "0.0000001", "12345678901234567.89", "=1+1"],
  ];
  const blob = await writeWorkbook([
    { name: "One", head: ["zone", "2", "5", "note"], rows },
    { name: "Two/2", head: ["a"], rows: [["x"]] },
  ]);
  const file = opened(new Uint8Array(await blob.arrayBuffer()));
  expect(file.sheets.map(({ name, rows: count }) => [name, count])).toEqual([
    ["One", 3],
    ["Two 2", 2],
  ]);
  expect(rowsOf(file).slice(1)).toEqual(rows.map((row, i) => [i + 2, ...row]));
  expect(rowsOf(file, 1)).toEqual([
    [1, "a"],
    [2, "x"],
  ]);
});

test("figures come as their format shows them where nothing is lost, dates as days, errors are counted", () => {
  const styles = strToU8(
    '<styleSheet><numFmts><numFmt numFmtId="170" formatCode="#,##0.00\\ &quot;kr&quot;"/></numFmts><cellXfs><xf numFmtId="0"/><xf numFmtId="170"/><xf numFmtId="14"/></cellXfs></styleSheet>',
  );
  const file = opened(
    workbook(
      '<sheetData><row r="2"><c r="A2" s="1"><v>12.5</v></c><c r="B2" s="1"><v>4.3499999999999996</v></c><c r="C2" s="1"><v>0.125</v></c><c r="E2" s="2"><v>46053</v></c><c r="F2" t="e"><f>1/0</f><v>#DIV/0!</v></c><c r="G2" t="inlineStr"><is><t>4,20</t></is></c></row></sheetData>',
      { "xl/styles.xml": styles },
    ),
  );
  expect(file.sheets[0]).toMatchObject({ name: "Rates", errors: 1 });
  expect(rowsOf(file)).toEqual([[2, "12.50", "4.35", "0.125", "", "2026-01-31", "#DIV/0!", "4,20"]]);
  expect(rowsOf(file, 0, ",")[0]?.slice(1, 4)).toEqual(["12,50", "4,35", "0,125"]);
});

test("cells merged over rows hold their value in each of them", () => {
  const file = opened(
    workbook(
      '<sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>Zone 1</t></is></c><c r="B1"><v>2</v></c></row><row r="2"><c r="B2"><v>5</v></c></row></sheetData><mergeCells count="1"><mergeCell ref="A1:A2"/></mergeCells>',
    ),
  );
  expect(file.sheets[0]?.merged).toBe(1);
  expect(rowsOf(file)).toEqual([
    [1, "Zone 1", "2"],
    [2, "Zone 1", "5"],
  ]);
});

const png = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0]);
const whole = workbook("<sheetData><row><c><v>1</v></c></row></sheetData>");

test.each([
  ["nothing at all", new Uint8Array(), "empty"],
  ["blank lines", utf8("\n \n\n"), "empty"],
  ["an image", png, "image"],
  ["a PDF", utf8("%PDF-1.7 ..."), "pdf"],
  ["a workbook of the old kind", new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0xa1]), "old-workbook"],
  ["other bytes", new Uint8Array([0xff, 0x00, 0x9d, 0x81, 0x00, 0x00, 0xc3, 0x28]), "binary"],
  ["an archive of something else", zipSync({ "a.txt": strToU8("x") }), "not-a-workbook"],
  ["an empty sheet", workbook("<sheetData/>"), "empty"],
  ["a workbook cut short", whole.slice(0, whole.length >> 1), "broken"],
  ["a sheet that is no XML", workbook("<sheetData><row></sheetData>"), "broken"],
  ["10 MB of one line", utf8("1;2;".repeat(2_500_000)), "line-too-long"],
  ["too many columns", utf8(`${"1;".repeat(2001)}\n`), "too-wide"],
  ["a quotation mark left open", utf8('a;b\n"1;2\n3;4\n'), "broken-quotes"],
] as const)("%s is told for what it is", (_, bytes, problem) =>
  expect(openTable(bytes)).toEqual({ problem }),
);

test("what unpacks to gigabytes stops at the limit: one part of nothing, and rows of many small cells", () => {
  const bomb = workbook("", { "xl/sharedStrings.xml": new Uint8Array(110_000_000).fill(0x20) });
  expect(bomb.length).toBeLessThan(400_000);
  const before = process.memoryUsage().rss;
  expect(openTable(bomb)).toMatchObject({ problem: expect.stringMatching(/broken|unpacks-too-large/) });
  expect(process.memoryUsage().rss - before).toBeLessThan(300_000_000);
  const rows = workbook(`<sheetData>${"<row><c><v>1</v></c></row>".repeat(260_000)}</sheetData>`);
  expect(openTable(rows)).toEqual({ problem: "too-long" });
});
