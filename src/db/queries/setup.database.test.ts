import fc from "fast-check";
import { sql } from "drizzle-orm";
import demo from "../../../demo/nettle-and-comb.setup.json";
import { anyBusiness } from "../../../tests/support/any-business";
import { anySetup } from "../../../tests/support/any-setup";
import type { PooledDatabase } from "@/db/connect";
import { freshDatabase } from "../../../tests/support/database";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { applyChanges } from "@/core/setup/change";
import type { Change } from "@/core/setup/inverse";
import { parseSetup } from "@/core/setup/parse-setup";
import { valueAt, type Json } from "@/core/setup/path";
import type { Setup } from "@/core/setup/setup";
import { origins, tariffRows } from "../schema";
import { readSetup, readStamps, writeSetup } from "./setup";

let base: Awaited<ReturnType<typeof freshDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T08:00:00Z");

beforeAll(async () => {
  base = await freshDatabase();
  db = base.db;
});
afterAll(() => base.drop());

async function store(after: Setup): Promise<Setup | undefined> {
  await db.transaction(async (tx) => writeSetup(tx, await readSetup(tx), after, now));
  return readSetup(db);
}

test("nothing is stored at first", async () => {
  expect(await readSetup(db)).toBeUndefined();
  expect((await readStamps(db)).stamp).toBe(0);
});

test("the demo comes back as it was written", async () => {
  const setup = sure(parseSetup(demo));
  expect(await store(setup)).toEqual(setup);
});

test("any setup comes back as it was written, whatever was there before", async () => {
  await fc.assert(
    fc.asyncProperty(anySetup, async (generated) => {
      const setup = sure(parseSetup(generated));
      expect(setup).toEqual(generated);
      expect(await store(setup)).toEqual(setup);
    }),
    { seed: 23, numRuns: 25 },
  );
}, 60_000);

test("a whole business comes back as it was written, one put over another", async () => {
  await fc.assert(
    fc.asyncProperty(anyBusiness, async ({ setup }) => {
      expect(await store(setup)).toEqual(setup);
    }),
    { seed: 29, numRuns: 25 },
  );
}, 60_000);

test("only the rows that differ are written; the stamp moves by one", async () => {
  const before = smallestSetup();
  await store(before);
  const stamp = (await readStamps(db)).stamp;
  const untouched = await db.select({ place: sql<string>`xmin::text` }).from(tariffRows);
  const after = smallestSetup();
  after.origins[0]!.name = "The other shed";
  await store(after);
  expect((await readStamps(db)).stamp).toBe(stamp + 1);
  expect(await db.select({ place: sql<string>`xmin::text` }).from(tariffRows)).toEqual(untouched);
  expect((await db.select({ version: origins.version }).from(origins))[0]!.version).toBeGreaterThan(1);
});

test("a write that is cut off leaves everything as it was", async () => {
  const before = await readSetup(db);
  const after = smallestSetup();
  after.carriers[0]!.name = "Half";
  const cut = db.transaction(async (tx) => {
    await writeSetup(tx, before, after, now);
    await tx.execute(sql`select pg_terminate_backend(pg_backend_pid())`);
  });
  await expect(cut).rejects.toThrow();
  expect(await readSetup(db)).toEqual(before);
});

test("rows put in, taken out and changed, by whoever has read the setup and whoever keeps it: what is stored is what was meant", async () => {
  const path = "tariffs/DEALER-ROAD-SELL/editions/2026/rows";
  await store(sure(parseSetup(demo)));
  let kept = (await readSetup(db))!;
  const rows = (setup: Setup) =>
    valueAt(setup, path) as readonly { zone: string; rates: readonly string[] }[];
  const spare: Json[] = [];
  for (let step = 0; step < 40; step++) {
    // every third edit is another process's, which has read it all
    const before = step % 3 === 2 ? (await readSetup(db))! : kept;
    const list = rows(before);
    const at = (step * 7) % list.length;
    const change: Change =
      step % 4 === 1 && spare.length > 0
        ? { path: `${path}/${at}`, to: spare.pop() as Json, at }
        : step % 2 === 0 && list.length > 1
          ? { path: `${path}/${at}`, from: list[at] as never }
          : { path: `${path}/${at}/rates/0`, from: list[at]!.rates[0] as string, to: String(100 + step) };
    if (change.to === undefined) spare.push(change.from as Json);
    const changed = sure(applyChanges(before, [change])).setup;
    await db.transaction((tx) => writeSetup(tx, before, changed, now));
    expect(rows((await readSetup(db))!)).toEqual(rows(changed));
    kept = changed;
  }
});
