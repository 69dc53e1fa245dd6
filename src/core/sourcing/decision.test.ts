import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { refused, reject } from "../working/reason";
import { anywhere, choose, costs, perShipment } from "../../../tests/support/choose-way";
import { line, placesOf, raterOf, shown, sourcing, wholly } from "../../../tests/support/sourcing";
import type { Rater } from "./candidate";
import { chooseOrigins, sourcingQuestion } from "./choose-origins";

const one = [line(0)];
const two = [line(0), line(1)];

test("one place for all: what told it from the next best, how many were compared, and that it is proven", () => {
  const first = sourcing(["fewestShipments", "lowestCost"]);
  expect(choose({ lines: one, allowed: [anywhere], how: first })).toEqual({
    way: "A:0x1",
    by: "lowestCost",
    others: 2,
    proven: true,
    rated: ["C:0x1", "A:0x1", "B:0x1"],
  });
  // a set of two is left out: it can only be more shipments
  expect(choose({ lines: two, allowed: [["A"], anywhere], how: first })).toMatchObject({
    way: "A:0x1,1x1",
    by: "fewestShipments",
    others: 0,
    proven: true,
    rated: ["A:0x1,1x1"],
  });
});

test("where the cost is no objective the first place that works is taken, and the next one tells by what", () => {
  const near = choose({ lines: one, allowed: [anywhere], how: sourcing(["fewestShipments", "nearest"]) });
  expect(near).toMatchObject({ way: "B:0x1", by: "nearest", rated: ["B:0x1"] });
  const any = choose({ lines: one, allowed: [anywhere], how: sourcing(["fewestShipments"]) });
  expect(any).toMatchObject({ way: "C:0x1", by: "fallback", others: 1, rated: ["C:0x1", "A:0x1"] });
  const ranked = choose({ lines: one, allowed: [["A", "B"]], how: sourcing(["fewestShipments"]) });
  expect(ranked).toMatchObject({ way: "A:0x1", by: "rank" });
});

test("with equal costs what comes after the cost decides", () => {
  const equal = raterOf(() => 5, true);
  const by = (objectives: Sourcing["objectives"], allowed = anywhere) =>
    choose({
      lines: one,
      allowed: [allowed],
      how: sourcing(["fewestShipments", ...objectives]),
      rater: equal,
    });
  expect(by(["lowestCost", "nearest"])).toMatchObject({ way: "B:0x1", by: "nearest" });
  expect(by(["lowestCost", "rank"])).toMatchObject({ way: "A:0x1", by: "rank" });
  expect(by(["lowestCost"])).toMatchObject({ way: "C:0x1", by: "fallback" });
  expect(by(["lowestCost"], ["A", "B"])).toMatchObject({ way: "A:0x1", by: "rank" });
});

test("what can be had in one way alone is told as the only one", () => {
  expect(choose({ lines: one, allowed: [["B"]], how: sourcing(["lowestCost"]) })).toMatchObject({
    by: "only",
    others: 0,
  });
  expect(choose({ lines: two, allowed: [["A"], ["B"]], how: sourcing(["lowestCost"]) })).toMatchObject({
    way: "A:0x1 B:1x1",
    by: "only",
    proven: true,
  });
});

test("of several divisions between the same places the first, told by its cost", () => {
  const stock = { A: 1, B: 1 };
  const lines = [line(0, "X", 1, stock), line(1, "X", 1, stock)];
  const allowed = [
    ["A", "B"],
    ["A", "B"],
  ];
  expect(choose({ lines, allowed, how: sourcing(["lowestCost"]) })).toMatchObject({
    way: "A:0x1 B:1x1",
    by: "lowestCost",
    others: 1,
  });
});

test("shipments that stand alone: the best of all divisions, and how many ways there are", () => {
  const apart = raterOf(perShipment, true, true);
  const how = sourcing(["lowestCost"]);
  expect(choose({ lines: two, allowed: [anywhere, anywhere], how, rater: apart })).toMatchObject({
    way: "A:0x1,1x1",
    by: "lowestCost",
    others: 8,
    proven: true,
  });
  // ways that nobody takes are ways too; more than a million are told as a million
  const ten = Array.from({ length: 10 }, (_, i) => line(i));
  const four = placesOf(["A", "B", "C", "D"]);
  const ways = (codes: readonly string[]) => {
    const asked = sourcingQuestion(
      ten,
      wholly(
        ten,
        ten.map(() => codes),
      ),
      four,
      how,
    );
    const result = chooseOrigins(asked, undefined, apart);
    return result.ok ? result.value.decision() : undefined;
  };
  expect(ways(["A", "B", "C"])).toMatchObject({ others: 3 ** 10 - 1 });
  expect(ways(["A", "B", "C", "D"])).toMatchObject({ others: 999_999 });
  // where nothing else can be done there is nothing it was compared with
  expect(choose({ lines: two, allowed: [["A"], ["B"]], how, rater: apart })).toMatchObject({
    by: "only",
    others: 0,
  });
});

test("beyond what is proven: how many ways were tried, and what none can cost less than", () => {
  const perLine = (rises: boolean) =>
    raterOf((origin, part) => (costs[origin] ?? 0) * part.length, rises, true);
  const of = (count: number) => {
    const lines = Array.from({ length: count }, (_, i) => line(i));
    return {
      lines,
      allowed: lines.map((_, i) => (i < 2 ? [anywhere[i]!] : ["A", "B"])),
      how: sourcing(["lowestCost"]),
    };
  };
  expect(choose({ ...of(6), rater: perLine(false) })).toMatchObject({
    way: "A:0x1,2x1,3x1,4x1,5x1 B:1x1",
    proven: true,
  });
  // the first answers and the steps from them
  expect(choose({ ...of(17), rater: perLine(false) })).toMatchObject({
    way: expect.stringMatching(/^A:0x1,2x1,.*,16x1 B:1x1$/),
    by: "lowestCost",
    proven: false,
    bound: "0",
    others: 83,
  });
  // what is tied costs 5 and 9 by itself
  expect(choose({ ...of(41), rater: perLine(true) })).toMatchObject({ proven: false, bound: "14" });
});

test("an offer leaves from its own places; where they are not enough all of them tell what is wrong", () => {
  const how = sourcing(["fewestShipments", "lowestCost"]);
  expect(choose({ lines: one, allowed: [anywhere], how, from: ["B", "C"] })).toMatchObject({
    way: "C:0x1",
    rated: ["C:0x1", "B:0x1"],
  });
  expect(choose({ lines: two, allowed: [["A"], ["B", "C"]], how, from: ["A", "B"] })).toMatchObject({
    way: "A:0x1 B:1x1",
    rated: ["A:0x1 B:1x1"],
  });
  expect(choose({ lines: two, allowed: [["A"], ["C"]], how, from: ["B"] })).toMatchObject({
    way: "A:0x1 C:1x1",
  });
});

test("a line that leaves from nowhere is told before anything is rated", () => {
  const barred = refused(reject("origin-cannot-ship", { sku: "S1", origins: anywhere }, "origins"));
  const other = refused(reject("origin-cannot-ship", { sku: "S2", origins: anywhere }, "origins"));
  const [may] = wholly(one, [anywhere]);
  const answer = choose({ lines: [...two, line(2)], allowed: [may!, barred, other], how: sourcing([]) });
  expect(answer).toMatchObject({ refused: { inputs: { sku: "S1" } }, rated: [] });
});

describe("an order that is not divided", () => {
  const never = sourcing(["fewestShipments", "lowestCost"], "never");

  test("is refused with the item that the place with most of it lacks", () => {
    const stock = { A: 9, B: 1 };
    const lines = [line(0), line(1, "X", 4, stock), line(2)];
    const lacks = choose({ lines, allowed: [["A", "B"], ["C"], ["A"]], how: never });
    expect(lacks).toMatchObject({
      refused: { reason: "out-of-stock", inputs: { sku: "X", wanted: 4, most: 4 }, source: "sourcing/split" },
      rated: [],
    });
  });
  test("or with the item of which all places together have too few", () => {
    const stock = { A: 2, B: 1 };
    const lines = [line(0, "X", 2, stock), line(1, "X", 2, stock)];
    const short = choose({ lines, allowed: [["A"], ["A"]], how: never });
    expect(short).toMatchObject({ refused: { inputs: { sku: "X", wanted: 4, most: 3 } } });
    // pinned pieces are not asked for: what lacks is told of the line that is elsewhere
    const pinned = [{ ...line(0, "X", 2, stock), pinned: "A" }, line(1, "X", 2, stock), line(2)];
    expect(choose({ lines: pinned, allowed: [["A"], ["A"], ["B"]], how: never })).toMatchObject({
      refused: { inputs: { sku: "S2", wanted: 1, most: 1 } },
    });
  });
  test("pins go first; the rest leaves together from the place that is best for it", () => {
    const lines = [{ ...line(0), pinned: "B" }, line(1), line(2)];
    expect(choose({ lines, allowed: [["B"], anywhere, anywhere], how: never })).toMatchObject({
      way: "B:0x1,1x1,2x1",
      by: "fewestShipments",
      others: 2,
      proven: true,
    });
    const cheapest = sourcing(["lowestCost"], "never");
    const dearB = raterOf((origin, part) => (origin === "B" ? 50 : 5) * part.length, true);
    expect(
      choose({ lines, allowed: [["B"], anywhere, ["A", "C"]], how: cheapest, rater: dearB }),
    ).toMatchObject({
      way: "B:0x1 C:1x1,2x1",
      by: "fallback",
      others: 1,
    });
    expect(
      choose({ lines, allowed: [["B"], anywhere, anywhere], how: cheapest, rater: dearB, from: ["A", "B"] }),
    ).toMatchObject({ way: "B:0x1 A:1x1,2x1", by: "lowestCost" });
  });
  test("all pinned: the one way there is", () => {
    const lines = [
      { ...line(0), pinned: "B" },
      { ...line(1), pinned: "A" },
    ];
    expect(choose({ lines, allowed: [["B"], ["A"]], how: never })).toMatchObject({
      way: "B:0x1 A:1x1",
      by: "pinned",
      others: 0,
    });
  });
  test("the stock of a place bounds what leaves from it together", () => {
    const stock = { A: 1, B: 2, C: 2 };
    const lines = [{ ...line(0), pinned: "A" }, line(1, "X", 1, stock), line(2, "X", 1, stock)];
    expect(
      choose({ lines, allowed: [["A"], anywhere, anywhere], how: never, from: ["A", "B"] }),
    ).toMatchObject({ way: "A:0x1 B:1x1,2x1", others: 0, by: "pinned" });
    const nowhere = [lines[0]!, line(1, "X", 2, { A: 1, B: 1 }), line(2, "X", 1, { A: 1, B: 1 })];
    expect(choose({ lines: nowhere, allowed: [["A"], ["B"], ["B"]], how: never })).toMatchObject({
      refused: { reason: "out-of-stock", inputs: { sku: "X", wanted: 3, most: 2 } },
    });
  });
});

test("pins of lines that may be divided are told as such", () => {
  const lines = [
    { ...line(0), pinned: "B" },
    { ...line(1), pinned: "A" },
  ];
  expect(choose({ lines, allowed: [["B"], ["A"]], how: sourcing(["lowestCost"]) })).toMatchObject({
    by: "pinned",
  });
  const apart = raterOf(perShipment, true, true);
  expect(
    choose({ lines, allowed: [["B"], ["A"]], how: sourcing(["lowestCost"]), rater: apart }),
  ).toMatchObject({ by: "pinned", others: 0 });
});

test("what no place takes is refused with the stop that tells most; dividing is tried where it can help", () => {
  const stops: Rater = {
    ...raterOf(perShipment, true),
    rate: (parts) =>
      refused({
        rejection:
          parts.size > 1
            ? reject("no-common-service", { services: 2 } as never, "")
            : reject("no-service", { services: 1 }, ""),
        because: () => [],
      }),
  };
  const how = sourcing(["fewestShipments", "lowestCost"]);
  const both = choose({ lines: two, allowed: [anywhere, anywhere], how, rater: stops });
  expect(both).toMatchObject({ refused: { reason: "no-common-service" } });
  expect(both.rated.slice(0, 3)).toEqual(["C:0x1,1x1", "A:0x1,1x1", "B:0x1,1x1"]);
  expect(both.rated).toContain("A:0x1 B:1x1");
  // one line can't be divided
  expect(choose({ lines: one, allowed: [anywhere], how, rater: stops })).toMatchObject({
    refused: { reason: "no-service" },
    rated: ["C:0x1", "A:0x1", "B:0x1"],
  });
});

test("what one line lacks wherever it leaves from no division can help, unless its pieces go apart", () => {
  const heavy = (lines: readonly OrderLine[]) => lines.some(({ index }) => index === 1);
  const stops = (never: (origin: string) => boolean): Rater => ({
    ...raterOf(perShipment, true),
    rate: (parts) =>
      [...parts.values()].some(heavy)
        ? refused({ rejection: reject("no-service", { services: 1 }, ""), because: () => [] })
        : raterOf(perShipment, true).rate(parts),
    least: (origin, lines) => (heavy(lines) && never(origin) ? "never" : Decimal.zero),
  });
  const first = sourcing(["fewestShipments", "lowestCost"]);
  const allowed = [anywhere, ["A", "B"]];
  const asked = { lines: two, allowed, how: first };
  const wholes = ["A:0x1,1x1", "B:0x1,1x1"];
  const none = choose({ ...asked, rater: stops(() => true) });
  expect(none).toEqual({ refused: expect.objectContaining({ reason: "no-service" }), rated: wholes });
  // from one of its places it might leave with more
  const some = choose({ ...asked, rater: stops((origin) => origin === "A") });
  expect(some.rated.length).toBeGreaterThan(wholes.length);
  // but not where the offer does not leave from there
  const barred = choose({ ...asked, rater: stops((origin) => origin === "A"), from: ["A", "C"] });
  expect(barred.rated).toEqual(["A:0x1,1x1"]);
  const byPiece = sourcing(["fewestShipments", "lowestCost"], "byPiece");
  const pieces = choose({ ...asked, how: byPiece, rater: stops(() => true) });
  expect(pieces.rated.length).toBeGreaterThan(wholes.length);
});

test("of ways between the same places what gave a line to one of them is told where no cost is an objective", () => {
  const three = [line(0), line(1), line(2)];
  const how = sourcing(["fewestShipments"]);
  // the middle line may leave from either
  const ranked = choose({ lines: three, allowed: [["A"], ["A", "B"], ["B"]], how });
  expect(ranked).toMatchObject({ way: "A:0x1,1x1 B:2x1", by: "rank", others: 1 });
  const fallback = choose({ lines: three, allowed: [["A"], ["A", "C"], ["C"]], how });
  expect(fallback).toMatchObject({ way: "A:0x1 C:1x1,2x1", by: "fallback", others: 1 });
  // lines that are tied have no other way
  expect(choose({ lines: three, allowed: [["A"], ["A"], ["B"]], how })).toMatchObject({
    by: "only",
    others: 0,
  });
  // nor those whose other way nobody takes
  const rater: Rater = {
    ...raterOf(perShipment, true),
    rate: (parts) =>
      parts.get("B")?.length === 2
        ? refused({ rejection: reject("no-service", { services: 1 }, ""), because: () => [] })
        : raterOf(perShipment, true).rate(parts),
  };
  expect(choose({ lines: three, allowed: [["A"], ["A", "B"], ["B"]], how, rater })).toMatchObject({
    by: "only",
    others: 0,
  });
});

test("where a cheaper division follows a dearer one the search goes on, cut off only by what it has", () => {
  const jumping = raterOf((_, part) => (part.length === 1 ? 20 : 3), false);
  const four = Array.from({ length: 4 }, (_, i) => line(i));
  const allowed = four.map((_, i) => (i === 0 ? ["A"] : i === 3 ? ["B"] : ["A", "B"]));
  const found = choose({ lines: four, allowed, how: sourcing(["lowestCost"]), rater: jumping });
  expect(found).toMatchObject({ way: "A:0x1,1x1 B:2x1,3x1", by: "lowestCost", others: 3, proven: true });
});

describe("shipments that stand alone and an offer with places of its own", () => {
  const apart = raterOf(perShipment, true, true);
  const how = sourcing(["lowestCost"]);

  test("leaves from none but these, and the ways between them are told", () => {
    expect(
      choose({ lines: two, allowed: [anywhere, anywhere], how, rater: apart, from: ["B", "C"] }),
    ).toMatchObject({ way: "C:0x1,1x1", by: "lowestCost", others: 3, proven: true });
    expect(
      choose({ lines: two, allowed: [anywhere, anywhere], how, rater: apart, from: ["B"] }),
    ).toMatchObject({ way: "B:0x1,1x1", by: "only", others: 0 });
  });
  test("a line that lies elsewhere has all places asked", () => {
    expect(
      choose({ lines: two, allowed: [["A"], ["C"]], how, rater: apart, from: ["A", "B"] }),
    ).toMatchObject({ way: "A:0x1 C:1x1" });
  });
  test("equal divisions are told apart by the rank of their places, or the order of their lines", () => {
    const equal = raterOf((_, part) => part.length, true, true);
    expect(choose({ lines: one, allowed: [["A", "B"]], how, rater: equal })).toMatchObject({
      way: "A:0x1",
      by: "rank",
    });
    const stock = { A: 1, B: 1 };
    const same = [line(0, "X", 1, stock), line(1, "X", 1, stock)];
    expect(
      choose({
        lines: same,
        allowed: [
          ["A", "B"],
          ["A", "B"],
        ],
        how,
        rater: equal,
      }),
    ).toMatchObject({
      way: "A:0x1 B:1x1",
      by: "rank",
    });
    expect(choose({ lines: one, allowed: [["A", "C"]], how, rater: equal })).toMatchObject({
      way: "C:0x1",
      by: "fallback",
    });
  });
  test("lines of which one is pinned are not told as pinned", () => {
    const half = [{ ...line(0), pinned: "B" }, line(1)];
    expect(choose({ lines: half, allowed: [["B"], ["A", "C"]], how, rater: apart })).toMatchObject({
      way: "A:1x1 B:0x1",
      by: "lowestCost",
    });
    expect(choose({ lines: half, allowed: [["B"], ["A", "C"]], how })).toMatchObject({ by: "lowestCost" });
  });
});

test("a line that nothing lacks stands for an order whose lines lie at different places", () => {
  const never = sourcing(["fewestShipments", "lowestCost"], "never");
  const lines = [line(0), line(1), line(2)];
  const told = (allowed: readonly (readonly string[])[]) => choose({ lines, allowed, how: never }).refused;
  // B has two of the three: the third is what lacks
  expect(told([["B"], ["A"], ["B"]])).toMatchObject({ inputs: { sku: "S1", wanted: 1, most: 1 } });
  expect(told([["A"], ["B"], ["B"]])).toMatchObject({ inputs: { sku: "S0" } });
  // of places that have as many the one of the better rank
  expect(told([["B"], ["A"], ["C"]])).toMatchObject({ inputs: { sku: "S0" } });
  const short = [line(0, "X", 3, { A: 1, C: 5 }), line(1)];
  expect(choose({ lines: short, allowed: [["C"], ["A"]], how: never }).refused).toMatchObject({
    inputs: { sku: "X", wanted: 3, most: 1 },
  });
});

test("with fewer shipments first one place is asked after the other before anything is divided", () => {
  const how = sourcing(["fewestShipments", "lowestCost"]);
  const apart = raterOf(perShipment, true, true);
  expect(choose({ lines: two, allowed: [anywhere, anywhere], how, rater: apart })).toMatchObject({
    way: "A:0x1,1x1",
    by: "lowestCost",
    rated: ["C:0x1,1x1", "A:0x1,1x1", "B:0x1,1x1"],
  });
  // where the cost is first the best division is known before it is rated
  const cheapest = sourcing(["lowestCost", "fewestShipments"]);
  expect(choose({ lines: two, allowed: [anywhere, anywhere], how: cheapest, rater: apart }).rated).toEqual([
    "A:0x1,1x1",
  ]);
});

describe("a place from which no shipment can leave", () => {
  // it would be the cheapest, but refuses whatever it is given; nothing leaves from one place alone
  const dear = raterOf((origin, part) => (origin === "A" ? 1 : 9) * part.length, true, true);
  const rater: Rater = {
    ...dear,
    rate: (parts) => {
      const rejection = reject("no-service", { services: 1 }, "");
      if (parts.has("A")) return refused({ rejection, because: () => [], dead: "A" });
      return parts.size === 1 ? refused({ rejection, because: () => [] }) : dear.rate(parts);
    },
    alone: (origin, part) => (part.length === 2 ? new Map() : dear.alone!(origin, part)),
  };
  const how = sourcing(["fewestShipments", "lowestCost"]);

  test("is not asked again, and the others are divided between", () => {
    expect(choose({ lines: two, allowed: [anywhere, anywhere], how, rater })).toMatchObject({
      way: "B:1x1 C:0x1",
      proven: true,
      rated: ["C:0x1,1x1", "A:0x1,1x1", "B:0x1,1x1", "B:1x1 C:0x1"],
    });
  });
  test("leaves an offer of its own places with those that are left", () => {
    const places = ["A", "B", "C"];
    expect(choose({ lines: two, allowed: [places, places], how, rater, from: places })).toMatchObject({
      way: "B:1x1 C:0x1",
      rated: ["C:0x1,1x1", "A:0x1,1x1", "B:0x1,1x1", "B:1x1 C:0x1"],
    });
  });
});

describe("what lies at several places, and not as it is wanted", () => {
  const how = sourcing(["lowestCost"]);
  const of = (stock: Record<string, number>) => {
    const lines = [line(0, "X", 2, stock), line(1, "X", 2, stock)];
    return choose({ lines, allowed: [["A"], ["A"]], how }).refused;
  };
  test("is told with all there is where that is too little", () => {
    expect(of({ A: 2, B: 1 })).toMatchObject({
      reason: "out-of-stock",
      inputs: { sku: "X", wanted: 4, most: 3 },
      source: "origins",
    });
  });
  test("is told by a line where there would be just enough of it together", () => {
    expect(of({ A: 3, B: 1 })).toMatchObject({ inputs: { sku: "X", wanted: 2, most: 2 }, source: "origins" });
  });
});

describe("of several stops", () => {
  const common = (services: number) => reject("no-common-service", { services } as never, "");
  const none = (services: number) => reject("no-service", { services }, "");
  const stopped = (rejectionOf: (way: string) => ReturnType<typeof none>) =>
    choose({
      lines: two,
      allowed: [anywhere, anywhere],
      how: sourcing(["fewestShipments", "lowestCost"]),
      rater: {
        ...raterOf(perShipment, true),
        rate: (parts) => refused({ rejection: rejectionOf(shown(parts)), because: () => [] }),
      },
    }).refused;

  test("the first tells most, where none lacks but a common service", () => {
    let asked = 0;
    expect(stopped(() => none(++asked))).toMatchObject({ reason: "no-service", inputs: { services: 1 } });
  });
  test("one that lacks but a common service tells more, before and after others, and of those the first", () => {
    expect(stopped((way) => (way.includes(" ") ? none(9) : common(1)))).toMatchObject({
      reason: "no-common-service",
    });
    let asked = 0;
    expect(stopped((way) => (way.includes(" ") ? common(++asked) : none(9)))).toMatchObject({
      reason: "no-common-service",
      inputs: { services: 1 },
    });
  });
});

test("a place that is barred is in no set that is tried afterwards", () => {
  const rater: Rater = {
    ...raterOf(perShipment, true),
    rate: (parts) => {
      const rejection = reject("no-service", { services: 1 }, "");
      if (parts.has("A")) return refused({ rejection, because: () => [], dead: "A" });
      return parts.size === 1
        ? refused({ rejection, because: () => [] })
        : raterOf(perShipment, true).rate(parts);
    },
  };
  const how = sourcing(["fewestShipments", "lowestCost"]);
  const { rated } = choose({ lines: two, allowed: [anywhere, anywhere], how, rater });
  expect(rated.filter((way) => way.includes("A:"))).toEqual(["A:0x1,1x1"]);
  expect(rated.length).toBeGreaterThan(3);
});
