import { arrivalVerdict } from "./arrival-rows";

const read = arrivalVerdict(
  new Map([
    ["TW1", { shipments: 1, left: "2026-11-20" }],
    ["W-7", { shipments: 2 }],
    ["gone", null],
  ]),
  "2026-11-28",
);

describe("a row of arrivals", () => {
  it("is taken with its day as it will be stored", () => {
    expect(read({ number: " TW1 ", day: "24.11.2026" })).toEqual({
      kind: "taken",
      value: { number: "TW1", day: "2026-11-24" },
      about: "TW1",
      shown: { day: "2026-11-24" },
    });
  });

  it("says that an order's number means all its shipments", () => {
    expect(read({ number: "W-7", day: "2026-11-24" })).toMatchObject({
      kind: "taken",
      note: "All 2 shipments of the order.",
    });
  });

  it.each([
    ["", "2026-11-24", "no tracking or order number"],
    ["TW1", "", "does not say when"],
    ["TW1", "soon", "“soon” is not a date"],
    ["TW1", "2026-11-29", "still to come"],
    ["TW1", "2026-11-19", "It left on 2026-11-20"],
    ["gone", "2026-11-24", "has the number gone"],
  ])("is refused with its reason: %s %s", (number, day, why) => {
    expect(read({ number, day })).toMatchObject({ kind: "refused", why: expect.stringContaining(why) });
  });

  it("may arrive on the day it left, and today", () => {
    expect(read({ number: "TW1", day: "2026-11-20" }).kind).toBe("taken");
    expect(read({ number: "TW1", day: "2026-11-28" }).kind).toBe("taken");
  });
});
