import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { Decimal, sum } from "../money/decimal";
import { parseWith } from "../setup/parse-setup";
import { bill as billSchema, type Bill, type BillLine, type BillWords } from "./bill";
import { groupBill } from "./group-bill";
import { matchBill } from "./match-bill";

const words: BillWords = {
  codes: [
    { code: "FRT", kind: "freight" },
    { code: "DIESEL", kind: "surcharge", surcharge: "fuel" },
    { code: "RWG", kind: "correction" },
    { code: "PICK", kind: "fee" },
  ],
  services: { "Road standard": "STP-ROAD" },
  zones: { Nord: "C" },
};
const bill = (lines: readonly BillLine[]): Bill => ({
  number: "B-1",
  date: "2026-10-31",
  currency: "PLN",
  lines: [...lines],
});
const freight: BillLine = {
  tracking: "T-1",
  reference: "NC-1001",
  day: "2026-10-05",
  country: "SE",
  postcode: "11455",
  weight: "4.5",
  service: "Road standard",
  zone: "Nord",
  charge: "FRT",
  amount: "40.00",
};
const fuel: BillLine = { tracking: "T-1", charge: "diesel", amount: "5.00" };

test("lines of a number are one shipment, told by its freight in our own words; its surcharges by our codes", () => {
  const { groups, fees, unread, total } = groupBill(
    bill([
      fuel,
      freight,
      { tracking: "T-1", charge: "GOTLAND", amount: "3.20" },
      { charge: "PICK", amount: "12.00" },
    ]),
    words,
  );
  expect(groups).toEqual([
    {
      parcel: {
        id: "T T-1",
        tracking: "T-1",
        reference: "NC-1001",
        day: "2026-10-05",
        country: "SE",
        postcode: "11455",
        weight: "4.5",
        service: "STP-ROAD",
      },
      shipment: {
        billedOn: "2026-10-31",
        currency: "PLN",
        total: "48.2",
        surcharges: [
          { code: "fuel", amount: "5" },
          { code: "GOTLAND", amount: "3.2" },
        ],
        service: "STP-ROAD",
        zone: "C",
        weight: "4.5",
        day: "2026-10-05",
      },
      lines: [0, 1, 2],
    },
  ]);
  expect(fees).toEqual([3]);
  expect(unread).toEqual(["GOTLAND"]);
  expect(total).toBe("60.2");
});

test("a correction says what was weighed in the end, and a bill of freight alone tells no surcharges", () => {
  const { groups } = groupBill(
    bill([freight, { tracking: "T-1", charge: "RWG", weight: "6.0", amount: "7.50" }]),
    words,
  );
  expect(groups[0]!.shipment).toMatchObject({ total: "47.5", weight: "6.0" });
  expect(groups[0]!.shipment.surcharges).toBeUndefined();
  expect(groups[0]!.parcel.weight).toBe("6.0");
});

test("a line a second time is a group of its own, which matching finds billed twice", () => {
  const { groups } = groupBill(bill([freight, fuel, freight, fuel]), words);
  expect(groups.map(({ parcel, lines, shipment }) => [parcel.id, lines, shipment.total])).toEqual([
    ["T T-1", [0, 1], "45"],
    ["T T-1 #2", [2, 3], "45"],
  ]);
  const shipment = {
    id: "s",
    order: "NC-1001",
    tracking: ["T-1"],
    day: "2026-10-05",
    country: "SE",
    postcode: "11455",
    service: "STP-ROAD",
  };
  expect(
    matchBill(
      groups.map(({ parcel }) => parcel),
      [shipment],
      { takenFrom: 90 },
    ),
  ).toMatchObject([{ shipment: "s" }, { again: "s" }]);
});

test("lines without any number stand alone, and a credit takes off what it is for", () => {
  const { groups } = groupBill(
    bill([
      { charge: "FRT", amount: "10.00" },
      { charge: "FRT", amount: "10.00" },
      freight,
      { ...freight, amount: "-40.00" },
    ]),
    words,
  );
  expect(groups.map(({ lines, shipment }) => [lines, shipment.total])).toEqual([
    [[0], "10"],
    [[1], "10"],
    [[2, 3], "0"],
  ]);
});

test("every line is in one group or a fee, and all comes to the bill", () => {
  const line = fc.record(
    {
      charge: fc.constantFrom("FRT", "frt", "DIESEL", "RWG", "PICK", "OTHER"),
      amount: fc.integer({ min: -9999, max: 99_999 }).map((cents) => (cents / 100).toFixed(2)),
      tracking: fc.constantFrom("", "T-1", "T-2"),
      reference: fc.constantFrom("", "NC-1", "NC-2"),
      weight: fc.constantFrom("1", "2.50"),
    },
    { requiredKeys: ["charge", "amount"] },
  );
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 20 }), (lines) => {
      const one = bill(lines as BillLine[]);
      expect(parseWith(billSchema, one).ok).toBe(true);
      const { groups, fees, total } = groupBill(one, words);
      const all = [...groups.flatMap((group) => group.lines), ...fees].sort((a, b) => a - b);
      expect(all).toEqual(lines.map((_, i) => i));
      const parts = [
        ...groups.map(({ shipment }) => Decimal.of(shipment.total)),
        ...fees.map((at) => Decimal.of(one.lines[at]!.amount)),
      ];
      expect(sum(parts).equals(Decimal.of(total))).toBe(true);
    }),
    { numRuns: runs(300), seed: 8 },
  );
});

test("what no bill can be is refused with its place", () => {
  const read = parseWith(billSchema, {
    number: " ",
    date: "2026-02-30",
    currency: "ZZZ",
    lines: [{ charge: "FRT", amount: "4,50", country: "XX", weight: "-1" }],
  });
  expect(read.ok ? [] : read.problems.map(({ path }) => path).sort()).toEqual([
    "currency",
    "date",
    "lines/0/amount",
    "lines/0/country",
    "lines/0/weight",
    "number",
  ]);
});
