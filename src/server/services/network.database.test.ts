import { eq, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { inverse } from "@/core/setup/inverse";
import { connect, type PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { writeGate } from "@/db/queries/revisions";
import { readSetup } from "@/db/queries/setup";
import { activity, carrierSecrets, items, user } from "@/db/schema";
import { accountsOf, removeAccount, saveAccount } from "./carrier-accounts";
import { lookAtSecret, removeSecret, saveSecret, secretsOf } from "./carrier-secrets";
import { editSetup } from "./edit-setup";
import { acceptInvitation, findInvitation, invite, openInvitations, revokeInvitation } from "./invitations";
import { usesOfMember } from "./member-uses";
import { orderQueue } from "../orders/order-queue";
import { keepAliases, listAliases } from "./origin-aliases";
import { isActivePerson, listPeople, setActive, setRole } from "./people";
import { renameMember } from "./rename-member";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
});
afterAll(() => base.drop());

/** The error code of a result, or "ok". */
const codeOf = (result: { ok: boolean; code?: string }) => (result.ok ? "ok" : result.code);

describe("another code", () => {
  beforeAll(() => writeGate(db, { smallEdits: true }));
  afterAll(() => writeGate(db, { smallEdits: false }));

  test("is carried through setup, stock, accounts and aliases, makes no charge out of date, and goes back", async () => {
    await saveAccount(db, { carrier: "STP", origin: "GDY", number: "77", note: "" }, by("Test", now));
    await keepAliases(db, [{ platform: "Market", theirs: "L9", origin: "GDY" }], by("Test", now));
    const before = await readSetup(db);
    const skus = (await db.select({ sku: items.sku }).from(items)).map(({ sku }) => sku);
    const kept = async () => {
      const read = await readItems(db, skus);
      return new Map(read.map((item) => [item.sku, item]));
    };
    const stock = await kept();
    const outOfDate = (await orderQueue(db, { queue: "out-of-date" })).entries.length;
    const renamed = await renameMember(db, { list: "origins", from: "GDY", to: "GDN" }, by("Test", now));
    if (!renamed.ok) throw new Error(renamed.code);
    const after = await readSetup(db);
    expect(JSON.stringify(after)).not.toContain('"GDY"');
    expect((await accountsOf(db, "STP")).map((account) => account.origin)).toEqual(["GDN"]);
    expect(await listAliases(db)).toEqual([{ platform: "Market", theirs: "L9", origin: "GDN" }]);
    const moved = await kept();
    for (const [sku, item] of stock)
      expect(moved.get(sku)).toEqual(JSON.parse(JSON.stringify(item).replaceAll('"GDY"', '"GDN"')));
    expect((await orderQueue(db, { queue: "out-of-date" })).entries).toHaveLength(outOfDate);
    const back = await editSetup(db, inverse(renamed.value.changes), by("Test", now));
    expect(codeOf(back)).toBe("ok");
    expect(await readSetup(db)).toEqual(before);
    expect((await accountsOf(db, "STP")).map((account) => account.origin)).toEqual(["GDY"]);
  });

  test("that is taken, or that is no code, changes nothing", async () => {
    const before = await readSetup(db);
    for (const to of ["NYK", "no code"])
      expect(codeOf(await renameMember(db, { list: "origins", from: "GDY", to }, by("Test", now)))).toBe(
        "invalid",
      );
    expect(await readSetup(db)).toEqual(before);
  });
});

test("what something outside of the setup names is in use: it is told, and can't be deleted", async () => {
  const uses = await usesOfMember(db, "origins", "CES");
  expect(uses.outside).toContainEqual({ what: "items", count: expect.any(Number) });
  const setup = (await readSetup(db))!;
  const lone = { ...setup.origins[0]!, code: "LONE", name: "Lone" };
  const path = "origins/LONE";
  await editSetup(db, [{ path, to: lone }], by("Test", now));
  await saveAccount(db, { carrier: "STP", origin: "LONE", number: "1", note: "" }, by("Test", now));
  const refused = await editSetup(db, [{ path, from: lone }], by("Test", now));
  expect(refused).toMatchObject({ ok: false, problems: [{ code: "in-use", path }] });
  const own = (await accountsOf(db, "STP")).find((account) => account.origin === "LONE")!;
  await removeAccount(db, { carrier: "STP", id: own.id }, by("Test", now));
  expect(codeOf(await editSetup(db, [{ path, from: lone }], by("Test", now)))).toBe("ok");
});

test("thousands of entries are stored all or none: a connection cut in the middle leaves the chart as it was", async () => {
  const chart = (await readSetup(db))!.zoneCharts[0]!;
  const path = (i: number) => `zoneCharts/${chart.code}/entries/${chart.entries.length + i}`;
  const entry = (i: number) => ({ zone: chart.zones[0]!.code, country: "DE", postcode: String(10000 + i) });
  const changes = Array.from({ length: 6000 }, (_, i) => ({ path: path(i), to: entry(i) }));
  // the record of activity is written last: its trigger cuts the connection when the entries are there already
  const owner = connect(base.ownerUrl, () => undefined, { most: 1 });
  await owner.db.execute(
    sql.raw(`
    create function cut() returns trigger language plpgsql as $$
    begin perform pg_terminate_backend(pg_backend_pid()); return null; end $$`),
  );
  await owner.db.execute(sql.raw("create trigger cut after insert on activity execute function cut()"));
  await expect(editSetup(db, changes, by("Test", now))).rejects.toThrow();
  await owner.db.execute(sql.raw("drop trigger cut on activity"));
  await owner.close();
  expect((await readSetup(db))!.zoneCharts[0]).toEqual(chart);
  const noted = await db
    .select()
    .from(activity)
    .where(eq(activity.subject, path(0)));
  expect(noted).toEqual([]);
  const stored = await editSetup(db, changes, by("Test", now));
  expect(codeOf(stored)).toBe("ok");
  expect((await readSetup(db))!.zoneCharts[0]!.entries.slice(-1)).toEqual([entry(5999)]);
  if (stored.ok) await editSetup(db, inverse(stored.value.changes), by("Test", now));
  expect((await readSetup(db))!.zoneCharts[0]).toEqual(chart);
});

describe("accounts and secrets", () => {
  test("the second of two who change an account is told", async () => {
    await saveAccount(db, { carrier: "TRN", origin: null, number: "A", note: "" }, by("One", now));
    const [account] = await accountsOf(db, "TRN");
    const { id, version } = account!;
    const change = (number: string) =>
      saveAccount(db, { carrier: "TRN", id, version, origin: null, number, note: "" }, by("x", now));
    expect([codeOf(await change("B")), codeOf(await change("C"))]).toEqual(["ok", "conflict"]);
    expect((await accountsOf(db, "TRN"))[0]!.number).toBe("B");
    expect(
      codeOf(
        await saveAccount(
          db,
          { carrier: "STP", id, version: 2, origin: null, number: "D", note: "" },
          by("x", now),
        ),
      ),
    ).toBe("not-found");
  });

  test("a bank account is sealed in the table, and what is noted tells nothing of it", async () => {
    const iban = "EE689999000000005555";
    const keys = { current: "k".repeat(32) };
    const fields = { kind: "bank", holder: "Ternwing", bank: "", iban, bic: "" } as const;
    await saveSecret(db, { carrier: "TRN", label: "Bills", fields }, { ...act, keys });
    const [masked] = await secretsOf(db, "TRN");
    expect(masked).toMatchObject({ label: "Bills", hint: "5555" });
    expect(JSON.stringify(masked)).not.toContain(iban);
    const stored = await db.select().from(carrierSecrets);
    expect(JSON.stringify(stored)).not.toContain(iban);
    const target = { carrier: "TRN", id: masked!.id };
    expect(await lookAtSecret(db, target, { ...act, keys })).toEqual({ ok: true, value: fields });
    // with another key, or moved to another row, it does not open; and the failed look is not half done
    await expect(lookAtSecret(db, target, { ...act, keys: { current: "x".repeat(32) } })).rejects.toThrow();
    expect(codeOf(await lookAtSecret(db, { ...target, carrier: "STP" }, { ...act, keys }))).toBe("not-found");
    await removeSecret(db, target, act);
    const noted = await db.select().from(activity).where(eq(activity.subject, "carriers/TRN/secrets/Bills"));
    expect(noted.map((entry) => entry.what).sort()).toEqual([
      "secret-added",
      "secret-looked-at",
      "secret-removed",
    ]);
    expect(JSON.stringify(noted)).not.toMatch(/9999000|Ternwing/);
  });
});

describe("people", () => {
  const person = { name: "Kalev", email: "kalev@nettle-comb.example", role: "viewer" } as const;

  test("an invitation works once, until it runs out or is taken back, and the last link counts", async () => {
    const first = await invite(db, person, act);
    const second = await invite(db, person, act);
    if (!first.ok || !second.ok) throw new Error("not asked in");
    expect(await findInvitation(db, first.value.token, now)).toBeUndefined();
    const late = new Date(now.getTime() + 8 * 86_400_000);
    expect(await findInvitation(db, second.value.token, late)).toBeUndefined();
    const both = await Promise.all([1, 2].map(() => acceptInvitation(db, second.value.token, "hash", now)));
    expect(both.map(codeOf).sort()).toEqual(["link-gone", "ok"]);
    expect(codeOf(await invite(db, person, act))).toBe("known-person");
    const other = await invite(db, { ...person, email: "late@nettle-comb.example" }, act);
    const [open] = await openInvitations(db, now);
    expect(codeOf(await revokeInvitation(db, open!.id, act))).toBe("ok");
    expect(other.ok && (await findInvitation(db, other.value.token, now))).toBeUndefined();
    const kept = await db.execute(sql`select * from invitations`);
    expect(JSON.stringify(kept.rows)).not.toContain(second.value.token);
  });

  test("the last administrator who can sign in stays one, also when two demote each other at once", async () => {
    const people = await listPeople(db, now);
    const admin = people.find((one) => one.role === "admin")!;
    const other = people.find((one) => one.role === "viewer")!;
    expect(codeOf(await setRole(db, admin.id, "viewer", act))).toBe("last-admin");
    expect(codeOf(await setActive(db, admin.id, false, act))).toBe("last-admin");
    await setRole(db, other.id, "admin", act);
    const both = await Promise.all([
      setRole(db, admin.id, "viewer", act),
      setRole(db, other.id, "viewer", act),
    ]);
    expect(both.map(codeOf).sort()).toEqual(["last-admin", "ok"]);
    const left = (await listPeople(db, now)).filter((one) => one.role === "admin");
    expect(left).toHaveLength(1);
    await db.update(user).set({ role: "admin" }).where(eq(user.id, admin.id));
  });

  test("whoever is let go has no session and no way in, and their name stays in the record", async () => {
    const gone = (await listPeople(db, now)).find((one) => one.email === person.email)!;
    await db.execute(
      sql`insert into sessions (id, expires_at, token, user_id) values ('s', now() + interval '1 day', 't', ${gone.id})`,
    );
    expect(await isActivePerson(db, gone.id)).toBe(true);
    await setActive(db, gone.id, false, act);
    expect(await isActivePerson(db, gone.id)).toBe(false);
    const after = (await listPeople(db, new Date())).find((one) => one.id === gone.id)!;
    expect(after).toMatchObject({ active: false, sessions: 0 });
    expect((await db.select().from(activity).where(eq(activity.who, "Kalev"))).length).toBe(1);
  });
});
