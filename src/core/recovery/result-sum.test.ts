import { addFigures, resultSum, type ResultFigures } from "./result-sum";

const figures = (own: Partial<ResultFigures> = {}): ResultFigures => ({
  shipments: 3,
  orders: 2,
  parcels: 4,
  unpriced: 0,
  charged: "20.00",
  expected: "18.00",
  billed: "13.00",
  expectedOfBilled: "12.00",
  billedShipments: 2,
  ...own,
});

test("what is billed counts as the cost of what is billed, what was expected as that of the rest", () => {
  expect(resultSum(figures(), "EUR")).toEqual({
    shipments: 3,
    orders: 2,
    parcels: 4,
    unpriced: 0,
    billedShipments: 2,
    charged: "20.00",
    expected: "18.00",
    billed: "13.00",
    cost: "19.00",
    overrun: "1.00",
    margin: "1.00",
    marginPercent: "5.0",
  });
});

test("a loss is a margin below nothing; without a charge there is no percent of it", () => {
  expect(resultSum(figures({ charged: "9.5" }), "EUR")).toMatchObject({
    margin: "-9.50",
    marginPercent: "-100.0",
  });
  const free = resultSum(figures({ charged: "0" }), "EUR");
  expect(free.margin).toBe("-19.00");
  expect("marginPercent" in free).toBe(false);
});

test("figures of several are added figure by figure; of none they are nothing", () => {
  const both = addFigures([figures(), figures({ charged: "0.10", unpriced: 1 })]);
  expect(both).toEqual({
    shipments: 6,
    orders: 4,
    parcels: 8,
    unpriced: 1,
    charged: "20.1",
    expected: "36",
    billed: "26",
    expectedOfBilled: "24",
    billedShipments: 4,
  });
  expect(resultSum(addFigures([]), "EUR")).toMatchObject({ shipments: 0, cost: "0.00", margin: "0.00" });
});
