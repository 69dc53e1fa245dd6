import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { MOST_TRIALS, type Trial } from "@/core/bench/trial";
import type { Json } from "@/core/setup/path";
import type { Plan } from "@/core/setup/plan";
import type { PooledDatabase } from "@/db/connect";
import { activity } from "@/db/schema";
import { eq } from "drizzle-orm";
import { draftSetup } from "./draft-setup";
import { editSetup } from "./edit-setup";
import { formerPlans } from "./former-plans";
import { renameMember } from "./rename-member";
import { addTrials, changeTrial, readTrials, removeTrials, trialItems, trialOfOrder } from "./trials";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
});
afterAll(() => base.drop());

const trial = (id: string): Trial => ({
  id,
  name: id,
  request: { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "SMOKER", quantity: 1 }] },
  expects: [{ offer: "post", is: "given" }],
});
const find = async (id: string) => (await readTrials(db)).find((one) => one.id === id);

test("trials are kept in their order behind those that are there, with the items they name", async () => {
  const before = await readTrials(db);
  expect(before.length).toBe(10);
  expect(await addTrials(db, [trial("z"), trial("a")], by("Maarja", now))).toMatchObject({ ok: true });
  const after = await readTrials(db);
  expect(after.slice(-2).map(({ id }) => id)).toEqual(["z", "a"]);
  expect((await trialItems(db, after)).map(({ sku }) => sku)).toContain("SMOKER");
  expect(
    await addTrials(
      db,
      Array.from({ length: MOST_TRIALS }, (_, i) => trial(`n${i}`)),
      by("M", now),
    ),
  ).toMatchObject({
    ok: false,
    code: "invalid",
    problems: [{ code: "too-large" }],
  });
  expect(await readTrials(db)).toHaveLength(after.length);
});

test("two people change one: the second is told, and nothing of the first is lost", async () => {
  await addTrials(db, [trial("two")], by("Maarja", now));
  const stored = (await find("two"))!;
  const first = await changeTrial(db, { ...trial("two"), name: "First" }, stored.version, by("Maarja", now));
  const second = await changeTrial(db, { ...trial("two"), name: "Second" }, stored.version, by("Ott", now));
  expect([first.ok, second]).toMatchObject([true, { ok: false, code: "conflict", problems: [] }]);
  expect((await find("two"))!.name).toBe("First");
  const noted = await db.select().from(activity).where(eq(activity.subject, "trials/two"));
  expect(noted.map(({ who, what }) => [who, what])).toContainEqual(["Maarja", "trial-changed"]);
  await removeTrials(db, ["two", "gone long ago"], by("Maarja", now));
  expect(await find("two")).toBeUndefined();
});

test("codes that are called otherwise are carried into trials", async () => {
  await addTrials(db, [trial("carried")], by("Maarja", now));
  await renameMember(db, { list: "channels", from: "web", to: "shop" }, by("Maarja", now));
  await renameMember(db, { list: "offers", from: "post", to: "mail" }, by("Maarja", now));
  const { request, expects } = (await find("carried"))!;
  expect([request.channel, expects]).toEqual(["shop", [{ offer: "mail", is: "given" }]]);
});

test("an order becomes a trial without its day", async () => {
  const order = await trialOfOrder(db, "10482", "of-order");
  expect(order).toMatchObject({ ok: true, value: { id: "of-order", expects: [] } });
  expect(order.ok && order.value.request.placedAt).toBeUndefined();
  expect(await trialOfOrder(db, "no such", "x")).toMatchObject({ ok: false, code: "not-found" });
});

test("a plan that was put away comes back as it was, the newest of its kind", async () => {
  const path = "offers/station/plan";
  const plans = [
    { kind: "flat", amount: "4.20", per: "order" },
    { kind: "flat", amount: "5", per: "piece" },
    { kind: "costPlus" },
  ] satisfies Plan[];
  expect(await formerPlans(db, "station")).toEqual([]);
  const start = (await draftSetup(db))!.setup.offers.find(({ code }) => code === "station")!.plan;
  let from: Plan = start;
  for (const [i, to] of plans.entries()) {
    const at = new Date(now.getTime() + (i + 1) * 1000);
    const edit = await editSetup(db, [{ path, from: from as Json, to }], by("Maarja", at));
    expect(edit.ok).toBe(true);
    from = to;
  }
  expect(await formerPlans(db, "station")).toEqual([plans[1], start]);
});
