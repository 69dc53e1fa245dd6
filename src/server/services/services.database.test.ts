import { freshDatabase } from "../../../tests/support/database";
import { loadDemo } from "../../../scripts/load-demo";
import { eq } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { readSetup } from "@/db/queries/setup";
import { activity, charges, orders } from "@/db/schema";
import { valueAt } from "@/core/setup/path";
import { allowAttempt } from "../auth/attempts";
import { createApiKey, findApiKey } from "./api-keys";
import { editSetup } from "./edit-setup";
import { applyOffer, confirmOrder, setAddress, setQuantity } from "./orders";
import { orderQueue } from "./order-queue";
import { viewOrder } from "./order-view";

let base: Awaited<ReturnType<typeof freshDatabase>>;
let db: Database;
const now = new Date("2026-11-24T09:00:00Z");

beforeAll(async () => {
  base = await freshDatabase();
  db = base.db;
  await loadDemo(db, now);
});
afterAll(() => base.drop());

async function view(number: string) {
  const result = await viewOrder(db, number, now);
  if (!result.ok) throw new Error(result.code);
  return result.value;
}

async function anOrder(state: string) {
  const { entries } = await orderQueue(db, state, undefined);
  const found = entries[0]!;
  const { order } = await view(found.number);
  return { number: order.number, version: order.version, who: "Test", now };
}

test("the demo has an order in every queue", async () => {
  const { counts } = await orderQueue(db, undefined, undefined);
  expect(Object.fromEntries(counts.map(({ state, count }) => [state, count > 0]))).toEqual({
    "to-rate": true,
    "needs-look": true,
    "out-of-date": true,
    ready: true,
    done: true,
  });
});

test("search finds a part of a name and takes its signs plainly", async () => {
  const { entries } = await orderQueue(db, undefined, "LÖV");
  expect(entries.length).toBeGreaterThan(0);
  expect((await orderQueue(db, undefined, "%")).entries).toEqual([]);
});

describe("the draft", () => {
  const cell = "tariffs/AMB-VAN-BUY/editions/2026/rows/1/rates/3";

  test("an edit is stored with who, old and new", async () => {
    const before = valueAt(await readSetup(db), cell) as string;
    const result = await editSetup(db, [{ path: cell, from: before, to: "12.74" }], "Maarja", now);
    expect(result).toMatchObject({ ok: true });
    expect(valueAt(await readSetup(db), cell)).toBe("12.74");
    expect(await db.select().from(activity).where(eq(activity.subject, cell))).toMatchObject([
      { who: "Maarja", what: "setup-changed", from: { value: before }, to: { value: "12.74" } },
    ]);
  });

  test("the second of two who change a cell is told the first one's value, and stores nothing", async () => {
    const [first, second] = await Promise.all([
      editSetup(db, [{ path: cell, from: "12.74", to: "13" }], "A", now),
      editSetup(db, [{ path: cell, from: "12.74", to: "14" }], "B", now),
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
    const result = await editSetup(db, [{ path: "zoneCharts/AMB/zones/SAARE", from: zone }], "A", now);
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
      code: "invalid",
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
    expect(done.state).toBe("done");
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

test("a key is found by its secret, never stored, and not when revoked", async () => {
  const key = await createApiKey(db, "Test", ["quotes"]);
  expect(await findApiKey(db, key, now)).toMatchObject({ scopes: ["quotes"] });
  expect(await findApiKey(db, `${key}x`, now)).toBeUndefined();
});

test("the ninth try to sign in within a minute is refused, a minute later not", async () => {
  const tries = [];
  for (let i = 0; i < 9; i++)
    tries.push(await allowAttempt(db, "someone@example.com", new Date(now.getTime() + i)));
  expect(tries).toEqual([true, true, true, true, true, true, true, true, false]);
  expect(await allowAttempt(db, "other@example.com", now)).toBe(true);
  expect(await allowAttempt(db, "someone@example.com", new Date(now.getTime() + 61_000))).toBe(true);
});
