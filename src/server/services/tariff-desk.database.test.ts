import { eq, like, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { PooledDatabase } from "@/db/connect";
import { activity, orders, shipments } from "@/db/schema";
import type { Json } from "@/core/setup/path";
import { readActivity } from "./activity-log";
import { notesOn, writeNote } from "./cell-notes";
import { draftSetup } from "./draft-setup";
import { editSetup } from "./edit-setup";
import { keepFilePlan, knownFilePlan } from "./file-plans";
import { lastChanges } from "./last-changes";
import { orderQueue } from "../orders/order-queue";
import { viewOrder } from "../orders/order-view";
import { applyOffer } from "../orders/charge-order";
import { setQuantity } from "../orders/edit-order";
import { pastShipments } from "./past-shipments";
import { renameMember } from "./rename-member";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
});
afterAll(() => base.drop());

const setupNow = async () => (await draftSetup(db))!.setup;

test("every tariff of the demo has its year's shipments, of both sides, by its own measure and unit", async () => {
  const setup = await setupNow();
  for (const tariff of setup.tariffs) {
    const past = await pastShipments(db, setup, tariff, now);
    expect([tariff.code, past.length > 5]).toEqual([tariff.code, true]);
    for (const { value } of past) expect(Number(value)).toBeGreaterThan(0);
  }
  const of = async (code: string) =>
    pastShipments(db, setup, setup.tariffs.find((tariff) => tariff.code === code)!, now);
  const [row] = await db
    .select({ n: sql<number>`count(*)::int`, grams: sql<string>`sum(actual_weight) * 1000` })
    .from(shipments)
    .innerJoin(orders, eq(orders.charge, shipments.charge))
    .where(eq(shipments.service, "PNP-LETTER"));
  const letters = await of("PNP-LETTER-BUY");
  expect(letters).toHaveLength(row!.n);
  expect(letters.reduce((sum, { value }) => sum + Number(value), 0)).toBeCloseTo(Number(row!.grams), 3);
  // an order sold by a table is one, in however many shipments it goes
  const sold = await of("DEALER-ROAD-SELL");
  expect(new Set(sold.map(({ order }) => order)).size).toBe(sold.length);
});

test("a charge that is applied says what it expects to ship; applied anew, only the new one counts", async () => {
  const { entries } = await orderQueue(db, { queue: "to-rate" });
  const view = async (number: string) => {
    const found = await viewOrder(db, number, now);
    if (!found.ok) throw new Error(found.code);
    return found.value;
  };
  const number = entries[0]!.number;
  const counted = () =>
    db
      .select({ service: shipments.service, weight: shipments.actualWeight, pieces: shipments.pieces })
      .from(shipments)
      .innerJoin(orders, eq(orders.charge, shipments.charge))
      .where(eq(shipments.order, number));
  const first = await view(number);
  const offer = first.quote!.offers[0]!.offer;
  const command = { number, by: by("Test", now) };
  expect(await applyOffer(db, { ...command, version: first.order.version }, offer)).toMatchObject({
    ok: true,
  });
  const before = await counted();
  expect(before.length).toBeGreaterThan(0);
  const [line] = first.lines;
  const second = await view(number);
  await setQuantity(db, { ...command, version: second.order.version }, line!.position, line!.quantity + 1);
  const third = await view(number);
  await applyOffer(db, { ...command, version: third.order.version }, third.quote!.offers[0]!.offer);
  const after = await counted();
  const pieces = (rows: typeof after) => rows.reduce((sum, row) => sum + row.pieces, 0);
  expect(pieces(after)).toBe(pieces(before) + 1);
});

test("a note is written, written over, taken off with an empty one, and goes along with its tariff's code", async () => {
  const cell = { tariff: "TRN-ECO-BUY", edition: "2026", zone: "1", edge: "2", band: "" };
  const write = (note: string, version: number, who: string) =>
    writeNote(db, cell, { note, version }, by(who, now));
  expect(await write(" agreed ", 0, "Maarja")).toMatchObject({ ok: true });
  // whoever did not see the first one does not write over it
  expect(await write("unseen", 0, "Ott")).toMatchObject({ ok: false, code: "conflict" });
  expect(await write("agreed again", 1, "Ott")).toMatchObject({ ok: true });
  expect(await notesOn(db, "TRN-ECO-BUY", "2026")).toMatchObject([
    { note: "agreed again", writtenBy: "Ott" },
  ]);
  await renameMember(db, { list: "tariffs", from: "TRN-ECO-BUY", to: "TRN-ECO" }, by("Test", now));
  expect(await notesOn(db, "TRN-ECO", "2026")).toHaveLength(1);
  await renameMember(db, { list: "tariffs", from: "TRN-ECO", to: "TRN-ECO-BUY" }, by("Test", now));
  const zone = (from: string, to: string) => renameMember(db, { chart: "TRN", from, to }, by("Test", now));
  await zone("1", "ONE");
  expect(await notesOn(db, "TRN-ECO-BUY", "2026")).toMatchObject([{ zone: "ONE" }]);
  await zone("ONE", "1");
  expect(await write("  ", 2, "Ott")).toMatchObject({ ok: true });
  expect(await notesOn(db, "TRN-ECO-BUY", "2026")).toEqual([]);
  const noted = await db
    .select({ what: activity.what, from: activity.from, to: activity.to })
    .from(activity)
    .where(like(activity.subject, "%/notes/1/2"));
  expect(noted.map(({ what }) => what).sort()).toEqual(["note-removed", "note-written", "note-written"]);
});

test("who changed a tariff last, and when", async () => {
  const path = "tariffs/AMB-VAN-BUY/editions/2026/rows/0/rates/0";
  const setup = await setupNow();
  const from = setup.tariffs.find(({ code }) => code === "AMB-VAN-BUY")!.editions[0]!.rows[0]!
    .rates[0] as string;
  await editSetup(db, [{ path, from, to: "5" }], by("Maarja", now));
  await editSetup(db, [{ path, from: "5", to: from }], by("Ott", new Date(now.getTime() + 60_000)));
  const changes = await lastChanges(db, "tariffs");
  expect(changes.get("AMB-VAN-BUY")).toEqual({ at: "2026-11-24T09:01:00.000Z", who: "Ott" });
  expect(changes.has("PNP-LETTER-BUY")).toBe(false);
});

test("a whole table in the record is shown by its beginning", async () => {
  const edition = (await setupNow()).tariffs.find(({ code }) => code === "AMB-VAN-BUY")!.editions[0]!;
  const edges = Array.from({ length: 900 }, (_, i) => String(i + 1));
  const big = {
    ...edition,
    label: "big",
    breaks: edges.map((edge) => ({ edge, rate: "flat" })),
    rows: edition.rows.map((row) => ({ ...row, rates: edges.map(() => "12.50") })),
  };
  const change = { path: "tariffs/AMB-VAN-BUY/editions/big", to: big as unknown as Json };
  expect(await editSetup(db, [change], by("Test", now))).toMatchObject({ ok: true });
  const { entries } = await readActivity(db, { about: "editions/big" }, { limit: 5, offset: 0 });
  expect(JSON.stringify(entries[0]!.to).length).toBeLessThan(1000);
  expect(JSON.stringify(entries[0]!.to)).toContain("…");
});

test("how a file was read is known by its heads, the last way counts", async () => {
  expect(await knownFilePlan(db, "zone|price")).toBeUndefined();
  await keepFilePlan(db, "zone|price", '{"a":1}', by("Maarja", now));
  await keepFilePlan(db, "zone|price", '{"a":2}', by("Maarja", now));
  expect(JSON.parse((await knownFilePlan(db, "zone|price"))!)).toEqual({ a: 2 });
});
