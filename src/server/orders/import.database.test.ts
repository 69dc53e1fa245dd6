import { inArray } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { Order } from "@/core/orders/order";
import type { PooledDatabase } from "@/db/connect";
import { orders } from "@/db/schema";
import { applyOffer } from "./charge-order";
import { cancelOrder } from "./close-order";
import { importOrders, planImport, takeImportBack } from "./import-orders";
import { tryOrder } from "./try-order";
import { viewOrder } from "./order-view";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
}, 60_000);
afterAll(() => base.drop());

function order(number: string, own: Partial<Order> = {}): Order {
  return {
    number,
    channel: "web",
    customer: { name: "Salme Näide" },
    shipTo: { lines: ["Kase 4"], city: "Tartu", postcode: "51013", country: "EE" },
    lines: [{ sku: "FRAME-25", quantity: 1, unitPrice: "37.82" }],
    ...own,
  };
}
const unknown = (number: string) => order(number, { lines: [{ sku: "NOTHING", quantity: 1 }] });
const fatesOf = async (list: readonly Order[]) => {
  const plan = await planImport(db, list, now);
  return plan.ok ? plan.value.map((one) => ("why" in one ? one.why : one.fate)) : plan.code;
};
const take = (list: readonly Order[], refused = 0) => importOrders(db, list, { refused, by: act });
const stored = async (numbers: readonly string[]) =>
  (
    await db
      .select()
      .from(orders)
      .where(inArray(orders.number, [...numbers]))
  ).map(({ number, note }) => [number, note]);

test("each order's fate is told before it is stored, and is what comes of it", async () => {
  const list = [order("I-1"), order("I-2"), unknown("I-3"), order("I-1", { note: "again" })];
  expect(await fatesOf(list)).toEqual(["new", "new", "problems", "twice"]);
  expect(await stored(["I-1", "I-2"])).toEqual([]);
  expect(await take(list, 2)).toMatchObject({ ok: true, value: { received: ["I-1", "I-2"], changed: 0 } });
  expect(await fatesOf([order("I-1"), order("I-2", { note: "late" })])).toEqual(["same", "changed"]);
});

test("what is there and open becomes what the file says; what is closed stays", async () => {
  await take([order("C-1", { note: "ring", coupon: "HONEY" }), order("C-2"), order("C-3")]);
  await cancelOrder(db, { number: "C-3", by: act }, "no");
  const list = [order("C-1", { coupon: "WAX" }), order("C-2"), order("C-3", { note: "late" })];
  expect(await fatesOf(list)).toEqual(["changed", "same", "locked"]);
  expect(await take(list, 1)).toMatchObject({ ok: true, value: { received: [], changed: 1 } });
  const after = await viewOrder(db, "C-1", now);
  // what the file does not say is taken away
  expect(after.ok && after.value.order).toMatchObject({ coupon: "WAX", note: null, version: 2 });
  expect(await stored(["C-3"])).toEqual([["C-3", null]]);
  // the same file again changes nothing
  expect(await fatesOf(list)).toEqual(["same", "same", "locked"]);
});

test("when something else is refused than was shown nothing is stored", async () => {
  const list = [order("A-1"), unknown("A-2")];
  expect(await take(list, 0)).toMatchObject({ ok: false, code: "conflict" });
  expect(await stored(["A-1", "A-2"])).toEqual([]);
});

test("an import is taken back, but for what somebody has worked on", async () => {
  const taken = await take([order("U-1"), order("U-2"), order("U-3")]);
  const numbers = taken.ok ? taken.value.received : [];
  const view = await viewOrder(db, "U-2", now);
  await applyOffer(db, { number: "U-2", by: act }, view.ok ? view.value.quote!.offers[0]!.offer : "");
  expect(await takeImportBack(db, numbers, act)).toMatchObject({ ok: true, value: { orders: 2 } });
  expect(await stored(numbers)).toEqual([["U-2", null]]);
});

test("an order that is being written is rated as far as it can be, and says what is missing by its place", async () => {
  const tried = async (input: unknown) => {
    const result = await tryOrder(db, input, now);
    return result.ok ? result.value : undefined;
  };
  const whole = await tried({ ...order("T-1"), lines: [{ sku: "FRAME-25", quantity: 2 }] });
  expect(whole).toMatchObject({ problems: [], addressFaults: [], prices: ["31.00"] });
  expect(whole!.quote!.offers.length).toBeGreaterThan(0);
  expect((await tried({}))!.problems.map(({ path }) => path)).toEqual(
    expect.arrayContaining(["channel", "customer", "shipTo", "lines"]),
  );
  expect(await tried(unknown("T-1"))).toMatchObject({
    problems: [{ code: "unknown-sku", path: "lines/0/sku" }],
  });
  expect(await tried({ ...order("T-1"), shipTo: { country: "EE", postcode: "1" } })).toMatchObject({
    addressFaults: ["no-street", "postcode-shape", "no-town"],
  });
  expect(await stored(["T-1"])).toEqual([]);
});
