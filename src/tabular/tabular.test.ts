import fc from "fast-check";
import Papa from "papaparse";
import { decodeText } from "./decode-text";
import { matchColumns } from "./match-columns";
import { wholeTable } from "./whole-table";
import { writeTable } from "./write-table";

const readTable = (text: string) => wholeTable(Buffer.from(text));

const utf16 = (text: string, big: boolean) => {
  const bytes = Buffer.from(text, "utf16le");
  return new Uint8Array(big ? bytes.swap16() : bytes);
};

test.each([
  ["UTF-8", Buffer.from("Cēsis"), "utf-8", "Cēsis"],
  ["UTF-8 with a mark", Buffer.from("\ufeffCēsis"), "utf-8", "Cēsis"],
  [
    "Windows-1252",
    Buffer.from([0x4e, 0x79, 0x6b, 0xf6, 0x70, 0x69, 0x6e, 0x67, 0x20, 0x80]),
    "windows-1252",
    "Nyköping €",
  ],
  ["UTF-16 with a mark", utf16("\ufeffPärnu", false), "utf-16le", "Pärnu"],
  ["UTF-16, big end first, with a mark", utf16("\ufeffPärnu", true), "utf-16be", "Pärnu"],
  ["UTF-16 without one", utf16("zone;country\n1;EE", false), "utf-16le", "zone;country\n1;EE"],
  ["nothing", Buffer.from(""), "utf-8", ""],
])("%s is recognised", (_, bytes, encoding, text) => {
  expect(decodeText(bytes)).toEqual({ text, encoding });
});

test("semicolons with decimal commas, quotes with line breaks, and tabs are read", () => {
  const german = readTable(
    'Zone;Land;Preis;Text\r\n1;EE;4,20;"zwei\nZeilen; und ""Zitat"""\r\n;;;\r\n2;LV;5,10;x\r\n',
  );
  expect(german).toEqual({
    head: ["Zone", "Land", "Preis", "Text"],
    rows: [
      ["1", "EE", "4,20", 'zwei\nZeilen; und "Zitat"'],
      ["2", "LV", "5,10", "x"],
    ],
    headLine: 1,
    lines: [2, 4],
    how: "utf-8, semicolons between cells",
  });
  expect(readTable("a\tb\n1\t2")).toMatchObject({ how: "utf-8, tabs between cells", rows: [["1", "2"]] });
  expect(readTable("only\n1\n2")).toMatchObject({ head: ["only"], rows: [["1"], ["2"]] });
  expect(readTable("")).toEqual({ problem: "empty" });
  expect(readTable('a,b\n"1,2\n')).toEqual({ problem: "broken-quotes" });
});

test("what is written is read back unchanged, and no spreadsheet runs it", () => {
  const cell = fc.oneof(
    fc.string({ maxLength: 12 }).map((text) => text.trim()),
    fc.constantFrom("=1+1", "+372 55", "-5", "@x", "-x", 'a"b', "a;b", "two\nlines", "'=1", "'x"),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(cell, cell, fc.constant("x")), { minLength: 1, maxLength: 8 }), (rows) => {
      fc.pre(rows.flat().every((text) => !/[\r\0]/.test(text)));
      const written = writeTable(["a", "b", "c"], rows);
      const seen = Papa.parse<string[]>(written).data.flat();
      expect(seen.filter((text) => /^[=+@]|^-(?!\d+([.,]\d+)?$)/.test(text))).toEqual([]);
      const read = wholeTable(Buffer.from(written));
      expect("rows" in read && read.rows).toEqual(rows);
    }),
    { seed: 5, numRuns: 300 },
  );
});

test("columns are matched by their heads, exact ones first, each once", () => {
  const fields = [
    { key: "zone", name: "Zone" },
    { key: "country", name: "Country", aliases: ["Land"] },
    { key: "postcode", name: "Postcode", aliases: ["Zip code", "PLZ"] },
    { key: "name", name: "Name" },
  ];
  expect([...matchColumns(["zip-code from", "LAND", "Zone", "Zone name"], fields)]).toEqual([
    ["zone", 2],
    ["country", 1],
    ["postcode", 0],
    ["name", 3],
  ]);
  expect([...matchColumns(["x", "y"], fields)]).toEqual([]);
});
