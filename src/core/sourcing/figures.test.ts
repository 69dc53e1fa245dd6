import { Decimal } from "../money/decimal";
import { sourcing } from "../../../tests/support/sourcing";
import { added, compareFigures, figuresOf, isSumBetter, noFigures, type Figures } from "./figures";
import { UNKNOWN_DISTANCE } from "./origin-sets";

const all = sourcing(["fewestShipments", "nearest", "rank", "lowestCost"]);
const near = { code: "A", rank: 2, distance: 70 };
const weights = { bits: 5, order: 3 };

test("an origin adds a shipment, its kilometres, its rank and its cost, the cost apart from the objectives", () => {
  expect(figuresOf(near, Decimal.whole(9), all, weights)).toEqual({
    cost: Decimal.whole(9),
    objectives: [1, 70, 2, 0],
    atFallback: 0,
    ranks: 2,
    order: 3,
  });
});

test("an origin nobody knows the place of is farther than any; only the fallback origin counts what leaves from it", () => {
  const unknown = { code: "C", rank: 1, distance: undefined };
  const { objectives, atFallback } = figuresOf(unknown, Decimal.zero, all, weights);
  expect(objectives[1]).toBe(UNKNOWN_DISTANCE);
  expect(atFallback).toBe(5);
});

test("figures add up one by one, from nothing", () => {
  const one = figuresOf(near, Decimal.whole(9), all, weights);
  const other = figuresOf({ code: "C", rank: 1, distance: 30 }, Decimal.whole(4), all, weights);
  expect(added(added(noFigures(all), one), other)).toEqual({
    cost: Decimal.whole(13),
    objectives: [2, 100, 3, 0],
    atFallback: 5,
    ranks: 3,
    order: 6,
  });
});

const plain: Figures = { cost: Decimal.whole(5), objectives: [0, 2], atFallback: 4, ranks: 3, order: 7 };
const cheapThenRank = sourcing(["lowestCost", "rank"]);

test.each<[string, Partial<Figures>, number, string | undefined]>([
  [
    "the cost first, whatever comes after it",
    { cost: Decimal.whole(6), objectives: [0, 1] },
    -1,
    "lowestCost",
  ],
  ["a lower cost the other way round", { cost: Decimal.whole(4) }, 1, "lowestCost"],
  ["then the next objective", { objectives: [0, 3], atFallback: 9 }, -1, "rank"],
  ["then more from the fallback origin", { atFallback: 3, ranks: 1 }, -1, "fallback"],
  ["then the lower ranks", { ranks: 4, order: 1 }, -1, "ranks"],
  ["then the earlier lines", { order: 6 }, 1, "order"],
  ["more from it the other way round", { atFallback: 5 }, 1, "fallback"],
  ["lower ranks the other way round", { ranks: 2 }, 1, "ranks"],
  ["later lines", { order: 8 }, -1, "order"],
  ["nothing at all", {}, 0, undefined],
])("ways of shipping are told apart by %s", (_, other, sign, by) => {
  const found = compareFigures(plain, { ...plain, ...other }, cheapThenRank);
  expect([Math.sign(found.sign), found.by]).toEqual([sign, by]);
  const turned = compareFigures({ ...plain, ...other }, plain, cheapThenRank);
  expect([Math.sign(turned.sign) + sign, turned.by]).toEqual([0, by]);
  // and so is a sum that is not made
  const half: Figures = { cost: Decimal.whole(2), objectives: [0, 1], atFallback: 1, ranks: 1, order: 3 };
  const rest: Figures = { cost: Decimal.whole(3), objectives: [0, 1], atFallback: 3, ranks: 2, order: 4 };
  expect(added(half, rest)).toEqual(plain);
  expect(isSumBetter(half, rest, { ...plain, ...other }, cheapThenRank)).toBe(sign < 0);
});
