import fc from "fast-check";
import { Decimal } from "../money/decimal";
import { partOf, type OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { given, refused, reject } from "../working/reason";
import type { LineOrigins, Parts, Rater } from "./candidate";
import { chooseOrigins, sourcingQuestion } from "./choose-origins";
import { runs } from "../../../tests/support/runs";
import {
  line,
  placesOf,
  raterOf,
  shown,
  sourcing,
  wholly,
  type CostOf,
} from "../../../tests/support/sourcing";

const codes = ["A", "B", "C"];
const origins = placesOf(codes, (at) => [300, 100, 200][at]!);

const eight = placesOf(Array.from({ length: 8 }, (_, i) => `O${i}`));

/** A shipment costs its origin's price plus something a line. */
const priced =
  (prices: Record<string, number>): CostOf =>
  (origin, lines) =>
    (prices[origin] ?? 0) + lines.length;

function choose(
  lines: OrderLine[],
  allowed: string[][],
  how: Sourcing,
  prices: Record<string, number> = { A: 5, B: 9, C: 7 },
) {
  const result = chooseOrigins(
    sourcingQuestion(lines, wholly(lines, allowed), origins, how),
    undefined,
    raterOf(priced(prices), true),
  );
  if (!result.ok) return result.rejection.rejection.reason;
  const { assignment, decision } = result.value;
  return `${shown(new Map(assignment.shipments.map(({ shipment: s }) => [s.origin, s.lines])))} by ${decision().by}`;
}

test("objectives decide in their order; what decides nothing leaves it to the fallback, then the rank", () => {
  const one = [line(0)];
  expect(choose(one, [codes], sourcing(["lowestCost"]))).toBe("A:0x1 by lowestCost");
  expect(choose(one, [codes], sourcing(["nearest"]))).toBe("B:0x1 by nearest");
  expect(choose(one, [codes], sourcing(["rank"]))).toBe("A:0x1 by rank");
  expect(choose(one, [codes], sourcing([]))).toBe("C:0x1 by fallback");
  expect(choose(one, [["A", "B"]], sourcing([]))).toBe("A:0x1 by rank");
  expect(choose(one, [["B"]], sourcing(["lowestCost"]))).toBe("B:0x1 by only");
  expect(choose(one, [codes], sourcing(["lowestCost", "nearest"]), { A: 5, B: 5, C: 5 })).toBe(
    "B:0x1 by nearest",
  );
});

test("fewest shipments first, even where more would cost less", () => {
  const lines = [line(0), line(1)];
  const allowed = [
    ["A", "C"],
    ["B", "C"],
  ];
  const cheapApart = { A: 0, B: 0, C: 50 };
  expect(choose(lines, allowed, sourcing(["fewestShipments", "lowestCost"]), cheapApart)).toBe(
    "C:0x1,1x1 by fewestShipments",
  );
  expect(choose(lines, allowed, sourcing(["lowestCost"]), cheapApart)).toBe("A:0x1 B:1x1 by lowestCost");
  expect(choose(lines, [["A"], ["B"]], sourcing(["fewestShipments"], "never"))).toBe("out-of-stock");
});

test("two lines of one item share its stock", () => {
  const stock = { A: 3, B: 3 };
  const lines = [line(0, "X", 2, stock), line(1, "X", 2, stock)];
  const both = [
    ["A", "B"],
    ["A", "B"],
  ];
  // the lines could be exchanged: that the earlier one leaves from the first place is by rank
  expect(choose(lines, both, sourcing(["fewestShipments", "rank"]))).toBe("A:0x2 B:1x2 by rank");
});

test("an origin from which nothing can leave is not tried with others", () => {
  const lines = [line(0), line(1)];
  const tried: string[] = [];
  const rater: Rater = {
    rate: (parts) => {
      tried.push([...parts.keys()].join("+"));
      const stop = { rejection: reject("no-service", { services: 1 }, ""), because: () => [] };
      return refused(parts.has("A") ? { ...stop, dead: "A" } : stop);
    },
    least: () => Decimal.zero,
  };
  chooseOrigins(
    sourcingQuestion(lines, wholly(lines, [codes, codes]), origins, sourcing(["fewestShipments"])),
    undefined,
    rater,
  );
  expect(tried.filter((set) => set.includes("A"))).toEqual(["A"]);
  expect(tried).toContain("B+C");
});

/** Every way of giving each line, or each division of its pieces, to origins that may have it. */
function everyWay(lines: readonly OrderLine[], allowed: readonly LineOrigins[], byPiece: boolean): Parts[] {
  let ways: Map<string, OrderLine[]>[] = [new Map()];
  lines.forEach((one, i) => {
    const list = allowed[i]!;
    const options = list.ok ? divide(one.quantity, list.value, byPiece) : [];
    ways = ways.flatMap((way) =>
      options.map((option) => {
        const next = new Map([...way].map(([code, part]) => [code, [...part]]));
        for (const [code, pieces] of option)
          if (pieces > 0) next.set(code, [...(next.get(code) ?? []), partOf(one, pieces)]);
        return next;
      }),
    );
  });
  return ways.filter((parts) =>
    [...parts].every(([origin, part]) => {
      const wanted = new Map<string, number>();
      for (const { item, quantity } of part) wanted.set(item.sku, (wanted.get(item.sku) ?? 0) + quantity);
      return part.every(
        ({ item }) => !item.stock || (wanted.get(item.sku) ?? 0) <= (item.stock.get(origin) ?? 0),
      );
    }),
  );
}

function divide(
  quantity: number,
  [first, ...rest]: readonly { origin: string; pieces: number }[],
  byPiece: boolean,
): [string, number][][] {
  if (!first) return quantity === 0 ? [[]] : [];
  const amounts = byPiece
    ? Array.from({ length: Math.min(first.pieces, quantity) + 1 }, (_, n) => n)
    : first.pieces >= quantity
      ? [0, quantity]
      : [0];
  return amounts.flatMap((n) =>
    divide(quantity - n, rest, byPiece).map((tail): [string, number][] => [[first.origin, n], ...tail]),
  );
}

const allObjectives = ["fewestShipments", "lowestCost", "nearest", "rank"] as const;
const cases = fc.record({
  lines: fc.array(
    fc.record({
      quantity: fc.integer({ min: 1, max: 3 }),
      sku: fc.constantFrom("X", "Y", "Z"),
      price: fc.integer({ min: 1, max: 9 }),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  stock: fc.dictionary(
    fc.constantFrom("X", "Y", "Z"),
    fc.record({ A: stockLevel(), B: stockLevel(), C: stockLevel() }),
  ),
  step: fc.integer({ min: 1, max: 7 }),
  base: fc.record({ A: stockLevel(), B: stockLevel(), C: stockLevel() }),
  objectives: fc.shuffledSubarray([...allObjectives]),
  split: fc.constantFrom<Sourcing["split"]>("byLine", "byPiece"),
  rises: fc.boolean(),
  apart: fc.boolean(),
});

function stockLevel() {
  return fc.integer({ min: 0, max: 4 });
}

test("equals brute force over every assignment, by line and by piece, with costs that rise or jump about", () => {
  let compared = 0;
  fc.assert(
    fc.property(cases, ({ lines: wanted, stock, step, base, objectives, split, rises, apart }) => {
      const byPiece = split === "byPiece";
      const lines = wanted.map(({ quantity, sku }, i) => line(i, sku, quantity, stock[sku]));
      const allowed = lines.map(({ item, quantity }) => {
        const most = (origin: string) => Math.min(quantity, item.stock ? item.stock.get(origin)! : quantity);
        return given(
          codes
            .map((origin) => ({ origin, pieces: most(origin) }))
            .filter(({ pieces }) => pieces > 0 && (byPiece || pieces === quantity)),
        );
      });
      const load = (part: readonly OrderLine[]) =>
        part.reduce((sum, one) => sum + one.quantity * wanted[one.index]!.price, 0);
      const costOf: CostOf = (origin, part) =>
        base[origin as "A"] + (rises ? Math.ceil(load(part) / step) : (load(part) * 7) % 5);
      const how = sourcing(objectives, split);
      const figures = (parts: Parts) => {
        const used = origins.filter(({ code }) => parts.has(code));
        const sum = (of: (origin: (typeof origins)[number]) => number) =>
          used.reduce((all, o) => all + of(o), 0);
        const byObjective = {
          fewestShipments: used.length,
          lowestCost: sum(({ code }) => costOf(code, parts.get(code)!)),
          nearest: sum(({ distance }) => distance),
          rank: sum(({ rank }) => rank),
        };
        return [
          ...objectives.map((objective) => byObjective[objective]),
          parts.has("C") ? 0 : 1,
          byObjective.rank,
        ];
      };
      const best = everyWay(lines, allowed, byPiece)
        .map(figures)
        .sort((a, b) => a.map((n, i) => n - b[i]!).find((n) => n !== 0) ?? 0)[0];
      const result = chooseOrigins(
        sourcingQuestion(lines, allowed, origins, how),
        undefined,
        raterOf(costOf, rises, apart),
      );
      if (!result.ok) {
        expect(best).toBeUndefined();
        return;
      }
      compared++;
      const { shipments } = result.value.assignment;
      expect(figures(new Map(shipments.map(({ shipment: s }) => [s.origin, s.lines])))).toEqual(best);
    }),
    { seed: 17, numRuns: runs(600) },
  );
  expect(compared).toBeGreaterThan(runs(200));
});

/** Lines of which each origin has all, and what a line of each weighs. */
function question(weights: readonly number[], allowed: readonly (readonly string[])[], how: Sourcing) {
  const lines = weights.map((_, i) => line(i));
  return sourcingQuestion(lines, wholly(lines, allowed), origins, how);
}
const costIn = (result: ReturnType<typeof chooseOrigins>) =>
  result.ok ? Number(result.value.assignment.cost.toString()) : undefined;

test.each([15, 40, 120])(
  "two places, 2.00 and 1.00 a kg, a line tied to each: all %i lines but one leave from the cheaper",
  (count) => {
    const perLine = { A: 2, B: 1, C: 9 };
    const allowed = Array.from({ length: count }, (_, i) => (i === 0 ? ["A"] : i === 1 ? ["B"] : ["A", "B"]));
    const costOf: CostOf = (origin, part) => perLine[origin as "A"] * part.length;
    for (const apart of [true, false]) {
      const result = chooseOrigins(
        question(
          allowed.map(() => 1),
          allowed,
          sourcing(["fewestShipments", "lowestCost"]),
        ),
        undefined,
        raterOf(costOf, true, apart),
      );
      expect(costIn(result)).toBe(count + 1);
    }
  },
);

test("a hundred pieces at each of two places, 5.00 up to 50 of them and 100.00 above: half from each", () => {
  const lines = [line(0, "X", 100, { A: 100, B: 100 })];
  const allowed = [given(["A", "B"].map((origin) => ({ origin, pieces: 100 })))];
  const costOf: CostOf = (_, part) => (part.reduce((all, one) => all + one.quantity, 0) <= 50 ? 5 : 100);
  const result = chooseOrigins(
    sourcingQuestion(lines, allowed, origins, sourcing(["lowestCost"], "byPiece")),
    undefined,
    raterOf(costOf, false, true),
  );
  expect(costIn(result)).toBe(10);
  expect(result.ok && result.value.decision().proven).toBe(false);
});

test("up to ten lines with a choice of eight places the optimum is found, however costs jump", () => {
  fc.assert(
    fc.property(
      fc.array(fc.subarray(eight, { minLength: 1, maxLength: 3 }), { minLength: 5, maxLength: 7 }),
      fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 64, maxLength: 64 }),
      (able, jumps) => {
        const lines = able.map((_, i) => line(i));
        const allowed = wholly(
          lines,
          able.map((list) => list.map(({ code }) => code)),
        );
        const costOf: CostOf = (origin, part) => {
          const mask = part.reduce((all, { index }) => all + 2 ** index, 0);
          return jumps[(mask * 7 + Number(origin.slice(1)) * 13) % 64]!;
        };
        const best = Math.min(
          ...everyWay(lines, allowed, false).map((parts) =>
            [...parts].reduce((all, [origin, part]) => all + costOf(origin, part), 0),
          ),
        );
        const result = chooseOrigins(
          sourcingQuestion(lines, allowed, eight, sourcing(["lowestCost"])),
          undefined,
          raterOf(costOf, false, true),
        );
        expect(costIn(result)).toBe(best);
        expect(result.ok && result.value.decision().proven).toBe(true);
      },
    ),
    { seed: 31, numRuns: runs(40) },
  );
});

test("beyond what can be proven it is never worse than five thousand ways at random", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 14, maxLength: 24 }), (weights) => {
      const lines = weights.map((_, i) => line(i));
      const allowed = wholly(
        lines,
        lines.map(() => eight.map(({ code }) => code)),
      );
      const load = (part: readonly OrderLine[]) => part.reduce((all, one) => all + weights[one.index]!, 0);
      // each place has its own base and falls at its own weight
      const costOf: CostOf = (origin, part) => {
        const place = Number(origin.slice(1));
        const kilograms = load(part);
        return 20 + place * 3 + (kilograms > 50 + place * 20 ? kilograms : kilograms * 2);
      };
      const result = chooseOrigins(
        sourcingQuestion(lines, allowed, eight, sourcing(["lowestCost"])),
        undefined,
        raterOf(costOf, false, true),
      );
      let state = weights.reduce((all, one) => all * 31 + one, 7) % 2147483647;
      const next = () => (state = (state * 48271) % 2147483647);
      let best = Number.POSITIVE_INFINITY;
      for (let n = 0; n < runs(5000); n++) {
        const parts = new Map<string, OrderLine[]>();
        // a way of few places as often as one of many
        const most = 1 + (next() % 8);
        for (const one of lines) {
          const code = `O${next() % most}`;
          parts.set(code, [...(parts.get(code) ?? []), one]);
        }
        best = Math.min(
          best,
          [...parts].reduce((all, [origin, part]) => all + costOf(origin, part), 0),
        );
      }
      expect(costIn(result)).toBeLessThanOrEqual(best);
      const { proven, bound } = result.ok ? result.value.decision() : { proven: true, bound: undefined };
      if (!proven) expect(Number(bound?.toString())).toBeLessThanOrEqual(costIn(result)!);
    }),
    { seed: 5, numRuns: runs(6) },
  );
});

test("thousands of lines tied to two places and ten that are not end soon, told as not proven", () => {
  const count = 5000;
  const allowed = Array.from({ length: count }, (_, i) => (i < 10 ? ["A", "B"] : [i % 2 === 0 ? "A" : "B"]));
  let rated = 0;
  const costOf: CostOf = (_, part) => {
    rated += part.length;
    return part.length;
  };
  const lines = allowed.map((_, i) => line(i));
  const result = chooseOrigins(
    sourcingQuestion(lines, wholly(lines, allowed), origins, sourcing(["lowestCost"])),
    undefined,
    raterOf(costOf, true, true),
  );
  expect(costIn(result)).toBe(count);
  expect(result.ok && result.value.decision().proven).toBe(false);
  expect(rated).toBeLessThan(20 * count);
});

test("pins go before a whole order from one place; the rest leaves together", () => {
  const lines = [{ ...line(0), pinned: "A" }, { ...line(1), pinned: "B" }, line(2), line(3)];
  const result = chooseOrigins(
    sourcingQuestion(
      lines,
      wholly(lines, [["A"], ["B"], codes, ["B", "C"]]),
      origins,
      sourcing(["fewestShipments", "lowestCost"], "never"),
    ),
    undefined,
    raterOf(priced({ A: 5, B: 9, C: 1 }), true, true),
  );
  expect(
    result.ok &&
      shown(new Map(result.value.assignment.shipments.map(({ shipment: s }) => [s.origin, s.lines]))),
  ).toBe("A:0x1 B:1x1,2x1,3x1");
});

test("ten thousand lines from two places: given away greedily, each item's stock kept", () => {
  const stock = { A: 6000, B: 6000 };
  const lines = Array.from({ length: 10_000 }, (_, i) => line(i, "X", 1, stock));
  const allowed = lines.map(() => ["A", "B"]);
  const begun = Date.now();
  const result = chooseOrigins(
    sourcingQuestion(lines, wholly(lines, allowed), origins, sourcing(["fewestShipments", "lowestCost"])),
    undefined,
    raterOf((_, part) => part.length, true),
  );
  if (!result.ok) throw new Error("both places together have enough");
  const counts = result.value.assignment.shipments.map(({ shipment: s }) => [s.origin, s.lines.length]);
  expect(counts).toEqual([
    ["A", 6000],
    ["B", 4000],
  ]);
  expect(Date.now() - begun).toBeLessThan(30_000);
});

test("forty lines over eight origins end soon, with the optimum where costs rise", () => {
  const lines = Array.from({ length: 40 }, (_, i) => line(i));
  const everywhere = lines.map(() => eight.map(({ code }) => code));
  // one place has all but the last line: two shipments at least
  const allowed = everywhere.map((list, i) => (i === 39 ? ["O7"] : list.filter((code) => code !== "O7")));
  const costOf: CostOf = (origin, part) => (origin === "O3" ? 4 : 5) + Math.floor(part.length / 10);
  const how = { ...sourcing(["fewestShipments", "lowestCost"]), fallbackOrigin: "O0" };
  const result = chooseOrigins(
    sourcingQuestion(lines, wholly(lines, allowed), eight, how),
    undefined,
    raterOf(costOf, true),
  );
  expect(result.ok && result.value.assignment.cost.toString()).toBe("12");
  expect(result.ok && result.value.assignment.shipments.map(({ shipment }) => shipment.origin)).toEqual([
    "O3",
    "O7",
  ]);
});
