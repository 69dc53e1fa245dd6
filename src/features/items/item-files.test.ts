import demo from "../../../demo/nettle-and-comb.items.json";
import setup from "../../../demo/nettle-and-comb.setup.json";
import { sure } from "../../../tests/support/smallest-setup";
import { applyItemChanges } from "@/core/setup/item-change";
import { items as itemsSchema, type Item } from "@/core/setup/item";
import { parseSetup, parseWith } from "@/core/setup/parse-setup";
import { matchColumns } from "@/tabular/match-columns";
import { wholeTable } from "@/tabular/whole-table";
import { writeTable } from "@/tabular/write-table";
import { readCell, withCells, type ItemField } from "./item-cells";
import { importedChanges, importedFields, itemVerdict, itemTable } from "./item-files";

const items = sure(parseWith(itemsSchema, demo));
const origins = ["TRT", "GDY", "NYK", "CES"];
const units = { weight: "kg", length: "cm" } as const;
const classes = setup.goodsClasses;
const known = new Map(items.map((item) => [item.sku, item]));
const read = itemVerdict(known, classes, units);

/** The rows of a file as cells by field. */
function cellsOf(text: string): Record<string, string>[] {
  const table = wholeTable(Buffer.from(text));
  if ("problem" in table) throw new Error(table.problem);
  const columns = matchColumns(table.head, importedFields(origins));
  return table.rows.map((row) => Object.fromEntries([...columns].map(([key, at]) => [key, row[at] ?? ""])));
}

test("the demo's items go out into a file and come in again unchanged", () => {
  const { head, rows } = itemTable(items, origins);
  const verdicts = cellsOf(writeTable(head, rows)).map(read);
  expect(verdicts.filter(({ kind }) => kind !== "same")).toEqual([]);
  expect(verdicts).toHaveLength(items.length);
  // a database gives the fields of a size in an order of its own
  const turned = new Map(
    items.map((item) => [
      item.sku,
      JSON.parse(JSON.stringify(item), (_, value: unknown) => reversed(value)) as Item,
    ]),
  );
  const again = cellsOf(writeTable(head, rows)).map(itemVerdict(turned, classes, units));
  expect(again.filter(({ kind }) => kind !== "same")).toEqual([]);
});

function reversed(value: unknown): unknown {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).reverse());
}

test("a spreadsheet's file changes what it names, adds what is new, and leaves out what it can't read", () => {
  const [first, second] = items;
  const cells = cellsOf(
    [
      "Article;Title;Weight;Size;Shipped",
      `${first!.sku};${first!.name};2,5;40x30,5 x 20;yes`,
      "NEW-1;New thing;300 g;;",
      ";Nameless;1;;",
      `${second!.sku};${second!.name};1;big;no`,
      `${second!.sku};${second!.name};1;;perhaps`,
    ].join("\n"),
  );
  const verdicts = cells.map(read);
  expect(verdicts.map(({ kind }) => kind)).toEqual(["taken", "taken", "refused", "refused", "refused"]);
  const changes = importedChanges(
    verdicts.flatMap((verdict) => (verdict.kind === "taken" ? [verdict.value] : [])),
  );
  const changed = applyItemChanges([first!], changes, sure(parseSetup(setup)));
  expect(changed.ok && changed.value.written).toMatchObject([
    {
      ...first,
      weight: { value: "2.5", unit: "kg" },
      size: { length: "40", width: "30.5", height: "20", unit: "cm" },
      shippable: true,
    },
    { sku: "NEW-1", name: "New thing", weight: { value: "300", unit: "g" } },
  ]);
});

test.each([
  ["weight", "70 lb", { value: "70", unit: "lb" }],
  ["size", "40 × 30 × 20 mm", { length: "40", width: "30", height: "20", unit: "mm" }],
  ["shipsAlone", "x", true],
  ["unitPrice", "12,50", "12.50"],
  ["currency", "sek", "SEK"],
  ["at TRT", "7", [{ origin: "TRT", quantity: 7 }]],
  ["goodsClass", " bulky ", "bulky"],
  ["gtin", "", undefined],
  ["notBy", "Air; ferry", ["air", "sea"]],
  ["notBy", "", undefined],
] as const)("%s %j", (field, text, value) =>
  expect(readCell({ sku: "A", name: "A" }, field as ItemField, text, units)).toMatchObject({ value }),
);

test("pieces at one origin leave the others; the last one emptied, nobody counts it any more", () => {
  const item = {
    sku: "A",
    name: "A",
    stock: [
      { origin: "TRT", quantity: 1 },
      { origin: "GDY", quantity: 2 },
    ],
  };
  const one = withCells(item, [["at TRT", "5"]], units);
  expect(one).toMatchObject({
    stock: [
      { origin: "TRT", quantity: 5 },
      { origin: "GDY", quantity: 2 },
    ],
  });
  expect(
    withCells(
      item,
      [
        ["at TRT", ""],
        ["at GDY", ""],
      ],
      units,
    ),
  ).toEqual({ sku: "A", name: "A" });
  expect(withCells(item, [["at TRT", "-1"]], units)).toHaveProperty("fault");
});

test.each([
  ["Weight (g)", "1500", { value: "1500", unit: "g" }],
  ["Weight [kg]", "1,5", { value: "1.5", unit: "kg" }],
  ["weight in grams", "70", { value: "70", unit: "g" }],
  ["Pounds", "3", { value: "3", unit: "lb" }],
  ["Weight (g)", "2 kg", { value: "2", unit: "kg" }],
  ["Weight", "2", { value: "2", unit: "kg" }],
  ["Weight", "2 g", { value: "2", unit: "g" }],
])("%s of %s is what it says, and not another unit's", (head, cell, weight) => {
  const [verdict] = cellsOf(`Number;Name;${head}\nNEW-1;New;${cell}\n`).map(read);
  expect(verdict).toMatchObject({ kind: "taken", value: { changes: [{ to: { weight } }] } });
});

test("a row is shown as it will be stored, and what would be refused when stored is refused before", () => {
  const [row, wrong, twice] = cellsOf(
    "sku;name;weight (g);size;price\nA-1;Jar;350;10x10x12;1,50\nA-2;Jar;heavy;;\nA-3;Jar;;;x",
  ).map(read);
  expect(row).toMatchObject({
    kind: "taken",
    about: "A-1",
    note: "new",
    shown: { "weight in g": "350 g", size: "10 × 10 × 12 cm", unitPrice: "1.50" },
  });
  expect(wrong?.kind).toBe("refused");
  expect(twice?.kind).toBe("refused");
});

test("a goods class is found by its code or name; one that is not there is made on the way", () => {
  const [byName, fresh, odd] = cellsOf(
    "sku;name;class\nA-1;Jar;BULKY\nA-2;Jar;glass\nA-3;Jar;glass ware!",
  ).map(read);
  expect(byName).toMatchObject({ kind: "taken", shown: { goodsClass: "bulky" }, note: "new" });
  expect(fresh).toMatchObject({ kind: "taken", note: "new, goods class glass is new" });
  expect(odd?.kind).toBe("refused");
  const rows = [byName, fresh].flatMap((verdict) => (verdict?.kind === "taken" ? [verdict.value] : []));
  expect(importedChanges(rows).map(({ path }) => path)).toEqual([
    "goodsClasses/glass",
    "items/A-1",
    "items/A-2",
  ]);
});
