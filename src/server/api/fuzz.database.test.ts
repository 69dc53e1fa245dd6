import { demoDatabase } from "../../../tests/support/database";
import type { ApiCall } from "./call";

/** Mutated requests in the suite; by hand as many as wanted: `FUZZ=200000 ./wallodrom test database`. */
const ROUNDS = Number(process.env.FUZZ ?? 3000);
/** A call takes no longer; one of more than a megabyte no longer for each of them. */
const MOST_MS = 250;

let base: Awaited<ReturnType<typeof demoDatabase>>;

beforeAll(async () => {
  base = await demoDatabase();
  process.env.DATABASE_URL = base.url;
  process.env.AUTH_SECRET = process.env.SECRETS_KEY = "x".repeat(32);
  process.env.WALLODROM_URL = "http://127.0.0.1";
  process.env.LOG_LEVEL = "silent";
});
afterAll(() => base.drop());

/** Numbers from a seed (mulberry32): the same run is the same run. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const odd: readonly unknown[] = [
  null,
  0,
  -1,
  1e308,
  0.1,
  "",
  " ",
  "\0",
  "\ud800",
  "SE",
  "x".repeat(300),
  "9".repeat(30),
  "1e9",
  "NaN",
  true,
  [],
  {},
  [[]],
  { __proto__: 1, constructor: 2 },
];

const whole = {
  channel: "web",
  placedAt: "2026-11-24T10:15:00Z",
  shipTo: { country: "SE", subdivision: "SE-I", postcode: "621 45", city: "Visby", poBox: false },
  customer: { group: "dealer" },
  coupon: "HONEY",
  cashOnDelivery: false,
  signature: true,
  lines: [
    { sku: "HIVE-10", quantity: 2, unitPrice: "89.00", discount: "5.00", taxPercent: "22", origin: "TRT" },
    { sku: "X", quantity: 1, item: { weight: { value: "1.5", unit: "kg" }, goodsClass: "bulky" } },
  ],
  offers: ["express", "post"],
  working: true,
};

type Node = Record<string, unknown> | unknown[];

/** Changes a request in a few places: a field gone, another value, a name misspelt, a list many times as long. */
function mutated(random: () => number): unknown {
  const root = JSON.parse(JSON.stringify(whole)) as Node;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  for (let n = 1 + Math.floor(random() * 4); n > 0; n--) {
    let at: Node = root;
    for (;;) {
      const inner = Object.values(at).filter(
        (value): value is Node => typeof value === "object" && value !== null,
      );
      if (inner.length === 0 || random() < 0.4) break;
      at = pick(inner);
    }
    const keys = Object.keys(at);
    const key = keys.length > 0 ? pick(keys) : "x";
    const target = at as Record<string, unknown>;
    const how = random();
    if (how < 0.2) Reflect.deleteProperty(target, key);
    else if (how < 0.7) target[key] = structuredClone(pick(odd));
    else if (how < 0.85) target[`${key}x`] = target[key];
    else if (Array.isArray(at))
      at.push(...Array.from({ length: Math.floor(random() * 300) }, () => structuredClone(at[0])));
    else target[key] = Array.from({ length: Math.floor(random() * 300) }, () => structuredClone(target[key]));
  }
  return root;
}

function text(random: () => number): string {
  const body = JSON.stringify(mutated(random));
  if (random() < 0.95) return body;
  // torn, or with a byte that is another
  const at = Math.floor(random() * body.length);
  return random() < 0.5 ? body.slice(0, at) : `${body.slice(0, at)}\u0001${body.slice(at + 1)}`;
}

test(`${ROUNDS} mutated requests: each is answered, none with a fault of ours, none late`, async () => {
  const { postQuote } = await import("./quotes");
  const random = seeded(20261126);
  const counts = new Map<number, number>();
  let slowest = { ms: 0, body: "" };
  for (let round = 0; round < ROUNDS; round++) {
    const body = text(random);
    const call: ApiCall = {
      query: new URLSearchParams(),
      params: {},
      header: (name) => (name === "authorization" ? "Bearer wd_demo_back_office" : undefined),
      text: (most) => Promise.resolve(Buffer.byteLength(body) > most ? undefined : body),
    };
    const begun = performance.now();
    const { status, body: said } = await postQuote(call);
    const took = performance.now() - begun;
    // the first ones load the setup; a busy machine gets further tries, the best of them counted by the processor's time
    if (took > MOST_MS && round > 5) {
      let ms = Number.POSITIVE_INFINITY;
      for (let again = 0; again < 3; again++) {
        const before = process.cpuUsage();
        await postQuote(call);
        const { user, system } = process.cpuUsage(before);
        ms = Math.min(ms, (user + system) / 1000);
      }
      const perMegabyte = ms / Math.max(1, Buffer.byteLength(body) / 1_000_000);
      if (perMegabyte > slowest.ms) slowest = { ms: perMegabyte, body: body.slice(0, 20_000) };
    }
    if (![200, 400, 413, 422, 429].includes(status))
      throw new Error(`${status} ${said.slice(0, 300)} for ${body.slice(0, 600)}`);
    counts.set(status, (counts.get(status) ?? 0) + 1);
  }
  if (slowest.ms >= MOST_MS) throw new Error(`${slowest.ms} ms for ${slowest.body}`);
  // it is a fuzz of both: what is right and what is wrong
  expect(counts.get(200) ?? 0).toBeGreaterThan(ROUNDS / 50);
  expect(counts.get(400) ?? 0).toBeGreaterThan(ROUNDS / 10);
});
