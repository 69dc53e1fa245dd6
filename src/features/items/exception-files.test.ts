import type { ItemException } from "@/core/setup/offer";
import { exceptionVerdict, exceptionFields, exceptionTable } from "./exception-files";

const list: ItemException[] = [
  {
    item: "HIVE",
    offer: "post",
    destinations: [{ country: "SE", postcode: "62*" }, { country: "FI" }],
    do: { instead: "59.00" },
  },
  { goodsClass: "live", do: "ban" },
  { do: { extra: "2.50" } },
  { item: "BOOK", do: "shipsFree" },
];
const names = { skus: new Set(["HIVE", "BOOK"]), goodsClasses: ["live"], offers: ["post"] };

const verdicts = (known: readonly ItemException[], rows: readonly string[][]) =>
  rows.map((row) =>
    exceptionVerdict(
      known,
      names,
    )(Object.fromEntries(exceptionFields.map(({ key }, i) => [key, row[i] ?? ""]))),
  );

test("what is given out comes in again as it was", () => {
  const { rows } = exceptionTable(list);
  expect(verdicts([], rows)).toMatchObject(list.map((value) => ({ kind: "taken", value })));
  expect(verdicts(list, rows)).toEqual(list.map(() => ({ kind: "same" })));
});

test.each([
  [["GONE", "", "", "", "banned"], "no item GONE"],
  [["", "odd", "", "", "banned"], "no goods class odd"],
  [["", "", "odd", "", "banned"], "no offer odd"],
  [["", "", "", "Sweden", "banned"], "SWEDEN is not a country"],
  [["", "", "", "", "half price"], "none of"],
  [["", "", "", "", "extra much"], "not an amount"],
])("%j is left out with its reason", (row, why) => {
  expect(verdicts([], [row])).toEqual([{ kind: "refused", why: expect.stringContaining(why) as string }]);
});
