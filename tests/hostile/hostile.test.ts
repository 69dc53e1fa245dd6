import { strToU8, zipSync } from "fflate";
import { quoteRequestSchema } from "@/core/quote/request";
import { parseSetup, parseWith, readRequest } from "@/core/setup/parse-setup";
import { readPattern } from "@/core/zones/postcode";
import { readGoods } from "@/features/edits/read-goods";
import { shownBy } from "@/tabular/number-format";
import { openTable } from "@/tabular/open-table";
import { smallestSetup } from "../support/smallest-setup";

/**
 * A megabyte of whatever is worst takes no more of the processor than this: time it waits for others does not count, and
 * of a few tries the best does. In a process of its own all of them stay under 250 ms (the worst, thousands of patterns of
 * no shape, takes 200); in a context of Jest the same work takes twice that, and a busy machine is slower. What this
 * catches is work that grows faster than its input, which takes seconds.
 */
const MOST_MS = 1000;
const TRIES = 5;
const MB = 1_000_000;

function timed<T>(work: () => T): T {
  let best = Infinity;
  let result: T | undefined;
  for (let n = 0; n < TRIES && best > MOST_MS; n++) {
    const begun = process.cpuUsage();
    result = work();
    const { user, system } = process.cpuUsage(begun);
    best = Math.min(best, (user + system) / 1000);
  }
  expect(best).toBeLessThan(MOST_MS);
  return result as T;
}

const request = { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }] };
const fields = (count: number) => Object.fromEntries(Array.from({ length: count }, (_, i) => [`f${i}`, i]));
/** Lists in lists, as deep as asked for. */
const nested = (depth: number) => {
  let value: unknown = [];
  for (let i = 0; i < depth; i++) value = [value];
  return value;
};

const requests: readonly (readonly [string, () => unknown])[] = [
  ["unknown fields", () => ({ ...request, ...fields(80_000) })],
  [
    "unknown fields like known ones",
    () => ({
      ...request,
      ...Object.fromEntries(Array.from({ length: 60_000 }, (_, i) => [`shipTo${i}`, 1])),
    }),
  ],
  ["long unknown names", () => ({ ...request, ["x".repeat(MB)]: 1 })],
  ["lines without anything", () => ({ ...request, lines: Array.from({ length: 300_000 }, () => ({})) })],
  ["lines of numbers", () => ({ ...request, lines: Array.from({ length: 500_000 }, () => 1) })],
  [
    "lines with strange fields",
    () => ({
      ...request,
      lines: Array.from({ length: 10_000 }, () => ({ sku: "A", quantity: 1, ...fields(6) })),
    }),
  ],
  ["a long number", () => ({ ...request, lines: [{ sku: "A", quantity: 1, unitPrice: "9".repeat(MB) }] })],
  ["a long code", () => ({ ...request, channel: "x".repeat(MB) })],
  ["letters that combine", () => ({ ...request, coupon: "a\u0301".repeat(MB / 4) })],
  [
    "many letters that combine",
    () => ({
      ...request,
      ...Object.fromEntries(Array.from({ length: 60_000 }, (_, i) => [`f${i}`, "a\u0301"])),
    }),
  ],
  ["nested lists", () => ({ ...request, lines: nested(100_000) })],
  ["offers", () => ({ ...request, offers: Array.from({ length: 150_000 }, () => "!") })],
];

test.each(requests)("a request of %s is refused at once, with no more than 50 problems", (_, make) => {
  const input = make();
  const read = timed(() => readRequest(quoteRequestSchema, input));
  expect(read.ok).toBe(false);
  if (!read.ok) {
    expect(read.problems.length).toBeGreaterThan(0);
    expect(read.problems.length).toBeLessThanOrEqual(50);
    expect(read.problems.filter(({ hint }) => hint !== undefined).length).toBeLessThanOrEqual(20);
  }
});

test.each([
  ["unknown fields", () => ({ ...smallestSetup(), ...fields(80_000) })],
  [
    "offers that are nothing",
    () => ({ ...smallestSetup(), offers: Array.from({ length: 60_000 }, () => ({})) }),
  ],
  [
    "rules of no shape",
    () => {
      const setup = JSON.parse(JSON.stringify(smallestSetup())) as { offers: { plan: unknown }[] };
      const rules = Array.from({ length: 20_000 }, () => ({ when: [{ measure: "x" }], then: {} }));
      setup.offers[0]!.plan = { kind: "ladder", match: "first", rules };
      return setup;
    },
  ],
  [
    "patterns of no shape",
    () => {
      const setup = JSON.parse(JSON.stringify(smallestSetup())) as { zoneCharts: { entries: unknown[] }[] };
      setup.zoneCharts[0]!.entries = Array.from({ length: 12_500 }, () => ({
        zone: "1",
        country: "EE",
        postcode: "-".repeat(40),
      }));
      return setup;
    },
  ],
  [
    "nested conditions",
    () => {
      const setup = JSON.parse(JSON.stringify(smallestSetup())) as { offers: { free: unknown }[] };
      let when: unknown = { coupon: ["A"] };
      for (let i = 0; i < 3000; i++) when = { not: when };
      setup.offers[0]!.free = { anyOf: [when] };
      return setup;
    },
  ],
] as const)("a setup of %s is refused at once", (_, make) => {
  const input = make();
  const read = timed(() => parseSetup(input));
  expect(read).toMatchObject({ ok: false });
  if (!read.ok) expect(read.problems.length).toBeLessThanOrEqual(50);
});

test("a text that no database keeps is refused with its place, another way of writing one becomes the usual one", () => {
  for (const text of ["a\0b", "\ud800", "x\udc00y"])
    expect(parseWith(quoteRequestSchema, { ...request, coupon: text })).toEqual({
      ok: false,
      problems: [{ code: "bad-text", path: "coupon", data: {} }],
    });
  const read = parseWith(quoteRequestSchema, { ...request, coupon: "Ho\u0308ney" });
  expect(read).toMatchObject({ ok: true, value: { coupon: "H\u00f6ney" } });
  expect(parseWith(quoteRequestSchema, { ...request, ["\0"]: 1 })).toMatchObject({
    ok: false,
    problems: [{ code: "bad-text" }],
  });
});

test("postcode patterns, number formats and goods as they are typed cost no more than their length", () => {
  timed(() => {
    for (let n = 0; n < MB / 40; n++) readPattern(`${"9".repeat(18)}..${"9".repeat(18)}`);
  });
  for (const text of ["0", "0.", "0.0", "#,", "\\", '"', "[", "y", "0.0;"])
    timed(() => shownBy(text.repeat(MB / text.length)));
  for (const text of ["1", "1 x ", "1.", "1x1x1", " at ", "9 kg ", "1,"])
    timed(() => readGoods(text.repeat(MB / text.length), "kg"));
});

test.each([
  ["0.00", 2],
  ["#,##0.00 \u20ac", 2],
  ["000", 0],
  ["0.0?", 1],
  ["yyyy-mm-dd", "date"],
  ["0%", undefined],
  ["General", undefined],
  [`0.${"0".repeat(200)}`, 30],
] as const)("the format %s shows %s", (code, shown) => {
  expect(shownBy(code)).toBe(shown);
});

const main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
const part = (inner: string) =>
  strToU8(`<?xml version="1.0"?><worksheet xmlns="${main}">${inner}</worksheet>`);

function workbook(sheets: readonly string[]): Uint8Array {
  const names = sheets.map((_, i) => `<sheet name="S${i}" sheetId="${i + 1}" r:id="r${i}"/>`).join("");
  const links = sheets.map((_, i) => `<Relationship Id="r${i}" Target="worksheets/s${i}.xml"/>`).join("");
  return zipSync({
    "xl/workbook.xml": strToU8(
      `<workbook xmlns="${main}" xmlns:r="urn:r"><sheets>${names}</sheets></workbook>`,
    ),
    "xl/_rels/workbook.xml.rels": strToU8(`<Relationships>${links}</Relationships>`),
    ...Object.fromEntries(sheets.map((inner, i) => [`xl/worksheets/s${i}.xml`, part(inner)])),
  });
}

const row = (n: number) => `<row r="${n}"><c r="A${n}"><v>${n}</v></c><c r="B${n}"><v>1</v></c></row>`;
const rows = (count: number) =>
  `<sheetData>${Array.from({ length: count }, (_, i) => row(i + 1)).join("")}</sheetData>`;

test("merged cells far away, over all rows, or by the thousand are read in bounded room and time", () => {
  const far = workbook([
    `${rows(2)}<mergeCells><mergeCell ref="ZZZZZZ1:ZZZZZZ9"/><mergeCell ref="A1:A99999999999"/></mergeCells>`,
  ]);
  const opened = openTable(far);
  expect("problem" in opened ? opened.problem : opened.sheets[0]!.rows).toBe(2);
  const merges = Array.from({ length: 10_000 }, (_, i) => `<mergeCell ref="A${1 + (i % 50)}:A20000"/>`).join(
    "",
  );
  const many = workbook([`${rows(20_000)}<mergeCells>${merges}</mergeCells>`]);
  const begun = performance.now();
  const file = openTable(many);
  if ("problem" in file) throw new Error(file.problem);
  let last = "";
  file.scan(0, ".", (cells) => (last = cells[0] ?? ""));
  // of merges that lie over each other, which no program writes, the first holds
  expect(last).toBe("1");
  // the rows alone take most of it
  expect(performance.now() - begun).toBeLessThan(10_000);
});

test("a hundred sheets are unpacked once, and more than that is refused", () => {
  const sheets = Array.from({ length: 100 }, () => rows(20));
  const file = openTable(workbook(sheets));
  expect("problem" in file ? file.problem : file.sheets.map((sheet) => sheet.rows)).toEqual(
    Array(100).fill(20),
  );
  expect(openTable(workbook(Array.from({ length: 101 }, () => rows(1))))).toMatchObject({
    problem: "too-large",
  });
});
