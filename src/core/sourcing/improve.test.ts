import { Decimal } from "../money/decimal";
import { given, refused, reject } from "../working/reason";
import { partOf, type OrderLine } from "../parcels/order-line";
import {
  line,
  placesOf,
  raterOf,
  shown,
  sourcing,
  traced,
  type CostOf,
} from "../../../tests/support/sourcing";
import type { PartitionQuestion } from "./best-partition";
import type { LineOrigin, Parts, Rater } from "./candidate";
import { improve, leastCost } from "./improve";

const places = placesOf(["A", "B"]);
const some = (count: number) => Array.from({ length: count }, (_, i) => line(i));
const everywhere = (lines: readonly OrderLine[], codes = ["A", "B"]): LineOrigin[][] =>
  lines.map(({ quantity }) => codes.map((origin) => ({ origin, pieces: quantity })));
const piecesOf = (part: readonly OrderLine[]) => part.reduce((sum, one) => sum + one.quantity, 0);

function ask(
  lines: readonly OrderLine[],
  rater: Rater,
  more: Partial<PartitionQuestion> = {},
): PartitionQuestion {
  return {
    lines,
    allowed: everywhere(lines),
    origins: places,
    sourcing: sourcing(["lowestCost"], "byLine", "A"),
    rater,
    ...more,
  };
}

/** What is rated on the way, what it comes to, and the bound that is told. */
function improved(question: PartitionQuestion, start?: Parts) {
  const { rater, rated } = traced(question.rater);
  const found = improve({ ...question, rater }, start);
  const way = found && new Map(found.assignment.shipments.map(({ shipment: s }) => [s.origin, s.lines]));
  return {
    rated,
    way: way && shown(way),
    cost: found?.assignment.cost.toString(),
    tried: found?.tried,
    bound: found?.bound.toString(),
  };
}

/** A line alone is dear, two cost as much as one, more than two are dear again. */
const pairs: CostOf = (_, part) => (part.length > 2 ? 100 : 10);

test("first all from one place and from the other, then line by line; from the best of them steps that are better", () => {
  const { rated, way, cost, tried } = improved(ask(some(4), raterOf(pairs, false)));
  expect(rated.slice(0, 2)).toEqual(["A:0x1,1x1,2x1,3x1", "B:0x1,1x1,2x1,3x1"]);
  // line by line: each line at either place, those before it where they were best
  expect(rated.slice(2, 10)).toEqual([
    "A:0x1",
    "B:0x1",
    "A:0x1,1x1",
    "A:0x1 B:1x1",
    "A:0x1,1x1,2x1",
    "A:0x1,1x1 B:2x1",
    "A:0x1,1x1,3x1 B:2x1",
    "A:0x1,1x1 B:2x1,3x1",
  ]);
  expect([way, cost, tried]).toEqual(["A:0x1,1x1 B:2x1,3x1", "20", rated.length]);
});

test("a start that is better than every first answer is kept", () => {
  // only this one division is cheap, and no step leads to it
  const costOf: CostOf = (_, part) => (["0,3", "1,2"].includes(part.map((one) => one.index).join()) ? 1 : 50);
  const lines = some(4);
  const start = new Map([
    ["B", [lines[0]!, lines[3]!]],
    ["A", [lines[1]!, lines[2]!]],
  ]);
  const found = improved(ask(lines, raterOf(costOf, false)), start);
  expect([found.way, found.cost]).toEqual(["A:1x1,2x1 B:0x1,3x1", "2"]);
  expect(found.rated[0]).toBe("A:1x1,2x1 B:0x1,3x1");
});

test("two lines change places where neither may be moved alone", () => {
  const weights = [4, 3, 2, 1];
  // five at each place, or it is dear; all at one dearer still
  const costOf: CostOf = (_, part) =>
    part.length === 4
      ? 500
      : part.reduce((sum, one) => sum + weights[one.index]!, 0) === 5
        ? 1
        : 40 + part.length;
  const lines = some(4);
  const start = new Map([
    ["A", [lines[0]!, lines[2]!]],
    ["B", [lines[1]!, lines[3]!]],
  ]);
  const found = improved(ask(lines, raterOf(costOf, false)), start);
  expect(found.cost).toBe("2");
  expect(["A:0x1,3x1 B:1x1,2x1", "A:1x1,2x1 B:0x1,3x1"]).toContain(found.way);
});

test("a place is emptied into another in one step", () => {
  // each further line at A costs more until all are there; the second place costs by itself
  const costOf: CostOf = (origin, part) => (origin === "B" ? 30 : part.length === 4 ? 25 : part.length * 9);
  const lines = some(4);
  const start = new Map([
    ["A", lines.slice(0, 2)],
    ["B", lines.slice(2)],
  ]);
  expect(improved(ask(lines, raterOf(costOf, false)), start)).toMatchObject({
    way: "A:0x1,1x1,2x1,3x1",
    cost: "25",
  });
});

test("the stock of an item bounds what a place is given; pinned lines take none of it", () => {
  const stock = { A: 2, B: 9 };
  const lines = [
    line(0, "X", 1, stock),
    line(1, "X", 1, stock),
    line(2, "X", 1, stock),
    { ...line(3, "X", 5, stock), pinned: "A" },
  ];
  const allowed = everywhere(lines);
  allowed[3] = [{ origin: "A", pieces: 5 }];
  const cheapAtA: CostOf = (origin, part) => (origin === "A" ? 1 : 10) * piecesOf(part);
  const found = improved(ask(lines, raterOf(cheapAtA, false), { allowed }));
  expect([found.way, found.cost]).toEqual(["A:0x1,1x1,3x5 B:2x1", "17"]);
  for (const way of found.rated) expect(way).not.toContain("0x1,1x1,2x1,3x5");
});

test("pieces are moved in equal parts and powers of two where a line may be split", () => {
  const lines = [line(0, "X", 24)];
  const how = sourcing(["lowestCost"], "byPiece", "A");
  const { rated } = improved(
    ask(
      lines,
      raterOf(() => 7, false),
      { sourcing: how },
    ),
  );
  const moved = rated.flatMap((way) => /^A:0x\d+ B:0x(\d+)$/.exec(way)?.[1] ?? []).map(Number);
  expect([...new Set(moved)].sort((a, b) => a - b)).toEqual([1, 2, 3, 4, 5, 6, 8, 12, 16]);
  const half: CostOf = (_, part) => (piecesOf(part) > 12 ? 100 : 5);
  expect(improved(ask(lines, raterOf(half, false), { sourcing: how }))).toMatchObject({
    way: "A:0x12 B:0x12",
    cost: "10",
  });
  // whole lines only
  expect(improved(ask(lines, raterOf(half, false))).cost).toBe("100");
});

test("what can't be shipped is left out; where nothing can there is no answer", () => {
  const onlyB: Rater = {
    ...raterOf(pairs, false),
    rate: (parts) =>
      parts.has("A")
        ? refused({ rejection: reject("no-service", { services: 1 }, ""), because: () => [] })
        : raterOf(pairs, false).rate(parts),
  };
  expect(improved(ask(some(2), onlyB)).way).toBe("B:0x1,1x1");
  const nothing: Rater = {
    ...onlyB,
    rate: () => refused({ rejection: reject("no-service", { services: 1 }, ""), because: () => [] }),
  };
  expect(improve(ask(some(2), nothing), undefined)).toBeUndefined();
});

test("fewer shipments, and more from the fallback origin, where the cost says nothing", () => {
  const flat = raterOf((_, part) => part.length, false);
  expect(improved(ask(some(3), flat, { sourcing: sourcing(["fewestShipments"], "byLine", "B") })).way).toBe(
    "B:0x1,1x1,2x1",
  );
  expect(improved(ask(some(3), flat, { sourcing: sourcing([], "byLine", "Z") })).way).toBe("A:0x1,1x1,2x1");
});

test.each([
  [200, true],
  [201, false],
])("an order of %i lines is improved: %s", (count, isDone) => {
  const lines = some(count);
  const tied = lines.map((_, i): LineOrigin[] => [{ origin: i % 2 === 0 ? "A" : "B", pieces: 1 }]);
  const found = improve(
    ask(
      lines,
      raterOf((_, part) => part.length, true),
      { allowed: tied },
    ),
    undefined,
  );
  expect(found !== undefined).toBe(isDone);
});

test("no more lines are rated than told, and the answer is never worse than the start", () => {
  let rated = 0;
  let state = 7;
  // about as costly whatever is done, so that there is always another step
  const costOf: CostOf = (_, part) => {
    rated += part.length;
    state = (state * 48271) % 2147483647;
    return 1000 - Math.floor(rated / 5000) + (state % 3);
  };
  const lines = some(120);
  const start = new Map([["A", lines]]);
  const found = improve(ask(lines, raterOf(costOf, false)), start);
  expect(rated).toBeLessThanOrEqual(400_000 + lines.length);
  expect(rated).toBeGreaterThan(380_000);
  expect(found?.assignment.cost.moreThan(Decimal.whole(1002))).toBe(false);
});

describe("what no way can cost less than", () => {
  const costOf: CostOf = (origin, part) => (origin === "A" ? 2 : 3) * piecesOf(part);
  const least = (lines: readonly OrderLine[], more: Partial<PartitionQuestion> = {}) =>
    leastCost(ask(lines, raterOf(costOf, true), more)).toString();
  const tiedTo = (origin: string, pieces = 1): LineOrigin[] => [{ origin, pieces }];

  test("lines without a choice, each place's together", () => {
    const lines = some(4);
    expect(least(lines, { allowed: [tiedTo("A"), tiedTo("A"), tiedTo("B"), everywhere(lines)[3]!] })).toBe(
      "7",
    );
  });
  test("or the dearest of all, where it costs least", () => {
    const lines = [line(0), line(1, "Y", 9)];
    expect(least(lines, { allowed: [tiedTo("A"), everywhere(lines)[1]!] })).toBe("18");
    expect(least(lines, { allowed: [tiedTo("A"), tiedTo("B", 9)] })).toBe("29");
  });
  test("of what may be divided a single piece; of a pinned line all of it", () => {
    const how = sourcing(["lowestCost"], "byPiece", "A");
    const nine = [line(0, "Y", 9)];
    expect(least(nine, { sourcing: how })).toBe("2");
    expect(least([{ ...nine[0]!, pinned: "B" }], { sourcing: how, allowed: [tiedTo("B", 9)] })).toBe("27");
  });
  test("places that never take a line do not count", () => {
    const never: Rater = {
      ...raterOf(costOf, true),
      least: (origin, part) => (origin === "A" ? "never" : Decimal.whole(costOf(origin, part))),
    };
    expect(leastCost(ask(some(1), never)).toString()).toBe("3");
    expect(leastCost(ask(some(1), never, { allowed: [tiedTo("A")] })).toString()).toBe("0");
  });
});

/** Costs by the whole way; every other way is dear. */
function byWay(costs: Readonly<Record<string, number>>, otherwise = 50): Rater {
  const flat = raterOf(() => 0, false);
  return {
    ...flat,
    rate: (parts) => {
      const rated = flat.rate(parts);
      const cost = costs[shown(parts)] ?? otherwise;
      return rated.ok ? given({ ...rated.value, cost: Decimal.whole(cost) }) : rated;
    },
  };
}

test("every step from where nothing is better, each once, in its order", () => {
  const flat = raterOf(() => 5, false);
  const lines = some(2);
  const steps = ["B:0x1,1x1", "A:1x1 B:0x1", "A:0x1 B:1x1"];
  expect(improved(ask(lines, flat)).rated).toEqual([
    // all from one place
    ...["A:0x1,1x1", "B:0x1,1x1"],
    // line by line
    ...["A:0x1", "B:0x1", "A:0x1,1x1", "A:0x1 B:1x1"],
    // the two answers that are all from A, then the one from B, which is emptied into A at once
    ...steps,
    ...steps,
    ...["A:0x1,1x1", "A:1x1 B:0x1", "A:0x1 B:1x1"],
    // and looked at once more, as that was better
    ...steps,
  ]);
});

describe("two lines that leave from different places change places", () => {
  const lines = some(4);
  const start = new Map([
    ["A", lines.slice(0, 2)],
    ["B", lines.slice(2)],
  ]);

  test.each([
    ["A:1x1,2x1 B:0x1,3x1"],
    ["A:1x1,3x1 B:0x1,2x1"],
    ["A:0x1,2x1 B:1x1,3x1"],
    ["A:0x1,3x1 B:1x1,2x1"],
  ])("to %s, which no other step leads to", (wanted) => {
    const found = improved(ask(lines, byWay({ "A:0x1,1x1 B:2x1,3x1": 10, [wanted]: 2 })), start);
    expect([found.way, found.cost]).toEqual([wanted, "2"]);
  });

  test.each([
    // a place has room for a line, or has it not by a single piece
    [{ A: 2, B: 2 }, { A: 2, B: 2 }, true],
    [{ A: 2, B: 1 }, { A: 2, B: 2 }, false],
    [{ A: 2, B: 2 }, { A: 1, B: 2 }, false],
  ])("as far as they have them: %j and %j", (first, second, may) => {
    const two = [line(0, "X", 2, first), line(1, "Y", 2, second)];
    const swapped = "A:1x2 B:0x2";
    const found = improved(
      ask(two, byWay({ "A:0x2 B:1x2": 10, [swapped]: 2 })),
      new Map([
        ["A", [two[0]!]],
        ["B", [two[1]!]],
      ]),
    );
    expect([found.rated.includes(swapped), found.way]).toEqual([may, may ? swapped : "A:0x2 B:1x2"]);
  });

  test.each([
    [60, true],
    [61, false],
  ])("of up to 60 lines: %i", (count, may) => {
    const many = some(count);
    const at = (ofA: readonly OrderLine[]) => {
      const ofB = many.filter((one) => !ofA.includes(one));
      return new Map([
        ["A", [...ofA]],
        ["B", ofB],
      ]);
    };
    const half = many.slice(0, 30);
    const wanted = at([...half.slice(1), many[30]!].sort((a, b) => a.index - b.index));
    const costs = { [shown(at(half))]: 10, [shown(wanted)]: 2 };
    expect(improved(ask(many, byWay(costs)), at(half)).cost).toBe(may ? "2" : "10");
  });
});

test("a line that is divided is moved by its parts, and no piece is lost on the way", () => {
  const lines = [line(0, "X", 3), line(1, "Y", 2), line(2, "Z", 1)];
  const how = sourcing(["lowestCost"], "byPiece", "A");
  const start = new Map([
    ["A", [partOf(lines[0]!, 2), lines[2]!]],
    ["B", [partOf(lines[0]!, 1), lines[1]!]],
  ]);
  const { rated } = improved(
    ask(
      lines,
      raterOf(() => 5, false),
      { sourcing: how },
    ),
    start,
  );
  const wrong = rated.filter((way) =>
    [...way.matchAll(/(\d+)x/g)].some(([, index]) => {
      const pieces = [...way.matchAll(new RegExp(`\\b${index ?? ""}x(\\d+)`, "g"))].map(([, n]) => Number(n));
      return pieces.reduce((sum, n) => sum + n, 0) !== lines[Number(index)]!.quantity;
    }),
  );
  expect([rated.length > 20, wrong]).toEqual([true, []]);
});

test("parts of a line that is not divided evenly, the greatest first", () => {
  const how = sourcing(["lowestCost"], "byPiece", "A");
  const { rated } = improved(
    ask(
      [line(0, "X", 57)],
      raterOf(() => 7, false),
      { sourcing: how },
    ),
  );
  const moved = rated.flatMap((way) => /^A:0x\d+ B:0x(\d+)$/.exec(way)?.[1] ?? []).map(Number);
  expect([...new Set(moved)]).toEqual([32, 29, 28, 19, 16, 15, 14, 12, 11, 10, 9, 8, 7, 4, 2, 1]);
});

test("one after the other until nothing is left: what one place lacks the next gives, where a line may be divided", () => {
  const stock = { A: 2, B: 1, C: 9 };
  const lines = [line(0, "X", 5, stock)];
  const three = placesOf(["A", "B", "C"]);
  const allowed = [["A", "B", "C"].map((origin) => ({ origin, pieces: Math.min(5, stock[origin as "A"]) }))];
  const costs = raterOf((_, part) => piecesOf(part), false);
  const byPiece = { allowed, origins: three, sourcing: sourcing(["lowestCost"], "byPiece", "A") };
  expect(improved(ask(lines, costs, byPiece)).rated.slice(0, 3)).toEqual([
    "A:0x2 B:0x1 C:0x2",
    "A:0x2 B:0x1 C:0x2",
    "C:0x5",
  ]);
  const whole = { allowed, origins: three, sourcing: sourcing(["lowestCost"], "byLine", "A") };
  expect(new Set(improved(ask(lines, costs, whole)).rated)).toEqual(new Set(["C:0x5"]));
});

describe("what a place has room for", () => {
  const each: CostOf = (origin, part) => (origin === "A" ? 1 : 10) * piecesOf(part);

  test("another item's pieces take none of it", () => {
    const stock = { A: 2, B: 2 };
    const lines = [line(0, "X", 2, stock), line(1, "Y", 2, stock)];
    expect(improved(ask(lines, raterOf(each, false)))).toMatchObject({ way: "A:0x2,1x2", cost: "4" });
  });
  test("pinned pieces take none of it, wherever they stand; those of other lines of the item do", () => {
    const stock = { A: 3, B: 9 };
    const lines = [
      { ...line(0, "X", 5, stock), pinned: "A" },
      line(1, "X", 2, stock),
      line(2, "X", 2, stock),
    ];
    const allowed = everywhere(lines);
    allowed[0] = [{ origin: "A", pieces: 5 }];
    expect(improved(ask(lines, raterOf(each, false), { allowed }))).toMatchObject({
      way: "A:0x5,1x2 B:2x2",
      cost: "27",
    });
  });
  test("a line that may not be divided is moved whole or not at all when a place is emptied", () => {
    const lines = [line(0, "X", 2, { A: 2, B: 1 }), line(1), line(2)];
    const start = new Map([["A", lines]]);
    const { rated } = improved(
      ask(
        lines,
        raterOf(() => 5, false),
      ),
      start,
    );
    expect(rated).toContain("A:0x2 B:1x1,2x1");
    expect(rated.filter((way) => way.includes("0x1"))).toEqual([]);
  });
});

test("a place with a single line is emptied by moving it, once", () => {
  const best = "A:0x1 B:1x1";
  const lines = some(2);
  const start = new Map([
    ["A", lines.slice(0, 1)],
    ["B", lines.slice(1)],
  ]);
  const { rated } = improved(ask(lines, byWay({ [best]: 1 })), start);
  const steps = ["B:0x1,1x1", "A:0x1,1x1", "A:1x1 B:0x1"];
  expect(rated).toEqual([
    best,
    ...["A:0x1,1x1", "B:0x1,1x1"],
    ...["A:0x1", "B:0x1", "A:0x1,1x1", best],
    ...steps,
    ...steps,
    // from all at A: emptied, then moved, and from what is better on
    ...["B:0x1,1x1", "A:1x1 B:0x1", best, "A:0x1,1x1", "A:1x1 B:0x1"],
    ...steps,
  ]);
});

describe("what no way can cost less than, at its edges", () => {
  const each: Rater = {
    ...raterOf(() => 0, true),
    least: (origin, [first, ...rest]) =>
      rest.length > 0 ? "never" : Decimal.whole((origin === "B" ? 3 : 5) * (first?.quantity ?? 0)),
  };

  test("of places a line has a choice of the cheaper counts, up to two hundred lines", () => {
    expect(leastCost(ask(some(200), each)).toString()).toBe("3");
    expect(leastCost(ask(some(201), each)).toString()).toBe("0");
  });

  test("of a line that may be divided one piece, of a pinned one all of them", () => {
    const free = line(0, "X", 4);
    const other = line(1, "Y", 1);
    const byPiece = { sourcing: sourcing(["lowestCost"], "byPiece", "A") };
    expect(leastCost(ask([free], each, byPiece)).toString()).toBe("3");
    const pinned = [{ ...free, pinned: "A" }, other];
    const allowed = pinned.map(({ quantity }) => [{ origin: "A", pieces: quantity }]);
    expect(leastCost(ask(pinned, each, { ...byPiece, allowed })).toString()).toBe("20");
  });
});

test("no step moves nothing: of two pieces both or one are tried elsewhere", () => {
  const two = [line(0, "X", 2)];
  const byPiece = { sourcing: sourcing(["lowestCost"], "byPiece", "A") };
  const { rated, way } = improved(
    ask(
      two,
      raterOf((origin) => (origin === "A" ? 1 : 5), false),
      byPiece,
    ),
  );
  expect(way).toBe("A:0x2");
  // all from either, then line by line; from each of these what is left to try, until nothing is better
  expect(rated.slice(0, 4)).toEqual(["A:0x2", "B:0x2", "A:0x2", "B:0x2"]);
  expect(rated.slice(4)).toEqual([
    ...["B:0x2", "A:0x1 B:0x1"],
    ...["B:0x2", "A:0x1 B:0x1"],
    ...["A:0x2", "B:0x2", "A:0x1 B:0x1"],
  ]);
});
