import { wholeTable, type Table } from "@/tabular/whole-table";
import type { TableField } from "@/tabular/match-columns";
import { below, firstReading, plainFigures, possibleHeads } from "./how-to-read";
import { verdictsOf, type Verdict } from "./verdict";

const fields: readonly TableField[] = [
  { key: "sku", name: "number", aliases: ["sku"], needed: true },
  { key: "price", name: "price", isFigure: true },
];
const never = () => undefined;

function table(...lines: string[]): Table {
  const read = wholeTable(Buffer.from(lines.join("\n")));
  if ("problem" in read) throw new Error(read.problem);
  return read;
}

test("the head is found below a title, and lines keep their numbers", () => {
  const file = table("Price list;2027", "", "SKU;Price;Note", "A;1,50;", "B;2,50;");
  const reading = firstReading(file, fields, never);
  expect(reading).toEqual({
    head: 1,
    columns: new Map([
      ["sku", 0],
      ["price", 1],
    ]),
    sign: ",",
  });
  expect(below(file, reading.head)).toMatchObject({ head: ["SKU", "Price", "Note"], lines: [4, 5] });
  expect(possibleHeads(file)[1]).toEqual({ at: 1, words: "line 3: SKU · Price · Note" });
});

test.each([
  [["A;1,50", "B;1.000,00"], ","],
  [["A;1.50"], "."],
  [["A;1,000", "B;2.25"], "."],
  [["A;1.000", "B;2,25"], ","],
  // nothing shows it
  [["A;1,000"], ","],
])("of %j the decimal sign is %s", (rows, sign) => {
  expect(firstReading(table("sku;price", ...rows), fields, never).sign).toBe(sign);
});

test("thousands are taken together by the decimal sign, in figures alone", () => {
  const cells = { sku: "1,000", price: "1,000" };
  expect(plainFigures(cells, fields, ".")).toEqual({ sku: "1,000", price: "1000" });
  expect(plainFigures(cells, fields, ",")).toEqual(cells);
  expect(plainFigures({ price: "1.234.567,89 kg" }, fields, ",")).toEqual({ price: "1234567,89 kg" });
});

test("what was chosen for the same heads comes back", () => {
  const kept = { columns: new Map([["sku", 1]]), sign: "." } as const;
  expect(
    firstReading(table("x;y", "1;2"), fields, (head) => (head.join() === "x,y" ? kept : undefined)),
  ).toEqual({
    ...kept,
    head: 0,
  });
});

test("of rows about the same thing the last counts, and the others say so", () => {
  const read = ({ sku = "" }: Readonly<Record<string, string>>): Verdict<string> =>
    sku === "" ? { kind: "refused", why: "empty" } : { kind: "taken", value: sku, about: sku };
  const { rows, lines } = table("sku", "A", "B", "A");
  const verdicts = verdictsOf({ rows, lines }, new Map([["sku", 0]]), read);
  expect(verdicts.map(({ line, verdict }) => [line, verdict.kind])).toEqual([
    [2, "refused"],
    [3, "taken"],
    [4, "taken"],
  ]);
  expect(verdicts[0]?.verdict).toMatchObject({ why: "Line 4 is about the same, and counts." });
});
