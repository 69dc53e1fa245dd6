import { parseWith } from "../setup/parse-setup";
import { dispatchSchema, stillToLeave, tooMany } from "./dispatch";

const shipments = [
  {
    origin: "TRT",
    lines: [
      { sku: "A", quantity: 3 },
      { sku: "B", quantity: 1 },
    ],
  },
  { origin: "GDY", lines: [{ sku: "A", quantity: 2 }] },
];

test("what has left is taken off where it left from, and off nothing else", () => {
  expect(stillToLeave(shipments, [])).toEqual([
    { origin: "TRT", sku: "A", quantity: 3 },
    { origin: "TRT", sku: "B", quantity: 1 },
    { origin: "GDY", sku: "A", quantity: 2 },
  ]);
  const left = [
    { origin: "TRT", sku: "A", quantity: 1 },
    { origin: "TRT", sku: "A", quantity: 1 },
    { origin: "GDY", sku: "A", quantity: 2 },
  ];
  expect(stillToLeave(shipments, left)).toEqual([
    { origin: "TRT", sku: "A", quantity: 1 },
    { origin: "TRT", sku: "B", quantity: 1 },
  ]);
});

test("an item that leaves in two shipments of one origin is taken off the first, then the second", () => {
  const twice = [
    { origin: "TRT", lines: [{ sku: "A", quantity: 2 }] },
    { origin: "TRT", lines: [{ sku: "A", quantity: 2 }] },
  ];
  expect(stillToLeave(twice, [{ origin: "TRT", sku: "A", quantity: 3 }])).toEqual([
    { origin: "TRT", sku: "A", quantity: 1 },
  ]);
  // more than was expected leaves nothing, and owes nothing
  expect(stillToLeave(twice, [{ origin: "TRT", sku: "A", quantity: 9 }])).toEqual([]);
});

test("more than is there to leave is told by its item", () => {
  const remaining = stillToLeave(shipments, []);
  expect(tooMany({ origin: "TRT", lines: [{ sku: "A", quantity: 3 }] }, remaining)).toEqual([]);
  expect(
    tooMany(
      {
        origin: "GDY",
        lines: [
          { sku: "A", quantity: 3 },
          { sku: "B", quantity: 1 },
        ],
      },
      remaining,
    ),
  ).toEqual(["A", "B"]);
  expect(tooMany({ origin: "GDY" }, remaining)).toEqual([]);
});

test("a dispatch is read with the place of what is wrong", () => {
  const pathsOf = (input: unknown) => {
    const read = parseWith(dispatchSchema, input);
    return read.ok ? [] : read.problems.map(({ path }) => path);
  };
  const whole = { day: "2026-11-27", origin: "TRT", service: "POST" };
  expect(pathsOf(whole)).toEqual([]);
  expect(pathsOf({ ...whole, day: "2026-02-30" })).toEqual(["day"]);
  expect(pathsOf({ ...whole, lines: [{ sku: "A", quantity: 0 }] })).toEqual(["lines/0/quantity"]);
  expect(pathsOf({ ...whole, weight: "-1" })).toEqual(["weight"]);
});
