import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { chosenOrders } from "@/db/queries/orders";
import type { PooledDatabase } from "@/db/connect";
import type { Change } from "@/core/setup/inverse";
import { differenceOf } from "@/core/setup/difference";
import { draftSetup } from "../services/draft-setup";
import { editSetup } from "../services/edit-setup";
import { liveSetup } from "../services/live-setup";
import { renameMember } from "../services/rename-member";
import { orderUnderBoth } from "./order-under-both";
import { viewOrder } from "./order-view";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
});
afterAll(() => base.drop());

const edit = async (...changes: Change[]) =>
  expect(await editSetup(db, changes, act)).toEqual(expect.objectContaining({ ok: true }));

/** The draft as it was published. */
beforeEach(async () => {
  const [draft, live] = [(await draftSetup(db))!.setup, (await liveSetup(db))!.setup];
  await edit(...differenceOf(draft, live));
});

/** An open order that the offer is given to. */
async function orderGiven(offer: string): Promise<string> {
  for await (const page of chosenOrders(db, { kind: "open" }, 60))
    for (const { order } of page) {
      const view = await viewOrder(db, order.number, now);
      if (view.ok && view.value.quote?.offers.some((one) => one.offer === offer)) return order.number;
    }
  throw new Error("no order is given it");
}

const both = async (number: string) => (await orderUnderBoth(db, number, now))!;

test("where nothing waits both sides are what the order's page says", async () => {
  const number = await orderGiven("post");
  const [view, told] = [await viewOrder(db, number, now), await both(number)];
  if (!view.ok || !("quote" in told.live) || !("quote" in told.draft)) throw new Error("not quoted");
  expect(told.live.quote).toEqual(view.value.quote);
  expect(told.draft.quote).toEqual(view.value.quote);
  expect(told.offers.length).toBeGreaterThan(1);
  expect(told.offers.some(({ isChanged }) => isChanged)).toBe(false);
  expect(told).toMatchObject({ revision: 1, order: { number }, placed: "2026-11-24" });
});

test("what the draft changes is told by offer, with both workings; the live side stays as it is", async () => {
  const number = await orderGiven("post");
  const before = await both(number);
  const { offers } = (await draftSetup(db))!.setup;
  const post = offers.find(({ code }) => code === "post")!;
  await edit({
    path: "offers/post/adjust",
    ...(post.adjust ? { from: post.adjust } : {}),
    to: { minimum: "99" },
  });
  await edit({ path: "offers/express/active", from: true, to: false });
  const after = await both(number);
  expect(after.live).toEqual(before.live);
  const pair = (code: string) => after.offers.find(({ offer }) => offer === code)!;
  expect(pair("post")).toMatchObject({ isChanged: true, after: { cost: expect.any(String) } });
  const steps =
    "quote" in after.draft && after.draft.quote.offers.find(({ offer }) => offer === "post")!.working!;
  expect(steps && steps.map(({ text }) => text).join("\n")).toContain("99.00");
  expect(pair("express")).toMatchObject({ isChanged: true, after: { withheld: { reason: "inactive" } } });
  const untouched = after.offers.filter(({ offer }) => offer !== "post" && offer !== "express");
  expect(untouched.every(({ isChanged }) => !isChanged)).toBe(true);
});

test("an order that is not there has no sides", async () => {
  expect(await orderUnderBoth(db, "NONE", now)).toBeUndefined();
});

test("codes that are new in the draft are told by what they are live, so that nothing looks gone", async () => {
  const number = await orderGiven("post");
  expect(await renameMember(db, { list: "offers", from: "post", to: "home-post" }, act)).toMatchObject({
    ok: true,
  });
  expect(await renameMember(db, { list: "channels", from: "phone", to: "call" }, act)).toMatchObject({
    ok: true,
  });
  const { offers } = await both(number);
  expect(offers.map(({ offer }) => offer)).toContain("post");
  expect(offers.some(({ isChanged }) => isChanged)).toBe(false);
});
