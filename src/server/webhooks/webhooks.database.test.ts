import { createServer, type IncomingHttpHeaders, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { Webhook } from "standardwebhooks";
import { eq } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { eventMessage } from "@/contracts/webhook-events";
import type { PooledDatabase } from "@/db/connect";
import { orders, outboxEvents, webhookDeliveries, webhooks } from "@/db/schema";
import { cancelOrder, confirmOrder } from "../orders/close-order";
import { applyOffer } from "../orders/charge-order";
import { handOver } from "../orders/hand-over";
import { creditOrder } from "../orders/credit-order";
import { viewOrder } from "../orders/order-view";
import { sealAnew } from "../services/seal-anew";
import { Deliveries, deliverTo } from "./deliver";
import { shownDeliveries } from "./shown-deliveries";
import {
  addWebhook,
  listWebhooks,
  pauseWebhook,
  renewSecret,
  repeatDeliveries,
  resumeWebhook,
} from "./webhooks";

let filled: Awaited<ReturnType<Awaited<ReturnType<typeof demoDatabase>>["freeze"]>>;
let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
let clock = new Date("2026-11-24T09:00:00Z");
const act = by("Test", clock);
const keys = { current: "k".repeat(32) };
const sending = { keys, loopback: true, source: "https://desk.example", clock: () => clock };

interface Heard {
  readonly headers: IncomingHttpHeaders;
  readonly body: string;
}
let server: Server;
let heard: Heard[] = [];
let status = 200;
let url = "";

beforeAll(async () => {
  const first = await demoDatabase();
  filled = await first.freeze();
  server = createServer((request, response) => {
    let body = "";
    request.setEncoding("utf8");
    request.on("data", (part: string) => (body += part));
    request.on("end", () => {
      heard.push({ headers: request.headers, body });
      response.writeHead(status).end(status === 200 ? "" : "not now\u0000");
    });
  });
  await new Promise<void>((listening) => server.listen(0, "127.0.0.1", listening));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/hooks`;
}, 60_000);
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await filled.drop();
});
beforeEach(async () => {
  base = await filled.copy();
  db = base.db;
  heard = [];
  status = 200;
  clock = new Date("2026-11-24T09:00:00Z");
});
afterEach(() => base.drop());

async function hook(events: Parameters<typeof addWebhook>[1]["events"]) {
  const added = await addWebhook(db, { url, events }, act, { keys, loopback: true });
  if (!added.ok) throw new Error(added.code);
  return added.value;
}

/** An order that is ready, with the offer it has. */
async function ready() {
  const [row] = await db
    .select()
    .from(orders)
    .where(eq(orders.state, "ready"))
    .orderBy(orders.number)
    .limit(1);
  return row!;
}

const told = () => heard.map(({ body }) => eventMessage.parse(JSON.parse(body)));

test("what is done to an order is told signed and numbered, without the customer and without what it costs", async () => {
  const { id, secret } = await hook([
    "order.charged",
    "order.confirmed",
    "order.handed-over",
    "order.credited",
  ]);
  const { number, offer, customerName, origins, services } = await ready();
  const command = { number, by: act };
  const done = [
    await applyOffer(db, command, offer!),
    await confirmOrder(db, command),
    await handOver(db, command, {
      day: "2026-11-24",
      origin: origins[0]!,
      service: services[0]!,
      tracking: ["TRK-1"],
    }),
    await creditOrder(db, command, { delivery: "all", reason: "late", payer: "carrier" }),
  ];
  expect(done.map(({ ok }) => ok)).toEqual([true, true, true, true]);
  // whoever checks a signature looks at the real clock
  clock = new Date();
  expect(await deliverTo(db, id, sending)).toBe(4);

  const all = told();
  expect(all.map(({ type, sequence }) => [type, sequence])).toEqual([
    ["order.charged", "1"],
    ["order.confirmed", "2"],
    ["order.handed-over", "3"],
    ["order.credited", "4"],
  ]);
  expect(all[0]).toMatchObject({
    source: "https://desk.example",
    subject: `orders/${number}`,
    data: { number, state: "ready", charge: { offer, currency: "EUR" } },
  });
  expect(all[2]!.data).toMatchObject({ dispatch: { tracking: ["TRK-1"], day: "2026-11-24" } });
  expect(all[3]!.data).toMatchObject({ credit: { reason: "late", payer: "carrier" } });
  for (const { headers, body } of heard) {
    expect(headers["content-type"]).toContain("application/cloudevents+json");
    expect(new Webhook(secret).verify(body, headers as Record<string, string>)).toBeTruthy();
    expect(headers["webhook-id"]).toBe((JSON.parse(body) as { id: string }).id);
    expect(body).not.toContain(customerName);
    expect(body).not.toMatch(/"cost"|"margin"/);
  }
  const [last] = (await shownDeliveries(db, id)).data;
  expect(last).toMatchObject({ type: "order.credited", state: "delivered", status: 200, tries: 1 });
});

test("nothing is written down that nobody listens for, and what is rolled back is told to nobody", async () => {
  const { id } = await hook(["order.cancelled"]);
  const { number, offer } = await ready();
  await applyOffer(db, { number, by: act }, offer!);
  // somebody was faster
  expect((await cancelOrder(db, { number, version: 1, by: act }, "a mistake")).ok).toBe(false);
  expect(await db.select().from(outboxEvents)).toEqual([]);
  const view = await viewOrder(db, number, act.now);
  expect(view).toBeTruthy();
  expect((await cancelOrder(db, { number, by: act }, "a mistake")).ok).toBe(true);
  expect(await deliverTo(db, id, sending)).toBe(1);
  expect(told()[0]).toMatchObject({
    type: "order.cancelled",
    data: { state: "cancelled", reason: "a mistake" },
  });
});

test("what is refused is tried again after growing pauses with the same id, and is sent once more when somebody asks", async () => {
  const { id } = await hook(["order.confirmed"]);
  status = 503;
  await confirmOrder(db, { number: (await ready()).number, by: act });
  expect(await deliverTo(db, id, sending)).toBe(1);
  expect(await deliverTo(db, id, sending)).toBe(0);
  const [waiting] = (await shownDeliveries(db, id)).data;
  expect(waiting).toMatchObject({ state: "waiting", tries: 1, status: 503, answer: "not now" });
  expect(waiting!.nextAt).toBe("2026-11-24T09:00:05.000Z");

  for (let tries = 2; tries <= 10; tries++) {
    clock = new Date(clock.getTime() + 86_400_000);
    expect(await deliverTo(db, id, sending)).toBe(1);
  }
  expect((await shownDeliveries(db, id)).data[0]).toMatchObject({ state: "failed", tries: 10 });
  clock = new Date(clock.getTime() + 86_400_000);
  expect(await deliverTo(db, id, sending)).toBe(0);

  status = 200;
  expect(await repeatDeliveries(db, id, undefined, { ...act, now: clock })).toMatchObject({
    ok: true,
    value: { count: 1 },
  });
  expect(await deliverTo(db, id, sending)).toBe(1);
  expect((await listWebhooks(db))[0]).toMatchObject({ delivered: 1, failed: 0, waiting: 0 });
  expect(new Set(told().map((one) => one.id)).size).toBe(1);
  expect(heard).toHaveLength(11);
});

test("whoever took messages and died has them only for a while; two workers never send one at the same time", async () => {
  await hook(["order.confirmed"]);
  const list = await db
    .select()
    .from(orders)
    .where(eq(orders.state, "ready"))
    .orderBy(orders.number)
    .limit(25);
  for (const { number } of list) await confirmOrder(db, { number, by: act });
  const [one, other] = [new Deliveries(db, sending), new Deliveries(db, sending)];
  await Promise.all([one.look(), other.look()]);
  await Promise.all([one.settled(), other.settled()]);
  expect(heard).toHaveLength(list.length);
  expect(new Set(told().map((message) => message.id)).size).toBe(list.length);

  // taken by somebody who never came back
  await db
    .update(webhookDeliveries)
    .set({ state: "waiting", nextAt: new Date(clock.getTime() + 60_000).toISOString() });
  await one.look();
  await one.settled();
  expect(heard).toHaveLength(list.length);
  clock = new Date(clock.getTime() + 61_000);
  await one.look();
  await one.settled();
  expect(heard).toHaveLength(2 * list.length);
  // the second time in the order they happened, as it was one worker
  expect(
    told()
      .slice(-list.length)
      .map(({ subject }) => subject),
  ).toEqual(list.map(({ number }) => `orders/${number}`));
});

test("an address that says it is gone, and one that is paused, are told nothing more until they are resumed", async () => {
  const { id } = await hook(["order.confirmed"]);
  status = 410;
  const [first, second, third] = await db
    .select()
    .from(orders)
    .where(eq(orders.state, "ready"))
    .orderBy(orders.number)
    .limit(3);
  await confirmOrder(db, { number: first!.number, by: act });
  await deliverTo(db, id, sending);
  expect((await listWebhooks(db))[0]).toMatchObject({ pausedWhy: "gone" });
  await confirmOrder(db, { number: second!.number, by: act });
  expect(heard).toHaveLength(1);
  await resumeWebhook(db, id, act);
  status = 200;
  await confirmOrder(db, { number: third!.number, by: act });
  clock = new Date(clock.getTime() + 10_000);
  await deliverTo(db, id, sending);
  // what it said no to, and what happened since; not what happened while it was paused
  expect(
    told()
      .slice(1)
      .map(({ subject }) => subject),
  ).toEqual([`orders/${first!.number}`, `orders/${third!.number}`]);
  await pauseWebhook(db, id, act);
  expect((await listWebhooks(db))[0]).toMatchObject({ pausedWhy: "person" });
});

test("for a day after a new secret both sign; secrets are sealed, and sealed anew with a new key", async () => {
  const { id, secret } = await hook(["order.confirmed"]);
  const renewed = await renewSecret(db, id, act, { keys, loopback: true });
  const next = renewed.ok ? renewed.value.secret : "";
  const list = await db
    .select()
    .from(orders)
    .where(eq(orders.state, "ready"))
    .orderBy(orders.number)
    .limit(2);
  await confirmOrder(db, { number: list[0]!.number, by: act });
  await deliverTo(db, id, sending);
  const signed = heard[0]!.headers["webhook-signature"] as string;
  expect(signed.split(" ")).toHaveLength(2);

  const turned = { current: "n".repeat(32), former: [keys.current] };
  expect(await sealAnew(db, turned)).toMatchObject({ ok: true });
  clock = new Date(clock.getTime() + 86_400_001);
  await confirmOrder(db, { number: list[1]!.number, by: { ...act, now: clock } });
  await deliverTo(db, id, { ...sending, keys: { current: turned.current } });
  const later = heard[1]!.headers["webhook-signature"] as string;
  expect(later.split(" ")).toHaveLength(1);
  const at = new Date(Number(heard[1]!.headers["webhook-timestamp"]) * 1000);
  const expected = (word: string) =>
    new Webhook(word).sign(heard[1]!.headers["webhook-id"] as string, at, heard[1]!.body);
  expect(later).toBe(expected(next));
  expect(later).not.toBe(expected(secret));

  const [row] = await db.select().from(webhooks);
  expect(JSON.stringify(row)).not.toContain(next);
  expect(JSON.stringify(row)).not.toContain(secret);
});

test("only addresses that lead outside are taken", async () => {
  const add = (text: string) =>
    addWebhook(db, { url: text, events: ["order.confirmed"] }, act, { keys, loopback: false });
  expect(await add("http://shop.example/hooks")).toMatchObject({ ok: false, data: { why: "not-https" } });
  expect(await add("https://10.0.0.5/hooks")).toMatchObject({ ok: false, data: { why: "not-public" } });
  expect(await add("https://shop.example/hooks")).toMatchObject({ ok: true });
});
