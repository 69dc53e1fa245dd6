import { performance } from "node:perf_hooks";
import type { QuoteRequest } from "@/core/quote/request";
import { connect } from "@/db/connect";
import { readStamps } from "@/db/queries/setup";
import { rateAsking } from "@/server/carriers/rate-asking";
import { QUOTE_MS } from "@/server/carriers/open-connections";
import { liveSetup } from "@/server/services/live-setup";
import { seeded } from "../../sim/seeded";

/** What is wanted of the process that quotes. */
export interface SoakOrder {
  readonly databaseUrl: string;
  readonly minutes: number;
  readonly perSecond: number;
  /** What must be in no answer. */
  readonly secrets: readonly string[];
}

/** What it tells every ten seconds; `heap` after a collection, in bytes. */
export interface SoakTold {
  readonly seconds: number;
  readonly heap: number;
  readonly rss: number;
  readonly quotes: number;
  readonly late: number;
  readonly longest: number;
  readonly live: number;
  readonly fallback: number;
  readonly failed: number;
  readonly leaked: number;
}

const TOLD_MS = 10_000;
const LATE_MS = 100;

/** Places that the three carriers go to; heavy goods go by pallet, by any of a dealer's offers. Addresses come back, so that some answers are kept ones. */
const places = [
  { country: "SE", from: 11_000, offers: ["express", "post"] },
  { country: "PL", from: 80_000, offers: ["express", "post"] },
  { country: "EE", from: 93_800, offers: ["island", "express"] },
  { country: "FI", from: 33_000, offers: ["express"] },
];

function requestOf(random: () => number, offers: ReadonlySet<string>): QuoteRequest {
  const {
    country,
    from,
    offers: wanted,
  } = places[Math.floor(random() * places.length)] ?? {
    country: "SE",
    from: 11_000,
    offers: [],
  };
  const isHeavy = random() < 0.2;
  return {
    channel: isHeavy ? "dealers" : "web",
    shipTo: { country, postcode: String(from + Math.floor(random() * 900)), city: "Town" },
    lines: [
      isHeavy
        ? { sku: "HIVE-10", quantity: 1 + Math.floor(random() * 4), unitPrice: "189.00" }
        : { sku: "FRAME-25", quantity: 1 + Math.floor(random() * 4), unitPrice: "31.00" },
    ],
    ...(isHeavy ? {} : { offers: wanted.filter((code) => offers.has(code)) }),
    working: true,
  };
}

async function soak(order: SoakOrder, tell: (told: SoakTold) => void): Promise<void> {
  const { db, close } = connect(order.databaseUrl, () => undefined);
  const live = await liveSetup(db);
  if (!live) throw new Error("there is no business");
  const { catalogue } = await readStamps(db);
  const offers = new Set(live.setup.offers.map(({ code }) => code));
  const random = seeded(3);
  const counts = { quotes: 0, late: 0, longest: 0, live: 0, fallback: 0, failed: 0, leaked: 0 };
  const one = async () => {
    const begun = performance.now();
    const answer = await rateAsking(db, live, requestOf(random, offers), {
      catalogue,
      now: new Date(),
      mode: "now",
    });
    const ms = performance.now() - begun;
    const text = JSON.stringify(answer);
    counts.quotes++;
    counts.longest = Math.max(counts.longest, ms);
    if (ms > QUOTE_MS + LATE_MS) counts.late++;
    if (!answer.ok) counts.failed++;
    if (text.includes('"live-rate"')) counts.live++;
    if (text.includes('"live-fallback"')) counts.fallback++;
    if (order.secrets.some((secret) => text.includes(secret))) counts.leaked++;
  };
  const begun = performance.now();
  const until = begun + order.minutes * 60_000;
  const under = new Set<Promise<void>>();
  let [next, told] = [begun, begun + TOLD_MS];
  // each begins at its time, whatever became of those before: who waits for an answer holds nobody up
  while (performance.now() < until) {
    const quoting = one().catch(() => void counts.failed++);
    under.add(quoting);
    void quoting.finally(() => under.delete(quoting));
    if (performance.now() >= told) {
      told += TOLD_MS;
      global.gc?.();
      const { heapUsed, external, rss } = process.memoryUsage();
      tell({
        seconds: Math.round((performance.now() - begun) / 1000),
        heap: heapUsed + external,
        rss,
        ...counts,
      });
      counts.longest = 0;
    }
    next += 1000 / order.perSecond;
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, next - performance.now())));
  }
  await Promise.all(under);
  await close();
}

process.once("message", (order: SoakOrder) => {
  soak(order, (told) => process.send?.(told))
    .then(() => process.exit(0))
    .catch((error: unknown) => {
      console.error(error);
      process.exit(1);
    });
});
