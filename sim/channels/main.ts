import { appendFileSync } from "node:fs";
import { setTimeout as wait } from "node:timers/promises";
import { parseArgs } from "node:util";
import { shops, type Shop } from "./baskets";
import { seeded } from "../seeded";
import { makeBasket, orderOf, type Told } from "./order-maker";

const { values } = parseArgs({
  options: {
    url: { type: "string", default: "http://127.0.0.1:4180" },
    key: { type: "string", default: "wd_demo_everything" },
    /** Orders a minute. */
    pace: { type: "string", default: "12" },
    /** How many; 0: until it is stopped. */
    count: { type: "string", default: "0" },
    seed: { type: "string", default: "1" },
    /** A file that each order sent is written into, with what was answered. */
    log: { type: "string" },
  },
});

const counts: Record<string, number> = {};

async function ask(path: string, body: object): Promise<{ status: number; body: Record<string, unknown> }> {
  const response = await fetch(`${values.url}/api/v1${path}`, {
    method: "POST",
    headers: { authorization: `Bearer ${values.key}`, "content-type": "application/json" },
    body: JSON.stringify(body),
  });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

function note(number: string, status: number, mistake: string): void {
  counts[status] = (counts[status] ?? 0) + 1;
  if (values.log) appendFileSync(values.log, `${JSON.stringify({ number, status, mistake })}\n`);
}

/** One buyer: asks what it costs to have it sent, takes an offer, and orders. */
async function buy(random: () => number, shop: Shop, number: string): Promise<void> {
  const made = makeBasket(random, shop);
  const quoted = await ask("/quotes", made.basket);
  const offers = quoted.status === 200 ? (quoted.body.offers as Told[]) : [];
  const order = orderOf(number, made, offers, new Date().toISOString());
  const sent = await ask("/orders", order);
  note(number, sent.status, made.mistake);
  if (made.mistake === "twice") note(number, (await ask("/orders", order)).status, "twice");
}

/** `npm run shops`: stand-in shops that send orders at a pace until they are stopped; some of them wrong. */
async function main(): Promise<void> {
  const random = seeded(Number(values.seed));
  const most = Number(values.count);
  const pause = 60_000 / Number(values.pace);
  const run = Date.now().toString(36).toUpperCase();
  let ended = false;
  process.on("SIGINT", () => (ended = true));
  process.on("SIGTERM", () => (ended = true));
  console.log(`Shops send ${values.pace} orders a minute to ${values.url}. Ctrl-C stops them.`);
  const begun = Date.now();
  for (let n = 1; !ended && (most === 0 || n <= most); n++) {
    const shop = shops[random() < 0.7 ? 0 : 1] as Shop;
    try {
      await buy(random, shop, `${shop.prefix}-${run}-${n}`);
    } catch (error) {
      counts.unreachable = (counts.unreachable ?? 0) + 1;
      console.error(`not reached: ${String(error)}`);
    }
    await wait(Math.max(0, begun + n * pause - Date.now()));
  }
  console.log(`answers by status: ${JSON.stringify(counts)}`);
}

await main();
