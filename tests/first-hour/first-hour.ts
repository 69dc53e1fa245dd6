import { spawnSync } from "node:child_process";
import { isDeepStrictEqual } from "node:util";
import { asc, isNotNull } from "drizzle-orm";
import type { QuotedOffer } from "@/core/quote/quote";
import type { Setup } from "@/core/setup/setup";
import { connect, type PooledDatabase } from "@/db/connect";
import { readSetup } from "@/db/queries/setup";
import { activity, charges, items, orders } from "@/db/schema";
import { demoPeople, loadPeople } from "../../scripts/load-demo";
import { ensureBuild } from "../../scripts/machine/build";
import { startCluster, type Cluster } from "../../scripts/machine/cluster";
import { freshServer } from "../../scripts/machine/fresh-server";
import { root } from "../../scripts/machine/paths";

const RUNS = Number(process.env.RUNS ?? 10);
const NAME = "first_hour";

/** What a run leaves behind: the setup, what the record says was done, its item, and what its order is charged. */
interface Left {
  readonly setup: Setup | undefined;
  readonly done: readonly string[];
  readonly items: readonly unknown[];
  readonly orders: number;
  readonly charges: readonly unknown[];
}

async function look(db: PooledDatabase): Promise<Left> {
  const record = await db.select().from(activity).orderBy(asc(activity.at), asc(activity.subject));
  const done = record.filter(({ what }) => what === "setup-changed").map(({ subject }) => subject);
  const setup = await readSetup(db);
  // a run may go past midnight: the day an edition begins on is the day it was made
  setup?.tariffs.forEach(({ editions }) => editions.forEach((edition) => (edition.from = "")));
  return {
    setup,
    done,
    items: await db.select({ sku: items.sku, weight: items.weight, price: items.unitPrice }).from(items),
    orders: await db.$count(orders, isNotNull(orders.charge)),
    charges: await chargedNow(db),
  };
}

async function chargedNow(db: PooledDatabase) {
  const rows = await db.select({ quote: charges.quote }).from(charges);
  return rows.map((row) => {
    const { offer, net, gross, cost } = row.quote as QuotedOffer;
    return { offer, net, gross, cost };
  });
}

/** Drives the way from nothing to the first applied charge through the browser, on a database of its own. */
async function drive(cluster: Cluster, build: string): Promise<Left> {
  const fill = (db: PooledDatabase) => loadPeople(db, demoPeople);
  const server = await freshServer(cluster, { name: NAME, build, port: 4390, processes: 1, fill });
  try {
    const { status } = spawnSync("npx", ["playwright", "test", "first-quote"], {
      cwd: root,
      stdio: ["ignore", "inherit", "inherit"],
      env: {
        ...process.env,
        BASE_URL: server.url,
        EMPTY_URL: server.url,
        RESULTS_FOLDER: "test-results/first-hour",
      },
    });
    if (status !== 0) throw new Error("the way was not gone to its end");
    const { db, close } = connect(cluster.urlOf(`${NAME}_data`), () => undefined);
    const left = await look(db);
    await close();
    return left;
  } finally {
    await server.stop();
  }
}

/** What was typed is there once, and whole. */
function check({ setup, items, orders, charges }: Left): void {
  const found = {
    carriers: setup?.carriers.map(({ name }) => name),
    services: setup?.services.map(({ name, active, rate }) => [name, active, rate]),
    entries: setup?.zoneCharts.map(({ entries }) => entries),
    rates: setup?.tariffs.map(({ editions }) => editions.map(({ rows }) => rows.map(({ rates }) => rates))),
    offers: setup?.offers.map(({ name, plan }) => [name, plan.kind]),
    items,
    orders,
    charges,
  };
  const wanted = {
    carriers: ["Slow Cart"],
    services: [["Cart by day", true, { tariff: setup?.tariffs[0]?.code }]],
    entries: [
      [
        { zone: "1", country: "EE" },
        { zone: "1", country: "LV" },
      ],
    ],
    rates: [[[["4.20"]]]],
    offers: [["To your door", "costPlus"]],
    items: [{ sku: "POT-1", weight: { value: "0.8", unit: "kg" }, price: "20" }],
    orders: 1,
    charges: [{ offer: setup?.offers[0]?.code, net: "4.20", gross: "5.12", cost: "4.20" }],
  };
  if (!isDeepStrictEqual(found, wanted)) throw new Error(`left behind: ${JSON.stringify(found)}`);
}

/** `npm run first-hour`: from an empty business to the first applied charge ten times, typed at human speed; nothing lost, doubled, half. */
async function main(): Promise<void> {
  const build = ensureBuild();
  const cluster = await startCluster("test", 54_480, false);
  try {
    let first: Left | undefined;
    for (let run = 1; run <= RUNS; run++) {
      const left = await drive(cluster, build);
      check(left);
      first ??= left;
      if (!isDeepStrictEqual(left, first))
        throw new Error(`run ${run} left ${JSON.stringify(left)}, the first ${JSON.stringify(first)}`);
      console.log(`run ${run}: ${left.done.length} changes, each once`);
    }
  } finally {
    await cluster.leave();
  }
}

main().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);
