import { performance } from "node:perf_hooks";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase } from "@/db/migrate";
import type { QuoteRequest } from "@/core/quote/request";
import { readStamps } from "@/db/queries/setup";
import { rateAsking } from "@/server/carriers/rate-asking";
import { setConnection } from "@/server/carriers/connection-settings";
import { QUOTE_MS } from "@/server/carriers/open-connections";
import { liveSetup, type Revision } from "@/server/services/live-setup";
import { faultKinds } from "../sim/carriers/faults";
import { startStandIns, type StandIns } from "../sim/carriers/server";
import { TERNWING_KEY } from "../sim/carriers/ternwing";
import { migrations } from "./commands/serve";
import { loadDemo } from "./load-demo";
import { createDatabase, dropDatabase, startCluster } from "./machine/cluster";

const DATABASE = "live";
const QUOTES = 200;
const FAULTY = 20;
const SECRET = "x".repeat(32);

interface Bench {
  readonly db: PooledDatabase;
  readonly live: Revision;
  readonly catalogue: number;
  readonly standIns: StandIns;
}

/** A quote for an address of its own; what is pinned to an origin leaves from nowhere else. */
const request = (n: number, origin?: string): QuoteRequest => ({
  channel: "web",
  shipTo: { country: "SE", postcode: String(10_000 + n), city: "Stockholm" },
  lines: [{ sku: "FRAME-25", quantity: 1, unitPrice: "31.00", ...(origin === undefined ? {} : { origin }) }],
  offers: ["express"],
  working: true,
});

interface Taken {
  readonly ms: number;
  /** Whether the figure is the carrier's. */
  readonly isLive: boolean;
}

async function quoted({ db, live, catalogue }: Bench, of: QuoteRequest): Promise<Taken> {
  const begun = performance.now();
  const answer = await rateAsking(db, live, of, { catalogue, now: new Date(), mode: "now" });
  const ms = performance.now() - begun;
  if (!answer.ok || answer.value.offers.length === 0) throw new Error(JSON.stringify(answer));
  const steps = answer.value.offers.flatMap(({ working = [] }) => working.map(({ code }) => code));
  if (!steps.includes("live-rate") && !steps.includes("live-fallback"))
    throw new Error("nothing names the carrier");
  return { ms, isLive: steps.includes("live-rate") };
}

function tell(what: string, all: readonly Taken[], more = ""): void {
  const times = all.map(({ ms }) => ms).sort((a, b) => a - b);
  const part = (of: number) =>
    Math.round(times[Math.min(times.length - 1, Math.floor(times.length * of))] ?? 0);
  const isLive = all.filter((one) => one.isLive).length;
  console.log(
    `${what.padEnd(34)} median ${part(0.5)} ms, p95 ${part(0.95)} ms, longest ${part(1)} ms; ${isLive} of ${all.length} by the carrier${more}`,
  );
}

async function series(bench: Bench, count: number, make: (n: number) => QuoteRequest): Promise<Taken[]> {
  const all: Taken[] = [];
  for (let n = 0; n < count; n++) all.push(await quoted(bench, make(n)));
  return all;
}

/** `npm run bench:live`: what quotes take that carriers are asked for: every address new, kept answers, and each fault. */
async function main(): Promise<void> {
  Object.assign(process.env, {
    AUTH_SECRET: SECRET,
    SECRETS_KEY: SECRET,
    WALLODROM_URL: "http://127.0.0.1",
    LOOPBACK_CALLS: "yes",
    LOG_LEVEL: "silent",
  });
  const cluster = await startCluster("bench", 54_580, false);
  await dropDatabase(cluster, DATABASE);
  await createDatabase(cluster, DATABASE);
  await migrateDatabase(cluster.urlOf(DATABASE), migrations);
  process.env.DATABASE_URL = cluster.appUrlOf(DATABASE);
  const { db, close } = connect(cluster.appUrlOf(DATABASE), () => undefined);
  const standIns = await startStandIns(0, { seed: 1 });
  try {
    await loadDemo(db, new Date());
    const live = await liveSetup(db);
    if (!live) throw new Error("there is no business");
    const bench = { db, live, catalogue: (await readStamps(db)).catalogue, standIns };
    await asUsual(bench);
    await withFaults(bench);
  } finally {
    await standIns.stop();
    await close();
    await cluster.leave();
  }
}

/** Other settings are another line: one that is left alone says nothing of the next. */
async function connected({ db, standIns }: Bench, customer: string): Promise<void> {
  const connection = { code: "sim-tern", adapter: "ternwing" };
  const settings = { url: `${standIns.url}/ternwing`, fields: { key: TERNWING_KEY, customer } };
  const by = { who: { id: null, name: "Bench" }, now: new Date() };
  const keys = { current: SECRET };
  const set = await setConnection(db, connection, settings, { ...by, keys, loopback: true });
  if (!set.ok) throw new Error(set.code);
}

async function asUsual(bench: Bench): Promise<void> {
  await connected(bench, "");
  await series(bench, 10, (n) => request(80_000 + n));
  tell("one origin, every address new", await series(bench, QUOTES, (n) => request(n, "TRT")));
  tell("three origins, every address new", await series(bench, QUOTES, (n) => request(n)));
  tell("three origins, kept answers", await series(bench, QUOTES, (n) => request(n)));
}

async function withFaults(bench: Bench): Promise<void> {
  const { faults } = bench.standIns;
  let at = 10_000;
  for (const kinds of [...faultKinds.map((kind) => [kind]), faultKinds]) {
    const name = kinds.length > 1 ? "all faults in turn" : (kinds[0] ?? "");
    await connected(bench, name);
    faults.set("ternwing", kinds);
    at += FAULTY;
    const all = await series(bench, FAULTY, (n) => request(at + n));
    const late = all.filter(({ ms }) => ms > QUOTE_MS + 100).length;
    tell(name, all, late > 0 ? `; ${late} LATE` : "");
  }
  faults.set("ternwing", []);
}

main()
  .then(() => process.exit(0))
  .catch((error: unknown) => {
    console.error(error);
    process.exit(1);
  });
