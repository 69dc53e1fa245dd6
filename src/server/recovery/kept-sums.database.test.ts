import { eq, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { loadDemoBills } from "../../../scripts/load-demo-bills";
import { Decimal, sum } from "@/core/money/decimal";
import { readFees, readSellTariffs, readSold } from "@/db/queries/looking-back";
import { bills, billedShipments, shipmentResults } from "@/db/schema";
import { agreeToMatches } from "./agree-matches";
import { viewBills } from "./bill-view";
import { makeAllResults } from "./make-results";
import { viewMonthEnd } from "./month-end";
import { viewResults } from "./result-view";
import { takeBill, takeBillBack } from "./take-bill";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");
const signe = by("Signe", now);
const year = { from: "2025-12", to: "2026-11" };

beforeAll(async () => {
  base = await demoDatabase();
  await loadDemoBills(base.db, signe);
  await makeAllResults(base.db);
}, 120_000);
afterAll(() => base.drop());

/** Each bill's kept sums, and the same worked out from its shipments. */
async function bothSums() {
  const kept = await base.db
    .select({
      number: bills.number,
      shipments: bills.shipments,
      matched: bills.matched,
      expected: sql<string>`${bills.expectedHome}::text`,
      billed: sql<string>`${bills.matchedHome}::text`,
      others: sql<string>`${bills.othersHome}::text`,
    })
    .from(bills)
    .orderBy(bills.number);
  const made = await base.db
    .select({
      number: bills.number,
      shipments: sql<number>`count(${billedShipments.position})::int`,
      matched: sql<number>`(count(*) filter (where taken))::int`,
      expected: sql<string>`coalesce(sum(${billedShipments.expectedHome}) filter (where taken), 0)::text`,
      billed: sql<string>`coalesce(sum(${billedShipments.billedHome}) filter (where taken), 0)::text`,
      others: sql<string>`coalesce(sum(${billedShipments.billedHome}) filter (where not taken), 0)::text`,
    })
    .from(bills)
    .leftJoin(billedShipments, eq(billedShipments.bill, bills.id))
    .groupBy(bills.id)
    .orderBy(bills.number);
  const plain = (rows: typeof kept) =>
    rows.map((row) => ({
      ...row,
      expected: Decimal.of(row.expected).toFixed(2),
      billed: Decimal.of(row.billed).toFixed(2),
      others: Decimal.of(row.others).toFixed(2),
    }));
  return [plain(kept), plain(made)] as const;
}

test("what a bill's shipments come to is kept with it, through all that becomes of them", async () => {
  const [kept, made] = await bothSums();
  expect(kept).toHaveLength(12);
  expect(kept).toEqual(made);
  expect(kept.some(({ others }) => Number(others) > 0)).toBe(true);
  // a likeness is proposed, agreed to and given up again with its bill
  const [own] = await base.db
    .select()
    .from(shipmentResults)
    .where(
      sql`carrier = 'PNP' and billed is null and day between '2026-11-02' and '2026-11-20' and handed_over`,
    )
    .limit(1);
  const { country, order, day } = own!;
  const found = await base.db.execute<{ postcode: string }>(sql`
    select postcode from orders where number = ${order} limit 1`);
  // without its weight it is too little alike to be taken by itself
  const { postcode } = found.rows[0]!;
  const line = { charge: "FRT", tracking: "like-1", amount: "6.40", country, postcode, day };
  const bill = { number: "LIKE", date: "2026-11-23", currency: "EUR", lines: [line] };
  const taken = await takeBill(base.db, "PNP", bill, signe);
  if (!taken.ok) throw new Error(taken.code);
  const [before, beforeMade] = await bothSums();
  expect(before).toEqual(beforeMade);
  expect(before.find(({ number }) => number === "LIKE")).toMatchObject({
    shipments: 1,
    matched: 0,
    others: "6.40",
  });
  await agreeToMatches(base.db, { bill: taken.value.id, positions: [0], areOurs: true }, signe);
  const [after, afterMade] = await bothSums();
  expect(after).toEqual(afterMade);
  expect(after.find(({ number }) => number === "LIKE")).toMatchObject({
    matched: 1,
    billed: "6.40",
    others: "0.00",
  });
  await takeBillBack(base.db, taken.value.id, signe);
  expect((await bothSums())[0]).toEqual(kept);
});

test("the list of bills and a month's end tell these sums", async () => {
  const list = (await viewBills(base.db, now))!.bills;
  const [kept] = await bothSums();
  for (const { number, expected, billed } of list)
    expect({ number, expected, billed }).toEqual({
      number,
      expected: kept.find((one) => one.number === number)!.expected,
      billed: kept.find((one) => one.number === number)!.billed,
    });
  const end = (await viewMonthEnd(base.db, "2026-10"))!;
  // what is billed by then, and what is not, are all that left
  const left = await base.db.$count(
    shipmentResults,
    sql`day between '2025-11-01' and '2026-10-31' and handed_over and expected <> 0`,
  );
  const billed = await base.db.$count(
    shipmentResults,
    sql`day between '2025-11-01' and '2026-10-31' and handed_over and expected <> 0 and billed_on <= '2026-10-31'`,
  );
  const accrued = end.accrual.reduce((all, { shipments }) => all + shipments, 0);
  expect(accrued).toBeGreaterThanOrEqual(left - billed);
  expect(end.accrual.every(({ expected }) => Number(expected) !== 0)).toBe(true);
});

test("what a sell table's cells charged is kept by month: each order once, with what its shipments say", async () => {
  for (const { tariff, orders } of await readSellTariffs(base.db, year)) {
    const sold = await readSold(base.db, tariff, year);
    expect(sold.reduce((all, one) => all + one.orders, 0)).toBe(orders);
    const { rows } = await base.db.execute<{ orders: number; charged: string; cost: string }>(sql`
      select count(distinct charge)::int as orders, sum(charged)::text as charged, sum(coalesce(billed, expected))::text as cost
      from shipment_results r where sell_tariff = ${tariff} and not exists (
        select 1 from shipment_results o where o.charge = r.charge and o.sell_tariff <> ''
        and (o.sell_tariff, o.sell_zone, o.sell_edge, o.sell_band) <> (r.sell_tariff, r.sell_zone, r.sell_edge, r.sell_band))`);
    const charged = sum(sold.map((one) => Decimal.of(one.charged).times(Decimal.whole(one.orders))));
    expect(orders).toBe(rows[0]!.orders);
    expect(charged.equals(Decimal.of(rows[0]!.charged))).toBe(true);
    expect(sum(sold.map(({ cost }) => Decimal.of(cost))).equals(Decimal.of(rows[0]!.cost))).toBe(true);
  }
});

test.each(["carrier", "country", "zone"] as const)(
  "fees of no shipment, spread by %s, add up to the cent, and leave each margin less its part",
  async (by_) => {
    const fees = sum((await readFees(base.db, year)).map(({ amount }) => Decimal.of(amount)));
    expect(fees.sign).toBe(1);
    for (const spreadBy of ["shipments", "cost"] as const) {
      const view = (await viewResults(base.db, { ...year, by: by_, across: "channel", spreadBy }))!;
      if (!view.months) throw new Error("nothing");
      const parts = sum(view.rows.map((row) => Decimal.of(row.fees!)));
      expect(parts.plus(Decimal.of(view.unspread!)).toFixed(2)).toBe(fees.toFixed(2));
      expect(view.fees).toBe(fees.toFixed(2));
      for (const { sum: own, fees: part, afterFees } of view.rows)
        expect(Decimal.of(own.margin).minus(Decimal.of(part!)).toFixed(2)).toBe(afterFees);
    }
    const plain = (await viewResults(base.db, { ...year, by: by_, across: "channel" }))!;
    expect(plain.months && plain.rows.every((row) => row.fees === undefined)).toBe(true);
  },
);

test("every cause of a difference occurs in the demo's bills, the exchange rate too", async () => {
  const { rows } = await base.db.execute<{ cause: string }>(sql`
    select distinct causes.key as cause from billed_shipments, jsonb_each_text(explained -> 'causes') as causes
    where causes.value::numeric <> 0 order by 1`);
  expect(rows.map(({ cause }) => cause)).toEqual([
    "edition",
    "exchange",
    "service",
    "surcharges",
    "weight",
    "zone",
  ]);
});
