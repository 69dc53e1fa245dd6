import fc from "fast-check";
import { smallestSetup } from "./smallest-setup";
import type { Setup } from "@/core/setup/setup";

const code = fc.stringMatching(/^[A-Z][A-Za-z0-9._-]{1,8}$/);
const text = fc.stringMatching(/^[A-Za-zÀ-ž '"\\/,;·0-9]{0,20}x$/);
const money = fc.oneof(
  fc.integer({ min: 0, max: 99_999 }).map((n) => (n / 100).toFixed(2)),
  fc.constantFrom("0", "0.0000001", "12345678901234567.89"),
);
const optional = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined });
const codes = fc.uniqueArray(code, { minLength: 1, maxLength: 4 });

/** Leaves out what is undefined, as the format wants it. */
function defined<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

/** Setups of every shape the format has, also those the computation does not know yet; references need not lead anywhere. */
export const anySetup: fc.Arbitrary<Setup> = fc
  .record({
    zones: codes,
    names: text,
    holidays: optional(fc.constantFrom([], ["2026-12-24", "2027-02-28"])),
    position: optional(
      fc.record({ lat: fc.double({ min: -90, max: 90, noNaN: true }), lon: fc.constantFrom(0, -179.5) }),
    ),
    serves: optional(fc.constantFrom([], [{ country: "SE", postcode: "62*" }, { country: "*" }])),
    fuelIndex: optional(fc.constantFrom([], [{ from: "2026-01-01", percent: "11.5" }])),
    entries: fc.array(
      fc.constantFrom(
        { zone: null, country: "NO", postcode: "9170..9179" },
        { zone: "1", country: "SE", subdivision: "SE-I" },
        { zone: "2", country: "*" },
      ),
      { maxLength: 5 },
    ),
    cells: fc.array(fc.option(money), { minLength: 2, maxLength: 2 }),
    banded: fc.boolean(),
    minimum: optional(money),
    flags: fc.record({
      poBox: optional(fc.boolean()),
      lower: optional(fc.boolean()),
      whenFree: optional(fc.constantFrom("listAll" as const, "dropSlowerOrEqual" as const)),
    }),
    exceptions: fc.array(
      fc.constantFrom(
        { item: "X", do: "ban" as const },
        { goodsClass: "g", do: { extra: "2.50" } },
        { offer: "parcel", destinations: [], do: "shipsFree" as const },
      ),
      { maxLength: 3 },
    ),
    destinations: optional(
      fc.constantFrom(
        {},
        { only: [] },
        { only: [{ country: "EE" }], not: [{ country: "EE", postcode: "506*" }] },
      ),
    ),
    surcharges: fc.constantFrom<NonNullable<Setup["services"][number]["surcharges"]>[]>(
      [],
      [{ code: "peak", name: "Peak", from: "2026-11-15", to: "2026-12-24", amount: { fixed: "1.50" } }],
      [
        {
          code: "late",
          name: "Late",
          from: "2027-01-01",
          amount: { percentFromFuelIndex: true, of: "freight" },
        },
      ],
    ),
    currency: optional(fc.constantFrom("SEK", "EUR")),
    additions: optional(
      fc.constantFrom(
        [],
        [
          {
            name: "Insurance",
            when: [{ measure: "goodsValue" as const, op: ">=" as const, value: "200" }],
            amount: { percent: "1", of: "goodsValue" as const },
          },
        ],
      ),
    ),
    plan: fc.constantFrom<Setup["offers"][number]["plan"][]>(
      { kind: "costPlus" },
      {
        kind: "terms",
        terms: [
          { constant: "1" },
          { measure: "actualWeight", unit: "kg", amount: "2" },
          { percent: "20", of: "goodsValue" },
        ],
      },
      {
        kind: "ladder",
        match: "first",
        rules: [
          {
            when: [
              { not: { measure: "goodsValue", between: ["20", "50"], ends: "(]" } },
              { weekday: [6, 7] },
            ],
            then: { withhold: "no" },
          },
        ],
        otherwise: { free: true },
      },
      { kind: "byGoodsClass", combine: "sum", classes: [], otherwise: [{ constant: "1" }] },
    ),
  })
  .map((any): Setup => {
    const base = smallestSetup();
    const [origin, carrier, chart, service, tariff, channel, offer] = [
      base.origins[0]!,
      base.carriers[0]!,
      base.zoneCharts[0]!,
      base.services[0]!,
      base.tariffs[0]!,
      base.channels[0]!,
      base.offers[0]!,
    ];
    const edition = tariff.editions[0]!;
    const rates = any.banded ? [any.cells, any.cells] : any.cells;
    return defined({
      ...base,
      business: {
        ...base.business,
        deliveryTaxes: [
          { from: "2026-01-01", to: "2026-12-31", destinations: [{ country: "FI" }], percent: "25.50" },
          { from: "2026-01-01", channels: [channel.code], reverseChargeWithTaxId: true as const },
        ],
      },
      exchangeRates: [{ from: "SEK", to: "EUR", rate: "0.0871", asOf: "2026-11-02" }],
      goodsClasses: any.zones.map((zone) => ({
        code: zone,
        name: any.names,
        defaultWeight: { value: "12.50", unit: "lb" as const },
        notBy: ["air" as const],
      })),
      origins: [
        { ...origin, name: any.names, holidays: any.holidays, position: any.position, serves: any.serves },
        { ...origin, code: "SECOND", returnAddress: origin.address },
      ],
      carriers: [{ ...carrier, fuelIndex: any.fuelIndex, addresses: [{ ...origin.address, code: "HQ" }] }],
      zoneCharts: [
        { ...chart, zones: any.zones.map((zone) => ({ code: zone, name: any.names })), entries: any.entries },
        { code: "EMPTY", name: any.names, origins: [], zones: [], entries: [] },
      ],
      services: [
        {
          ...service,
          accepts: { poBox: any.flags.poBox },
          mode: "inlandWater" as const,
          limits: {},
          destinations: any.destinations,
          surcharges: any.surcharges,
          rate: { live: "x", liveService: "", fallback: "passOver" as const },
        },
        { ...service, code: "S2", weightStep: { value: "0.50", unit: "kg" as const } },
      ],
      tariffs: [
        {
          ...tariff,
          editions: [
            {
              ...edition,
              label: any.names,
              bands: any.banded ? { measure: "goodsValue" as const, edges: ["100.00", null] } : undefined,
              rows: any.zones.map((zone) => ({ zone, rates, minimum: any.minimum })),
              lowerNextBreak: any.flags.lower,
            },
            { ...edition, label: "no rows", rows: [] },
          ],
        },
        { ...tariff, code: "NONE", editions: [] },
      ],
      channels: [{ ...channel, whenFree: any.flags.whenFree }],
      offers: [
        {
          ...offer,
          names: { et: any.names },
          channels: [],
          customerGroups: [],
          currency: any.currency,
          adjust: { additions: any.additions },
          plan: any.plan,
          free: { anyOf: [{ coupon: [any.names] }] },
        },
      ],
      itemExceptions: any.exceptions,
      connections: [{ code: "sim", adapter: "a", carrier: "POST", timeoutMs: 1500, cacheMinutes: 0 }],
    } as unknown as Setup);
  });
