import { callDoor as call, doorsOn } from "../../../tests/support/call-door";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { Decimal, sum } from "@/core/money/decimal";
import { appliedOffer } from "./applied-offer";
import { applyOffer } from "./charge-order";
import { readOrder } from "@/db/queries/orders";
import { viewOrder } from "./order-view";
import { viewSplit, type SplitView } from "./split-order";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");

beforeAll(async () => {
  base = await demoDatabase();
  doorsOn(base.url);
}, 60_000);
afterAll(() => base.drop());

const NUMBER = "SPLIT-1";
const params = { number: NUMBER };
const total = (list: readonly { net: string }[]) => sum(list.map(({ net }) => Decimal.of(net))).toFixed(2);

/** An order whose goods lie at three origins. */
async function threeOrigins() {
  const body = {
    number: NUMBER,
    channel: "phone",
    placedAt: "2026-11-24T08:00:00Z",
    customer: { name: "Ilze Bite" },
    shipTo: { lines: ["Dravnieku 3"], city: "Stockholm", postcode: "114 55", country: "SE" },
    lines: [
      { sku: "FRAME-25", quantity: 2, unitPrice: "31.00", origin: "TRT" },
      { sku: "FOUND-5", quantity: 1, unitPrice: "78.00", origin: "GDY" },
      { sku: "SMOKER", quantity: 3, unitPrice: "20.00", origin: "NYK" },
    ],
  };
  expect((await call("post", "/orders", { body, query: { rate: "now" } })).status).toBe(201);
}

const held = async (asked: Parameters<typeof viewSplit>[2]): Promise<SplitView> => {
  const split = await viewSplit(base.db, NUMBER, asked, now);
  if (!split.ok) throw new Error(JSON.stringify(split));
  return split.value;
};

test("an order over three origins is charged for all or by shipment: both add up, and each stays as it is until something changes", async () => {
  await threeOrigins();
  const { forAll, bySplit, shipments } = await held({ offer: "express" });
  expect(shipments.map(({ origin }) => origin).sort()).toEqual(["GDY", "NYK", "TRT"]);
  expect(forAll!.cost).toBe(bySplit!.cost);
  expect(bySplit!.net).toBe(
    total(shipments.map(({ offers, chosen }) => offers.find(({ offer }) => offer === chosen)!)),
  );

  // another offer for one of them
  const at = shipments.findIndex(({ offers }) => offers.some(({ offer }) => offer !== "express"));
  const other = shipments[at]!.offers.find(({ offer }) => offer !== "express")!;
  const chosen = shipments.map((_, i) => (i === at ? other.offer : "express"));
  const mixed = await held({ offer: "express", chosen });
  expect(new Set(mixed.bySplit!.offer.split(" + "))).toEqual(new Set(["express", other.offer]));

  const body = {
    shipments: mixed.shipments.map(({ origin, lines, chosen: offer }) => ({ origin, lines, offer: offer! })),
  };
  const charged = await call("post", "/orders/{number}/charge", { params, body });
  expect(charged).toMatchObject({
    status: 200,
    body: { state: "ready", charge: { net: mixed.bySplit!.net, gross: mixed.bySplit!.gross } },
  });
  const charge = charged.body.charge as { chargeLines: { net: string }[]; shipments: object[]; cost: string };
  expect(total(charge.chargeLines)).toBe(mixed.bySplit!.net);
  expect(charge.shipments).toHaveLength(3);
  expect(charge.cost).toBe(mixed.bySplit!.cost);

  const view = await viewOrder(base.db, NUMBER, now);
  expect(view).toMatchObject({ ok: true, value: { state: "ready", applied: { net: mixed.bySplit!.net } } });
  if (view.ok) expect(view.value.nowInstead).toBeUndefined();
  // what stands is what is held next time
  expect((await held({ offer: mixed.bySplit!.offer })).bySplit).toEqual(mixed.bySplit);
});

test("rated anew it stays by shipment; with other pieces it is out of date, and is not charged for pieces it has no more", async () => {
  const act = by("Test", now);
  const before = (await readOrder(base.db, NUMBER))!;
  const { offer } = appliedOffer(before.charge!);
  expect(await applyOffer(base.db, { number: NUMBER, by: act }, offer)).toMatchObject({ ok: true });
  const after = (await readOrder(base.db, NUMBER))!;
  expect(after.charge!.id).not.toBe(before.charge!.id);
  expect(appliedOffer(after.charge!).parts).toHaveLength(3);

  const tag = (await call("get", "/orders/{number}", { params })).headers.etag!;
  const lines = [
    { sku: "FRAME-25", quantity: 2, unitPrice: "31.00", origin: "TRT" },
    { sku: "FOUND-5", quantity: 2, unitPrice: "78.00", origin: "GDY" },
    { sku: "SMOKER", quantity: 3, unitPrice: "20.00", origin: "NYK" },
  ];
  const patched = await call("patch", "/orders/{number}", {
    params,
    headers: { "if-match": tag },
    body: { lines },
  });
  expect(patched).toMatchObject({ status: 200, body: { state: "out-of-date" } });
  expect(await applyOffer(base.db, { number: NUMBER, by: act }, offer)).toMatchObject({
    ok: false,
    code: "not-found",
  });
  const wrong = {
    shipments: [
      { origin: "TRT", lines: [{ sku: "FRAME-25", quantity: 2 }], offer: "express" },
      { origin: "GDY", lines: [{ sku: "FOUND-5", quantity: 1 }], offer: "express" },
      { origin: "NYK", lines: [{ sku: "SMOKER", quantity: 3 }], offer: "express" },
    ],
  };
  const refused = await call("post", "/orders/{number}/charge", { params, body: wrong });
  expect(refused.status).toBe(422);
  expect(JSON.stringify(refused.body)).toContain("FOUND-5");
  expect(
    await call("post", "/orders/{number}/charge", {
      params,
      body: { shipments: wrong.shipments, offer: "express" },
    }),
  ).toMatchObject({ status: 400 });
  expect(await call("post", "/orders/{number}/charge", { params, body: {} })).toMatchObject({ status: 400 });
});

test("what the pins cost against the best way is told by offer", async () => {
  const view = await viewOrder(base.db, NUMBER, now);
  if (!view.ok) throw new Error(view.code);
  const { pinCosts, quote } = view.value;
  expect(pinCosts.map(({ offer }) => offer)).toContain("express");
  for (const { offer, cost } of pinCosts) {
    expect(quote!.offers.some((one) => one.offer === offer)).toBe(true);
    expect(cost).toMatch(/^-?\d+\.\d\d$/);
  }
  expect(Number(pinCosts.find(({ offer }) => offer === "express")!.cost)).toBeGreaterThan(0);
});
