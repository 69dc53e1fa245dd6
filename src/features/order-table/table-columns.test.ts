import { colsText, columnsOf, tableColumns } from "./table-columns";

const keys = (cols?: string) => columnsOf(cols).map(({ key }) => key);

test("an address that says nothing shows the usual columns, and the usual ones need no word in it", () => {
  expect(keys()).toEqual(keys(""));
  expect(colsText(new Set(keys()))).toBeUndefined();
});

test("columns stand in their own order however they are asked for; strange names are left aside", () => {
  expect(keys("margin,number,nonsense")).toEqual(["number", "margin"]);
  expect(keys("nonsense")).toEqual(keys());
  expect(colsText(new Set(["margin", "number"]))).toBe("number,margin");
});

test("what an address says is what it shows", () => {
  for (const { key } of tableColumns) expect(keys(colsText(new Set([key])))).toEqual([key]);
});
