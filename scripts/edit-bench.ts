import { join } from "node:path";
import { monitorEventLoopDelay, performance } from "node:perf_hooks";
import type { Change } from "@/core/setup/inverse";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { writeItems } from "@/db/queries/items";
import { draftSetup } from "@/server/services/draft-setup";
import { editSetup, beginSetup } from "@/server/services/edit-setup";
import { findingsOf } from "@/server/services/findings";
import { largeSetup } from "./bench/large-setup";
import { report } from "./bench/screen";
import { migrations } from "./commands/serve";
import { createDatabase, dropDatabase, startCluster } from "./machine/cluster";
import { dataFolder } from "./machine/paths";
import { bundleWorkers } from "./machine/workers";

const ITEMS = 50_000;
const EDITS = 15;
const by = { who: { id: "bench", name: "Bench" }, now: new Date("2026-11-26T09:00:00Z") };

/** How long an edit took, and the longest time in it when the process could do nothing else. */
async function edited(db: PooledDatabase, change: Change): Promise<{ took: number; blocked: number }> {
  const delay = monitorEventLoopDelay({ resolution: 1 });
  delay.enable();
  const begun = performance.now();
  const result = await editSetup(db, [change], by);
  if (!result.ok) throw new Error(JSON.stringify(result));
  // what rates and what is checked come with the next question
  const current = await draftSetup(db);
  const took = performance.now() - begun;
  if (current) await findingsOf(db, current, by.now);
  delay.disable();
  return { took, blocked: delay.max / 1e6 };
}

const median = (times: readonly number[]) => [...times].sort((a, b) => a - b)[times.length >> 1] ?? 0;

/** Several edits of a kind, after three that warm up. */
async function measure(name: string, db: PooledDatabase, changeAt: (call: number) => Change): Promise<void> {
  for (let call = 0; call < 3; call++) await edited(db, changeAt(call));
  const times = [];
  for (let call = 3; call < 3 + EDITS; call++) times.push(await edited(db, changeAt(call)));
  report(`${name}, stored and ready to rate, median`, median(times.map(({ took }) => took)));
  report(`${name}, nothing else could run for, median`, median(times.map(({ blocked }) => blocked)));
  report(`${name}, nothing else could run for, longest`, Math.max(...times.map(({ blocked }) => blocked)));
}

/** `npm run bench:edits`: one edited cell and one edited entry in a setup of 200,000 cells, 50,000 entries, 50,000 items. */
async function main(): Promise<void> {
  // the checks run in a thread of their own, as they do in a build
  const folder = join(dataFolder, "bench-edits");
  bundleWorkers(join(folder, "dist-worker"));
  process.chdir(folder);
  const cluster = await startCluster("bench", 54_580, false);
  process.env.DATABASE_URL = cluster.appUrlOf("edits");
  await dropDatabase(cluster, "edits");
  await createDatabase(cluster, "edits");
  await migrateDatabase(cluster.urlOf("edits"), migrations);
  const { db, close } = connect(cluster.appUrlOf("edits"), () => undefined);
  try {
    await beginSetup(db, largeSetup(), by);
    const items = Array.from({ length: ITEMS }, (_, i) => ({
      sku: `ITEM-${i}`,
      name: `Item ${i}`,
      weight: { value: String(1 + (i % 30)), unit: "kg" as const },
      price: { amount: "10.00", includesTax: false },
    }));
    for (let from = 0; from < ITEMS; from += 1000) await writeItems(db, items.slice(from, from + 1000));
    const cell = "tariffs/BIG-3/editions/2026/rows/50/rates/50";
    let last = "20.40";
    const typed = (call: number): Change => {
      const from = last;
      last = `${30 + call}.00`;
      return { path: cell, from, to: last };
    };
    const first = (await draftSetup(db))?.setup.tariffs[3]?.editions[0]?.rows[50]?.rates[50];
    last = typeof first === "string" ? first : last;
    await measure("one edited cell", db, typed);
    let entry = (await draftSetup(db))?.setup.zoneCharts[0]?.entries[25_000];
    await measure("one edited entry", db, (call) => {
      const from = entry;
      entry = { zone: String(1 + call), country: "SE", postcode: `${20_000 + call}*` };
      return { path: "zoneCharts/BIG/entries/25000", ...(from ? { from } : {}), to: entry };
    });
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
