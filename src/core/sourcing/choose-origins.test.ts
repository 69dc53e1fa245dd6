import fc from "fast-check";
import { Decimal } from "../money/decimal";
import { compileItem } from "../parcels/compiled-item";
import { measure } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { given } from "../working/reason";
import type { RateShipments } from "./candidate";
import { chooseOrigins } from "./choose-origins";

const codes = ["A", "B", "C"];
const origins = codes.map((code, i) => ({ code, rank: i + 1, distance: [300, 100, 200][i]! }));

function line(index: number, sku = `S${index}`, quantity = 1, stock?: Record<string, number>): OrderLine {
  const item = compileItem(
    {
      sku,
      name: sku,
      weight: { value: "1", unit: "kg" },
      ...(stock ? { stock: Object.entries(stock).map(([origin, n]) => ({ origin, quantity: n })) } : {}),
    },
    new Map(),
  );
  return {
    index,
    item,
    quantity,
    netBeforeDiscount: Decimal.zero,
    net: Decimal.zero,
    taxPercent: Decimal.zero,
    pinned: undefined,
  };
}

/** A shipment costs its origin's price plus something a line. */
const rateWith =
  (prices: Record<string, number>): RateShipments =>
  (parts) => {
    const shipments = [...parts].map(([origin, lines]) => ({
      shipment: { origin, lines, measures: measure(lines) },
      answer: {
        service: "S",
        cost: Decimal.whole((prices[origin] ?? 0) + lines.length),
        zone: undefined,
        chargeableWeight: undefined,
      },
    }));
    return given({
      shipments,
      cost: shipments.reduce((sum, one) => sum.plus(one.answer.cost), Decimal.zero),
    });
  };

const sourcing = (objectives: Sourcing["objectives"], split: Sourcing["split"] = "byLine"): Sourcing => ({
  split,
  objectives,
  fallbackOrigin: "C",
});

function choose(
  lines: OrderLine[],
  allowed: string[][],
  how: Sourcing,
  prices: Record<string, number> = { A: 5, B: 9, C: 7 },
) {
  const result = chooseOrigins(
    lines,
    allowed.map((list) => given(list)),
    origins,
    how,
    rateWith(prices),
  );
  if (!result.ok) return result.rejection.rejection.reason;
  return `${result.value.assignment.shipments.map(({ shipment }) => `${shipment.origin}:${shipment.lines.map((l) => l.index).join(",")}`).join(" ")} by ${result.value.by}`;
}

test("objectives decide in their order; what decides nothing leaves it to the fallback, then the rank", () => {
  const one = [line(0)];
  expect(choose(one, [codes], sourcing(["lowestCost"]))).toBe("A:0 by lowestCost");
  expect(choose(one, [codes], sourcing(["nearest"]))).toBe("B:0 by nearest");
  expect(choose(one, [codes], sourcing(["rank"]))).toBe("A:0 by rank");
  expect(choose(one, [codes], sourcing([]))).toBe("C:0 by fallback");
  expect(choose(one, [["A", "B"]], sourcing([]))).toBe("A:0 by rank");
  expect(choose(one, [["B"]], sourcing(["lowestCost"]))).toBe("B:0 by only");
});

test("fewest shipments first, even where more would cost less", () => {
  const lines = [line(0), line(1)];
  expect(
    choose(
      lines,
      [
        ["A", "C"],
        ["B", "C"],
      ],
      sourcing(["fewestShipments", "lowestCost"]),
      { A: 0, B: 0, C: 50 },
    ),
  ).toBe("C:0,1 by only");
  expect(
    choose(
      lines,
      [
        ["A", "C"],
        ["B", "C"],
      ],
      sourcing(["lowestCost"]),
      { A: 0, B: 0, C: 50 },
    ),
  ).toBe("A:0 B:1 by lowestCost");
  expect(choose(lines, [["A"], ["B"]], sourcing(["fewestShipments"], "never"))).toBe("out-of-stock");
});

test("two lines of one item share its stock", () => {
  const stock = { A: 3, B: 3 };
  const lines = [line(0, "X", 2, stock), line(1, "X", 2, stock)];
  expect(
    choose(
      lines,
      [
        ["A", "B"],
        ["A", "B"],
      ],
      sourcing(["fewestShipments", "rank"]),
    ),
  ).toBe("A:0 B:1 by rank");
});

test("equals brute force over every assignment", () => {
  const allowed = fc.array(fc.subarray(codes, { minLength: 1 }), { minLength: 1, maxLength: 4 });
  const prices = fc.record({
    A: fc.integer({ min: 0, max: 6 }),
    B: fc.integer({ min: 0, max: 6 }),
    C: fc.integer({ min: 0, max: 6 }),
  });
  fc.assert(
    fc.property(
      allowed,
      prices,
      fc.constantFrom<Sourcing["objectives"]>(
        ["fewestShipments", "lowestCost"],
        ["lowestCost", "fewestShipments"],
        ["lowestCost"],
      ),
      (lists, cost, objectives) => {
        const lines = lists.map((_, i) => line(i));
        const result = chooseOrigins(
          lines,
          lists.map((list) => given(list)),
          origins,
          sourcing(objectives),
          rateWith(cost),
        );
        if (!result.ok) throw new Error("every line can be shipped");
        const figures = (picked: string[]) => {
          const used = [...new Set(picked)];
          const total = used.reduce((sum, code) => sum + cost[code as "A"], 0) + picked.length;
          return objectives.map((objective) => (objective === "lowestCost" ? total : used.length));
        };
        const all = lists.reduce<string[][]>(
          (heads, list) => heads.flatMap((head) => list.map((code) => [...head, code])),
          [[]],
        );
        const best = all.map(figures).sort((a, b) => a.map((n, i) => n - b[i]!).find((n) => n !== 0) ?? 0)[0];
        const { assignment } = result.value;
        expect(
          objectives.map((objective) =>
            objective === "lowestCost" ? Number(assignment.cost.toString()) : assignment.shipments.length,
          ),
        ).toEqual(best);
      },
    ),
    { seed: 17, numRuns: 300 },
  );
});
