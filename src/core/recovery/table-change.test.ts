import { Decimal } from "../money/decimal";
import type { RateCell } from "./rate-cell";
import { rateCellOf } from "./rate-cell";
import { TableChangeCounter } from "./table-change";
import { UncomparedCounter } from "./uncompared";
import type { Step } from "../working/step";
import { reject } from "../working/reason";

const cell = (zone: string, edge = "5", tariff = "BUY"): RateCell => ({ tariff, zone, edge, band: "" });
const of = Decimal.of;

describe("what a new table does to past shipments", () => {
  it("adds up by cell, the dearest change first, and in all", () => {
    const counter = new TableChangeCounter("EUR");
    counter.add({ before: of("4.10"), after: of("4.30"), cell: cell("1") });
    counter.add({ before: of("4.10"), after: of("4.30"), cell: cell("1") });
    counter.add({ before: of("9.00"), after: of("8.00"), cell: cell("2") });
    counter.add({ before: of("9.00"), after: of("10.50"), cell: cell("2", "open") });
    expect(counter.change).toEqual({
      shipments: 4,
      before: "26.20",
      after: "27.10",
      difference: "0.90",
      cells: [
        { ...cell("2", "open"), shipments: 1, before: "9.00", after: "10.50", difference: "1.50" },
        { ...cell("1"), shipments: 2, before: "8.20", after: "8.60", difference: "0.40" },
        { ...cell("2"), shipments: 1, before: "9.00", after: "8.00", difference: "-1.00" },
      ],
      belowCost: [],
    });
  });

  it("names the sell cells that covered their cost and no longer would: a charge that just covers it does not", () => {
    const counter = new TableChangeCounter("EUR");
    const sell = (zone: string, charged: string, before: string, after: string) =>
      counter.add({
        before: of(before),
        after: of(after),
        cell: cell("1"),
        sold: { cell: cell(zone, "5", "SELL"), charged: of(charged) },
      });
    sell("falls", "5.00", "5.00", "5.01");
    sell("holds", "5.00", "4.00", "5.00");
    sell("was-below", "5.00", "5.01", "6.00");
    sell("falls-more", "5.00", "4.00", "7.00");
    // two shipments of one cell count together
    sell("together", "5.00", "4.00", "5.50");
    sell("together", "6.00", "4.00", "5.50");
    const { belowCost } = counter.change;
    expect(belowCost.map(({ zone, marginBefore, marginAfter }) => [zone, marginBefore, marginAfter])).toEqual(
      [
        ["falls-more", "1.00", "-2.00"],
        ["falls", "0.00", "-0.01"],
      ],
    );
  });
});

describe("the cell of a rate", () => {
  const rate = (station: Step["station"], source: string) =>
    ({ code: "rate-flat", station, inputs: {}, source }) as unknown as Step;

  it("is read from the working: of the buy side or of a plan's own table", () => {
    const steps = [
      rate("rate", "tariffs/BUY/editions/2026/zones/EE/breaks/5"),
      rate("plan", "tariffs/SELL/editions/2026/zones/1/bands/open/breaks/10"),
    ];
    expect(rateCellOf(steps, "buy")).toEqual({ tariff: "BUY", zone: "EE", edge: "5", band: "" });
    expect(rateCellOf(steps, "sell")).toEqual({ tariff: "SELL", zone: "1", edge: "10", band: "open" });
  });

  it("is none where several rates were read, or what was read is no table", () => {
    const one = rate("rate", "tariffs/BUY/editions/2026/zones/EE/breaks/5");
    expect(rateCellOf([one, one], "buy")).toBeUndefined();
    expect(rateCellOf([rate("rate", "services/ECO/rate/live")], "buy")).toBeUndefined();
    expect(rateCellOf([one], "sell")).toBeUndefined();
  });
});

describe("what is not compared", () => {
  it("is counted by why, the most first, with the first of them", () => {
    const counter = new UncomparedCounter();
    const inactive = (name: string) => reject("inactive", { what: "service", name }, "services/X/active");
    counter.add(undefined);
    counter.add(inactive("First"));
    counter.add(inactive("Second"));
    expect(counter.list).toEqual([
      { why: "inactive", count: 2, example: inactive("First") },
      { why: "gone", count: 1 },
    ]);
  });
});
