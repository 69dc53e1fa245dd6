import fc from "fast-check";
import { sql } from "drizzle-orm";
import demo from "../../../demo/nettle-and-comb.setup.json";
import { anySetup } from "../../../tests/support/any-setup";
import { freshDatabase } from "../../../tests/support/database";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "../connect";
import { origins, tariffRows } from "../schema";
import { readSetup, readStamp, writeSetup } from "./setup";

let base: Awaited<ReturnType<typeof freshDatabase>>;
let db: Database;
const now = new Date("2026-11-24T08:00:00Z");

beforeAll(async () => {
  base = await freshDatabase();
  db = base.db;
});
afterAll(() => base.drop());

async function store(after: Setup): Promise<Setup | undefined> {
  await db.transaction(async (tx) => writeSetup(tx as Database, await readSetup(tx as Database), after, now));
  return readSetup(db);
}

test("nothing is stored at first", async () => {
  expect(await readSetup(db)).toBeUndefined();
  expect(await readStamp(db)).toBe(0);
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

test("only the rows that differ are written; the stamp moves by one", async () => {
  const before = smallestSetup();
  await store(before);
  const stamp = await readStamp(db);
  const untouched = await db.select({ place: sql<string>`xmin::text` }).from(tariffRows);
  const after = smallestSetup();
  after.origins[0]!.name = "The other shed";
  await store(after);
  expect(await readStamp(db)).toBe(stamp + 1);
  expect(await db.select({ place: sql<string>`xmin::text` }).from(tariffRows)).toEqual(untouched);
  expect((await db.select({ version: origins.version }).from(origins))[0]!.version).toBeGreaterThan(1);
});

test("a write that is cut off leaves everything as it was", async () => {
  const before = await readSetup(db);
  const after = smallestSetup();
  after.carriers[0]!.name = "Half";
  const cut = db.transaction(async (tx) => {
    await writeSetup(tx as Database, before, after, now);
    await tx.execute(sql`select pg_terminate_backend(pg_backend_pid())`);
  });
  await expect(cut).rejects.toThrow();
  expect(await readSetup(db)).toEqual(before);
});
