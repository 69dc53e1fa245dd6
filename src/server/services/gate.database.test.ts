import { randomUUID } from "node:crypto";
import { setTimeout as wait } from "node:timers/promises";
import { eq, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { differenceOf } from "@/core/setup/difference";
import type { PooledDatabase } from "@/db/connect";
import {
  lastRevisionNumber,
  readGate,
  readLiveNumber,
  readRevision,
  writeGate,
} from "@/db/queries/revisions";
import { readStamps } from "@/db/queries/setup";
import { items, setupParts } from "@/db/schema";
import { draftSetup } from "./draft-setup";
import { editSetup } from "./edit-setup";
import { takeBack } from "./gate";
import { liveSetup, revisionSetup } from "./live-setup";
import {
  approveProposal,
  backOut,
  bringBack,
  proposeDraft,
  publishDraft,
  withdrawRevision,
  type Publisher,
} from "./publish";
import { renameMember } from "./rename-member";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date();
const act = by("Test", now);
const maarja: Publisher = { who: { id: "m", name: "Maarja" }, now, role: "coordinator" };
const ott: Publisher = { who: { id: "o", name: "Ott" }, now, role: "admin" };

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
  const [draft, running] = [(await draftSetup(db))!.setup, (await liveSetup(db))!.setup];
  expect(await editSetup(db, differenceOf(draft, running), act)).toMatchObject({ ok: true });
});
afterAll(() => base.drop());

const seen = async () => ({ stamp: (await readStamps(db)).stamp, last: await lastRevisionNumber(db) });
const publish = async (more: object = {}, who = maarja) =>
  publishDraft(db, { seen: await seen(), ...more }, who);
const draftName = async () => (await draftSetup(db))!.setup.offers[0]!.name;
const liveName = async () => (await liveSetup(db))!.setup.offers[0]!.name;
const rename = async (to: string) => {
  const { offers } = (await draftSetup(db))!.setup;
  const result = await editSetup(
    db,
    [{ path: `offers/${offers[0]!.code}/name`, from: offers[0]!.name, to }],
    act,
  );
  expect(result.ok).toBe(true);
};
const live = async () => (await readLiveNumber(db))!;

async function until<T>(look: () => Promise<T | undefined>): Promise<T> {
  for (let tries = 0; tries < 60; tries++) {
    const found = await look();
    if (found !== undefined) return found;
    await wait(100);
  }
  throw new Error("it did not come to that");
}

test("an edit is in the draft alone until it is published; then it is live, under a number of its own", async () => {
  const before = await liveName();
  await rename("Home, in two days");
  expect([await draftName(), await liveName()]).toEqual(["Home, in two days", before]);
  const published = await publish({ note: "a better name" });
  expect(published).toMatchObject({ ok: true, value: { number: 2 } });
  expect([await liveName(), await live()]).toEqual(["Home, in two days", 2]);
  expect(await readRevision(db, 2)).toMatchObject({
    kind: "published",
    note: "a better name",
    publishedBy: "Maarja",
    changes: { offers: 1 },
  });
  expect((await revisionSetup(db, 1))!.setup.offers[0]!.name).toBe(before);
  expect(await publish()).toMatchObject({ ok: false, code: "nothing-to-publish" });
});

test("what is stored is the draft, digit for digit, for whoever reads it without having published it", async () => {
  const holder = globalThis as { wallodromRevisions?: unknown; wallodromParts?: unknown };
  const draft = (await draftSetup(db))!.setup;
  delete holder.wallodromRevisions;
  delete holder.wallodromParts;
  expect((await liveSetup(db))!.setup).toEqual(draft);
});

test.each([
  ["update setup_parts set body = '\\x00'", "42501"],
  ["delete from setup_parts", "42501"],
  ["delete from revisions", "23000"],
  ["update revisions set note = 'other' where number = 1", "23000"],
  ["update revisions set withdrawn_at = now(), withdrawn_by = 'x' where number = 2", "23000"],
])("the database itself refuses: %s", async (statement, code) => {
  await expect(db.execute(sql.raw(statement))).rejects.toMatchObject({ cause: { code } });
});

test("a cell that is published adds a few small parts, not a setup", async () => {
  const size = async () => {
    const [row] = await db
      .select({ n: sql<number>`count(*)::int`, bytes: sql<number>`sum(length(body))::int` })
      .from(setupParts);
    return row!;
  };
  const before = await size();
  const tariff = (await draftSetup(db))!.setup.tariffs[0]!;
  const [edition] = tariff.editions;
  const path = `tariffs/${tariff.code}/editions/${encodeURIComponent(edition!.label)}/rows/0/rates/0`;
  await editSetup(db, [{ path, from: edition!.rows[0]!.rates[0] as string, to: "91.91" }], act);
  await publish();
  const after = await size();
  expect(after.n - before.n).toBeLessThan(8);
  expect(after.bytes - before.bytes).toBeLessThan(6000);
});

test("of two who publish at once one does, and the other is told who was first", async () => {
  await rename("Twice");
  const order = { seen: await seen() };
  const results = await Promise.all([publishDraft(db, order, maarja), publishDraft(db, order, ott)]);
  const [first, second] = results[0]!.ok ? results : [...results].reverse();
  expect(first).toMatchObject({ ok: true });
  expect(second).toMatchObject({
    ok: false,
    code: "published-meanwhile",
    data: { by: results[0]!.ok ? "Maarja" : "Ott", number: await live() },
  });
});

test("a publisher that dies in the middle leaves the old revision live and whole, and nothing of the new one", async () => {
  await rename("Halfway");
  const before = { live: await live(), parts: await db.$count(setupParts), name: await liveName() };
  const order = { seen: await seen() };
  const holding = await db.$client.connect();
  try {
    // its parts are stored by now, and the revision itself waits for whoever holds the table
    await holding.query("begin; lock table revisions in share mode");
    const dying = publishDraft(db, order, maarja).then(
      () => "published",
      () => "died",
    );
    const blocked = await until(async () => {
      const { rows } = await holding.query<{ pid: number }>(
        "select pid from pg_locks where relation = 'revisions'::regclass and not granted",
      );
      return rows[0]?.pid;
    });
    await holding.query("select pg_terminate_backend($1)", [blocked]);
    expect(await dying).toBe("died");
  } finally {
    await holding.query("rollback");
    holding.release();
  }
  expect({ live: await live(), parts: await db.$count(setupParts), name: await liveName() }).toEqual(before);
  expect(await draftName()).toBe("Halfway");
  expect(await publish()).toMatchObject({ ok: true, value: { number: before.live + 1 } });
});

test("of twenty edits while it is published each is in the revision or in the draft, and none is lost", async () => {
  await rename("Before the rush");
  const codes = Array.from({ length: 20 }, (_, i) => `RUSH-${i}`);
  const order = { seen: await seen() };
  const edits = codes.map((code) =>
    editSetup(db, [{ path: `goodsClasses/${code}`, to: { code, name: code } }], act),
  );
  const [published, ...edited] = await Promise.all([publishDraft(db, order, maarja), ...edits]);
  expect(edited.every(({ ok }) => ok)).toBe(true);
  // whoever looked before them does not publish what came since without having seen it
  if (!published.ok) expect(published.code).toBe("draft-moved");
  await publish();
  expect((await liveSetup(db))!.setup.goodsClasses.map(({ code }) => code)).toEqual(
    expect.arrayContaining(codes),
  );
});

test("who looked at an older draft, or may not, or comes too late, publishes nothing", async () => {
  const old = { seen: await seen() };
  await rename("Newer");
  expect(await publishDraft(db, old, maarja)).toMatchObject({ code: "draft-moved" });
  expect(await publish({}, { ...maarja, role: "viewer" })).toMatchObject({ code: "forbidden" });
  const gone = { takesEffectAt: new Date(now.getTime() - 1000) };
  expect(await publish(gone)).toMatchObject({ code: "instant-gone" });
  expect(await liveName()).not.toBe("Newer");
});

test("a stop keeps the gate shut for everybody", async () => {
  const { offers } = (await draftSetup(db))!.setup;
  const empty = { ...offers[0]!, code: "empty", plan: { kind: "ladder", match: "first", rules: [] } };
  await editSetup(db, [{ path: "offers/empty", to: empty as never }], act);
  expect(await publish()).toMatchObject({ code: "stops-at-gate", data: { stops: 1 } });
  await editSetup(db, [{ path: "offers/empty", from: empty as never }], act);
});

test("what is published for an instant waits for it, and needs nobody to become live", async () => {
  await rename("From two seconds on");
  const takesEffectAt = new Date(Date.now() + 2000);
  const before = await live();
  const published = await publish({ takesEffectAt });
  expect(published).toMatchObject({ ok: true });
  expect([await live(), await liveName()]).toEqual([before, "Before the rush"]);
  await wait(2200);
  expect(await liveName()).toBe("From two seconds on");
});

test("a clock that is set back takes nothing back, and what is published under it is live", async () => {
  await rename("Before the clock");
  await publish();
  const number = await live();
  const ahead = new Date(Date.now() + 3_600_000).toISOString();
  // the clock that published was an hour ahead of the one there is now
  await writeGate(db, { inForceSince: ahead });
  expect(await live()).toBe(number);
  await rename("After the clock");
  expect(await publish()).toMatchObject({ ok: true });
  expect(await liveName()).toBe("After the clock");
  expect(new Date((await readRevision(db, await live()))!.takesEffectAt).getTime()).toBeGreaterThanOrEqual(
    new Date(ahead).getTime(),
  );
});

test("publishing while one waits carries the same changes into it, and withdrawing it leaves the draft", async () => {
  const later = new Date(Date.now() + 9 * 3_600_000);
  await rename("In January");
  const waiting = await publish({ takesEffectAt: later, note: "January" });
  const code = "TODAY";
  await editSetup(db, [{ path: `goodsClasses/${code}`, to: { code, name: "Today" } }], act);
  const has = (setup: { goodsClasses: readonly { code: string }[] }) =>
    setup.goodsClasses.some((one) => one.code === code);
  expect(await publish()).toMatchObject({ ok: true });
  const liveNow = (await liveSetup(db))!.setup;
  expect([has(liveNow), liveNow.offers[0]!.name]).toEqual([true, "After the clock"]);
  const again = await readRevision(db, await lastRevisionNumber(db));
  expect(again).toMatchObject({ note: "January", withdrawnAt: null });
  expect(new Date(again!.takesEffectAt)).toEqual(later);
  const carried = (await revisionSetup(db, again!.number))!.setup;
  expect([has(carried), carried.offers[0]!.name]).toEqual([true, "In January"]);
  if (waiting.ok)
    expect(await readRevision(db, waiting.value.number)).toMatchObject({ withdrawnBy: "Maarja" });
  expect(await withdrawRevision(db, again!.number, ott)).toMatchObject({ ok: true });
  expect(await withdrawRevision(db, again!.number, ott)).toMatchObject({ code: "not-waiting" });
  expect(await draftName()).toBe("In January");
});

test("backing out puts what was before in force at once and leaves the draft; bringing back makes it the draft", async () => {
  const before = await liveName();
  const dark = (await draftSetup(db))!.setup;
  await publish();
  expect(await liveName()).toBe("In January");
  const fault = await live();
  expect(await backOut(db, fault - 1, ott)).toMatchObject({ code: "published-meanwhile" });
  const out = await backOut(db, fault, ott);
  expect(out).toMatchObject({ ok: true });
  expect([await liveName(), await draftName()]).toEqual([before, "In January"]);
  expect(await readRevision(db, await live())).toMatchObject({
    kind: "backed-out",
    restores: expect.any(Number),
  });
  const back = await bringBack(db, 1, act);
  expect(back.ok).toBe(true);
  expect((await draftSetup(db))!.setup).toEqual((await revisionSetup(db, 1))!.setup);
  // one edit, which can be taken back
  const again = await bringBack(db, fault, act);
  expect(again.ok).toBe(true);
  expect((await draftSetup(db))!.setup).toEqual(dark);
});

test("what is undone at the gate, or brought back, and sent again as its answer got lost, gives its first answer", async () => {
  const before = (await draftSetup(db))!.setup;
  const lived = (await liveSetup(db))!.setup;
  expect((await editSetup(db, differenceOf(before, lived), act)).ok).toBe(true);
  const member = { list: "offers" as const, code: lived.offers[0]!.code };
  const name = { path: `offers/${member.code}/name`, to: lived.offers[0]!.name };
  await rename("Of no duration");
  const origin = { id: randomUUID(), seen: (await seen()).stamp };
  const first = await takeBack(db, member, act, origin);
  expect(first).toMatchObject({ ok: true, value: { changes: [name] } });
  expect(await takeBack(db, member, act, origin)).toEqual(first);
  // under a number of its own there is nothing to undo
  const other = { ...origin, id: randomUUID() };
  expect(await takeBack(db, member, act, other)).toMatchObject({ code: "not-found" });
  await rename("Of no duration");
  const number = { id: randomUUID(), seen: (await seen()).stamp };
  const back = await bringBack(db, await live(), act, number);
  expect(back).toMatchObject({ ok: true, value: { changes: [name] } });
  expect(await bringBack(db, await live(), act, number)).toEqual(back);
  const left = differenceOf((await draftSetup(db))!.setup, before);
  expect((await editSetup(db, left, act)).ok).toBe(true);
});

test("where a second person is needed whoever asks does not publish, and whoever else may does what was asked", async () => {
  await writeGate(db, { secondPerson: true });
  await rename("By two");
  expect(await publish()).toMatchObject({ code: "second-person-needed" });
  const asked = { seen: await seen(), note: "please" };
  expect(await proposeDraft(db, asked, maarja)).toMatchObject({ ok: true });
  expect(await approveProposal(db, asked.seen, maarja)).toMatchObject({ code: "own-proposal" });
  await rename("By two, and more");
  expect(await approveProposal(db, await seen(), ott)).toMatchObject({ code: "draft-moved" });
  expect(await proposeDraft(db, { ...asked, seen: await seen() }, maarja)).toMatchObject({ ok: true });
  expect(await approveProposal(db, await seen(), ott)).toMatchObject({ ok: true });
  expect(await liveName()).toBe("By two, and more");
  expect(await readRevision(db, await live())).toMatchObject({
    publishedBy: "Ott",
    askedBy: "Maarja",
    note: "please",
  });
  await writeGate(db, { secondPerson: false });
});

test("a code renamed in the draft is called as before by items until it is live, and backed out with it", async () => {
  const classOf = async () => {
    const [row] = await db.select().from(items).where(eq(items.sku, "HIVE-10"));
    return row!.goodsClass;
  };
  const at = { list: "goodsClasses" as const, from: "bulky", to: "large" };
  expect((await renameMember(db, at, act)).ok).toBe(true);
  expect(await classOf()).toBe("bulky");
  expect(await publish()).toMatchObject({ ok: true });
  expect(await classOf()).toBe("large");
  await backOut(db, await live(), ott);
  expect(await classOf()).toBe("bulky");
  // the draft still says large, and gets its items' class when it is published again
  expect(await publish()).toMatchObject({ ok: true });
  expect(await classOf()).toBe("large");
});

test("where small edits are published as they are made each is live at once, until something is backed out", async () => {
  await writeGate(db, { smallEdits: true });
  await rename("At once");
  expect(await liveName()).toBe("At once");
  expect(await readRevision(db, await live())).toMatchObject({ kind: "small-edit", changes: { offers: 1 } });
  await backOut(db, await live(), ott);
  expect((await readGate(db))!.isHeld).toBe(true);
  await rename("Waits now");
  expect(await liveName()).not.toBe("Waits now");
  await publish();
  await rename("At once again");
  expect(await liveName()).toBe("At once again");
});
