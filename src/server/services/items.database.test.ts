import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { PooledDatabase } from "@/db/connect";
import { inverse } from "@/core/setup/inverse";
import { readCatalogue, readItems } from "@/db/queries/items";
import { activity } from "@/db/schema";
import { draftSetup } from "./draft-setup";
import { findingsOf } from "./findings";
import { editSetup } from "./edit-setup";
import { like } from "drizzle-orm";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
});
afterAll(() => base.drop());

const one = async (sku: string) => (await readItems(db, [sku]))[0];
/** The items that checks find something wrong with, by their numbers. */
const lacking = async () =>
  (await findingsOf(db, (await draftSetup(db))!, now)).findings.flatMap(({ source }) =>
    source.startsWith("items/") ? [decodeURIComponent(source.split("/")[1] ?? "")] : [],
  );

test("an item's field is changed with who, old and new; checks see it at once, and undo brings all back", async () => {
  const before = await readCatalogue(db);
  const wrong = await lacking();
  const item = before.find(({ sku, weight }) => !weight && wrong.includes(sku))!;
  const path = `items/${encodeURIComponent(item.sku)}/weight`;
  const edit = await editSetup(db, [{ path, to: { value: "01.50", unit: "kg" } }], by("Maarja", now));
  if (!edit.ok) throw new Error(edit.code);
  expect((await one(item.sku))!.weight).toEqual({ value: "1.50", unit: "kg" });
  expect(await lacking()).toEqual(wrong.filter((sku) => sku !== item.sku));
  const [noted] = await db.select().from(activity).where(like(activity.subject, path));
  expect(noted).toMatchObject({ who: "Maarja", to: { value: { value: "1.50", unit: "kg" } } });
  await editSetup(db, inverse(edit.value.changes), by("Maarja", now));
  expect(await readCatalogue(db)).toEqual(before);
});

test("items and setup change together or not at all, an item of open orders stays, and new ones come last", async () => {
  const before = await readCatalogue(db);
  const half = await editSetup(
    db,
    [
      { path: "items/FRESH", to: { sku: "FRESH", name: "Fresh" } },
      { path: "business/name", from: "somebody else", to: "x" },
    ],
    by("Test", now),
  );
  expect(half).toMatchObject({ ok: false, code: "conflict" });
  expect(await readCatalogue(db)).toEqual(before);
  const smoker = (await one("SMOKER"))!;
  const refused = await editSetup(db, [{ path: "items/SMOKER", from: smoker as never }], by("Test", now));
  expect(refused).toMatchObject({ ok: false, code: "invalid", problems: [{ code: "in-use" }] });
  const added = await editSetup(
    db,
    [{ path: "items/FRESH", to: { sku: "FRESH", name: "Fresh" } }],
    by("Test", now),
  );
  if (!added.ok) throw new Error(added.code);
  expect((await readCatalogue(db)).at(-1)).toEqual({ sku: "FRESH", name: "Fresh" });
  const unknown = await editSetup(db, [{ path: "items/FRESH/goodsClass", to: "nothing" }], by("Test", now));
  expect(unknown).toMatchObject({ ok: false, problems: [{ code: "unknown-code" }] });
  await editSetup(db, inverse(added.value.changes), by("Test", now));
  expect(await readCatalogue(db)).toEqual(before);
});
