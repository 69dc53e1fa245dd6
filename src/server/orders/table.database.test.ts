import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { isOpen } from "@/core/orders/order-state";
import type { PooledDatabase } from "@/db/connect";
import { queueSorts, type QueueAsked } from "./order-queue";
import { tableOrders, tablePage, tableRows, type TableRow } from "./order-table";
import { receiveOrders } from "./receive-orders";
import { dropView, keepView, listViews } from "./saved-views";

let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  base = await demoDatabase();
  db = base.db;
}, 60_000);
afterAll(() => base.drop());

/** All rows, page after page. */
async function pages(asked: QueueAsked): Promise<TableRow[]> {
  const rows: TableRow[] = [];
  let after: string | undefined;
  do {
    const page = await tablePage(db, { ...asked, after });
    rows.push(...page!.rows);
    after = page!.next;
  } while (after !== undefined && rows.length < 5000);
  return rows;
}

const numbers = (rows: readonly { readonly number: string }[]) => rows.map(({ number }) => number);

test.each(Object.keys(queueSorts))(
  "sorted by %s, page after page gives each order once and in the order of the whole",
  async (sort) => {
    const asked = { queue: "handed-over", sort, channel: "web" };
    const [paged, whole] = [await pages(asked), await tableRows(db, asked)];
    expect(paged.length).toBeGreaterThan(200);
    expect(new Set(numbers(paged)).size).toBe(paged.length);
    expect(numbers(paged)).toEqual(numbers(whole));
    expect((await tablePage(db, asked))!.found).toBe(whole.length);
  },
);

test("conditions hold together, and each keeps only what it says", async () => {
  const all = await tableRows(db, { queue: "handed-over" });
  const some = await tableRows(db, {
    queue: "handed-over",
    country: "SE",
    loss: "1",
    least: "100",
    most: "600",
  });
  expect(some.length).toBeGreaterThan(0);
  expect(some.length).toBeLessThan(all.length);
  for (const row of some) {
    expect(row.country).toBe("SE");
    expect(Number(row.margin)).toBeLessThan(0);
    expect(Number(row.goods)).toBeGreaterThanOrEqual(100);
    expect(Number(row.goods)).toBeLessThanOrEqual(600);
  }
  const bySeveral = all.filter(
    ({ country, margin, goods }) =>
      country === "SE" && Number(margin) < 0 && Number(goods) >= 100 && Number(goods) <= 600,
  );
  expect(numbers(some)).toEqual(numbers(bySeveral));
  expect((await tableRows(db, {})).every(({ state }) => isOpen(state))).toBe(true);
  expect(await tableRows(db, { origin: "NYK", queue: "handed-over" })).toEqual(
    all.filter(({ origins }) => origins.includes("Nyköping")),
  );
});

test("days are the business's, both in: late in the evening is still that day", async () => {
  const order = (number: string, placedAt: string) => ({
    number,
    channel: "web",
    placedAt,
    customer: { name: "Day" },
    shipTo: { country: "EE", postcode: "51013", city: "Tartu" },
    lines: [{ sku: "FRAME-25", quantity: 1, unitPrice: "37.82" }],
  });
  await receiveOrders(
    db,
    [order("DAY-1", "2026-05-10T21:59:00Z"), order("DAY-2", "2026-05-10T22:00:00Z")],
    act,
  );
  // in May the clock in Tartu is three hours before Greenwich: 00:59 and 01:00
  const on = (day: string) => tableRows(db, { from: day, until: day, find: "day-" });
  expect(numbers(await on("2026-05-11"))).toEqual(["DAY-2", "DAY-1"]);
  expect(numbers(await on("2026-05-10"))).toEqual([]);
  expect((await on("2026-05-11"))[1]!.placed).toBe("2026-05-11 00:59");
  // what is no day is no condition
  expect(numbers(await tableRows(db, { from: "soon", until: "2026-02-31", find: "day-" }))).toHaveLength(2);
  expect(numbers(await tableRows(db, { least: "much", find: "day-" }))).toHaveLength(2);
});

test("whole orders are given out as they came in: received again they are the same", async () => {
  const given = await tableOrders(db, { find: "day-" });
  expect(given).toMatchObject([{ number: "DAY-2" }, { number: "DAY-1", lines: [{ sku: "FRAME-25" }] }]);
  const fates = await receiveOrders(db, given, act);
  // a day without milliseconds was sent, one with them is given out
  expect(fates.ok && fates.value.every(({ fate }) => fate === "same" || fate === "other")).toBe(true);
});

test("lists are kept for all, under a name the last of which counts, and are forgotten", async () => {
  await keepView(db, { name: "Losing in Sweden", query: "country=SE&loss=1" }, act);
  await keepView(db, { name: "Losing in Sweden", query: "country=SE&loss=1&sort=loss" }, act);
  await keepView(db, { name: "All", query: "" }, act);
  const kept = await listViews(db);
  expect(kept.map(({ name, query }) => [name, query])).toEqual([
    ["All", ""],
    ["Losing in Sweden", "country=SE&loss=1&sort=loss"],
  ]);
  expect((await dropView(db, kept[0]!.id, act)).ok).toBe(true);
  expect(await dropView(db, kept[0]!.id, act)).toMatchObject({ ok: false, code: "not-found" });
  expect(await listViews(db)).toHaveLength(1);
});
