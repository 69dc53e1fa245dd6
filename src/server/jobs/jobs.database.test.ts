import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { fork } from "node:child_process";
import { eq } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { settingsOn } from "../../../tests/support/call-door";
import { demoDatabase } from "../../../tests/support/database";
import { root } from "../../../scripts/machine/paths";
import { bundleWorkers, workerMain } from "../../../scripts/machine/workers";
import type { PooledDatabase } from "@/db/connect";
import { readGate, lastRevisionNumber, readLiveNumber, writeGate } from "@/db/queries/revisions";
import { readStamps } from "@/db/queries/setup";
import { charges, jobs, orders } from "@/db/schema";
import { editSetup } from "../services/edit-setup";
import { draftSetup } from "../services/draft-setup";
import { backOut, publishDraft, type Publisher } from "../services/publish";
import { cancelJob, jobOf, startJob } from "../services/jobs";
import { listedRevisions } from "../services/revision-list";
import { suspend } from "../services/suspensions";
import { numbersOf } from "../orders/order-queue";
import type { ChargedMany } from "./charge-orders";
import { followLive } from "../worker/follow-live";
import type { ReplayResult } from "./replay-orders";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
let folder: string;
const now = new Date();
const act = by("Test", now);
const ott: Publisher = { who: { id: "o", name: "Ott" }, now, role: "admin" };

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
  folder = bundleWorkers(mkdtempSync(join(root, ".data/workers-")));
}, 60_000);
afterAll(async () => {
  for (const one of running) one.kill("SIGKILL");
  rmSync(folder, { recursive: true, force: true });
  await base.drop();
});

const running = new Set<ReturnType<typeof fork>>();

function worker() {
  const child = fork(workerMain(folder), {
    env: {
      ...process.env,
      ...settingsOn(base.url),
      WALLODROM_WORKERS: folder,
      LOG_LEVEL: "warn",
      NODE_OPTIONS: "",
    },
    stdio: "ignore",
  });
  running.add(child);
  return {
    kill: (signal: NodeJS.Signals) =>
      new Promise<void>((resolve) => {
        running.delete(child);
        child.once("exit", () => resolve());
        child.kill(signal);
      }),
  };
}

async function until<T>(look: () => Promise<T | undefined | false>, seconds = 40): Promise<T> {
  for (let tries = 0; tries < seconds * 10; tries++) {
    const found = await look();
    if (found) return found;
    await wait(100);
  }
  throw new Error("it did not come to that");
}

const ended = (id: string) =>
  until(async () => {
    const row = await jobOf(db, id);
    return row && ["done", "failed", "cancelled"].includes(row.state) && row;
  });
const replay = (count: number) =>
  startJob(db, { kind: "replay", queue: "long", data: { orders: { kind: "last", count } } }, act);
const stateOf = async (number: string) =>
  (await db.select().from(orders).where(eq(orders.number, number)))[0]!.state;
const publish = async () =>
  publishDraft(
    db,
    { seen: { stamp: (await readStamps(db)).stamp, last: await lastRevisionNumber(db) } },
    ott,
  );

test("a replay waits until there is a worker, says how far it is, and keeps what it came to and was made from", async () => {
  const id = await replay(2000);
  await wait(700);
  expect(await jobOf(db, id)).toMatchObject({ state: "waiting", who: "Test" });
  const one = worker();
  const row = await ended(id);
  expect(row).toMatchObject({ state: "done", done: 2000, total: 2000, tries: 1 });
  const result = row.result as ReplayResult;
  expect(result).toMatchObject({
    revision: 1,
    orders: 2000,
    currency: "EUR",
    stamp: (await readStamps(db)).stamp,
  });
  // more diesel on pallets, for dealers alone
  expect(result.changed).toBeGreaterThan(10);
  expect(result.totals.channel.filter(([, line]) => line.changed > 0).map(([code]) => code)).toEqual([
    "dealers",
  ]);
  expect(result.spread.charge.reduce((sum, { orders: n }) => sum + n, 0)).toBeGreaterThan(0);
  expect(result.best[0]!.number).toMatch(/^\w/);
  await one.kill("SIGTERM");
}, 60_000);

test("a worker that is killed in the middle leaves a true picture: another takes the work up, or it is said to have failed", async () => {
  const id = await replay(2500);
  const first = worker();
  // what it comes to so far is there while it goes on
  const soFar = (await until(async () => (await jobOf(db, id))?.result)) as ReplayResult;
  expect(soFar.orders).toBeGreaterThan(0);
  expect(soFar.orders).toBeLessThan(2500);
  expect(soFar.totals.channel.reduce((sum, [, { orders: n }]) => sum + n[0], 0)).toBeGreaterThan(0);
  await first.kill("SIGKILL");
  expect(await jobOf(db, id)).toMatchObject({ state: "running" });
  const second = worker();
  expect(await ended(id)).toMatchObject({ state: "done", tries: 2, done: 2500 });
  await second.kill("SIGTERM");
  // three that died over it are enough
  const doomed = await replay(10);
  await db
    .update(jobs)
    .set({ state: "running", tries: 3, beatAt: new Date(0).toISOString() })
    .where(eq(jobs.id, doomed));
  const third = worker();
  expect(await ended(doomed)).toMatchObject({ state: "failed", failure: { code: "given-up" } });
  await third.kill("SIGTERM");
}, 90_000);

test("work is cancelled before it begins and while it is done, and once", async () => {
  const waiting = await replay(10);
  expect(await cancelJob(db, waiting, act)).toMatchObject({ ok: true });
  expect(await cancelJob(db, waiting, act)).toMatchObject({ code: "not-found" });
  const id = await replay(2500);
  const one = worker();
  await until(async () => (await jobOf(db, id))?.state === "running");
  await cancelJob(db, id, act);
  expect(await ended(id)).toMatchObject({ state: "cancelled", result: null });
  expect(await jobOf(db, waiting)).toMatchObject({ state: "cancelled", tries: 0 });
  await one.kill("SIGTERM");
}, 60_000);

test("when another revision is live open orders that differ are out of date, and after backing out they are as before", async () => {
  const one = worker();
  const rated = () => until(async () => (await readGate(db))!.ratedRevision === (await readLiveNumber(db)));
  await rated();
  const before = new Map(
    (await db.select().from(orders)).map(({ number, state }) => [number, state] as const),
  );
  const [ready] = await db
    .select({ quote: charges.quote })
    .from(orders)
    .innerJoin(charges, eq(charges.id, orders.charge))
    .where(eq(orders.state, "ready"));
  const { offer } = ready!.quote as { offer: string };
  const { adjust } = (await draftSetup(db))!.setup.offers.find(({ code }) => code === offer)!;
  const to = { ...adjust, marginPercent: "77" };
  await editSetup(
    db,
    [{ path: `offers/${offer}/adjust`, to, ...(adjust ? { from: adjust as never } : {}) }],
    act,
  );
  expect(await publish()).toMatchObject({ ok: true });
  await rated();
  const after = (await db.select().from(orders)).filter(({ number, state }) => before.get(number) !== state);
  expect(after.length).toBeGreaterThan(0);
  for (const { number, state } of after)
    expect([number, before.get(number), state]).toEqual([number, "ready", "out-of-date"]);
  const done = [...before].filter(([, state]) => state === "handed-over").map(([number]) => number);
  expect(await stateOf(done[0]!)).toBe("handed-over");
  await backOut(db, (await readLiveNumber(db))!, ott);
  await rated();
  expect(new Map((await db.select().from(orders)).map(({ number, state }) => [number, state]))).toEqual(
    before,
  );
  await one.kill("SIGTERM");
}, 90_000);

test("a strike puts open orders out of date while it lasts, from when it begins, and they are as before when it is over", async () => {
  const one = worker();
  const states = async () =>
    new Map((await db.select().from(orders)).map(({ number, state }) => [number, state] as const));
  const before = await states();
  const [ready] = await db
    .select({ number: orders.number, quote: charges.quote })
    .from(orders)
    .innerJoin(charges, eq(charges.id, orders.charge))
    .where(eq(orders.state, "ready"));
  const { offer } = ready!.quote as { offer: string };
  const begins = new Date(Date.now() + 2500);
  const strike = await suspend(
    db,
    {
      what: "offer",
      code: offer,
      effect: "stop",
      reason: "Strike",
      from: begins.toISOString(),
      until: new Date(begins.getTime() + 8000).toISOString(),
    },
    { ...act, now: new Date() },
  );
  expect(strike).toMatchObject({ ok: true });
  await wait(1000);
  expect(await stateOf(ready!.number)).toBe("ready");
  await until(async () => (await stateOf(ready!.number)) === "out-of-date");
  expect(Date.now()).toBeGreaterThanOrEqual(begins.getTime());
  for (const [number, state] of await states())
    if (state !== before.get(number)) expect([before.get(number), state]).toEqual(["ready", "out-of-date"]);
  // nobody ends it: it is over by itself
  await until(async () => (await stateOf(ready!.number)) === "ready");
  await until(async () => (await readGate(db))!.ratedSuspended === "");
  expect(await states()).toEqual(before);
  await one.kill("SIGTERM");
}, 90_000);

test("what took effect while nothing was running is followed when a worker is there again", async () => {
  await publishDraft(
    db,
    {
      seen: { stamp: (await readStamps(db)).stamp, last: await lastRevisionNumber(db) },
      takesEffectAt: new Date(Date.now() + 1000),
    },
    ott,
  );
  const before = (await readGate(db))!.ratedRevision;
  await wait(1500);
  expect((await readGate(db))!.ratedRevision).toBe(before);
  const [one, other] = [worker(), worker()];
  await until(async () => (await readGate(db))!.ratedRevision === (await readLiveNumber(db)));
  // two workers do it once
  const live = await readLiveNumber(db);
  const done = (await db.select().from(jobs)).filter(
    ({ kind, data }) => kind === "rerate" && (data as { revision: number }).revision === live,
  );
  expect(done).toHaveLength(1);
  await Promise.all([one.kill("SIGTERM"), other.kill("SIGTERM")]);
}, 60_000);

test("many who look at once begin the work once; after a fault it is tried again, each time after a longer pause", async () => {
  const live = (await readLiveNumber(db))!;
  const ofLive = async () =>
    (await db.select().from(jobs)).filter(
      ({ kind, data }) => kind === "rerate" && (data as { revision: number }).revision === live,
    );
  await db.delete(jobs);
  await writeGate(db, { ratedRevision: live - 1 });
  const at = new Date();
  await Promise.all(Array.from({ length: 12 }, () => followLive(db, at)));
  expect(await ofLive()).toHaveLength(1);
  const fail = () =>
    db.update(jobs).set({ state: "failed", endedAt: at.toISOString() }).where(eq(jobs.state, "waiting"));
  const after = (seconds: number) => new Date(at.getTime() + seconds * 1000);
  for (const [count, pause] of [
    [1, 2],
    [2, 4],
    [3, 8],
  ] as const) {
    await fail();
    await followLive(db, after(pause - 0.1));
    expect(await ofLive()).toHaveLength(count);
    await followLive(db, after(pause));
    expect(await ofLive()).toHaveLength(count + 1);
  }
}, 60_000);

test("the database is away for twenty seconds in the middle of a batch: it goes on where it was, nothing twice", async () => {
  const numbers = await numbersOf(db, {}, 1000);
  const batch = randomUUID();
  const one = worker();
  const id = await startJob(db, { kind: "charge-orders", queue: "long", data: { numbers, batch } }, act);
  const charged = () => db.$count(charges, eq(charges.batch, batch));
  await until(async () => (await charged()) > 3);
  await base.away(() => wait(20_000));
  const row = await ended(id);
  expect(row).toMatchObject({ state: "done", tries: 2 });
  const result = row.result as ChargedMany;
  expect(result.charged + result.left + result.setAside.length).toBe(numbers.length);
  expect(result.setAside.filter(({ why }) => why === "changed-meanwhile")).toEqual([]);
  const own = await db.select({ order: charges.order }).from(charges).where(eq(charges.batch, batch));
  expect(own).toHaveLength(result.charged);
  expect(new Set(own.map(({ order }) => order)).size).toBe(own.length);
  // and the worker goes on as before
  expect(await ended(await replay(10))).toMatchObject({ state: "done" });
  await one.kill("SIGTERM");
}, 120_000);

test("a revision is told with the replay that was made of just what it holds, and no other", async () => {
  const one = worker();
  const rename = (to: string, from: string) =>
    editSetup(db, [{ path: "offers/express/name", to, from }], act);
  const { name } = (await draftSetup(db))!.setup.offers.find(({ code }) => code === "express")!;
  await rename("Looked at", name);
  await ended(await replay(20));
  const id = await replay(30);
  await ended(id);
  const looked = await publish();
  expect(looked).toMatchObject({ ok: true });
  await rename("Not looked at", "Looked at");
  expect(await publish()).toMatchObject({ ok: true });
  const [not, last] = await listedRevisions(db, { limit: 2 });
  expect(not!.replay).toBeUndefined();
  expect(last).toMatchObject({ replay: { id, orders: 30 } });
  await one.kill("SIGTERM");
}, 60_000);
