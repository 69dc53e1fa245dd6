import fc from "fast-check";
import { Decimal, sum } from "../money/decimal";
import { workCredit, type Credit, type Creditable, type WorkedCredit } from "./credit";

const sold = { quantity: 3, unitPrice: "10.00", discount: undefined, taxPercent: "22" };
const order: Creditable = {
  lines: [sold, { ...sold, quantity: 1, unitPrice: "0.01" }],
  delivery: { net: "5.33", tax: "1.17" },
  includesTax: true,
  currency: "EUR",
  before: [],
};
const why = { reason: "broken", payer: "carrier" } as const;
const work = (credit: Partial<Credit>, own: Partial<Creditable> = {}) =>
  workCredit({ ...why, ...credit }, { ...order, ...own });

test("pieces come to their part of the line, and the last one to what is left", () => {
  // 30.00 with tax are 24.59 and 5.41
  const first = work({ lines: [{ position: 0, quantity: 1 }] }) as WorkedCredit;
  expect(first).toEqual({
    lines: [{ position: 0, quantity: 1, net: "8.20", tax: "1.80" }],
    delivery: undefined,
    net: "8.20",
    tax: "1.80",
  });
  const rest = work({ lines: [{ position: 0, quantity: 2 }] }, { before: [first] }) as WorkedCredit;
  expect(rest.lines).toEqual([{ position: 0, quantity: 2, net: "16.39", tax: "3.61" }]);
  expect(work({ lines: [{ position: 0, quantity: 1 }] }, { before: [first, rest] })).toBe("more-pieces");
});

test("a line named twice is added up; one that is not there, and more than was sold, is refused", () => {
  const twice = { lines: [1, 1, 1].map((quantity) => ({ position: 0, quantity })) };
  expect(work(twice)).toMatchObject({ lines: [{ quantity: 3, net: "24.59", tax: "5.41" }] });
  expect(work({ lines: [{ position: 0, quantity: 4 }] })).toBe("more-pieces");
  expect(work({ lines: [{ position: 9, quantity: 1 }] })).toBe("more-pieces");
  expect(work({})).toBe("nothing");
});

test("of the delivery a part, the rest, and no more than it was", () => {
  const half = work({ delivery: "3.25" }) as WorkedCredit;
  expect(half.delivery).toEqual({ net: "2.66", tax: "0.59" });
  const rest = work({ delivery: "all" }, { before: [half] }) as WorkedCredit;
  expect(rest.delivery).toEqual({ net: "2.67", tax: "0.58" });
  expect(work({ delivery: "0.01" }, { before: [half, rest] })).toBe("more-delivery");
  expect(work({ delivery: "all" }, { before: [half, rest] })).toBe("nothing");
  expect(work({ delivery: "6.51" })).toBe("more-delivery");
  // where prices are without tax the amount is, too
  expect(work({ delivery: "2.00" }, { includesTax: false })).toMatchObject({
    delivery: { net: "2.00", tax: "0.44" },
  });
});

test("in whatever parts all is given back, it comes to what was paid, to the cent", () => {
  const cents = fc.integer({ min: 0, max: 99_999 }).map((n) => (n / 100).toFixed(2));
  const line = fc.record({
    quantity: fc.integer({ min: 1, max: 7 }),
    unitPrice: cents,
    discount: fc.constant(undefined),
    taxPercent: fc.constantFrom("0", "9", "22", "25.5"),
  });
  fc.assert(
    fc.property(
      fc.array(line, { minLength: 1, maxLength: 4 }),
      cents,
      cents,
      fc.boolean(),
      fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 9 }),
      (lines, net, tax, includesTax, steps) => {
        const of = { lines, delivery: { net, tax }, includesTax, currency: "EUR" };
        const before: WorkedCredit[] = [];
        const left = lines.map(({ quantity }) => quantity);
        for (const step of [...steps, 99]) {
          const pieces = left.flatMap((quantity, position) =>
            quantity > 0 ? [{ position, quantity: Math.min(step, quantity) }] : [],
          );
          const delivery = step === 99 ? "all" : "0.37";
          const asked: Credit = { ...why, lines: pieces, delivery };
          const worked = workCredit(asked, { ...of, before });
          if (typeof worked === "string") continue;
          for (const { position, quantity } of worked.lines) left[position] = left[position]! - quantity;
          before.push(worked);
        }
        const whole = workCredit(
          { ...why, lines: lines.map(({ quantity }, position) => ({ position, quantity })), delivery: "all" },
          { ...of, before: [] },
        ) as WorkedCredit;
        if (left.some((quantity) => quantity > 0)) return;
        const lastDelivery = before.some(({ delivery }) => delivery !== undefined);
        const all = (field: "net" | "tax") =>
          sum(before.flatMap((one) => one.lines).map((one) => Decimal.of(one[field]))).toFixed(2);
        expect(all("net")).toBe(sum(whole.lines.map((one) => Decimal.of(one.net))).toFixed(2));
        expect(all("tax")).toBe(sum(whole.lines.map((one) => Decimal.of(one.tax))).toFixed(2));
        if (lastDelivery) {
          const back = before.flatMap(({ delivery }) => delivery ?? []);
          const given = sum(back.map((one) => Decimal.of(one.net).plus(Decimal.of(one.tax))));
          expect(given.moreThan(Decimal.of(net).plus(Decimal.of(tax)))).toBe(false);
        }
      },
    ),
    { seed: 11, numRuns: 300 },
  );
});
