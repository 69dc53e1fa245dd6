import { join } from "node:path";
import { performance } from "node:perf_hooks";
import { sql } from "drizzle-orm";
import { memberChanges } from "@/core/gate/member-changes";
import type { Change } from "@/core/setup/inverse";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import { lastRevisionNumber, writeGate } from "@/db/queries/revisions";
import { lockStamps, readStamps } from "@/db/queries/setup";
import { changeWords } from "@/messages/change-words";
import { inTransaction } from "@/server/in-transaction";
import { draftSetup } from "@/server/services/draft-setup";
import { beginSetup, editSetup } from "@/server/services/edit-setup";
import { waitingChanges } from "@/server/services/gate";
import { liveSetup, rememberRevision, revisionSetup } from "@/server/services/live-setup";
import { publishIn } from "@/server/services/publication";
import { publishDraft } from "@/server/services/publish";
import { largeSetup } from "./bench/large-setup";
import { timeReplay } from "./bench/replay-job";
import { report } from "./bench/screen";
import { migrations } from "./commands/serve";
import { createDatabase, dropDatabase, startCluster } from "./machine/cluster";
import { dataFolder } from "./machine/paths";
import { bundleWorkers } from "./machine/workers";

const DATABASE = "gate";
const YEAR = 365;
const by = { who: { id: "bench", name: "Bench" }, now: new Date() };

async function timed<T>(name: string, work: () => Promise<T>): Promise<T> {
  const begun = performance.now();
  const value = await work();
  report(name, performance.now() - begun);
  return value;
}

async function edit(db: PooledDatabase, changes: readonly Change[]): Promise<void> {
  const result = await editSetup(db, changes, by);
  if (!result.ok) throw new Error(JSON.stringify(result));
}

async function publish(db: PooledDatabase): Promise<void> {
  const seen = { stamp: (await readStamps(db)).stamp, last: await lastRevisionNumber(db) };
  const result = await publishDraft(db, { seen }, { ...by, now: new Date(), role: "admin" });
  if (!result.ok) throw new Error(JSON.stringify(result));
}

/** What other processes have: nothing of what this one published. */
function forget(keepParts: boolean): void {
  const holder = globalThis as { wallodromRevisions?: unknown; wallodromParts?: unknown };
  delete holder.wallodromRevisions;
  if (!keepParts) delete holder.wallodromParts;
}

const cellAt = (row: number, column: number) => `tariffs/BIG-3/editions/2026/rows/${row}/rates/${column}`;

async function rateAt(db: PooledDatabase, tariff: number, row: number, column: number): Promise<string> {
  const rate = (await draftSetup(db))?.setup.tariffs[tariff]?.editions[0]?.rows[row]?.rates[column];
  return typeof rate === "string" ? rate : "";
}

async function megabytes(db: PooledDatabase): Promise<number> {
  await db.execute(sql`select 1`);
  const { rows } = await db.execute<{ bytes: string }>(
    sql`select (pg_total_relation_size('setup_parts') + pg_total_relation_size('revisions'))::text as bytes`,
  );
  return Number(rows[0]?.bytes ?? 0) / 2 ** 20;
}

/** A year of daily revisions that differ in one thing each: tables, what is stored out of line, and indices. */
async function yearOf(
  db: PooledDatabase,
  name: string,
  next: (day: number) => Promise<Change>,
): Promise<void> {
  const before = await megabytes(db);
  for (let day = 0; day < YEAR; day++) {
    await edit(db, [await next(day)]);
    const draft = await draftSetup(db);
    if (!draft) throw new Error("there is no draft");
    const made = await inTransaction(db, async (tx) => {
      await lockStamps(tx);
      return publishIn(tx, { setup: draft.setup, stamp: draft.stamp, kind: "published" }, by);
    });
    if (!made.ok) throw new Error(JSON.stringify(made));
    rememberRevision(made.value.number, made.value.setup);
  }
  console.log(`${name}: ${((await megabytes(db)) - before).toFixed(1)} MB for ${YEAR} revisions`);
}

/** `npm run bench:gate`: publishing, reading and comparing a setup of 200,000 cells and 50,000 entries; a year of revisions. */
async function main(): Promise<void> {
  const folder = join(dataFolder, "bench-gate");
  bundleWorkers(join(folder, "dist-worker"));
  process.chdir(folder);
  const cluster = await startCluster("bench", 54_580, false);
  process.env.DATABASE_URL = cluster.appUrlOf(DATABASE);
  await dropDatabase(cluster, DATABASE);
  await createDatabase(cluster, DATABASE);
  await migrateDatabase(cluster.urlOf(DATABASE), migrations);
  const { db, close } = connect(cluster.appUrlOf(DATABASE), () => undefined);
  try {
    await beginSetup(db, largeSetup(), by);
    await writeGate(db, { smallEdits: false });
    console.log(`the first revision: ${(await megabytes(db)).toFixed(1)} MB`);
    await edit(db, [{ path: cellAt(50, 50), from: await rateAt(db, 3, 50, 50), to: "31.41" }]);
    await timed("one cell published, checks and all", () => publish(db));
    forget(true);
    await timed("another process rates by it, having the one before", () => liveSetup(db));
    forget(false);
    await timed("another process rates by it, having nothing", () => liveSetup(db));
    const setup = (await draftSetup(db))?.setup;
    const many = (setup?.tariffs[5]?.editions[0]?.rows ?? []).flatMap(({ rates }, row) =>
      rates.flatMap((rate, column) =>
        typeof rate === "string"
          ? [{ path: `tariffs/BIG-5/editions/2026/rows/${row}/rates/${column}`, from: rate, to: `${rate}1` }]
          : [],
      ),
    );
    await edit(db, many);
    await timed(`what waits at the gate, ${many.length} changes, in words`, async () => {
      const [draft, live] = [await draftSetup(db), await liveSetup(db)];
      if (!draft || !live) throw new Error("there is nothing to compare");
      const changes = await waitingChanges(db, draft, live.number);
      const told = memberChanges(live.setup, draft.setup).flatMap(({ lines }) =>
        lines.map((line) => changeWords(line, "EUR")),
      );
      if (changes.length !== many.length || told.length === 0) throw new Error("not all is told");
    });
    await timed("these published", () => publish(db));
    await yearOf(db, "one cell a day", async (day) => ({
      path: cellAt(day % 100, (day * 7) % 100),
      from: await rateAt(db, 3, day % 100, (day * 7) % 100),
      to: `${40 + day}.17`,
    }));
    await yearOf(db, "one entry a day", async (day) => {
      const from = (await draftSetup(db))?.setup.zoneCharts[0]?.entries[(day * 131) % 50_000];
      const to = { zone: String(1 + (day % 90)), country: "SE", postcode: `${10_000 + day}` };
      return { path: `zoneCharts/BIG/entries/${(day * 131) % 50_000}`, ...(from ? { from } : {}), to };
    });
    forget(false);
    await timed("the last of them read whole", async () => revisionSetup(db, await lastRevisionNumber(db)));
    await timeReplay(cluster);
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
