import { performance } from "node:perf_hooks";
import { setTimeout as wait } from "node:timers/promises";
import { sql } from "drizzle-orm";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { runJob } from "@/server/jobs/run-job";
import { jobOf, startJob } from "@/server/services/jobs";
import { migrations } from "../commands/serve";
import { loadDemo } from "../load-demo";
import { createDatabase, dropDatabase, type Cluster } from "../machine/cluster";
import { report } from "./screen";

const DATABASE = "gate_replay";
const ORDERS = 10_000;
const LOOK_MS = 20;

/** The demo's year of orders so many times that there are enough of them. */
async function multiply(db: PooledDatabase): Promise<void> {
  const { rows } = await db.execute<{ n: number }>(sql`select count(*)::int as n from orders`);
  const copies = Math.ceil(ORDERS / (rows[0]?.n ?? 1));
  for (let copy = 1; copy < copies; copy++) {
    const tail = `x${copy}`;
    const isOwn = sql.raw("o.number !~ 'x[0-9]+$'");
    await db.execute(sql`insert into orders
      select (jsonb_populate_record(o, jsonb_build_object('number', o.number || ${tail}::text))).*
      from orders o where ${isOwn}`);
    await db.execute(sql`insert into order_lines
      select (jsonb_populate_record(l, jsonb_build_object('order_number', l.order_number || ${tail}::text))).*
      from order_lines l join orders o on o.number = l.order_number where ${isOwn}`);
  }
}

/** A replay of 10,000 orders of the demo, as a worker does it: until there are first totals, and to its end. */
export async function timeReplay(cluster: Cluster): Promise<void> {
  await dropDatabase(cluster, DATABASE);
  await createDatabase(cluster, DATABASE);
  await migrateDatabase(cluster.urlOf(DATABASE), migrations);
  const { db, close } = connect(cluster.appUrlOf(DATABASE), () => undefined);
  try {
    const now = new Date();
    await loadDemo(db, now);
    await multiply(db);
    const by = { who: { id: "bench", name: "Bench" }, now };
    const id = await startJob(
      db,
      { kind: "replay", queue: "long", data: { orders: { kind: "last", count: ORDERS } } },
      by,
    );
    const begun = performance.now();
    let first: number | undefined;
    const run = runJob(db, id);
    const looks = (async () => {
      while (first === undefined) {
        const row = await jobOf(db, id);
        if (row?.result) first = performance.now() - begun;
        await wait(LOOK_MS);
      }
    })();
    await run;
    const all = performance.now() - begun;
    await looks;
    const row = await jobOf(db, id);
    if (row?.state !== "done" || row.done !== ORDERS) throw new Error(JSON.stringify(row));
    report("a replay of 10,000 orders: its first totals", first ?? all);
    report("a replay of 10,000 orders: its end", all);
  } finally {
    await close();
  }
}
