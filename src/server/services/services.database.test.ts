import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { eq } from "drizzle-orm";
import { connect, type PooledDatabase } from "@/db/connect";
import { readSetup } from "@/db/queries/setup";
import { activity, apiKeys, charges, orders, user } from "@/db/schema";
import { valueAt } from "@/core/setup/path";
import { countFailedTry, forgetFailedTries, secondsToWait, tellTries, untoldTries } from "../auth/tries";
import { takeCode } from "../auth/used-codes";
import { admit } from "../api/admission";
import { MOST_CALLS, secondsUntilCall } from "../api/call-limit";
import { createApiKey, revokeApiKey } from "./api-keys";
import { editSetup } from "./edit-setup";
import { applyOffer } from "../orders/charge-order";
import { confirmOrder } from "../orders/close-order";
import { setAddress, setQuantity } from "../orders/edit-order";
import { orderQueue } from "../orders/order-queue";
import { viewOrder } from "../orders/order-view";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
});
afterAll(() => base.drop());

async function view(number: string) {
  const result = await viewOrder(db, number, now);
  if (!result.ok) throw new Error(result.code);
  return result.value;
}

async function anOrder(state: string) {
  const { entries } = await orderQueue(db, { queue: state });
  const found = entries[0]!;
  const { order } = await view(found.number);
  return { number: order.number, version: order.version, by: by("Test", now) };
}

test("the demo has an order in every queue", async () => {
  const { states, looks } = await orderQueue(db, {});
  expect(states.filter(({ count }) => count > 0).map(({ state }) => state)).toEqual([
    "to-rate",
    "out-of-date",
    "ready",
    "handed-over",
  ]);
  expect(looks.map(({ look }) => look)).toEqual(expect.arrayContaining(["nothing-offered", "loss"]));
});

test("a list is narrowed by channel and country, and sorted as it is asked", async () => {
  const all = (await orderQueue(db, {})).entries;
  const swedish = (await orderQueue(db, { country: "SE", channel: "market" })).entries;
  expect(swedish.length).toBeGreaterThan(2);
  expect(swedish.map(({ number }) => number)).toEqual(
    all.filter(({ country, currency }) => country === "SE" && currency === "SEK").map(({ number }) => number),
  );
  const sorted = async (sort: string) => (await orderQueue(db, { sort })).entries;
  expect((await sorted("oldest")).map(({ number }) => number)).toEqual(
    all.map(({ number }) => number).reverse(),
  );
  const goods = (await sorted("dearest")).map((entry) => Number(entry.goods));
  expect(goods).toEqual([...goods].sort((a, b) => b - a));
  // what is no sort is the newest first
  expect(await sorted("strange")).toEqual(all);
});

test("search finds a part of a name and takes its signs plainly", async () => {
  const { entries } = await orderQueue(db, { find: "LÖV" });
  expect(entries.length).toBeGreaterThan(0);
  expect((await orderQueue(db, { find: "%" })).entries).toEqual([]);
});

describe("the draft", () => {
  const cell = "tariffs/AMB-VAN-BUY/editions/2026/rows/1/rates/3";

  test("an edit is stored with who, old and new", async () => {
    const before = valueAt(await readSetup(db), cell) as string;
    const result = await editSetup(db, [{ path: cell, from: before, to: "12.74" }], by("Maarja", now));
    expect(result).toMatchObject({ ok: true });
    expect(valueAt(await readSetup(db), cell)).toBe("12.74");
    expect(await db.select().from(activity).where(eq(activity.subject, cell))).toMatchObject([
      { who: "Maarja", what: "setup-changed", from: { value: before }, to: { value: "12.74" } },
    ]);
  });

  test("the second of two who change a cell is told the first one's value, and stores nothing", async () => {
    const [first, second] = await Promise.all([
      editSetup(db, [{ path: cell, from: "12.74", to: "13" }], by("A", now)),
      editSetup(db, [{ path: cell, from: "12.74", to: "14" }], by("B", now)),
    ]);
    const [won, lost] = first.ok ? [first, second] : [second, first];
    const stored = valueAt(await readSetup(db), cell);
    expect(won).toMatchObject({ ok: true, value: { changes: [{ to: stored }] } });
    expect(lost).toMatchObject({
      ok: false,
      code: "conflict",
      problems: [{ code: "changed-meanwhile", data: { theirs: stored } }],
    });
  });

  test("a zone in use stays", async () => {
    const zone = { code: "SAARE", name: "Saaremaa" };
    const result = await editSetup(db, [{ path: "zoneCharts/AMB/zones/SAARE", from: zone }], by("A", now));
    expect(result).toMatchObject({ ok: false, code: "invalid", problems: [{ code: "in-use" }] });
  });
});

describe("an order", () => {
  test("apply, change, out of date with old and new, re-rate, confirm, locked; every charge is kept", async () => {
    const command = await anOrder("to-rate");
    const offer = (await view(command.number)).quote!.offers[0]!;
    expect(await applyOffer(db, command, offer.offer)).toEqual({
      ok: true,
      value: { version: command.version + 1 },
    });
    const applied = await view(command.number);
    expect(applied).toMatchObject({
      state: "ready",
      totals: { charges: [{ typeName: "Freight", net: offer.net }] },
      applied: { offer: { net: offer.net } },
    });
    expect(applied.applied!.offer.working!.length).toBeGreaterThan(5);

    const line = applied.lines[0]!;
    expect(
      await setQuantity(db, { ...command, version: applied.order.version }, 0, line.quantity + 1),
    ).toMatchObject({ ok: true });
    const changed = await view(command.number);
    expect(changed.state).toBe("out-of-date");
    expect(changed.applied!.offer.net).toBe(offer.net);
    expect(await confirmOrder(db, { ...command, version: changed.order.version })).toMatchObject({
      ok: false,
      code: "charge-out-of-date",
    });

    const again = changed.quote!.offers[0]!.offer;
    expect(await applyOffer(db, { ...command, version: changed.order.version }, again)).toMatchObject({
      ok: true,
    });
    const rerated = await view(command.number);
    expect(await confirmOrder(db, { ...command, version: rerated.order.version })).toMatchObject({
      ok: true,
    });
    const done = await view(command.number);
    expect(done.state).toBe("confirmed");
    expect(await setQuantity(db, { ...command, version: done.order.version }, 0, 9)).toMatchObject({
      ok: false,
      code: "locked",
    });
    expect(await db.select().from(charges).where(eq(charges.order, command.number))).toHaveLength(2);
    expect(done.history.map((entry) => entry.what)).toEqual(
      expect.arrayContaining(["charge-applied", "quantity-changed", "order-confirmed"]),
    );
  });

  test("a changed postcode puts a ready order out of date; changing it back makes it ready again", async () => {
    const command = await anOrder("ready");
    const { order } = await view(command.number);
    await setAddress(db, command, { postcode: "99999" });
    expect((await view(command.number)).state).toBe("out-of-date");
    await setAddress(db, { ...command, version: command.version + 1 }, { postcode: order.postcode });
    const [stored] = await db.select().from(orders).where(eq(orders.number, command.number));
    expect(stored).toMatchObject({ state: "ready", version: command.version + 2 });
  });

  test.each([
    [0, "too-small"],
    [-3, "too-small"],
    [2e9, "too-large"],
    [1.5, "wrong-type"],
  ])("%s pieces are refused", async (quantity, code) => {
    expect(await setQuantity(db, await anOrder("to-rate"), 0, quantity)).toMatchObject({
      ok: false,
      code: "invalid",
      problems: [{ code, path: "lines/0/quantity" }],
    });
  });

  test("whoever looked at an older version changes nothing", async () => {
    const command = await anOrder("to-rate");
    expect(await setQuantity(db, { ...command, version: command.version + 7 }, 0, 5)).toMatchObject({
      ok: false,
      code: "conflict",
    });
    expect(await setAddress(db, command, { country: "XX" })).toMatchObject({
      ok: false,
      code: "invalid",
      problems: [{ code: "unknown-country" }],
    });
  });
});

test("a key lets its holder in, is never stored, and not when it is unknown, revoked or lacks the scope", async () => {
  const key = await createApiKey(db, "Test", ["quotes"]);
  const asked = (authorization: string | undefined, scope = "quotes") => admit(db, authorization, scope, now);
  expect(await asked(`Bearer ${key}`)).toMatchObject({ scopes: ["quotes"], live: 1 });
  expect(JSON.stringify(await db.select().from(apiKeys))).not.toContain(key);
  expect(await asked(`Bearer ${key}x`)).toMatchObject({ status: 401 });
  expect(await asked(undefined)).toMatchObject({ status: 401 });
  expect(await asked(`Bearer ${key}`, "orders")).toMatchObject({ status: 403 });
  const [stored] = await db.select().from(apiKeys).where(eq(apiKeys.name, "Test"));
  await revokeApiKey(db, stored!.id, by("Test", now));
  expect(await asked(`Bearer ${key}`)).toMatchObject({ status: 401 });
});

test("a key's calls are counted over all processes: who asks too often is told how long to wait", async () => {
  const other = connect(base.url, () => undefined, { most: 2 });
  let passed = 0;
  let told = 0;
  for (let n = 0; n < MOST_CALLS + 200; n++) {
    const seconds = await secondsUntilCall(n % 2 === 0 ? db : other.db, "busy");
    if (seconds === 0) passed++;
    else told = Math.max(told, seconds);
  }
  await other.close();
  expect(passed).toBe(MOST_CALLS);
  expect(told).toBeGreaterThan(0);
  expect(told).toBeLessThanOrEqual(10);
  expect(await secondsUntilCall(db, "other key")).toBe(0);
});

describe("tries to sign in", () => {
  const later = (seconds: number) => new Date(now.getTime() + seconds * 1000);

  test("three wrong ones cost nothing, then each waits longer, never more than half a minute", async () => {
    const waits = [];
    for (let n = 0; n < 12; n++) {
      await countFailedTry(db, "Someone@example.com", "10.1.2.3", now);
      waits.push(await secondsToWait(db, "someone@example.com", now));
    }
    expect(waits).toEqual([0, 0, 0, 1, 2, 4, 8, 16, 30, 30, 30, 30]);
    expect(await secondsToWait(db, "someone@example.com", later(29))).toBe(1);
    expect(await secondsToWait(db, "someone@example.com", later(30))).toBe(0);
    expect(await secondsToWait(db, "other@example.com", now)).toBe(0);
  });

  test("the right password ends the waiting, and the owner is told of the wrong ones until they have seen it", async () => {
    await forgetFailedTries(db, "someone@example.com");
    expect(await secondsToWait(db, "someone@example.com", now)).toBe(0);
    const told = { count: 12, lastAt: now.toISOString(), lastFrom: "10.1.2.3" };
    expect(await untoldTries(db, "someone@example.com")).toEqual(told);
    await tellTries(db, "someone@example.com");
    expect(await untoldTries(db, "someone@example.com")).toBeUndefined();
  });

  test("a one-time code lets its owner in once, of two at once one", async () => {
    const [one, two] = await db.select({ id: user.id }).from(user).limit(2);
    const both = await Promise.all([1, 2].map(() => takeCode(db, one!.id, "123456", now)));
    expect(both.sort()).toEqual([false, true]);
    expect(await takeCode(db, one!.id, "123456", later(60))).toBe(false);
    expect(await takeCode(db, two!.id, "123456", now)).toBe(true);
    expect(await takeCode(db, one!.id, "654321", now)).toBe(true);
  });
});
