import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { line, placesOf, raterOf, shown, sourcing, type CostOf } from "../../../tests/support/sourcing";
import { bestPartitions, type PartitionQuestion } from "./best-partition";
import type { LineOrigin } from "./candidate";

const places = placesOf(["A", "B", "C"], (at) => [300, 100, 200][at] ?? 0);
const cheapest = sourcing(["lowestCost"]);
const all = (lines: readonly OrderLine[], codes: readonly string[]): LineOrigin[][] =>
  lines.map(({ quantity }) => codes.map((origin) => ({ origin, pieces: quantity })));
const perPiece: CostOf = (origin, part) =>
  (origin === "A" ? 3 : origin === "B" ? 5 : 4) * part.reduce((sum, one) => sum + one.quantity, 0);

function ask(
  lines: readonly OrderLine[],
  allowed: readonly (readonly LineOrigin[])[],
  how: Sourcing = cheapest,
  costOf: CostOf = perPiece,
  more: Partial<PartitionQuestion> = {},
) {
  const asked: string[] = [];
  const rater = raterOf(
    (origin, part) => {
      asked.push(shown(new Map([[origin, part]])));
      return costOf(origin, part);
    },
    false,
    true,
  );
  const ways = bestPartitions({ lines, allowed, origins: places, sourcing: how, rater, ...more });
  return {
    asked,
    ways,
    told: ways?.map(({ parts, figures }) => `${shown(parts)} = ${figures.cost.toString()}`),
  };
}
const some = (count: number) => Array.from({ length: count }, (_, i) => line(i));

test("the two best divisions, each shipment rated once", () => {
  const lines = some(2);
  const { told, asked } = ask(lines, all(lines, ["A", "B"]));
  expect(told).toEqual(["A:0x1,1x1 = 6", "A:0x1 B:1x1 = 8"]);
  expect(asked).toEqual([...new Set(asked)]);
  expect([...asked].sort()).toEqual(["A:0x1", "A:0x1,1x1", "A:1x1", "B:0x1", "B:0x1,1x1", "B:1x1"]);
});

test("of divisions that cost the same the one whose earlier lines leave from the better ranked", () => {
  const lines = some(2);
  const flat: CostOf = () => 7;
  expect(ask(lines, all(lines, ["A", "B"]), sourcing(["lowestCost"], "byLine", "Z"), flat).told).toEqual([
    "A:0x1,1x1 = 7",
    "B:0x1,1x1 = 7",
  ]);
  // only both together are possible: a place each
  const apart: CostOf = (_, part) => (part.length > 1 ? 99 : 7);
  expect(ask(lines, all(lines, ["A", "B"]), sourcing(["lowestCost"], "byLine", "Z"), apart).told).toEqual([
    "A:0x1 B:1x1 = 14",
    "A:1x1 B:0x1 = 14",
  ]);
  // the earlier line to the fallback origin
  expect(ask(lines, all(lines, ["A", "B"]), sourcing(["lowestCost"], "byLine", "B"), apart).told?.[0]).toBe(
    "A:1x1 B:0x1 = 14",
  );
});

test("what is tied to a place leaves with whatever is given to it", () => {
  const lines = some(3);
  const [one] = all(lines, ["A"]);
  const [, two] = all(lines, ["B"]);
  const [, , free] = all(lines, ["A", "B", "C"]);
  const { told } = ask(lines, [one!, two!, free!]);
  expect(told).toEqual(["A:0x1,2x1 B:1x1 = 11", "A:0x1 B:1x1 C:2x1 = 12"]);
});

test("a line without a place has no way here; nor is anything told of it", () => {
  const lines = some(2);
  expect(ask(lines, [all(lines, ["A"])[0]!, []]).ways).toBeUndefined();
  // the setup's places are not those of the line
  expect(ask(lines, all(lines, ["Z"])).ways).toBeUndefined();
});

test("the stock of an item is shared by its lines", () => {
  const stock = { A: 1, B: 2 };
  const lines = [line(0, "X", 1, stock), line(1, "X", 1, stock)];
  expect(ask(lines, all(lines, ["A", "B"])).told).toEqual(["A:0x1 B:1x1 = 8", "A:1x1 B:0x1 = 8"]);
  const none = [line(0, "X", 1, { A: 1 }), line(1, "X", 1, { A: 1 })];
  expect(ask(none, all(none, ["A"])).told).toEqual([]);
});

test("pieces are given away one by one where lines may be split; pinned ones stay together", () => {
  const bySize: CostOf = (_, part) => (part.reduce((sum, one) => sum + one.quantity, 0) > 2 ? 50 : 5);
  const four = [line(0, "X", 4)];
  const split = sourcing(["lowestCost"], "byPiece");
  expect(ask(four, all(four, ["A", "B"]), split, bySize).told?.[0]).toBe("A:0x2 B:0x2 = 10");
  expect(ask(four, all(four, ["A", "B"]), cheapest, bySize).told?.[0]).toBe("A:0x4 = 50");
  const pinned = [{ ...four[0]!, pinned: "B" }];
  expect(ask(pinned, all(pinned, ["B"]), split, bySize).told).toEqual(["B:0x4 = 50"]);
  // no place gives more than it may
  const few = [
    [
      { origin: "A", pieces: 1 },
      { origin: "B", pieces: 3 },
    ],
  ];
  expect(ask(four, few, split, bySize).told?.[0]).toBe("A:0x1 B:0x3 = 55");
  expect(ask([line(0, "X", 500)], [[{ origin: "A", pieces: 500 }]], split).told).toEqual(["A:0x500 = 1500"]);
});

describe("pieces of a line are alike", () => {
  const split = sourcing(["lowestCost"], "byPiece", "B");
  const upTo = (most: Readonly<Record<string, number>>) =>
    Object.entries(most).map(([origin, pieces]) => ({ origin, pieces }));

  test("which of them a place has makes no other way", () => {
    const five = [line(0, "X", 5)];
    expect(ask(five, [upTo({ A: 3, B: 2 })], split).told).toEqual(["A:0x3 B:0x2 = 19"]);
    // one fewer here is one more there: that is another
    expect(ask(five, [upTo({ A: 4, B: 2 })], split).told).toEqual(["A:0x4 B:0x1 = 17", "A:0x3 B:0x2 = 19"]);
    const three = ask([line(0, "X", 3)], [upTo({ A: 3, B: 3, C: 3 })], split).told;
    expect(three).toEqual(["A:0x3 = 9", "A:0x2 C:0x1 = 10"]);
  });

  test("each number of them is rated once for a place", () => {
    const { asked } = ask([line(0, "X", 4)], [upTo({ A: 4, B: 4 })], split);
    expect([...new Set(asked)].sort()).toEqual(
      ["A", "B"].flatMap((origin) => [1, 2, 3, 4].map((n) => `${origin}:0x${n}`)),
    );
  });

  test("where nothing decides more of the earlier lines leave the fallback origin, whatever the later ones do", () => {
    const free: CostOf = () => 0;
    const lines = [line(0, "X", 2), line(1, "Y", 3)];
    // the shed in the middle has room for three pieces: two of the first line, one of the other
    const stocked = lines.map((one, i) => line(i, "Z", one.quantity, { A: 9, B: 3, C: 9 }));
    const told = ask(stocked, [upTo({ A: 2, B: 2, C: 2 }), upTo({ A: 3, B: 3, C: 3 })], split, free).told;
    expect(told?.[0]).toBe("A:1x2 B:0x2,1x1 = 0");
    // of what is left more goes to the place before
    expect(told?.[1]).toBe("B:0x2,1x1 C:1x2 = 0");
  });

  test("lines beside each other are not taken for one", () => {
    const lines = [line(0, "X", 2), line(1, "Y", 2)];
    const one = { A: 1, B: 2 };
    expect(ask(lines, [upTo(one), upTo(one)], split).told).toEqual([
      "A:0x1,1x1 B:0x1,1x1 = 16",
      "A:1x1 B:0x2,1x1 = 18",
    ]);
  });
});

test("an offer whose shipments all go by one service: the best of those that every shipment can have", () => {
  const lines = some(2);
  const alone: Record<string, [string, number][]> = {
    "A:0x1": [
      ["fast", 4],
      ["slow", 1],
    ],
    "B:1x1": [["fast", 4]],
    "A:0x1,1x1": [["slow", 9]],
  };
  const rater = {
    ...raterOf(perPiece, false),
    alone: (origin: string, part: readonly OrderLine[]) =>
      new Map(
        (alone[shown(new Map([[origin, part]]))] ?? []).map(([service, cost]) => [
          service,
          Decimal.whole(cost),
        ]),
      ),
  };
  const { told } = ask(lines, all(lines, ["A", "B"]), cheapest, perPiece, { rater });
  expect(told).toEqual(["A:0x1 B:1x1 = 8", "A:0x1,1x1 = 9"]);
});

test("an order that leaves whole is the order's own list of lines", () => {
  const lines = some(3);
  const { ways } = ask(lines, all(lines, ["A", "B"]));
  expect(ways?.[0]?.parts.get("A")).toBe(lines);
});

describe("what is too much to be gone through is not begun", () => {
  const codes = (count: number) => Array.from({ length: count }, (_, i) => `P${i}`);
  test.each([
    [8, true],
    [9, false],
  ])("%i places", (count, isDone) => {
    const lines = some(1);
    const { ways, asked } = ask(lines, all(lines, codes(count)), cheapest, perPiece, {
      origins: placesOf(codes(count)),
    });
    expect(ways !== undefined).toBe(isDone);
    expect(asked.length > 0).toBe(isDone);
  });
  test.each([
    [10, true],
    [11, false],
  ])("%i lines with a choice", (count, isDone) => {
    const lines = some(count);
    expect(ask(lines, all(lines, ["A", "B"])).ways !== undefined).toBe(isDone);
  });
  test.each([
    [10, true],
    [11, false],
  ])("%i pieces with a choice", (count, isDone) => {
    const lines = [line(0, "X", count)];
    const split = sourcing(["lowestCost"], "byPiece");
    expect(ask(lines, all(lines, ["A", "B"]), split).ways !== undefined).toBe(isDone);
  });
  test.each([
    [130, true],
    [131, false],
  ])("%i lines over three places, ten of them with a choice", (count, isDone) => {
    const lines = some(count);
    const allowed = lines.map((_, i) =>
      (i < 10 ? ["A", "B"] : ["A"]).map((origin) => ({ origin, pieces: 1 })),
    );
    // lines × places × 2¹⁰, at most 400,000
    expect(ask(lines, allowed).ways !== undefined).toBe(isDone);
  });
  test("shipments that depend on each other", () => {
    const lines = some(1);
    expect(
      ask(lines, all(lines, ["A"]), cheapest, perPiece, { rater: raterOf(perPiece, false) }).ways,
    ).toBeUndefined();
  });
});

test("all shipments by one service: the best over all of them, and next to it another division, not another service", () => {
  const lines = some(2);
  // by the slow one all is dearer, and it is found first
  const by = (service: "slow" | "quick", origin: string, part: readonly OrderLine[]) =>
    Decimal.whole((service === "slow" ? 1 : 0) + (origin === "A" ? 3 : 5) * part.length);
  const rater = {
    ...raterOf(perPiece, false),
    alone: (origin: string, part: readonly OrderLine[]) =>
      new Map((["slow", "quick"] as const).map((service) => [service, by(service, origin, part)])),
  };
  const { told } = ask(lines, all(lines, ["A", "B"]), cheapest, perPiece, { rater });
  expect(told).toEqual(["A:0x1,1x1 = 6", "A:0x1 B:1x1 = 8"]);
});
