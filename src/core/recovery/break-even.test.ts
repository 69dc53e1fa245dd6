import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { breakEven, type BreakEvenTarget, type ChargedOrders } from "./break-even";

const order = (charge: string, cost: string, own: Partial<ChargedOrders> = {}): ChargedOrders => ({
  zone: "1",
  break: 0,
  orders: 1,
  charge,
  cost,
  isFree: false,
  ...own,
});
const target: BreakEvenTarget = { marginPercent: "0", step: "0.10", currency: "EUR" };

test("a loss-making cell says the charge that would have covered its orders, rounded up, and what that comes to", () => {
  const cells = breakEven(
    [
      order("5.00", "6.10"),
      order("5.00", "6.15"),
      order("9.00", "4.00"),
      order("4.00", "9.00", { zone: "0", break: 2 }),
    ],
    target,
  );
  expect(cells).toEqual([
    {
      zone: "0",
      break: 2,
      orders: 1,
      free: 0,
      charged: "4.00",
      cost: "9.00",
      margin: "-5.00",
      needed: "9.00",
      then: { charged: "9.00", margin: "0.00" },
      payMore: 1,
    },
    {
      zone: "1",
      break: 0,
      orders: 3,
      free: 0,
      charged: "19.00",
      cost: "16.25",
      margin: "2.75",
      needed: "5.50",
      then: { charged: "16.50", margin: "0.25" },
      payMore: 2,
    },
  ]);
});

test("orders delivered free are carried by those that pay; where none pays no charge helps", () => {
  const [cell] = breakEven([order("5.00", "4.00"), order("0.00", "4.00", { isFree: true })], target);
  expect(cell).toMatchObject({ orders: 2, free: 1, cost: "8.00", needed: "8.00", then: { charged: "8.00" } });
  const [none] = breakEven([order("0.00", "4.00", { isFree: true })], target);
  expect(none).toMatchObject({ free: 1, margin: "-4.00", payMore: 0 });
  expect(none).not.toHaveProperty("needed");
});

test("a margin is a part of the charge", () => {
  const [cell] = breakEven([order("5.00", "8.00")], { ...target, marginPercent: "20", step: "0.01" });
  expect(cell).toMatchObject({ needed: "10.00", then: { charged: "10.00", margin: "2.00" } });
});

test.each([
  { marginPercent: "100", step: "0.10" },
  { marginPercent: "10", step: "0" },
])("there is no such target: %j", (own) => {
  expect(() => breakEven([], { ...own, currency: "EUR" })).toThrow(RangeError);
});

test("the charge is the least multiple of the step that reaches the target", () => {
  const cents = fc.integer({ min: 1, max: 90_000 });
  fc.assert(
    fc.property(
      fc.array(fc.record({ charge: cents, cost: cents, isFree: fc.boolean() }), {
        minLength: 1,
        maxLength: 12,
      }),
      fc.integer({ min: 0, max: 80 }),
      fc.constantFrom(1, 5, 10, 100),
      (list, percent, step) => {
        const orders = list.map(({ charge, cost, isFree }) =>
          order((charge / 100).toFixed(2), (cost / 100).toFixed(2), { isFree }),
        );
        const aim = { marginPercent: String(percent), step: (step / 100).toFixed(2), currency: "EUR" };
        const [cell] = breakEven(orders, aim);
        const paying = list.filter(({ isFree }) => !isFree);
        if (paying.length === 0) return expect(cell!.needed).toBeUndefined();
        const cost = list.reduce((sum, one) => sum + one.cost, 0);
        const needed = Math.round(Number(cell!.needed) * 100);
        expect(needed % step).toBe(0);
        // in hundredths of a percent of a cent, whole numbers all of them
        const isReached = (charge: number) => charge * paying.length * (100 - percent) >= cost * 100;
        expect(isReached(needed)).toBe(true);
        expect(isReached(needed - step)).toBe(false);
        expect(cell!.payMore).toBe(paying.filter(({ charge }) => charge < needed).length);
      },
    ),
    { numRuns: runs(500), seed: 9 },
  );
});

test("orders that were charged the same count as many, whether told together or one by one", () => {
  const together = breakEven(
    [order("5.00", "24.30", { orders: 3 }), order("0.00", "2.00", { orders: 2, isFree: true })],
    target,
  );
  const single = breakEven(
    [
      ...["8.10", "8.00", "8.20"].map((cost) => order("5.00", cost)),
      order("0.00", "1.50", { isFree: true }),
      order("0.00", "0.50", { isFree: true }),
    ],
    target,
  );
  expect(together).toEqual(single);
  expect(together[0]).toMatchObject({ orders: 5, free: 2, needed: "8.80", payMore: 3 });
});
