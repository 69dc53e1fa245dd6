import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { likeness, matchBill, type BilledParcel, type ShippedParcel } from "./match-bill";

const shipped = (id: string, own: Partial<ShippedParcel> = {}): ShippedParcel => ({
  id,
  order: `NC-${id}`,
  tracking: [`TRK ${id}`],
  day: "2026-10-05",
  country: "SE",
  postcode: "114 55",
  weight: "4.6",
  service: "EXPRESS",
  ...own,
});
const rule = { takenFrom: 90 };
const billed = (id: string, own: Partial<BilledParcel> = {}): BilledParcel => ({ id, ...own });

test("by the carrier's number or ours it is that one, however it is written; by the order's number too", () => {
  const pool = [shipped("0001"), shipped("0002"), shipped("0003")];
  expect(
    matchBill(
      [
        billed("a", { tracking: "trk-0002" }),
        billed("b", { reference: "TRK0001" }),
        billed("c", { reference: "nc 0003" }),
      ],
      pool,
      rule,
    ),
  ).toEqual([
    { billed: "a", shipment: "0002", by: "tracking", score: 100, isTaken: true },
    { billed: "b", shipment: "0001", by: "tracking", score: 100, isTaken: true },
    { billed: "c", shipment: "0003", by: "order", score: 100, isTaken: true },
  ]);
});

test("of several shipments of an order each is taken once, the likest first; one more is billed again", () => {
  const pool = [shipped("1", { order: "NC-9", weight: "2" }), shipped("2", { order: "NC-9", weight: "20" })];
  const bill = ["a", "b", "c"].map((id) =>
    billed(id, { reference: "NC-9", weight: id === "a" ? "19.5" : "2", country: "SE", postcode: "11455" }),
  );
  expect(matchBill(bill, pool, rule)).toMatchObject([
    { billed: "a", shipment: "2" },
    { billed: "b", shipment: "1" },
    { billed: "c", again: "1" },
  ]);
});

test("what another bill has is billed again by its number, and nobody's by likeness", () => {
  const pool = [shipped("1", { billed: "B-1" })];
  const alike = { day: "2026-10-05", country: "SE", postcode: "11455", weight: "4.6", service: "EXPRESS" };
  expect(matchBill([billed("a", { tracking: "TRK 1" }), billed("b", alike)], pool, rule)).toEqual([
    { billed: "a", again: "1" },
    { billed: "b", unknown: true },
  ]);
});

test("without a number the likest is proposed, and taken from the score on that the rule says", () => {
  const pool = [
    shipped("1", { weight: "9", day: "2026-10-08" }),
    shipped("2", { postcode: "114 99" }),
    shipped("3", { country: "NO" }),
    shipped("4", { day: "2026-11-20" }),
  ];
  const alike = { day: "2026-10-06", country: "SE", postcode: "11455", weight: "8.9", service: "EXPRESS" };
  const match = matchBill([billed("a", alike)], pool, rule);
  expect(match).toMatchObject([{ shipment: "1", by: "likeness", isTaken: true }]);
  expect(matchBill([billed("a", alike)], pool, { takenFrom: 101 })).toMatchObject([
    { shipment: "1", isTaken: false },
  ]);
  expect(matchBill([billed("a", { country: "SE", postcode: "99999" })], pool, rule)).toEqual([
    { billed: "a", unknown: true },
  ]);
});

test("likeness is 100 for the same, half for what is not said, and less the more it differs", () => {
  const same = { day: "2026-10-05", country: "SE", postcode: "11455", weight: "4.6", service: "EXPRESS" };
  const of = (own: Partial<BilledParcel>) => likeness(billed("a", { ...same, ...own }), shipped("1"));
  expect(of({})).toBe(100);
  expect(likeness(billed("a"), shipped("1"))).toBe(50);
  expect(of({ day: "2026-10-12" })).toBe(70);
  expect(of({ service: "DAY" })).toBe(85);
  expect(of({ weight: "9.2" })).toBe(90);
  expect(of({ postcode: "11499" })).toBe(83);
  expect(of({ postcode: "9" })).toBe(65);
  expect(of({ weight: "nothing" })).toBe(80);
});

test("each is matched once at most, and all are told in the bill's order, whatever is like whatever", () => {
  const one = fc.record({
    number: fc.integer({ min: 1, max: 12 }),
    postcode: fc.constantFrom("11455", "11499", "8000"),
    day: fc.constantFrom("2026-10-01", "2026-10-05", "2026-10-09"),
    weight: fc.constantFrom("1", "2", "9"),
    isNamed: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 15 }), fc.array(one, { maxLength: 15 }), (bill, pool) => {
      const parcels = pool.map(({ number, isNamed, ...own }, i) =>
        shipped(String(i), { ...own, tracking: [`T${number}`], ...(isNamed ? {} : { billed: "B" }) }),
      );
      const lines = bill.map(({ number, isNamed, ...own }, i) =>
        billed(String(i), { ...own, country: "SE", ...(isNamed ? { tracking: `t-${number}` } : {}) }),
      );
      const matches = matchBill(lines, parcels, rule);
      expect(matches.map((match) => match.billed)).toEqual(lines.map(({ id }) => id));
      const taken = matches.flatMap((match) => ("shipment" in match ? [match.shipment] : []));
      expect(new Set(taken).size).toBe(taken.length);
      const isBilled = new Set(parcels.flatMap(({ id, billed: by }) => (by === undefined ? [] : [id])));
      expect(taken.filter((id) => isBilled.has(id))).toEqual([]);
      expect(matchBill(lines, [...parcels].reverse(), rule)).toEqual(matches);
    }),
    { numRuns: runs(300), seed: 5 },
  );
});
