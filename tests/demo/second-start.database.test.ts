import { sql } from "drizzle-orm";
import { bills, deliveries } from "@/db/schema";
import { deleteBill, listBills } from "@/db/queries/recovery";
import { loadDemoArrivals } from "../../scripts/load-demo-arrivals";
import { loadDemoBills } from "../../scripts/load-demo-bills";
import { by } from "../support/by";
import { demoDatabase } from "../support/database";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");
const signe = by("Signe", now);

beforeAll(async () => {
  base = await demoDatabase();
}, 120_000);
afterAll(() => base.drop());

const counts = async () => [await base.db.$count(bills), await base.db.$count(deliveries)];
const load = async () => {
  await loadDemoBills(base.db, signe);
  await loadDemoArrivals(base.db, signe);
};

test("the demo's bills and arrivals are there once, however often it is started, and whole after a start that was stopped", async () => {
  await load();
  const [billCount = 0, arrivals = 0] = await counts();
  expect(billCount).toBe(12);
  expect(arrivals).toBeGreaterThan(2000);
  await load();
  expect(await counts()).toEqual([billCount, arrivals]);
  const [last] = await listBills(base.db, 1);
  await base.db.transaction((tx) => deleteBill(tx, last!.id));
  await base.db.execute(sql`delete from deliveries where order_number like '%7'`);
  await load();
  expect(await counts()).toEqual([billCount, arrivals]);
}, 120_000);
