import type { Item } from "@/core/setup/item";
import { cataloguePage } from "./catalogue-page";

const kg = (value: string) => ({ value, unit: "kg" as const });
const of = (sku: string, more: Partial<Item> = {}): Item => ({ sku, name: `Thing ${sku}`, ...more });
const items = [
  of("A", { weight: kg("1") }),
  of("B"),
  of("C", { weight: kg("2"), name: "Comb" }),
  of("D", { goodsClass: "frames" }),
  of("E", { shippable: false }),
];
const ask = (more: Partial<Parameters<typeof cataloguePage>[1]> = {}, list = items) =>
  cataloguePage(list, { find: "", most: 10, keep: [], ...more }, new Set(["frames"]));
const skus = (page: ReturnType<typeof ask>) => page.items.map(({ sku }) => sku).join("");

test("what lacks a weight stands first, else the catalogue's order; a class's weight is enough not to be counted", () => {
  const page = ask();
  expect(skus(page)).toBe("BDACE");
  expect(page).toMatchObject({ total: 5, matching: 5, lacking: 1 });
});

test("a part is as long as it is asked for, and says how many there are", () => {
  expect(skus(ask({ most: 2 }))).toBe("BD");
  expect(ask({ most: 2 })).toMatchObject({ total: 5, matching: 5 });
  expect(ask({ find: " comb " })).toMatchObject({ items: [items[2]], matching: 1, total: 5, lacking: 1 });
});

test("items that are shown keep their place when one of them gets its weight; what is gone goes, what came stands behind", () => {
  const after = [
    of("N"),
    ...items.flatMap((item) =>
      item.sku === "D" ? [] : item.sku === "B" ? { ...item, weight: kg("3") } : item,
    ),
  ];
  const page = ask({ keep: ["B", "D", "A", "C", "E"] }, after);
  expect(skus(page)).toBe("BACEN");
  expect(page.items[0]).toMatchObject({ weight: kg("3") });
});

test("what is kept is never cut off, and does not stay where it no longer holds the text", () => {
  expect(skus(ask({ most: 1, keep: ["C", "A"] }))).toBe("CA");
  expect(skus(ask({ find: "thing", keep: ["C", "A"] }))).toBe("ABDE");
});
