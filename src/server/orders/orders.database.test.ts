import { eq, isNotNull, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { Order } from "@/core/orders/order";
import type { PooledDatabase } from "@/db/connect";
import { charges, commitments, orders } from "@/db/schema";
import { lastRevisionNumber } from "@/db/queries/revisions";
import { readStamps } from "@/db/queries/setup";
import { editSetup } from "../services/edit-setup";
import { publishDraft } from "../services/publish";
import { renameMember } from "../services/rename-member";
import { creditOrder, creditsOf } from "./credit-order";
import { dispatchesOf, handOver, leavingNow } from "./hand-over";
import { applyOffer } from "./charge-order";
import { cancelOrder, confirmOrder, reopenOrder } from "./close-order";
import { setDeskRule } from "./desk-rules";
import { editOrder, setAddress } from "./edit-order";
import { followStock } from "./follow-stock";
import { orderQueue } from "./order-queue";
import { viewOrder } from "./order-view";
import { rateStale } from "./rate-stale";
import { receiveOrder, receiveOrders } from "./receive-orders";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
}, 60_000);
afterAll(() => base.drop());

function order(own: Partial<Order> = {}): Order {
  return {
    channel: "web",
    customer: { name: "Salme Näide" },
    shipTo: { lines: ["Kase 4"], city: "Tartu", postcode: "51013", country: "EE" },
    lines: [{ sku: "FRAME-25", quantity: 1, unitPrice: "37.82" }],
    ...own,
  };
}

async function received(own: Partial<Order> = {}) {
  const fate = await receiveOrder(db, order(own), act);
  if (!fate.ok || fate.value.fate !== "new") throw new Error(JSON.stringify(fate));
  const { number } = fate.value;
  await rated();
  return { number, by: act };
}

/** Works through all that waits. */
async function rated(): Promise<void> {
  while ((await rateStale(db, now)) > 0);
}

async function view(number: string) {
  const result = await viewOrder(db, number, now);
  if (!result.ok) throw new Error(result.code);
  return result.value;
}

const stored = async (number: string) =>
  (await db.select().from(orders).where(eq(orders.number, number)))[0]!;
const free = async (number: string) => (await view(number)).lines[0]!.stock;

describe("an order that comes in", () => {
  test("is received, gets a number where it has none, and stands somewhere once it is rated", async () => {
    const fate = await receiveOrder(db, order(), act);
    expect(fate).toMatchObject({ ok: true, value: { fate: "new", number: "100001", version: 1 } });
    expect(await stored("100001")).toMatchObject({
      state: "received",
      words: expect.stringContaining("tartu"),
    });
    await rated();
    expect(await stored("100001")).toMatchObject({ state: "to-rate", look: [], staleAt: null, version: 1 });
    expect((await view("100001")).history).toMatchObject([{ what: "order-received" }]);
  });

  test("is the same when it is sent again however it is written, and another one is told, also within one list", async () => {
    const one = order({ number: "W-1", note: "ring twice" });
    const turned = Object.fromEntries(Object.entries(one).reverse()) as Order;
    const other = { ...one, note: "ring once" };
    const fates = await receiveOrders(db, [one, turned, other], act);
    expect(fates).toMatchObject({
      ok: true,
      value: [{ fate: "new" }, { fate: "same", version: 1 }, { fate: "other", number: "W-1" }],
    });
    // what was received counts, not what somebody made of it
    await editOrder(db, { number: "W-1", by: act }, { note: null });
    expect(await receiveOrder(db, one, act)).toMatchObject({ value: { fate: "same", version: 2 } });
  });

  test("is refused with the place of what is wrong, and keeps no other out", async () => {
    const fates = await receiveOrders(
      db,
      [
        order({ number: "R-1", lines: [{ sku: "NOTHING", quantity: 1 }] }),
        order({ number: "R-2", channel: "nowhere" }),
        order({ number: "R-3" }),
      ],
      act,
    );
    expect(fates).toMatchObject({
      value: [
        { fate: "refused", problems: [{ code: "unknown-sku", path: "lines/0/sku" }] },
        { fate: "refused", problems: [{ code: "unknown-code", path: "channel" }] },
        { fate: "new", number: "R-3" },
      ],
    });
    expect(await viewOrder(db, "R-1", now)).toMatchObject({ ok: false });
  });

  test("takes the price of the catalogue where it has none, and goods that are in none are described", async () => {
    const { number } = await received({
      lines: [
        { sku: "FRAME-25", quantity: 2 },
        {
          sku: "STOOL",
          quantity: 1,
          unitPrice: "20.00",
          item: { name: "A stool", weight: { value: "4.5", unit: "kg" }, taxPercent: "22" },
        },
      ],
    });
    const { lines, quote } = await view(number);
    expect(Number(lines[0]!.unitPrice)).toBeGreaterThan(0);
    // in another currency by the rates of its day, to the cent
    const swedish = await received({ channel: "market", lines: [{ sku: "FRAME-25", quantity: 1 }] });
    const [line] = (await view(swedish.number)).lines;
    const rate = Number(line!.unitPrice) / Number(lines[0]!.unitPrice);
    expect(line!.unitPrice).toMatch(/^\d+\.\d\d$/);
    expect(rate).toBeGreaterThan(9);
    expect(rate).toBeLessThan(13);
    expect(lines[1]).toMatchObject({ name: "A stool", weight: "4.50", unitPrice: "20.00" });
    expect(quote!.offers.length).toBeGreaterThan(0);
  });
});

describe("what is odd about an order", () => {
  test("is in its queue, and in none when it is mended", async () => {
    const command = await received({ shipTo: { ...order().shipTo, postcode: "5101" } });
    expect(await stored(command.number)).toMatchObject({ look: expect.arrayContaining(["address-odd"]) });
    const inQueue = async () =>
      (await orderQueue(db, { queue: "address-odd" })).entries.some(
        ({ number }) => number === command.number,
      );
    expect(await inQueue()).toBe(true);
    await setAddress(db, command, { postcode: "51013" });
    expect(await inQueue()).toBe(false);
  });

  test("a wish that differs is settled by charging what the buyer was told, with a reason that stays", async () => {
    const plain = await received();
    const [first] = (await view(plain.number)).quote!.offers;
    const wish = { offer: first!.offer, gross: "1.11" };
    const command = await received({ wish });
    expect((await view(command.number)).look).toContain("wish-differs");
    const amount = { gross: "1.11", reason: "as the buyer was told" };
    expect(await applyOffer(db, command, first!.offer, { amount, isWish: true })).toMatchObject({ ok: true });
    const after = await view(command.number);
    expect(after).toMatchObject({ state: "ready", applied: { gross: "1.11", byHand: { amount } } });
    expect(after.look).not.toContain("wish-differs");
    expect(after.totals.charges).toMatchObject([
      { byHand: { reason: amount.reason, workedOut: first!.gross } },
    ]);
    // rated anew it stays as it was set; said otherwise it goes
    await applyOffer(db, command, first!.offer);
    expect((await view(command.number)).applied).toMatchObject({ gross: "1.11" });
    await applyOffer(db, command, first!.offer, {});
    expect((await view(command.number)).applied).toMatchObject({ gross: first!.gross, byHand: {} });
  });

  test("how much may be lost is the channel's, and its orders are looked at by it", async () => {
    const command = await received();
    const first = (await view(command.number)).quote!.offers.find(({ cost }) => Number(cost) > 1);
    await applyOffer(db, command, first!.offer, { amount: { gross: "0", reason: "our fault" } });
    expect((await view(command.number)).look).toContain("loss");
    await setDeskRule(db, { channel: "web", take: "cheapest", mostLoss: "500" }, act);
    await rated();
    expect((await stored(command.number)).look).not.toContain("loss");
    await setDeskRule(db, { channel: "web", take: "cheapest", mostLoss: "1.00" }, act);
    await rated();
    expect((await stored(command.number)).look).toContain("loss");
  });
});

describe("stock", () => {
  const sku = "SHELF-1";

  test("that is promised to one order is not free for another, until it is given back", async () => {
    const item = { name: "Shelf", weight: { value: "2", unit: "kg" }, unitPrice: "9.00", taxPercent: "22" };
    const added = await editSetup(
      db,
      [{ path: `items/${sku}`, to: { sku, ...item, stock: [{ origin: "TRT", quantity: 5 }] } }],
      act,
    );
    expect(added).toMatchObject({ ok: true });
    const lines = (quantity: number) => [{ sku, quantity, unitPrice: "9.00" }];
    const [one, two] = [await received({ lines: lines(4) }), await received({ lines: lines(3) })];
    expect(await free(two.number)).toEqual([{ origin: "TRT", quantity: 5 }]);
    const [offer] = (await view(one.number)).quote!.offers;
    await applyOffer(db, one, offer!.offer);
    expect(await db.select().from(commitments).where(eq(commitments.sku, sku))).toMatchObject([
      { order: one.number, origin: "TRT", quantity: 4 },
    ]);
    // its own pieces are free for itself
    expect(await free(one.number)).toEqual([{ origin: "TRT", quantity: 5 }]);
    expect(await free(two.number)).toEqual([{ origin: "TRT", quantity: 1 }]);
    expect(await view(two.number)).toMatchObject({ look: expect.arrayContaining(["stock-short"]) });
    expect(await applyOffer(db, two, offer!.offer)).toMatchObject({ ok: false, code: "not-found" });
    await cancelOrder(db, one, "changed their mind");
    expect(await free(two.number)).toEqual([{ origin: "TRT", quantity: 5 }]);
    expect(await applyOffer(db, two, offer!.offer)).toMatchObject({ ok: true });
  });

  test("that is edited has the orders that name it rated anew, without a conflict for whoever looks at one", async () => {
    const command = await received({ lines: [{ sku, quantity: 2, unitPrice: "9.00" }] });
    const before = await stored(command.number);
    await editSetup(
      db,
      [
        {
          path: `items/${sku}/stock`,
          from: [{ origin: "TRT", quantity: 5 }],
          to: [{ origin: "TRT", quantity: 0 }],
        },
      ],
      act,
    );
    expect((await stored(command.number)).staleAt).not.toBeNull();
    await rated();
    const after = await stored(command.number);
    expect(after.look).toContain("stock-short");
    expect(after.version).toBe(before.version);
  });
});

describe("an order's way", () => {
  test("confirmed it is locked, reopened with a reason it is open; cancelled and reopened it begins anew", async () => {
    const command = await received();
    const [offer] = (await view(command.number)).quote!.offers;
    await applyOffer(db, command, offer!.offer);
    expect(await confirmOrder(db, command)).toMatchObject({ ok: true });
    expect(await editOrder(db, command, { note: "late" })).toMatchObject({ ok: false, code: "locked" });
    expect(await reopenOrder(db, command, "the wrong house")).toMatchObject({ ok: true });
    await rated();
    expect(await stored(command.number)).toMatchObject({ state: "ready" });
    expect(await reopenOrder(db, command, "again")).toMatchObject({ ok: false, code: "locked" });
    await cancelOrder(db, command, "changed their mind");
    expect(await cancelOrder(db, command, "again")).toMatchObject({ ok: false, code: "locked" });
    expect(await applyOffer(db, command, offer!.offer)).toMatchObject({ ok: false, code: "locked" });
    await reopenOrder(db, command, "they want it after all");
    await rated();
    expect(await stored(command.number)).toMatchObject({ state: "to-rate", charge: null, offer: null });
    // what it was charged is kept for ever
    expect(await db.select().from(charges).where(eq(charges.order, command.number))).toHaveLength(1);
    expect((await view(command.number)).history.map(({ what }) => what)).toEqual(
      expect.arrayContaining(["order-reopened", "order-cancelled"]),
    );
  });

  test("of two at one order the second is told, whatever they do", async () => {
    const { number } = await received();
    const command = { number, version: 1, by: act };
    const [one, two] = await Promise.all([
      editOrder(db, command, { note: "A" }),
      editOrder(db, command, { note: "B" }),
    ]);
    expect([one.ok, two.ok].sort()).toEqual([false, true]);
    expect(one.ok ? two : one).toMatchObject({ code: "conflict" });
    expect((await stored(number)).version).toBe(2);
  });

  test("whatever is changed is read whole: nothing half is stored", async () => {
    const command = await received();
    const before = await stored(command.number);
    const wrong = [
      { lines: [] },
      { lines: [{ sku: "FRAME-25", quantity: 0 }] },
      { lines: [{ sku: "FRAME-25", quantity: 2, origins: [{ origin: "TRT", quantity: 1 }] }] },
      { customer: { name: " " } },
      { shipTo: { country: "ZZ" } },
    ];
    for (const patch of wrong)
      expect(await editOrder(db, command, patch as never)).toMatchObject({ ok: false, code: "invalid" });
    expect(await stored(command.number)).toEqual(before);
  });
});

describe("handing over", () => {
  const confirmed = async (lines: Order["lines"]) => {
    const command = await received({ lines });
    const offer = (await view(command.number)).quote!.offers.find(({ cost }) => Number(cost) > 0);
    await applyOffer(db, command, offer!.offer);
    await confirmOrder(db, command);
    return { command, offer: offer! };
  };
  const promised = (number: string) =>
    db
      .select({ sku: commitments.sku, quantity: commitments.quantity })
      .from(commitments)
      .where(eq(commitments.order, number));

  test("in parts: what is left stays promised, and the order is handed over with the last piece", async () => {
    const { command, offer } = await confirmed([{ sku: "FRAME-25", quantity: 3, unitPrice: "37.82" }]);
    const { origin, service } = offer.shipments[0]!;
    const part = (quantity: number) => ({
      day: "2026-11-25",
      origin,
      service,
      tracking: ["T-1"],
      lines: [{ sku: "FRAME-25", quantity }],
    });
    expect(await handOver(db, command, part(4))).toMatchObject({ ok: false, code: "more-than-there" });
    expect(await handOver(db, command, part(2))).toMatchObject({ ok: true });
    expect(await stored(command.number)).toMatchObject({ state: "confirmed" });
    expect(await promised(command.number)).toEqual([{ sku: "FRAME-25", quantity: 1 }]);
    expect((await leavingNow(db)).find(({ number }) => number === command.number)).toMatchObject({
      pieces: 1,
      origin,
    });
    expect(await handOver(db, command, part(2))).toMatchObject({ code: "more-than-there" });
    // the rest, without naming it
    expect(await handOver(db, command, { day: "2026-11-26", origin, service })).toMatchObject({ ok: true });
    expect(await stored(command.number)).toMatchObject({ state: "handed-over" });
    expect(await promised(command.number)).toEqual([]);
    expect((await leavingNow(db)).some(({ number }) => number === command.number)).toBe(false);
    expect(await handOver(db, command, { day: "2026-11-26", origin, service })).toMatchObject({
      code: "locked",
    });
    expect(await reopenOrder(db, command, "no")).toMatchObject({ code: "locked" });
  });

  test("of two who say it at once one does", async () => {
    const { command, offer } = await confirmed([{ sku: "FRAME-25", quantity: 1, unitPrice: "37.82" }]);
    const { origin, service } = offer.shipments[0]!;
    const all = { day: "2026-11-25", origin, service };
    const both = await Promise.all([handOver(db, command, all), handOver(db, command, all)]);
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
    expect(await dispatchesOf(db, [command.number])).toHaveLength(1);
  });
});

describe("giving back", () => {
  test("in parts, never more than was paid, whoever is faster; what is open gives nothing back", async () => {
    const command = await received({ lines: [{ sku: "FRAME-25", quantity: 3, unitPrice: "10.00" }] });
    const why = { reason: "broken", payer: "carrier" } as const;
    const one = { ...why, lines: [{ position: 0, quantity: 1 }] };
    expect(await creditOrder(db, command, one)).toMatchObject({ ok: false, code: "locked" });
    const offer = (await view(command.number)).quote!.offers.find(({ gross }) => Number(gross) > 1);
    await applyOffer(db, command, offer!.offer);
    await confirmOrder(db, command);
    const all = { ...why, lines: [{ position: 0, quantity: 3 }] };
    const both = await Promise.all([creditOrder(db, command, all), creditOrder(db, command, all)]);
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
    expect(await creditOrder(db, command, one)).toMatchObject({ code: "credit-pieces" });
    expect(await creditOrder(db, command, { ...why, delivery: "999" })).toMatchObject({
      code: "credit-delivery",
    });
    expect(await creditOrder(db, command, why)).toMatchObject({ code: "credit-nothing" });
    expect(await creditOrder(db, command, { ...why, delivery: "all", returnCost: "4.10" })).toMatchObject({
      ok: true,
    });
    const back = await creditsOf(db, command.number);
    expect(back).toHaveLength(2);
    expect(back.find(({ delivery }) => !delivery)).toMatchObject({
      payer: "carrier",
      lines: [{ quantity: 3 }],
    });
    expect(back.find(({ delivery }) => delivery)).toMatchObject({
      delivery: { net: offer!.net, tax: offer!.tax },
      returnCost: "4.10",
    });
    const sum = back.reduce((all_, { net, tax }) => all_ + Number(net) + Number(tax), 0);
    expect(sum.toFixed(2)).toBe((30 + Number(offer!.gross)).toFixed(2));
    expect(await stored(command.number)).toMatchObject({ state: "confirmed" });
  });
});

test("another code for what an order was charged by makes no order out of date", async () => {
  const command = await received();
  const offer = (await view(command.number)).quote!.offers.find(({ cost }) => Number(cost) > 0)!;
  await applyOffer(db, command, offer.offer);
  const { service } = offer.shipments[0]!;
  for (const [list, from] of [
    ["offers", offer.offer],
    ["services", service],
    ["origins", "TRT"],
  ] as const)
    expect(await renameMember(db, { list, from, to: `${from}-X` }, act)).toMatchObject({ ok: true });
  const seen = { stamp: (await readStamps(db)).stamp, last: await lastRevisionNumber(db) };
  expect(await publishDraft(db, { seen }, { ...act, now: new Date(), role: "admin" })).toMatchObject({
    ok: true,
  });
  const after = await view(command.number);
  expect(after.quote!.offers.map(({ offer: code }) => code)).toContain(`${offer.offer}-X`);
  expect(after).toMatchObject({ state: "ready", applied: { offer: { offer: offer.offer } } });
  expect(after.nowInstead).toBeUndefined();
});

test("a list of orders is paged by where it stands, each order once", async () => {
  const { listOrders } = await import("@/db/queries/order-list");
  for (const by of ["placed", "goods", "margin", "number"] as const)
    for (const descending of [true, false]) {
      const seen: string[] = [];
      let after: { value: string | null; number: string } | undefined;
      for (;;) {
        const rows = await listOrders(db, { search: "tartu" }, 7, { by, descending }, after);
        seen.push(...rows.map(({ number }) => number));
        const last = rows[6];
        if (!last) break;
        const value = by === "placed" ? last.placedAt : by === "number" ? last.number : last[by];
        after = { value, number: last.number };
      }
      const { rows } = await db.execute<{ n: number }>(
        sql`select count(*)::int as n from orders where words like '%tartu%'`,
      );
      expect([by, descending, new Set(seen).size, seen.length]).toEqual([
        by,
        descending,
        rows[0]!.n,
        rows[0]!.n,
      ]);
    }
});

test("pieces that are promised to one order, and let go again, are missing and free for the others that want them", async () => {
  const sku = "SCARCE";
  const [origin = ""] = Object.keys((await view((await received()).number)).originNames);
  const to = {
    sku,
    name: "The last three",
    unitPrice: "50.00",
    taxPercent: "22",
    weight: { value: "1", unit: "kg" as const },
    stock: [{ origin, quantity: 3 }],
  };
  expect(await editSetup(db, [{ path: `items/${sku}`, to }], act)).toMatchObject({ ok: true });
  const line = (quantity: number) => ({ lines: [{ sku, quantity, unitPrice: "61.00" }] });
  const [two, one, other] = [await received(line(2)), await received(line(1)), await received(line(2))];
  const lookOf = async (number: string) => {
    await rated();
    const [row] = await db.select().from(orders).where(eq(orders.number, number));
    return row!.look;
  };
  expect(await lookOf(other.number)).toEqual([]);
  const offer = (await view(two.number)).quote!.offers[0]!.offer;
  expect(await applyOffer(db, two, offer)).toMatchObject({ ok: true });
  expect(await lookOf(one.number)).toEqual([]);
  expect(await lookOf(other.number)).toContain("stock-short");
  expect(await cancelOrder(db, two, "changed their mind")).toMatchObject({ ok: true });
  expect(await lookOf(other.number)).toEqual([]);
});

test("what nobody is short of marks nobody: an order charged with plenty left has no other worked out anew", async () => {
  await rated();
  const { number } = await received();
  const offer = (await view(number)).quote!.offers[0]!.offer;
  await applyOffer(db, { number, by: act }, offer);
  await followStock(db, now);
  expect(await db.$count(orders, isNotNull(orders.staleAt))).toBe(0);
});
