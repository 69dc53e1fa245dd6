import { randomUUID } from "node:crypto";
import { eq, inArray } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { Order } from "@/core/orders/order";
import type { PooledDatabase } from "@/db/connect";
import { charges, commitments, orders } from "@/db/schema";
import type { ChargedMany } from "../jobs/charge-orders";
import type { ConfirmedMany } from "../jobs/confirm-orders";
import { runJob } from "../jobs/run-job";
import { lastRevisionNumber } from "@/db/queries/revisions";
import { readStamps } from "@/db/queries/setup";
import { editSetup } from "../services/edit-setup";
import { jobOf, startJob } from "../services/jobs";
import { publishDraft } from "../services/publish";
import { applyOffer } from "./charge-order";
import { planCharging } from "./charge-many";
import { confirmOrder } from "./close-order";
import { numbersOf } from "./order-queue";
import { viewOrder } from "./order-view";
import { rateStale } from "./rate-stale";
import { receiveOrders } from "./receive-orders";
import { undoBatch } from "./undo-batch";

let filled: Awaited<ReturnType<Awaited<ReturnType<typeof demoDatabase>>["freeze"]>>;
let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  const first = await demoDatabase();
  filled = await first.freeze();
}, 60_000);
afterAll(() => filled.drop());
beforeEach(async () => {
  base = await filled.copy();
  db = base.db;
});
afterEach(() => base.drop());

async function run(
  kind: string,
  numbers: readonly string[],
  batch: string = randomUUID(),
  signal?: AbortSignal,
) {
  const id = await startJob(db, { kind, queue: "long", data: { numbers, batch } }, act);
  await runJob(db, id, signal);
  return (await jobOf(db, id))!;
}
const charge = async (numbers: readonly string[], batch?: string) =>
  (await run("charge-orders", numbers, batch)).result as ChargedMany;

const open = () => numbersOf(db, {}, 1000);
const rows = async (numbers: readonly string[]) =>
  new Map(
    (
      await db
        .select()
        .from(orders)
        .where(inArray(orders.number, [...numbers]))
    ).map((row) => [row.number, row]),
  );
async function rated(): Promise<void> {
  while ((await rateStale(db, now)) > 0);
}

test("what is done is what was seen before it was done: charges, sums, and what is set aside and why", async () => {
  const numbers = await open();
  const plan = (await planCharging(db, numbers, now))!;
  const before = await rows(numbers);
  expect(await rows(numbers)).toEqual(before);
  const result = await charge(numbers);
  const planned = plan.orders.filter(({ outcome }) => "offer" in outcome);
  expect(result.charged).toBe(planned.length);
  expect(result.charged).toBeGreaterThan(20);
  expect(result.sums).toEqual(plan.sums);
  expect(result.setAside).toEqual(
    plan.orders.flatMap(({ number, outcome }) =>
      "setAside" in outcome ? [{ number, why: outcome.setAside }] : [],
    ),
  );
  expect(new Set(result.setAside.map(({ why }) => why))).toEqual(
    new Set(["nothing-offered", "loss", "address-odd", "weight-missing"]),
  );
  const after = await rows(numbers);
  for (const { number, outcome } of planned) {
    if (!("offer" in outcome)) continue;
    expect(after.get(number)).toMatchObject({
      state: "ready",
      offer: outcome.offer,
      chargeNet: outcome.net,
      margin: outcome.margin,
    });
  }
  for (const { number } of result.setAside)
    expect(after.get(number)!.version).toBe(before.get(number)!.version);
});

test("one undo takes all of it back: charges, promises, and where each order stood", async () => {
  const numbers = await open();
  const before = await rows(numbers);
  const promisedBefore = await db.select().from(commitments);
  const { batch, charged } = await charge(numbers);
  expect(await undoBatch(db, batch, act)).toMatchObject({ ok: true, value: { orders: charged } });
  await rated();
  const after = await rows(numbers);
  for (const number of numbers) {
    const { version: _, ...was } = before.get(number)!;
    const { version: __, ...is } = after.get(number)!;
    expect(is).toEqual(was);
  }
  const sorted = (list: object[]) => list.map((one) => JSON.stringify(one)).sort();
  expect(sorted(await db.select().from(commitments))).toEqual(sorted(promisedBefore));
  // once more takes back nothing
  expect(await undoBatch(db, batch, act)).toMatchObject({ value: { orders: 0 } });
});

test("as soon as one is confirmed the batch is not taken back, and nothing of it is", async () => {
  const numbers = await open();
  const { batch } = await charge(numbers);
  const [one] = await db.select().from(charges).where(eq(charges.batch, batch)).limit(1);
  expect(await confirmOrder(db, { number: one!.order, by: act })).toMatchObject({ ok: true });
  expect(await undoBatch(db, batch, act)).toMatchObject({ ok: false, code: "batch-confirmed" });
  expect(await db.$count(charges, eq(charges.batch, batch))).toBeGreaterThan(20);
});

test("a batch that dies in the middle goes on where it was: nothing twice, nothing left out", async () => {
  const numbers = await open();
  const batch = randomUUID();
  const death = new AbortController();
  const watch = setInterval(() => {
    void db.$count(charges, eq(charges.batch, batch)).then((n) => n > 5 && death.abort());
  }, 5);
  const dead = await run("charge-orders", numbers, batch, death.signal);
  clearInterval(watch);
  const half = await db.$count(charges, eq(charges.batch, batch));
  expect(dead.state).toBe("running");
  expect(half).toBeGreaterThan(0);
  expect(half).toBeLessThan(20);
  const result = await charge(numbers, batch);
  expect(await db.$count(charges, eq(charges.batch, batch))).toBe(result.charged);
  expect(result.charged + result.left + result.setAside.length).toBe(numbers.length);
  const own = await db.select({ order: charges.order }).from(charges).where(eq(charges.batch, batch));
  expect(new Set(own.map(({ order }) => order)).size).toBe(own.length);
});

test("a publication in the middle: each order is charged once, by what was live at its turn, and stands as it does by a fresh quote", async () => {
  const numbers = await open();
  const batch = randomUUID();
  const seen = { stamp: (await readStamps(db)).stamp, last: await lastRevisionNumber(db) };
  const publisher = { who: { id: "o", name: "Ott" }, now, role: "admin" } as const;
  let published: Promise<unknown> | undefined;
  const watch = setInterval(() => {
    void db.$count(charges, eq(charges.batch, batch)).then((n) => {
      if (n > 5) published ??= publishDraft(db, { seen }, publisher);
    });
  }, 5);
  const result = await charge(numbers, batch);
  clearInterval(watch);
  expect(await published).toMatchObject({ ok: true });
  await rated();
  const own = await db.select().from(charges).where(eq(charges.batch, batch));
  expect(own).toHaveLength(result.charged);
  expect(new Set(own.map(({ order }) => order)).size).toBe(own.length);
  expect([...new Set(own.map(({ revision }) => revision))].sort()).toEqual([1, 2]);
  for (const [number, { state }] of await rows(own.map(({ order }) => order))) {
    const view = await viewOrder(db, number, now);
    expect([number, view.ok && view.value.state]).toEqual([number, state]);
  }
});

test("two batches over the same orders charge each once", async () => {
  const numbers = await open();
  const [one, two] = await Promise.all([charge(numbers), charge(numbers)]);
  const all = await db
    .select()
    .from(charges)
    .where(inArray(charges.batch, [one.batch, two.batch]));
  const counted = new Map<string, number>();
  for (const { order } of all) counted.set(order, (counted.get(order) ?? 0) + 1);
  expect([...counted.values()].every((n) => n === 1)).toBe(true);
  expect(one.charged + two.charged).toBe(counted.size);
});

test("the last piece is sold once, and the wish of the buyer goes before the channel's rule", async () => {
  const item = { sku: "LAST", name: "The last", unitPrice: "50.00", taxPercent: "22" };
  await editSetup(
    db,
    [
      {
        path: "items/LAST",
        to: { ...item, weight: { value: "1", unit: "kg" }, stock: [{ origin: "TRT", quantity: 1 }] },
      },
    ],
    act,
  );
  const order = (number: string, wish?: Order["wish"]): Order => ({
    number,
    channel: "web",
    customer: { name: "Salme Näide" },
    shipTo: { lines: ["Kase 4"], city: "Tartu", postcode: "51013", country: "EE" },
    lines: [{ sku: "LAST", quantity: 1, unitPrice: "61.00" }],
    ...(wish ? { wish } : {}),
  });
  await receiveOrders(db, [order("P-0")], act);
  await rated();
  const offered = await viewOrder(db, "P-0", now);
  const dear =
    offered.ok && [...offered.value.quote!.offers].sort((a, b) => Number(b.gross) - Number(a.gross))[0];
  if (!dear) throw new Error("something is offered");
  const wish = { offer: dear.offer, gross: (Number(dear.gross) + 1).toFixed(2) };
  await receiveOrders(db, [order("P-1", wish), order("P-2")], act);
  await rated();
  const plan = (await planCharging(db, ["P-1", "P-2"], now))!;
  expect(plan.orders.map(({ outcome }) => outcome)).toMatchObject([
    { offer: dear.offer, by: "wish", gross: wish.gross },
    { setAside: "stock-short" },
  ]);
  expect(await charge(["P-1", "P-2"])).toMatchObject({
    charged: 1,
    setAside: [{ number: "P-2", why: "stock-short" }],
  });
  expect((await rows(["P-1"])).get("P-1")).toMatchObject({ look: [], state: "ready" });
});

test("what is ready and has nothing odd is confirmed; the rest is named with what keeps it", async () => {
  const numbers = await open();
  await charge(numbers);
  await rated();
  const before = await rows(numbers);
  const { result, state } = await run("confirm-orders", numbers);
  expect(state).toBe("done");
  const { confirmed, setAside } = result as ConfirmedMany;
  const ready = numbers.filter((one) => {
    const row = before.get(one)!;
    return row.state === "ready" && row.look.length === 0;
  });
  expect(confirmed).toBe(ready.length);
  expect(setAside.map(({ number }) => number)).toEqual(numbers.filter((one) => !ready.includes(one)));
  // and once more finds them done
  expect((await run("confirm-orders", ready)).result).toMatchObject({ confirmed: 0, left: ready.length });
});

test("an order somebody charged meanwhile is left as it is", async () => {
  const numbers = (await open()).slice(0, 3);
  const first = await viewOrder(db, numbers[0]!, now);
  if (first.ok) await applyOffer(db, { number: numbers[0]!, by: act }, first.value.quote!.offers[0]!.offer);
  const before = await rows(numbers);
  const { left } = await charge(numbers);
  expect(left).toBe(1);
  expect((await rows(numbers)).get(numbers[0]!)).toEqual(before.get(numbers[0]!));
});
