import { and, eq, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { Decimal, sum } from "@/core/money/decimal";
import { resultSum } from "@/core/recovery/result-sum";
import { dimensions } from "@/core/recovery/shipment-result";
import { inForce } from "@/core/tariffs/in-force";
import { readSums, resultMonths, sumResults } from "@/db/queries/looking-back";
import { bills, credits, dispatches, orders, resultDays, shipmentResults, shipments } from "@/db/schema";
import { draftSetup } from "../services/draft-setup";
import { liveSetup } from "../services/live-setup";
import { setBillWords } from "./bill-words";
import { viewBreakEven } from "./break-even-view";
import { makeAllResults } from "./make-results";
import { putBreakEven } from "./put-break-even";
import { monthsOf, viewResults, viewShipments } from "./result-view";
import { takeBill, takeBillBack } from "./take-bill";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");
const ott = by("Ott", now);

const madeAnew = () => makeAllResults(base.db);

beforeAll(async () => {
  base = await demoDatabase();
  await madeAnew();
}, 120_000);
afterAll(() => base.drop());

const total = (rows: readonly { readonly charged: string }[]) =>
  sum(rows.map(({ charged }) => Decimal.of(charged))).toString();
const resultsOf = (order: string) =>
  base.db.select().from(shipmentResults).where(eq(shipmentResults.order, order));

/** An order that is done with one shipment of a service. */
async function doneBy(service: string) {
  const [row] = await base.db
    .select({ order: orders, shipment: shipments })
    .from(shipments)
    .innerJoin(orders, and(eq(orders.charge, shipments.charge), eq(orders.number, shipments.order)))
    .where(
      and(
        eq(shipments.service, service),
        eq(orders.state, "handed-over"),
        eq(orders.channel, "web"),
        sql`array_length(${orders.origins}, 1) = 1`,
        sql`${orders.placedAt} > '2026-09-01'`,
        sql`${orders.chargeNet} > 0`,
      ),
    )
    .orderBy(orders.number)
    .limit(1);
  return row!;
}

test("every sum by one, by two and by day adds up to the whole to the cent, and to what its shipments come to", async () => {
  const months = (await resultMonths(base.db))!;
  const rows = await base.db.select().from(shipmentResults);
  expect(rows.length).toBeGreaterThan(2000);
  const priced = rows.filter(({ charged }) => charged !== null) as { charged: string }[];
  const [whole] = await readSums(base.db, months, "");
  expect(whole).toMatchObject({ shipments: rows.length, unpriced: rows.length - priced.length });
  const all = total(priced);
  expect(Decimal.of(whole!.charged).equals(Decimal.of(all))).toBe(true);
  for (const [at, one] of dimensions.entries()) {
    expect(total(await readSums(base.db, months, one))).toBe(all);
    for (const other of dimensions.slice(at + 1)) {
      const cells = await readSums(base.db, months, one, other);
      expect([one, other, total(cells)]).toEqual([one, other, all]);
    }
  }
  expect(total(await base.db.select().from(resultDays))).toBe(all);
  // an order's shipments come to what it is charged
  const [{ orders: count } = { orders: 0 }] = await readSums(base.db, months, "");
  expect(count).toBe(await base.db.$count(orders, sql`state in ('confirmed', 'handed-over')`));
});

test("a cell opens the shipments it counts: their sum, kept and worked out from each, is the cell's", async () => {
  const view = (await viewResults(base.db, {
    from: "2026-09",
    to: "2026-11",
    by: "service",
    across: "zone",
  }))!;
  if (!view.months) throw new Error("nothing");
  const losing = [...view.cells].sort((a, b) => Number(a.sum.margin) - Number(b.sum.margin));
  for (const cell of [losing[0]!, losing.at(-1)!]) {
    const values = { service: cell.value, zone: cell.value2 };
    const behind = (await viewShipments(base.db, { ...view.months, values }, { page: 0, most: 100 }))!;
    expect(behind.sum).toEqual(cell.sum);
    const each = await sumResults(base.db, { ...view.months, values });
    expect(resultSum(each, view.homeCurrency)).toEqual(cell.sum);
    expect(behind.rows.every(({ row }) => row.service === cell.value && row.zone === cell.value2)).toBe(true);
  }
  const [worst] = view.losses;
  expect(worst!.cause).toBeDefined();
  expect(Number(worst!.row.margin)).toBeLessThan(0);
  expect(view.concessions.map(({ kind }) => kind)).toContain("free");
  expect(view.stale).toBe(0);
});

test("while a change waits to be worked in, shipments are added up one by one", async () => {
  const asked = { from: "2026-09", to: "2026-11", values: {} };
  const before = (await viewShipments(base.db, asked, { page: 0, most: 1 }))!.sum;
  await base.db.transaction(async (tx) => {
    await tx.execute(sql`insert into stale_sums values ('2026-10')`);
    await tx.execute(sql`update result_sums set charged = charged + 1 where month = '2026-10'`);
  });
  expect((await viewShipments(base.db, asked, { page: 0, most: 1 }))!.sum).toEqual(before);
  await makeAllResults(base.db);
  expect((await viewShipments(base.db, asked, { page: 0, most: 1 }))!.sum).toEqual(before);
});

test("a bill counts as the cost of its shipments from the moment it is here, until it is taken back", async () => {
  await setBillWords(
    base.db,
    "PNP",
    { codes: [{ code: "FRT", kind: "freight" }], services: {}, zones: {} },
    ott,
  );
  const { order, shipment } = await doneBy("PNP-PARCEL");
  const before = await resultsOf(order.number);
  expect(before).toMatchObject([{ billed: null }]);
  const amount = (Number(shipment.cost) + 2).toFixed(2);
  const taken = await takeBill(
    base.db,
    "PNP",
    {
      number: "R1",
      date: "2026-11-20",
      currency: "EUR",
      lines: [{ reference: order.number, charge: "FRT", amount }],
    },
    ott,
  );
  if (!taken.ok) throw new Error(taken.code);
  expect(await madeAnew()).toBeGreaterThan(0);
  const [after] = await resultsOf(order.number);
  expect(Number(after!.billed)).toBe(Number(amount));
  expect(Number(after!.margin)).toBeCloseTo(Number(before[0]!.margin) - 2, 6);
  await takeBillBack(base.db, taken.value.id, ott);
  await madeAnew();
  expect(await resultsOf(order.number)).toEqual(before);
  expect(await base.db.$count(bills)).toBe(0);
});

test("what is given back of a charge, the day something left, and an order that is done no longer all count", async () => {
  const { order, shipment } = await doneBy("PNP-POINT");
  const [before] = await resultsOf(order.number);
  await base.db.insert(credits).values({
    ...{
      order: order.number,
      at: now.toISOString(),
      by: "Ott",
      reason: "late",
      payer: "us",
      currency: "EUR",
    },
    ...{ lines: [], delivery: { net: "1.00", tax: "0.22" }, net: "1.00", tax: "0.22" },
  });
  await base.db.delete(dispatches).where(eq(dispatches.order, order.number));
  await base.db.insert(dispatches).values({
    ...{ order: order.number, day: "2026-11-23", service: shipment.service, origin: shipment.origin },
    ...{ tracking: [], lines: [], parcels: 1, saidAt: now.toISOString(), saidBy: "Ott" },
  });
  await madeAnew();
  const [after] = await resultsOf(order.number);
  expect(after!.day).toBe("2026-11-23");
  expect(Number(after!.charged)).toBeCloseTo(Number(before!.charged) - 1, 6);
  await base.db.update(orders).set({ state: "ready" }).where(eq(orders.number, order.number));
  await madeAnew();
  expect(await resultsOf(order.number)).toEqual([]);
});

test("several workers at once make everything anew once, and nothing is left", async () => {
  await base.db.execute(
    sql`insert into stale_results select number from orders where state = 'handed-over' limit 700`,
  );
  const made = await Promise.all([madeAnew(), madeAnew(), madeAnew()]);
  await madeAnew();
  expect(made.reduce((all, some) => all + some, 0)).toBeLessThanOrEqual(700 + 13);
  const view = (await viewResults(base.db, {
    from: undefined,
    to: undefined,
    by: "carrier",
    across: "channel",
  }))!;
  expect(view.stale).toBe(0);
});

test("the rates that would have covered a table's orders go into the draft as an edition of their own; what is live stays", async () => {
  const asked = { from: "2026-01", to: "2026-11", tariff: undefined, marginPercent: "0", step: "0.10" };
  const view = (await viewBreakEven(base.db, asked, now))!;
  const table = view.table!;
  const cells = table.cells.filter(({ newRate, rate }) => newRate !== undefined && newRate !== rate);
  expect(cells.length).toBeGreaterThan(0);
  const rates = cells.map(({ zone, edge, band, newRate }) => ({ zone, edge, band, rate: newRate! }));
  const live = JSON.stringify((await liveSetup(base.db))!.setup.tariffs);
  const put = await putBreakEven(base.db, { tariff: table.code, from: "2026-12-01", rates }, ott);
  expect(put).toMatchObject({
    ok: true,
    value: { label: "2026-12-01 break-even", put: cells.length, leftOut: [] },
  });
  const tariff = (await draftSetup(base.db))!.setup.tariffs.find(({ code }) => code === table.code)!;
  const edition = inForce(tariff.editions, "2026-12-01")!;
  expect(edition.label).toBe("2026-12-01 break-even");
  const [first] = cells;
  const row = edition.rows.find(({ zone }) => zone === first!.zone)!;
  expect(row.rates[first!.break]).toBe(first!.newRate);
  expect(JSON.stringify((await liveSetup(base.db))!.setup.tariffs)).toBe(live);
  const nowhere = [{ zone: "NO-SUCH", edge: "2", band: "", rate: "1.00" }];
  expect(
    await putBreakEven(base.db, { tariff: table.code, from: "2026-12-01", rates: nowhere }, ott),
  ).toMatchObject({
    ok: false,
    code: "rates-fit-nowhere",
  });
});

test.each([
  [{}, { from: "2026-03", to: "2026-05" }],
  [{ to: "2026-04" }, { from: "2026-02", to: "2026-04" }],
  [
    { from: "2026-01", to: "2026-09" },
    { from: "2026-01", to: "2026-05" },
  ],
  [
    { from: "2025-01", to: "2026-01" },
    { from: "2025-12", to: "2026-01" },
  ],
  [
    { from: "2026-05", to: "2026-02" },
    { from: "2026-02", to: "2026-02" },
  ],
  [
    { from: "2026-13", to: "x" },
    { from: "2026-03", to: "2026-05" },
  ],
])("months %j are %j", (asked, months) => {
  expect(monthsOf(asked, { from: "2025-12", to: "2026-05" })).toEqual(months);
});
