import { performance } from "node:perf_hooks";
import { sql } from "drizzle-orm";
import { dimensions } from "@/core/recovery/shipment-result";
import type { BillLine } from "@/core/recovery/bill";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { billedShipments, bills, shipmentResults } from "@/db/schema";
import { resultMonths } from "@/db/queries/looking-back";
import { setBillWords } from "@/server/recovery/bill-words";
import { viewBill, viewBills } from "@/server/recovery/bill-view";
import { viewBreakEven } from "@/server/recovery/break-even-view";
import { makeAllResults, makeResults } from "@/server/recovery/make-results";
import { viewMonthEnd } from "@/server/recovery/month-end";
import { viewPromises } from "@/server/recovery/promise-view";
import { viewResults, viewShipments } from "@/server/recovery/result-view";
import { takeBill } from "@/server/recovery/take-bill";
import { report } from "./bench/screen";
import { migrations } from "./commands/serve";
import { loadDemo } from "./load-demo";
import { createDatabase, dropDatabase, startCluster } from "./machine/cluster";

const DATABASE = "recovery";
const ROUNDS = 9;
const now = new Date();
const by = { who: { id: "bench", name: "Bench" }, now };

/** The demo's shipments again and again until there are so many, over three years, most of them billed a little otherwise than expected. */
async function manyResults(db: PooledDatabase, wanted: number): Promise<void> {
  const each = await db.$count(shipmentResults);
  await db.execute(sql`create temporary table own_results as select * from shipment_results`);
  const columns = sql.raw(
    "order_number, carrier, service, zone, channel, country, offer, origin, weight_break, goods_class, customer_group, concessions, sell_tariff, sell_zone, sell_edge, sell_band, orders, parcels, handed_over, charged, expected",
  );
  await db.execute(sql`alter table billed_shipments disable trigger bills_tell_results`);
  for (let copy = 1; copy * each < wanted; copy++)
    await db.execute(sql`
      insert into shipment_results (charge, position, day, billed, billed_on, transit_days, ${columns})
      select md5(charge::text || ${String(copy)}::text)::uuid, position, day_of, amount,
        case when amount is not null then to_char(date_trunc('month', day_of::date) + interval '1 month', 'YYYY-MM-DD') end,
        abs(hashtext(order_number)) % 7, ${columns}
      from own_results, lateral (select
        to_char(now() - make_interval(days => (abs(hashtext(charge::text || ${String(copy)}::text)) % 1090) + 1), 'YYYY-MM-DD') as day_of,
        case when abs(hashtext(charge::text)) % 10 < 8 then round(expected * (1 + (hashtext(order_number) % 10) / 100.0), 2) end as amount) as made`);
  await db.execute(sql`
    insert into bills (carrier, number, date, currency, total, lines, fees, fees_home, unread, taken_at, taken_by)
    select carrier, 'B' || to_char(month, 'YYYYMM'), to_char(month + interval '1 month', 'YYYY-MM-DD'), 'EUR', 0, '[]', '{}', 25, '{}', now(), 'Bench'
    from (select distinct carrier, to_date(left(day, 7), 'YYYY-MM') as month from shipment_results where billed is not null) as known`);
  await db.execute(sql`
    insert into billed_shipments (bill, position, lines, parcel, billed, match, taken, charge, shipment, order_number, expected_home, billed_home)
    select b.id, row_number() over (partition by b.id order by r.charge, r.position), '{}', '{}',
      jsonb_build_object('total', r.billed::text, 'currency', 'EUR'), 'order', true, r.charge, r.position, r.order_number, r.expected, r.billed
    from shipment_results r join bills b on b.carrier = r.carrier and b.number = 'B' || replace(left(r.day, 7), '-', '')
    where r.billed is not null`);
  await db.execute(sql`alter table billed_shipments enable trigger bills_tell_results`);
  await db.execute(
    sql`insert into stale_sums select distinct left(day, 7) from shipment_results on conflict do nothing`,
  );
  await db.execute(sql`analyze`);
}

/** One carrier's orders again and again, each with its charge and shipments, so that a bill can have so many lines. */
async function manyOrders(db: PooledDatabase, carrier: string, wanted: number): Promise<string[]> {
  await db.execute(sql`create temporary table own as select o.* from orders o where state = 'handed-over'
    and o.placed_at > now() - interval '100 days'
    and exists (select 1 from shipment_results r where r.order_number = o.number and r.carrier = ${carrier})`);
  const { rows } = await db.execute<{ n: number }>(sql`select count(*)::int as n from own`);
  const copies = Math.ceil(wanted / (rows[0]?.n ?? 1));
  await db.execute(sql`alter table orders disable trigger user`);
  for (let copy = 1; copy <= copies; copy++) {
    const tail = `x${copy}`;
    const charge = (column: string) => sql`md5(${sql.raw(column)}::text || ${tail}::text)::uuid`;
    await db.execute(sql`insert into orders select (jsonb_populate_record(o, jsonb_build_object(
      'number', o.number || ${tail}::text, 'charge', null))).* from own o`);
    await db.execute(sql`insert into order_lines select (jsonb_populate_record(l, jsonb_build_object(
      'order_number', l.order_number || ${tail}::text))).* from order_lines l join own on own.number = l.order_number`);
    await db.execute(sql`insert into charges select (jsonb_populate_record(c, jsonb_build_object(
      'id', ${charge("c.id")}, 'order_number', c.order_number || ${tail}::text))).* from charges c join own on own.charge = c.id`);
    await db.execute(
      sql`update orders set charge = ${charge("own.charge")} from own where orders.number = own.number || ${tail}::text`,
    );
    await db.execute(sql`insert into shipments select (jsonb_populate_record(s, jsonb_build_object(
      'charge', ${charge("s.charge")}, 'order_number', s.order_number || ${tail}::text))).* from shipments s join own on own.charge = s.charge`);
  }
  await db.execute(sql`alter table orders enable trigger user`);
  await db.execute(sql`analyze`);
  const named = await db.execute<{ number: string }>(
    sql`select number from orders where number like '%x%' and state = 'handed-over' order by number limit ${wanted}`,
  );
  return named.rows.map(({ number }) => number);
}

async function spread(name: string, work: (n: number) => Promise<unknown>): Promise<void> {
  const times: number[] = [];
  for (let n = 0; n < ROUNDS; n++) {
    const begun = performance.now();
    await work(n);
    times.push(performance.now() - begun);
  }
  times.sort((a, b) => a - b);
  console.log(
    `${name}: median ${(times[(ROUNDS - 1) / 2] ?? 0).toFixed(0)} ms, longest ${(times.at(-1) ?? 0).toFixed(0)} ms`,
  );
}

async function views(db: PooledDatabase): Promise<void> {
  const all = await resultMonths(db);
  if (!all) throw new Error("nothing to look at");
  const periods = [
    ["three months", { from: undefined, to: undefined }],
    ["three years", all],
  ] as const;
  for (const [name, months] of periods) {
    await spread(`${name}: where money is lost, by two of ten dimensions in turn`, (n) =>
      viewResults(db, {
        ...months,
        by: dimensions[n % dimensions.length] ?? "service",
        across: dimensions[(n * 3 + 1) % dimensions.length] ?? "zone",
      }),
    );
    const view = await viewResults(db, { ...months, by: "service", across: "zone" });
    const cells = view?.months ? view.cells : [];
    await spread(`${name}: the shipments of a cell`, (n) => {
      const cell = cells[n % cells.length];
      const { from, to } = months;
      return viewShipments(
        db,
        {
          values: { service: cell?.value ?? "", zone: cell?.value2 ?? "" },
          ...(from === undefined ? {} : { from }),
          ...(to === undefined ? {} : { to }),
        },
        { page: 0, most: 100 },
      );
    });
    await spread(`${name}: break-even of a sell table`, () =>
      viewBreakEven(db, { ...months, tariff: undefined, marginPercent: "0", step: "0.10" }, now),
    );
  }
  await spread("three years: promises kept", () => viewPromises(db, all));
  await spread("the list of bills", () => viewBills(db, now));
  const [bill] = await db.select({ id: bills.id }).from(bills).limit(1);
  await spread("a bill", () => viewBill(db, bill?.id ?? ""));
  await spread("a month's end", () => viewMonthEnd(db, undefined));
}

/** `npm run bench:recovery`: a million shipments and what was billed of them, looked at; a bill of a hundred thousand lines. RESULTS and LINES set how many. */
async function main(): Promise<void> {
  const [wanted, lines] = [Number(process.env.RESULTS ?? 1_000_000), Number(process.env.LINES ?? 100_000)];
  const cluster = await startCluster("bench", 54_580, false);
  await dropDatabase(cluster, DATABASE);
  await createDatabase(cluster, DATABASE);
  await migrateDatabase(cluster.urlOf(DATABASE), migrations);
  const { db, close } = connect(cluster.urlOf(DATABASE), () => undefined, { most: 1 });
  try {
    await loadDemo(db, now);
    await makeAllResults(db);
    const numbers = await manyOrders(db, "PNP", lines);
    await manyResults(db, wanted);
    console.log(
      `${await db.$count(shipmentResults)} shipments, ${await db.$count(billedShipments)} of them billed`,
    );
    let begun = performance.now();
    const months = await makeAllResults(db);
    report(`sums of ${months} months`, performance.now() - begun);
    await views(db);
    await setBillWords(db, "PNP", { codes: [{ code: "FRT", kind: "freight" }], services: {}, zones: {} }, by);
    const list = numbers.map(
      (reference, n): BillLine => ({
        reference,
        charge: "FRT",
        amount: (4 + (n % 700) / 100).toFixed(2),
      }),
    );
    begun = performance.now();
    const date = now.toISOString().slice(0, 10);
    const taken = await takeBill(db, "PNP", { number: "LONG", date, currency: "EUR", lines: list }, by);
    report(`a bill of ${list.length} lines: matched, explained, stored`, performance.now() - begun);
    if (!taken.ok) throw new Error(taken.code);
    console.log(`${taken.value.taken} of its ${taken.value.shipments} shipments are ours`);
    begun = performance.now();
    await makeResults(db);
    report("results of its first 500 orders made anew", performance.now() - begun);
  } finally {
    await close();
    await cluster.leave();
  }
}

main()
  .then(() => process.exit(0))
  .catch((error: unknown) => {
    console.error(error);
    process.exit(1);
  });
