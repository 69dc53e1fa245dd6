import { smallestSetup } from "../../../tests/support/smallest-setup";
import { inverse, type Change } from "./inverse";
import type { Item } from "./item";
import { applyItemChanges } from "./item-change";

const setup = { ...smallestSetup(), goodsClasses: [{ code: "bulky", name: "Bulky" }] };
const box: Item = { sku: "BOX/1", name: "Box", weight: { value: "2", unit: "kg" } };
const apply = (changes: readonly Change[], known: readonly Item[] = [box]) =>
  applyItemChanges(known, changes, setup);
const codes = (changes: readonly Change[]) => {
  const result = apply(changes);
  return result.ok ? [] : result.problems.map(({ code, path }) => `${code} ${path}`);
};

test("fields and whole items are changed, and their inverse brings everything back", () => {
  const changes: Change[] = [
    { path: "items/BOX%2F1/weight", from: { unit: "kg", value: "2" }, to: { value: "007.50", unit: "kg" } },
    { path: "items/BOX%2F1/goodsClass", to: "bulky" },
    { path: "items/LID", to: { sku: "LID", name: "Lid" } },
  ];
  const changed = apply(changes);
  if (!changed.ok) throw new Error(JSON.stringify(changed.problems));
  expect(changed.value.written).toEqual([
    { ...box, weight: { value: "7.50", unit: "kg" }, goodsClass: "bulky" },
    { sku: "LID", name: "Lid" },
  ]);
  expect(changed.value.changes[0]?.to).toEqual({ value: "7.50", unit: "kg" });
  const back = apply(inverse(changed.value.changes), changed.value.written);
  expect(back.ok && back.value).toMatchObject({ written: [box], removed: ["LID"] });
});

test("what does not fit is told at its field, and nothing is changed", () => {
  expect(
    codes([
      { path: "items/BOX%2F1/weight", from: { value: "3", unit: "kg" }, to: { value: "1", unit: "kg" } },
    ]),
  ).toEqual(["changed-meanwhile items/BOX%2F1/weight"]);
  expect(codes([{ path: "items/BOX%2F1/goodsClass", to: "bulk" }])).toEqual([
    "unknown-code items/BOX%2F1/goodsClass",
  ]);
  expect(codes([{ path: "items/BOX%2F1/stock", to: [{ origin: "MOON", quantity: 1 }] }])).toEqual([
    "unknown-code items/BOX%2F1/stock",
  ]);
  expect(codes([{ path: "items/BOX%2F1/unitPrice", to: "-1" }])[0]).toMatch(/^negative items\/BOX/);
  expect(codes([{ path: "items/NONE/name", from: "x", to: "y" }])).toEqual(["no-such-place items/NONE/name"]);
  expect(codes([{ path: "items/BOX%2F1", to: { sku: "BOX/1", name: "again" } }])).toEqual([
    "changed-meanwhile items/BOX%2F1",
  ]);
  expect(codes([{ path: "items/X", to: { sku: "Y", name: "other" } }])).toEqual([
    "no-such-place items/X/sku",
  ]);
});
