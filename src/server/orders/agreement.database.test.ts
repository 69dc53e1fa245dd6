import { eq } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { PooledDatabase } from "@/db/connect";
import { orders } from "@/db/schema";
import { agreeAmount, refuseAmount } from "./agree-amount";
import { planCharging } from "./charge-many";
import { applyOffer } from "./charge-order";
import { confirmOrder } from "./close-order";
import { viewOrder } from "./order-view";
import { receiveOrder } from "./receive-orders";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const person = (id: string, name: string) => ({ who: { id, name }, now });
const ilze = person("11111111-1111-4111-8111-111111111111", "Ilze");
const mart = person("22222222-2222-4222-8222-222222222222", "Mart");

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
}, 60_000);
afterAll(() => base.drop());

/** An order of the web shop with its post charged as it was worked out. */
async function charged() {
  const fate = await receiveOrder(
    db,
    {
      channel: "web",
      customer: { name: "Salme Näide" },
      shipTo: { lines: ["Kase 4"], city: "Tartu", postcode: "51013", country: "EE" },
      lines: [{ sku: "FRAME-25", quantity: 4, unitPrice: "37.82" }],
    },
    by("Test", now),
  );
  if (!fate.ok || fate.value.fate !== "new") throw new Error(JSON.stringify(fate));
  const { number } = fate.value;
  const offer = (await view(number)).quote!.offers.find(({ net }) => Number(net) > 0)!;
  expect(await applyOffer(db, { number, by: ilze }, offer.offer)).toMatchObject({ ok: true });
  return { number, offer };
}
async function view(number: string) {
  const result = await viewOrder(db, number, now);
  if (!result.ok) throw new Error(result.code);
  return result.value;
}
const dear = (net: string) => ({ amount: { net: (Number(net) + 10.01).toFixed(2), reason: "carried up" } });

test("a cent further than one person may go waits: the charge stays, it can't be confirmed, and many at once leave it", async () => {
  const { number, offer } = await charged();
  await applyOffer(db, { number, by: ilze }, offer.offer, dear(offer.net));
  const shown = await view(number);
  expect(shown.look).toContain("agreement-needed");
  expect(shown.asked).toMatchObject({ offer: offer.offer, workedOut: offer.net, by: "Ilze" });
  expect(shown.applied).toMatchObject({ net: offer.net, byHand: {} });
  expect(await confirmOrder(db, { number, by: mart })).toMatchObject({ ok: false, code: "agreement-needed" });
  // as if it had to be charged anew
  await db.update(orders).set({ charge: null, state: "to-rate" }).where(eq(orders.number, number));
  const plan = await planCharging(db, [number], now);
  expect(plan!.orders[0]!.outcome).toEqual({ setAside: "agreement-needed" });
});

test("who asks does not agree; somebody else does, and both names stand beside the amount for ever", async () => {
  const { number, offer } = await charged();
  await applyOffer(db, { number, by: ilze }, offer.offer, dear(offer.net));
  expect(await agreeAmount(db, { number, by: ilze })).toMatchObject({ ok: false, code: "own-request" });
  expect(await agreeAmount(db, { number, by: mart })).toMatchObject({ ok: true });
  const shown = await view(number);
  expect(shown.asked).toBeUndefined();
  expect(shown.look).not.toContain("agreement-needed");
  expect(shown.applied!.byHand.amount).toMatchObject({
    ...dear(offer.net).amount,
    by: "Ilze",
    agreedBy: "Mart",
  });
  expect(Number(shown.applied!.net)).toBeCloseTo(Number(offer.net) + 10.01);
  expect(shown.history.map(({ what }) => what)).toEqual(
    expect.arrayContaining(["charge-applied-by-hand", "amount-asked"]),
  );
  // there is nothing to agree to twice
  expect(await agreeAmount(db, { number, by: mart })).toMatchObject({ ok: false, code: "not-found" });
  expect(await confirmOrder(db, { number, by: ilze })).toMatchObject({ ok: true });
});

test("refused, or charged otherwise meanwhile, nothing is asked any more", async () => {
  const first = await charged();
  await applyOffer(db, { number: first.number, by: ilze }, first.offer.offer, dear(first.offer.net));
  expect(await refuseAmount(db, { number: first.number, by: mart }, "too dear")).toMatchObject({ ok: true });
  expect(await view(first.number)).toMatchObject({ asked: undefined, applied: { net: first.offer.net } });

  const second = await charged();
  const command = { number: second.number, by: ilze };
  await applyOffer(db, command, second.offer.offer, dear(second.offer.net));
  await applyOffer(db, command, second.offer.offer, {});
  expect((await view(second.number)).asked).toBeUndefined();
});

test("at the limit one person is enough", async () => {
  const { number, offer } = await charged();
  const amount = { net: (Number(offer.net) + 10).toFixed(2), reason: "carried up" };
  await applyOffer(db, { number, by: ilze }, offer.offer, { amount });
  const shown = await view(number);
  expect(shown.asked).toBeUndefined();
  expect(shown.applied).toMatchObject({ net: amount.net, byHand: { amount: { by: "Ilze" } } });
});
