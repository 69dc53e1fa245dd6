import fc from "fast-check";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { Decimal } from "../money/decimal";
import { ItemExceptions } from "../plans/item-exceptions";
import type { Item } from "../setup/item";
import type { ItemException } from "../setup/offer";
import { whatApplies } from "./what-applies";
import { runs } from "../../../tests/support/runs";

const hive: Item = { sku: "HIVE", name: "Hive", goodsClass: "bulky", weight: { value: "31", unit: "kg" } };

function rules(change: (setup: ReturnType<typeof smallestSetup>) => void, item: Item = hive) {
  const setup = smallestSetup();
  setup.goodsClasses = [{ code: "bulky", name: "Bulky", defaultWeight: { value: "12", unit: "kg" } }];
  change(setup);
  return whatApplies(setup, item);
}

test("what is not shipped has nothing else to say", () => {
  expect(rules(() => undefined, { ...hive, shippable: false })).toEqual([
    { kind: "not-shipped", source: "items/HIVE/shippable" },
  ]);
});

test("weights, sizes, refusals and limits each name their place", () => {
  const found = rules(
    (setup) => {
      setup.services[0]!.limits = { maxParcelWeight: { value: "10", unit: "kg" } };
      setup.services[0]!.accepts = { onlyGoodsClasses: ["small"] };
      setup.offers[0]!.refusesGoodsClasses = ["bulky"];
    },
    { sku: "HIVE", name: "Hive", goodsClass: "bulky" },
  );
  expect(found).toEqual([
    { kind: "any-origin", source: "items/HIVE/stock" },
    {
      kind: "weight-of-class",
      goodsClass: "Bulky",
      value: "12",
      unit: "kg",
      source: "goodsClasses/bulky/defaultWeight",
    },
    { kind: "size-missing", source: "items/HIVE/size" },
    { kind: "service-refuses", name: "Parcel", source: "services/PARCEL/accepts/onlyGoodsClasses" },
    { kind: "offer-refuses", name: "Parcel", source: "offers/parcel/refusesGoodsClasses" },
    {
      kind: "too-heavy",
      name: "Parcel",
      limit: "10",
      unit: "kg",
      source: "services/PARCEL/limits/maxParcelWeight",
    },
  ]);
});

test("exceptions come from the most specific on, those beaten said so", () => {
  const found = rules((setup) => {
    setup.itemExceptions = [
      { do: { extra: "1" } },
      { goodsClass: "bulky", do: { extra: "5" } },
      { item: "HIVE", destinations: [{ country: "FI" }], do: "ban" },
      { item: "OTHER", do: "ban" },
      { item: "HIVE", do: { instead: "30" } },
    ];
  });
  expect(
    found.flatMap((rule) => (rule.kind === "exception" ? [[rule.source, rule.by, rule.isBeaten]] : [])),
  ).toEqual([
    ["itemExceptions/2", "item", false],
    ["itemExceptions/4", "item", false],
    ["itemExceptions/1", "goodsClass", true],
    ["itemExceptions/0", "all", true],
  ]);
});

test("an exception said to be beaten is never the one that counts", () => {
  const exception: fc.Arbitrary<ItemException> = fc
    .record({
      item: fc.option(fc.constantFrom("HIVE", "OTHER"), { nil: undefined }),
      goodsClass: fc.option(fc.constantFrom("bulky", "small"), { nil: undefined }),
      offer: fc.option(fc.constantFrom("a", "b"), { nil: undefined }),
      country: fc.option(fc.constantFrom("FI", "EE"), { nil: undefined }),
    })
    .map(({ item, goodsClass, offer, country }) => ({
      ...(item === undefined ? {} : { item }),
      ...(goodsClass === undefined ? {} : { goodsClass }),
      ...(offer === undefined ? {} : { offer }),
      ...(country === undefined ? {} : { destinations: [{ country }] }),
      do: "shipsFree" as const,
    }));
  const line = {
    index: 0,
    item: compileItem(hive, new Map()),
    quantity: 1,
    priceBeforeDiscount: Decimal.one,
    price: Decimal.one,
    includesTax: false,
    taxPercent: Decimal.zero,
    pinned: undefined,
  };
  fc.assert(
    fc.property(fc.array(exception, { maxLength: 6 }), (list) => {
      const beaten = rules((setup) => (setup.itemExceptions = list)).flatMap((rule) =>
        rule.kind === "exception" && rule.isBeaten ? [rule.source] : [],
      );
      for (const offer of ["a", "b", "c"])
        for (const country of ["FI", "EE", "SE"]) {
          const found = new ItemExceptions(list, offer).find(line, { country, postcode: "" });
          expect(beaten).not.toContain(found?.path);
        }
    }),
    { numRuns: runs(2_000) },
  );
});

test("an exception's money is its offer's where that has a currency of its own", () => {
  const found = rules((setup) => {
    setup.offers[0]!.currency = "SEK";
    setup.itemExceptions = [
      { item: "HIVE", offer: setup.offers[0]!.code, do: { extra: "20" } },
      { item: "HIVE", do: { extra: "2" } },
    ];
  });
  expect(found.flatMap((rule) => (rule.kind === "exception" ? [rule.currency] : []))).toEqual([
    "SEK",
    undefined,
  ]);
});
