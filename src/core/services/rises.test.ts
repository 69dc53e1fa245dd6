import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileSetup } from "../quote/compiled-setup";
import { parseSetup } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";

type Service = Setup["services"][number];
type Surcharge = NonNullable<Service["surcharges"]>[number];

/** What sourcing may rely on: that more goods by this service never cost less. */
function rises(change: (setup: Setup) => unknown): boolean | undefined {
  const setup = smallestSetup();
  setup.goodsClasses.push({ code: "glass", name: "Glass" });
  change(setup);
  return sure(compileSetup(sure(parseSetup(setup)))).services.get("PARCEL")?.rises;
}

const rated = (rows: (string | null)[][], more: object = {}) =>
  rises(({ tariffs }) => {
    const [edition] = tariffs[0]!.editions;
    edition!.rows = rows.map((rates, i) => ({ zone: String(i + 1), rates }));
    Object.assign(edition!, more);
  });

test.each([
  ["each break more than the one before", true, [["4.20", "7.90"]]],
  ["each break as much as the one before", true, [["4.20", "4.20"]]],
  ["a break with less", false, [["4.20", "4.19"]]],
  [
    "a break with less in the second zone alone",
    false,
    [
      ["4.20", "7.90"],
      ["12.50", "12.49"],
    ],
  ],
  ["a break without a rate after one with", true, [["4.20", null]]],
  ["a break without a rate before one with", true, [[null, "4.20"]]],
])("a table rises: %s", (_, right, rows) => {
  expect(rated(rows)).toBe(right);
});

const three = ["5", "10", "30"].map((edge) => ({ edge, rate: "flat" }));

test.each([
  ["a break without a rate hides no fall", false, ["10.00", null, "3.00"], {}],
  ["nor one where the lower of two counts", false, ["10.00", null, "3.00"], { lowerNextBreak: true }],
  [
    "a break that may be used from below is no fall",
    true,
    ["4.00", "3.00", "5.00"],
    { lowerNextBreak: true },
  ],
  ["the same break, where it may not, is", false, ["4.00", "3.00", "5.00"], {}],
])("%s", (_, right, rates, more) => {
  expect(rated([rates], { breaks: three, ...more })).toBe(right);
});

test("every edition counts, not the first alone", () => {
  expect(
    rises(({ tariffs }) => {
      const [edition] = tariffs[0]!.editions;
      tariffs[0]!.editions.push({
        ...edition!,
        label: "2027",
        from: "2027-01-01",
        rows: [{ zone: "1", rates: ["7.90", "4.20"] }],
      });
      edition!.to = "2026-12-31";
    }),
  ).toBe(false);
});

test("tables with bands are not relied on, and no freight is", () => {
  const bands = { measure: "goodsValue", currency: "EUR", edges: ["100", null] };
  const rows = [
    {
      zone: "1",
      rates: [
        ["4.20", "7.90"],
        ["4.20", "7.90"],
      ],
    },
  ];
  expect(rises(({ tariffs }) => Object.assign(tariffs[0]!.editions[0]!, { bands, rows }))).toBe(false);
  expect(rises(({ services }) => (services[0]!.rate = { none: true }))).toBe(true);
});

test("a live rate is not relied on, even with a rising table behind it", () => {
  expect(
    rises((setup) => {
      setup.connections.push({
        code: "post",
        carrier: "POST",
        adapter: "http-json/1",
        timeoutMs: 3000,
        cacheMinutes: 10,
      });
      setup.services[0]!.rate = { live: "post", liveService: "P", fallback: { tariff: "PARCEL-BUY" } };
    }),
  ).toBe(false);
});

const surcharged = (...surcharges: Partial<Surcharge>[]) =>
  rises(
    ({ services }) =>
      (services[0]!.surcharges = surcharges.map((more, i) => ({
        code: `S${i}`,
        name: "More",
        amount: { fixed: "1.00" },
        ...more,
      }))),
  );

test.each<[boolean, Surcharge["amount"]]>([
  [true, { fixed: "1.00" }],
  [true, { fixed: "0" }],
  [false, { fixed: "-0.01" }],
  [true, { per: "kg", amount: "0.10" }],
  [false, { per: "kg", amount: "-0.10" }],
  [true, { percent: "5", of: "freight" }],
  [false, { percent: "-5", of: "freight" }],
  [true, { percentFromFuelIndex: true, of: "freight" }],
])("rises %s with a surcharge of %j", (right, amount) => {
  expect(surcharged({ amount })).toBe(right);
  expect(surcharged({}, { amount }, {})).toBe(right);
});

const weight = { measure: "actualWeight", unit: "kg" } as const;
const glass = (within: "any" | "all" | "only") => ({ goodsClass: ["glass"], in: within });

test.each<[boolean, NonNullable<Surcharge["when"]>[number]]>([
  [true, { ...weight, op: ">", value: "10" }],
  [true, { ...weight, op: ">=", value: "10" }],
  [false, { ...weight, op: "<", value: "10" }],
  [false, { ...weight, op: "<=", value: "10" }],
  [false, { ...weight, op: "=", value: "10" }],
  [false, { ...weight, between: ["1", "10"], ends: "[]" }],
  [true, glass("any")],
  [false, glass("only")],
  [true, { weekday: [1] }],
  [true, { not: { weekday: [1] } }],
  [true, { not: { not: { country: ["EE"] } } }],
  [false, { not: { ...weight, op: ">", value: "10" } }],
  [false, { not: glass("any") }],
  [false, { not: { not: glass("any") } }],
])("rises %s with a surcharge when %j", (right, condition) => {
  expect(surcharged({ when: [condition] })).toBe(right);
  expect(surcharged({ when: [{ country: ["EE"] }, condition] })).toBe(right);
});
