import { randomUUID } from "node:crypto";
import { join } from "node:path";
import { eq, like, sql } from "drizzle-orm";
import { Client } from "pg";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { Change } from "@/core/setup/inverse";
import { valueAt } from "@/core/setup/path";
import { connect, type PooledDatabase } from "@/db/connect";
import { migrateDatabase, NewerData } from "@/db/migrate";
import { readCatalogue } from "@/db/queries/items";
import { readSetup, readStamps } from "@/db/queries/setup";
import { activity, carrierSecrets, items, session, user } from "@/db/schema";
import { keyId } from "../secrets/seal";
import { lookAtSecret, saveSecret, secretsOf } from "./carrier-secrets";
import { currentCatalogue } from "./draft-setup";
import { editSetup } from "./edit-setup";
import { liveSetup } from "./live-setup";
import { findPasswordLink, issuePasswordLink, resetPassword } from "./password-links";
import { sealAnew } from "./seal-anew";
import { requireSecondFactor, readSignInRules } from "./sign-in-rules";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
});
afterAll(() => base.drop());

const rowsPath = "tariffs/AMB-VAN-BUY/editions/2026/rows";
const rows = async () =>
  valueAt(await readSetup(db), rowsPath) as readonly {
    readonly zone: string;
    readonly rates: readonly string[];
  }[];
const stampNow = async () => (await readStamps(db)).stamp;

describe("the app's role", () => {
  test.each([
    "alter table orders add column x text",
    "drop table items",
    "create table x (y int)",
    "truncate activity",
    "delete from activity",
    "update activity set who = 'somebody else'",
    "alter role wallodrom_app superuser",
    "copy people to '/tmp/people'",
  ])("may not: %s", async (statement) => {
    await expect(db.execute(sql.raw(statement))).rejects.toMatchObject({ cause: { code: "42501" } });
  });

  test("adds to the record of activity, and takes nothing back from it", async () => {
    await db.insert(activity).values({ at: now.toISOString(), who: "Test", what: "tried", subject: "trial" });
    expect(await db.select().from(activity).where(eq(activity.what, "tried"))).toHaveLength(1);
  });
});

test("what is refused leaves no trace, whatever was written before the refusal", async () => {
  const [before, catalogue, stamp] = [await readSetup(db), await readCatalogue(db), await stampNow()];
  const origin = before!.origins.find(({ code }) => code === "CES")!;
  // the item is written first; then the origin turns out to be named by stock that stays
  const changes: Change[] = [
    { path: "items/FRESH", to: { sku: "FRESH", name: "Fresh" } },
    { path: "origins/CES", from: origin as never },
  ];
  expect((await editSetup(db, changes, act)).ok).toBe(false);
  expect(await readCatalogue(db)).toEqual(catalogue);
  expect(await readSetup(db)).toEqual(before);
  expect(await stampNow()).toBe(stamp);
  expect(await db.select().from(activity).where(like(activity.subject, "items/FRESH%"))).toEqual([]);
});

test("an exception of an item that is not there is refused, with the one that was meant", async () => {
  const before = (await readSetup(db))!.itemExceptions;
  const at = `itemExceptions/${before.length}`;
  const typed = (item: string) => editSetup(db, [{ path: at, to: { item, do: "ban" } }], act);
  expect(await typed("SMOKR")).toMatchObject({
    ok: false,
    problems: [{ code: "unknown-code", path: `${at}/item`, data: { list: "items" }, hint: "SMOKER" }],
  });
  expect((await readSetup(db))!.itemExceptions).toEqual(before);
  // one that is there is taken, and so is one that comes with the same edit
  expect((await typed("SMOKER")).ok).toBe(true);
  const together: Change[] = [
    { path: "items/NEW-ONE", to: { sku: "NEW-ONE", name: "New one" } },
    { path: `${at}/item`, from: "SMOKER", to: "NEW-ONE" },
  ];
  expect((await editSetup(db, together, act)).ok).toBe(true);
  const undone: Change[] = [
    { path: at, from: { item: "NEW-ONE", do: "ban" } },
    { path: "items/NEW-ONE", from: { sku: "NEW-ONE", name: "New one" } },
  ];
  expect((await editSetup(db, undone, act)).ok).toBe(true);
});

test("an edit that is sent again gives its first answer and is stored once, two at the same time too", async () => {
  const [first] = await rows();
  const path = `${rowsPath}/0/rates/0`;
  const origin = { id: randomUUID(), seen: await stampNow() };
  const changes: Change[] = [{ path, from: first!.rates[0]!, to: "77.7" }];
  const both = await Promise.all([editSetup(db, changes, act, origin), editSetup(db, changes, act, origin)]);
  expect(both[0]).toMatchObject({ ok: true, value: { stamp: origin.seen + 1 } });
  expect(both[1]).toEqual(both[0]);
  expect(await editSetup(db, changes, act, origin)).toEqual(both[0]);
  expect(await stampNow()).toBe(origin.seen + 1);
  expect(await db.select().from(activity).where(eq(activity.subject, path))).toHaveLength(1);
});

test("an edit on an older screen goes to the row it was made for; where what came between is not known, to none", async () => {
  const list = await rows();
  const seen = await stampNow();
  const [gone, meant] = [list[0]!, list[1]!];
  await editSetup(db, [{ path: `${rowsPath}/0`, from: gone as never }], by("Other", now));
  const edit: Change[] = [{ path: `${rowsPath}/1/rates/0`, from: meant.rates[0]!, to: "55.5" }];
  expect(await editSetup(db, edit, act, { id: randomUUID(), seen })).toMatchObject({
    ok: true,
    value: { changes: [{ path: `${rowsPath}/0/rates/0` }] },
  });
  expect((await rows()).map(({ zone, rates }) => [zone, rates[0]]).slice(0, 1)).toEqual([
    [meant.zone, "55.5"],
  ]);
  const lost: Change[] = [{ path: `${rowsPath}/0/rates/1`, from: gone.rates[1]!, to: "1" }];
  expect(await editSetup(db, lost, act, { id: randomUUID(), seen })).toMatchObject({
    ok: false,
    code: "conflict",
  });
  const unknown = { id: randomUUID(), seen: 0 };
  expect(
    await editSetup(db, [{ path: `${rowsPath}/0/rates/1`, from: "x", to: "1" }], act, unknown),
  ).toMatchObject({
    ok: false,
    code: "conflict",
  });
});

test("very many changes are one entry in the record, with how many they were", async () => {
  const chart = (await readSetup(db))!.zoneCharts[0]!;
  const changes = Array.from({ length: 300 }, (_, i) => ({
    path: `zoneCharts/${chart.code}/entries/${chart.entries.length + i}`,
    to: { zone: chart.zones[0]!.code, country: "DE", postcode: String(20000 + i) },
  }));
  expect((await editSetup(db, changes, by("Bulk", now))).ok).toBe(true);
  expect(await db.select().from(activity).where(eq(activity.who, "Bulk"))).toMatchObject([
    { what: "setup-changed-in-many-places", subject: `zoneCharts/${chart.code}`, to: { value: 300 } },
  ]);
});

test("a crowd of editors waits in the process: who reads is answered at once, who is too many is told", async () => {
  const reader = connect(base.url, () => undefined, { most: 1 });
  const setup = (await readSetup(db))!;
  const name = setup.business.name;
  const edits = Array.from({ length: 70 }, () =>
    editSetup(db, [{ path: "business/name", from: name, to: name }], act),
  );
  await reader.db.execute(sql`select 1`);
  const begun = performance.now();
  await liveSetup(reader.db);
  expect(performance.now() - begun).toBeLessThan(5000);
  const codes = (await Promise.all(edits)).map((result) => (result.ok ? "ok" : result.code));
  expect(codes.filter((code) => code === "busy").length).toBe(70 - 51);
  expect(codes.filter((code) => code === "ok").length).toBe(51);
  await reader.close();
});

test("another process's items are seen at once: their stamp moves, and nothing older is kept", async () => {
  const before = await currentCatalogue(db);
  expect(await currentCatalogue(db)).toBe(before);
  const changed = await editSetup(
    db,
    [{ path: "items/SMOKER/name", from: (await one("SMOKER"))!, to: "Smoker, tin" }],
    act,
  );
  expect(changed.ok).toBe(true);
  const after = await currentCatalogue(db);
  expect(after.stamp).toBe(before.stamp + 1);
  expect(after.items.find(({ sku }) => sku === "SMOKER")!.name).toBe("Smoker, tin");
});

async function one(sku: string): Promise<string | undefined> {
  const [row] = await db.select({ name: items.name }).from(items).where(eq(items.sku, sku));
  return row?.name;
}

test("a link for a new password works once, within the hour, and ends every session", async () => {
  const [person] = await db.select().from(user).where(eq(user.role, "viewer"));
  const id = person!.id;
  const expiresAt = new Date(now.getTime() + 1e9);
  await db.insert(session).values({ id: "s", token: "t", userId: id, expiresAt });
  const first = await issuePasswordLink(db, id, act);
  const second = await issuePasswordLink(db, id, act);
  if (!first.ok || !second.ok) throw new Error("no link");
  // the last link counts
  expect(await findPasswordLink(db, first.value.token, now)).toBeUndefined();
  const late = new Date(now.getTime() + 3_600_001);
  expect(await resetPassword(db, second.value.token, "hash", late)).toMatchObject({
    ok: false,
    code: "link-gone",
  });
  const both = await Promise.all([1, 2].map(() => resetPassword(db, second.value.token, "hash", now)));
  expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
  expect(await db.select().from(session).where(eq(session.userId, id))).toEqual([]);
  const noted = await db
    .select()
    .from(activity)
    .where(eq(activity.subject, `people/${id}`));
  expect(noted.map(({ what }) => what).sort()).toEqual([
    "password-link-made",
    "password-link-made",
    "password-reset",
  ]);
  expect(noted.find(({ what }) => what === "password-reset")).toMatchObject({ whoId: id, who: person!.name });
});

test("which roles need a second factor is set, and noted with what it was", async () => {
  expect(await readSignInRules(db)).toEqual({ secondFactorFor: [] });
  await requireSecondFactor(db, ["admin"], act);
  await requireSecondFactor(db, ["admin", "finance"], act);
  expect(await readSignInRules(db)).toEqual({ secondFactorFor: ["admin", "finance"] });
  const noted = await db.select().from(activity).where(eq(activity.what, "second-factor-required"));
  expect(noted.map(({ from, to }) => [from, to])).toContainEqual([
    { value: "admin" },
    { value: "admin, finance" },
  ]);
});

test("secrets get another key, all or none, and open with it alone", async () => {
  const old = { current: "o".repeat(32) };
  const fields = { kind: "credential", user: "api", secret: "planted-secret" } as const;
  await saveSecret(db, { carrier: "TRN", label: "Rates", fields }, { ...act, keys: old });
  const next = { current: "n".repeat(32), former: [old.current] };
  expect(await sealAnew(db, { current: "n".repeat(32) })).toMatchObject({ ok: false });
  expect(await sealAnew(db, next)).toEqual({ ok: true, value: { count: 1 } });
  expect(await sealAnew(db, next)).toEqual({ ok: true, value: { count: 0 } });
  const [stored] = await db.select().from(carrierSecrets);
  expect(stored!.sealed).toContain(keyId(next.current));
  const [masked] = await secretsOf(db, "TRN");
  const look = { carrier: "TRN", id: masked!.id };
  expect(await lookAtSecret(db, look, { ...act, keys: { current: next.current } })).toEqual({
    ok: true,
    value: fields,
  });
});

test("an older app does not start on the data of a newer one", async () => {
  const owner = new Client({ connectionString: base.ownerUrl });
  await owner.connect();
  await owner.query(
    "insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 9999999999999)",
  );
  const folder = join(__dirname, "../../db/migrations");
  await expect(migrateDatabase(base.ownerUrl, folder)).rejects.toThrow(NewerData);
  await owner.query("delete from drizzle.__drizzle_migrations where hash = 'later'");
  await owner.end();
  await migrateDatabase(base.ownerUrl, folder);
});
