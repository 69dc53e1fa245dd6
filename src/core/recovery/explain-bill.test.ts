import { seeded } from "../../../sim/seeded";
import { runs } from "../../../tests/support/runs";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { Decimal } from "../money/decimal";
import { compileItem } from "../parcels/compiled-item";
import { compileSetup, type CompiledSetup } from "../quote/compiled-setup";
import { quote } from "../quote/quote-order";
import type { QuoteRequest } from "../quote/request";
import type { Setup } from "../setup/setup";
import {
  billCauses,
  explainBill,
  type BillCause,
  type BilledShipment,
  type ExplainedBill,
} from "./explain-bill";
import { reckonerOf } from "./reckoning";

const EDGES = [2, 5, 10, 31];
const ZONES = ["1", "2", "3"];
const PLACED = "2026-11-24T08:00:00Z";

/** Tables in cents, so that what a bill comes to is worked out here without the product's own reckoning. */
interface Tables {
  readonly setup: Setup;
  readonly currency: string;
  /** Hundredths a service, edition, zone and break. */
  readonly cells: Readonly<Record<string, readonly (readonly (readonly number[])[])[]>>;
  readonly fuelTenths: readonly number[];
  readonly handling: Readonly<Record<string, number>>;
  /** Ten-thousandths of the home currency for one of the carrier's, on the order's day and on the bill's. */
  readonly rates: readonly [number, number];
}

const money = (cents: number) => (cents / 100).toFixed(2);
const roundedHalfUp = (numerator: number, denominator: number) =>
  Math.floor((2 * numerator + denominator) / (2 * denominator));

function anyTables(random: () => number): Tables {
  const pick = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
  const currency = ["EUR", "SEK", "PLN"][pick(0, 2)]!;
  const setup = smallestSetup();
  const cells: Record<string, number[][][]> = {};
  const handling: Record<string, number> = {};
  const rates: [number, number] = currency === "EUR" ? [10_000, 10_000] : [pick(800, 2600), pick(800, 2600)];
  const fuelTenths = [pick(50, 250), pick(50, 250)];
  setup.carriers[0]!.currency = currency;
  setup.carriers[0]!.fuelIndex = [
    { from: "2026-01-01", percent: money(fuelTenths[0]! * 10) },
    { from: "2026-12-01", percent: money(fuelTenths[1]! * 10) },
  ];
  setup.exchangeRates =
    currency === "EUR"
      ? []
      : [
          {
            from: currency,
            to: "EUR",
            rate: (rates[0] / 10_000).toFixed(4),
            asOf: "2026-01-01",
          },
          {
            from: currency,
            to: "EUR",
            rate: (rates[1] / 10_000).toFixed(4),
            asOf: "2026-12-15",
          },
        ];
  setup.zoneCharts[0]!.zones = ZONES.map((code) => ({ code, name: code }));
  setup.zoneCharts[0]!.entries = [
    { zone: "1", country: "EE" },
    { zone: "2", country: "LV" },
    { zone: "3", country: "*" },
  ];
  const [service] = setup.services;
  const [tariff] = setup.tariffs;
  setup.services = ["A", "B"].map((code) => {
    handling[code] = pick(0, 300);
    return {
      ...structuredClone(service!),
      code,
      rate: { tariff: code },
      surcharges: [
        { code: "fuel", name: "Fuel", amount: { percentFromFuelIndex: true, of: "freight" } },
        { code: "handling", name: "Handling", amount: { fixed: money(handling[code]) } },
      ],
    };
  });
  setup.tariffs = ["A", "B"].map((code) => {
    cells[code] = [0, 1].map(() => ZONES.map(() => EDGES.map(() => pick(300, 9000))));
    return {
      ...structuredClone(tariff!),
      code,
      currency,
      editions: ["2026-01-01", "2026-12-01"].map((from, edition) => ({
        label: from,
        from,
        ...(edition === 0 ? { to: "2026-11-30" } : {}),
        breaks: EDGES.map((edge) => ({ edge: String(edge), rate: "flat" as const })),
        rows: ZONES.map((zone, row) => ({ zone, rates: cells[code]![edition]![row]!.map(money) })),
      })),
    };
  });
  setup.offers[0]!.services = ["A"];
  return { setup, currency, cells, fuelTenths, handling, rates };
}

interface Facts {
  readonly service: string;
  readonly zone: number;
  /** Tenths of a kg. */
  readonly weight: number;
  readonly isLater: boolean;
  /** Hundredths more than the fuel of the day. */
  readonly moreFuel: number;
  readonly remote: number;
  readonly isMoved: boolean;
}

/** What a carrier takes, in its currency: freight and surcharges in hundredths. */
function taken({ cells, fuelTenths, handling }: Tables, facts: Facts) {
  const column = EDGES.findIndex((edge) => facts.weight <= edge * 10);
  const edition = facts.isLater ? 1 : 0;
  const freight = cells[facts.service]![edition]![facts.zone]![column]!;
  const fuel = roundedHalfUp(freight * fuelTenths[edition]!, 1000) + facts.moreFuel;
  return { freight, fuel, handling: handling[facts.service]!, remote: facts.remote };
}

const total = (of: ReturnType<typeof taken>) => of.freight + of.fuel + of.handling + of.remote;
const inHome = (hundredths: number, rate: number) => roundedHalfUp(hundredths * rate, 10_000);

/** How each cause is planted. */
const planted: Readonly<Record<BillCause, (facts: Facts, random: () => number) => Facts>> = {
  service: (facts) => ({ ...facts, service: "B" }),
  zone: (facts, random) => ({ ...facts, zone: (facts.zone + 1 + Math.floor(random() * 2)) % 3 }),
  weight: (facts, random) => ({
    ...facts,
    weight: 1 + ((facts.weight + 20 + Math.floor(random() * 200)) % 300),
  }),
  edition: (facts) => ({ ...facts, isLater: true }),
  surcharges: (facts, random) =>
    random() < 0.5
      ? { ...facts, moreFuel: 1 + Math.floor(random() * 200) }
      : { ...facts, remote: 1 + Math.floor(random() * 2000) },
  exchange: (facts) => ({ ...facts, isMoved: true }),
};

interface Case {
  readonly tables: Tables;
  readonly request: QuoteRequest;
  readonly facts: Facts;
}

function anyCase(tables: Tables, random: () => number): Case {
  const zone = Math.floor(random() * 3);
  const weight = 1 + Math.floor(random() * 300);
  return {
    tables,
    request: {
      channel: "web",
      placedAt: PLACED,
      shipTo: { country: ["EE", "LV", "DE"][zone]! },
      lines: [
        {
          sku: "FREE",
          quantity: 1,
          unitPrice: "10.00",
          item: { weight: { value: (weight / 10).toFixed(1), unit: "kg" } },
        },
      ],
    },
    facts: { service: "A", zone, weight, isLater: false, moreFuel: 0, remote: 0, isMoved: false },
  };
}

function billOf(tables: Tables, of: Facts): BilledShipment {
  const parts = taken(tables, of);
  return {
    billedOn: of.isMoved ? "2026-12-20" : "2026-12-05",
    currency: tables.currency,
    total: money(total(parts)),
    surcharges: [
      { code: "fuel", amount: money(parts.fuel) },
      { code: "handling", amount: money(parts.handling) },
      ...(parts.remote > 0 ? [{ code: "REMOTE", amount: money(parts.remote) }] : []),
    ],
    service: of.service,
    zone: ZONES[of.zone]!,
    weight: (of.weight / 10).toFixed(1),
    day: of.isLater ? "2026-12-02" : "2026-11-25",
  };
}

const compiledSetups = new WeakMap<Tables, CompiledSetup>();

function compiledOf(tables: Tables): CompiledSetup {
  const known = compiledSetups.get(tables) ?? sure(compileSetup(tables.setup));
  compiledSetups.set(tables, known);
  return known;
}

/** All goods are said by the order itself. */
const item = compileItem({ sku: "X", name: "X" }, new Map());

function explain({ tables, request }: Case, billed: BilledShipment): ExplainedBill {
  const compiled = compiledOf(tables);
  const quoted = sure(quote(compiled, request, { items: () => item, now: PLACED }));
  const [shipment] = quoted.offers[0]!.shipments;
  const reckon = sure(reckonerOf(compiled, request, { items: () => item, placedAt: PLACED }));
  const { service, origin, lines, cost } = shipment!;
  return explainBill(
    billed,
    { facts: { service, origin, lines }, day: "2026-11-24", cost, currency: quoted.currency },
    { reckon, exchange: compiled.exchange, homeCurrency: "EUR" },
  )!;
}

const cents = (text: string) => Math.round(Number(text) * 100);

function addsUp(found: ExplainedBill): void {
  const parts = billCauses.reduce(
    (sum, cause) => sum.plus(Decimal.of(found.causes[cause])),
    Decimal.of(found.unexplained),
  );
  expect(parts.equals(Decimal.of(found.difference))).toBe(true);
  expect(
    Decimal.of(found.billed).minus(Decimal.of(found.expected)).equals(Decimal.of(found.difference)),
  ).toBe(true);
}

/** The causes planted one after the other in the order they are looked into, and what each changes, in home cents. */
function wanted(tables: Tables, start: Facts, causes: readonly BillCause[], random: () => number) {
  let facts = start;
  const amounts: Partial<Record<BillCause, number>> = {};
  for (const cause of billCauses.filter((one) => causes.includes(one))) {
    const next = planted[cause](facts, random);
    const home = (of: Facts) => inHome(total(taken(tables, of)), tables.rates[of.isMoved ? 1 : 0]);
    amounts[cause] = home(next) - home(facts);
    facts = next;
  }
  return { facts, amounts };
}

test("a bill as it was expected has no difference, and nothing differs", () => {
  const random = seeded(1);
  for (let n = 0; n < 20; n++) {
    const one = anyCase(anyTables(random), random);
    const found = explain(one, billOf(one.tables, one.facts));
    expect(found).toMatchObject({ difference: "0.00", unexplained: "0.00", differs: [] });
    addsUp(found);
  }
});

test("of bills with one planted deviation the cause that is named gets all of it and the others nothing", () => {
  const random = seeded(2);
  let tables = anyTables(random);
  for (let n = 0; n < runs(10_000); n++) {
    if (n % 100 === 0) tables = anyTables(random);
    const one = anyCase(tables, random);
    const cause = billCauses[n % billCauses.length]!;
    const { facts, amounts } = wanted(tables, one.facts, [cause], random);
    const found = explain(one, billOf(tables, facts));
    for (const other of billCauses)
      expect(cents(found.causes[other])).toBe(other === cause ? amounts[cause] : 0);
    expect(cents(found.difference)).toBe(amounts[cause]);
    expect(found.unexplained).toBe("0.00");
    expect(found.stopped).toBeUndefined();
    // what the carrier went by stands beside what we did
    const told = { service: "service", zone: "zone", weight: "weight", edition: "day" } as const;
    const fact = cause in told ? told[cause as keyof typeof told] : undefined;
    expect(found.said!.map((one) => one.cause)).toEqual(fact ? [cause] : []);
    if (fact) {
      expect(found.said![0]!.theirs).toBe(billOf(tables, facts)[fact]);
      expect(found.said![0]!.ours).not.toBe(found.said![0]!.theirs);
    }
    addsUp(found);
  }
}, 120_000);

test("of bills with two both are named, each with what it changes, and the parts add up", () => {
  const random = seeded(3);
  let tables = anyTables(random);
  for (let n = 0; n < runs(3000); n++) {
    if (n % 100 === 0) tables = anyTables(random);
    const one = anyCase(tables, random);
    const first = n % billCauses.length;
    const second = (first + 1 + (n % (billCauses.length - 1))) % billCauses.length;
    const two = [billCauses[first]!, billCauses[second]!];
    const { facts, amounts } = wanted(tables, one.facts, two, random);
    const found = explain(one, billOf(tables, facts));
    addsUp(found);
    // an exchange that stands still moves nothing, and is no deviation
    const moved = two.filter((cause) => cause !== "exchange" || amounts.exchange !== 0);
    expect([...found.differs].sort()).toEqual([...moved].sort());
    for (const cause of billCauses) {
      // both roundings of a home figure may fall on either side: never more than a cent, and told apart from the causes
      expect(Math.abs(cents(found.causes[cause]) - (amounts[cause] ?? 0))).toBeLessThanOrEqual(1);
    }
    expect(Math.abs(cents(found.unexplained))).toBeLessThanOrEqual(1);
  }
}, 120_000);

describe("what can't be worked out anew", () => {
  const tables = anyTables(seeded(4));
  const one = anyCase(tables, seeded(5));
  const bill = billOf(tables, one.facts);
  const more = (by: number) => ({ ...bill, total: money(cents(bill.total) + by) });

  test("more than anything explains is not explained, and stays under no other name", () => {
    const found = explain(one, more(500));
    expect(cents(found.unexplained)).toBe(
      inHome(cents(bill.total) + 500, tables.rates[0]) - cents(found.expected),
    );
    expect(Object.values(found.causes).every((amount) => amount === "0.00")).toBe(true);
    addsUp(found);
  });

  test("a zone the table has no rates for stops there; what went before stays named", () => {
    const found = explain(one, { ...bill, service: "B", zone: "77" });
    expect(found.stopped).toMatchObject({ at: "zone", rejection: { reason: "no-rate" } });
    expect(found.differs).toEqual(["service", "zone"]);
    expect(found.said).toEqual([
      { cause: "service", theirs: "B", ours: one.facts.service },
      { cause: "zone", theirs: "77", ours: expect.any(String) as string },
    ]);
    expect(found.causes).toMatchObject({ zone: "0.00", weight: "0.00", surcharges: "0.00" });
    addsUp(found);
  });

  test("what was kept and does not come out anew explains nothing at all", () => {
    const compiled = compiledOf(tables);
    const reckon = sure(reckonerOf(compiled, one.request, { items: () => item, placedAt: PLACED }));
    const facts = { service: "A", origin: "SHED", lines: [{ sku: "FREE", quantity: 1 }] };
    const found = explainBill(
      { ...bill, service: "B" },
      { facts, day: "2026-11-24", cost: "0.01", currency: "EUR" },
      { reckon, exchange: compiled.exchange, homeCurrency: "EUR" },
    )!;
    expect(found).toMatchObject({ expected: "0.01", stopped: { at: "expected" }, differs: [] });
    expect(found.unexplained).toBe(found.difference);
    addsUp(found);
  });

  test("a bill that tells no parts explains no surcharges; one without an exchange rate nothing", () => {
    const { surcharges: _, ...whole } = more(700);
    expect(explain(one, whole)).toMatchObject({ causes: { surcharges: "0.00" }, surcharges: [] });
    const compiled = compiledOf(tables);
    const reckon = sure(reckonerOf(compiled, one.request, { items: () => item, placedAt: PLACED }));
    const facts = { service: "A", origin: "SHED", lines: [{ sku: "FREE", quantity: 1 }] };
    expect(
      explainBill(
        { ...bill, currency: "NOK" },
        { facts, day: "2026-11-24", cost: "1.00", currency: "EUR" },
        { reckon, exchange: compiled.exchange, homeCurrency: "EUR" },
      ),
    ).toBeUndefined();
  });

  test("surcharges are told apart by code, what we have none of too", () => {
    const found = explain(one, billOf(tables, { ...one.facts, moreFuel: 130, remote: 900 }));
    const of = (code: string) => found.surcharges.find((entry) => entry.code === code)!;
    const rate = tables.rates[0];
    const parts = taken(tables, one.facts);
    expect(cents(of("fuel").billed)).toBe(inHome(parts.fuel + 130, rate));
    expect(cents(of("fuel").expected)).toBe(inHome(parts.fuel, rate));
    expect([cents(of("REMOTE").expected), cents(of("REMOTE").billed)]).toEqual([0, inHome(900, rate)]);
    expect(of("handling").expected).toBe(of("handling").billed);
  });
});
