import { randomUUID } from "node:crypto";
import { performance } from "node:perf_hooks";
import { sql } from "drizzle-orm";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { orders } from "@/db/schema";
import { countOrders, listOrders, type OrderFilter, type OrderOrder } from "@/db/queries/order-list";
import { runJob } from "@/server/jobs/run-job";
import { applyOffer } from "@/server/orders/charge-order";
import { planCharging } from "@/server/orders/charge-many";
import { orderQueue } from "@/server/orders/order-queue";
import { viewOrder } from "@/server/orders/order-view";
import { rateStale } from "@/server/orders/rate-stale";
import { receiveOrder, receiveOrders } from "@/server/orders/receive-orders";
import { jobOf, startJob } from "@/server/services/jobs";
import { deskScreens } from "./bench/desk-screens";
import { report } from "./bench/screen";
import { migrations } from "./commands/serve";
import { loadDemo } from "./load-demo";
import { createDatabase, dropDatabase, startCluster } from "./machine/cluster";

const DATABASE = "desk";
const QUERIES = 200;
const BATCH = 1000;
const now = new Date();
const by = { who: { id: "bench", name: "Bench" }, now };

/** The demo's orders so many times, each with a number and a customer of its own. */
async function multiply(db: PooledDatabase, wanted: number): Promise<void> {
  const { rows } = await db.execute<{ n: number }>(sql`select count(*)::int as n from orders`);
  const each = rows[0]?.n ?? 1;
  const copies = Math.ceil(wanted / each) - 1;
  await db.execute(sql`create temporary table own as select * from orders`);
  await db.execute(sql`create temporary table own_lines as select * from order_lines`);
  for (let copy = 1; copy <= copies; copy++) {
    const tail = `x${copy}`;
    await db.execute(sql`insert into orders select (jsonb_populate_record(o, jsonb_build_object(
      'number', o.number || ${tail}::text,
      'placed_at', o.placed_at - make_interval(secs => ${copy * 61}),
      'words', replace(o.words, lower(o.number), lower(o.number || ${tail}::text))))).* from own o`);
    await db.execute(sql`insert into order_lines select (jsonb_populate_record(l, jsonb_build_object(
      'order_number', l.order_number || ${tail}::text))).* from own_lines l`);
  }
  await db.execute(sql`analyze orders`);
}

function percentile(times: readonly number[], part: number): number {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? 0;
}

async function spread(name: string, count: number, work: (n: number) => Promise<unknown>): Promise<void> {
  const times: number[] = [];
  for (let n = 0; n < count; n++) {
    const begun = performance.now();
    await work(n);
    times.push(performance.now() - begun);
  }
  console.log(
    `${name}: median ${percentile(times, 0.5).toFixed(0)} ms, p95 ${percentile(times, 0.95).toFixed(0)} ms, longest ${Math.max(...times).toFixed(0)} ms`,
  );
}

const searches = [
  "tartu",
  "tallinn",
  "visby",
  "ålövik",
  "mesila",
  "frame-25",
  "hive-10 tartu",
  "10482",
  "nobody has this",
  "29200",
  "x17",
  "kuusk riga",
];

/** Searches as people make them: what is common, what is rare, what is not there, each sorted in its way. */
function question(n: number): [OrderFilter, OrderOrder] {
  const search = searches[n % searches.length] ?? "";
  const sort = (["placed", "placed", "placed", "margin"] as const)[n % 4] ?? "placed";
  return [{ search }, { by: sort, descending: n % 8 !== 7 }];
}

/** The thousandth page of a list, walked to by its cursor from near there. */
async function farPage(db: PooledDatabase): Promise<void> {
  const { rows } = await db.execute<{ value: string; number: string }>(
    sql`select placed_at::text as value, number from orders order by placed_at desc, number desc offset 50000 limit 1`,
  );
  const [after] = rows;
  if (!after) return;
  await spread("the thousandth page of all", 20, () =>
    listOrders(db, {}, 50, { by: "placed", descending: true }, after),
  );
}

/** Orders of the web shop, each of one plain thing that nobody counts. */
const made = (number: string) => ({
  number,
  channel: "web",
  customer: { name: "Salme Näide" },
  shipTo: { lines: ["Kase 4"], city: "Tartu", postcode: "51013", country: "EE" },
  lines: [
    {
      sku: "PLAIN",
      quantity: 1,
      unitPrice: "20.00",
      item: { name: "Plain", weight: { value: "2", unit: "kg" as const }, taxPercent: "22" },
    },
  ],
});

/** `npm run bench:desk`: queues, search, an order's page, applying, receiving, and a batch; DESK_ORDERS sets how many are stored; with `-- --screens` also what it takes in a browser. */
async function main(): Promise<void> {
  const wanted = Number(process.env.DESK_ORDERS ?? 100_000);
  const cluster = await startCluster("bench", 54_580, false);
  await dropDatabase(cluster, DATABASE);
  await createDatabase(cluster, DATABASE);
  await migrateDatabase(cluster.urlOf(DATABASE), migrations);
  const { db, close } = connect(cluster.appUrlOf(DATABASE), () => undefined, { most: 1 });
  try {
    await loadDemo(db, now);
    await multiply(db, wanted);
    console.log(`${await db.$count(orders)} orders stored`);
    await spread("queue: open, with all counts", 20, () => orderQueue(db, {}));
    await spread("queue: handed over, with all counts", 20, () => orderQueue(db, { queue: "handed-over" }));
    await spread("counts alone", 20, () => countOrders(db));
    await spread(`search, ${QUERIES} questions`, QUERIES, (n) => {
      const [filter, order] = question(n);
      return listOrders(db, filter, 50, order);
    });
    await farPage(db);
    await spread("an order's page, from the database", 20, () => viewOrder(db, "10482", now));
    await spread("an offer applied", 20, () => applyOffer(db, { number: "10482", by }, "express"));
    await spread("an order received, each by itself", 200, (n) => receiveOrder(db, made(`R-${n}`), by));
    const numbers = Array.from({ length: BATCH }, (_, n) => `B-${n}`);
    await receiveOrders(db, numbers.map(made), by);
    let begun = performance.now();
    while ((await rateStale(db, now)) > 0);
    report(`${BATCH + 200} orders rated that came in`, performance.now() - begun);
    begun = performance.now();
    const plan = await planCharging(db, numbers, now);
    report(`what charging ${BATCH} orders would do`, performance.now() - begun);
    if (plan?.sums[0]?.orders !== BATCH) throw new Error(JSON.stringify(plan?.orders[0]));
    const data = { numbers, batch: randomUUID() };
    const id = await startJob(db, { kind: "charge-orders", queue: "long", data }, by);
    begun = performance.now();
    await runJob(db, id);
    report(`a batch of ${BATCH} orders charged`, performance.now() - begun);
    const row = await jobOf(db, id);
    if ((row?.result as { charged?: number } | null)?.charged !== BATCH) throw new Error(JSON.stringify(row));
    if (process.argv.includes("--screens")) await deskScreens(cluster.appUrlOf(DATABASE));
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
