import { and, eq, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { dateOf, dayOf } from "@/core/calendar/working-days";
import { deliveries, shipmentResults } from "@/db/schema";
import { draftSetup } from "../services/draft-setup";
import { knownNumbers, storeArrivals } from "./arrivals";
import { makeAllResults } from "./make-results";
import { putTransit, viewPromises } from "./promise-view";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");
const ott = by("Ott", now);
const months = { from: "2025-12", to: "2026-10" };

beforeAll(async () => {
  base = await demoDatabase();
}, 120_000);
afterAll(() => base.drop());

/** Orders with one shipment by a service to a zone, most of all; each with what was promised. */
async function sent(most: number) {
  return base.db
    .select()
    .from(shipmentResults)
    .where(
      and(
        eq(shipmentResults.service, "PNP-PARCEL"),
        sql`${shipmentResults.day} between '2025-12-01' and '2026-10-31'`,
        sql`${shipmentResults.promisedOn} is not null`,
        sql`not exists (select 1 from shipment_results o where o.order_number = ${shipmentResults.order} and o.position > 0)`,
      ),
    )
    .orderBy(shipmentResults.order)
    .limit(most);
}

const later = (day: string, days: number) => dateOf(dayOf(day) + days);

test("arrivals by order number make promises kept and broken, and days that would hold go into the draft", async () => {
  const list = await sent(400);
  expect(list.length).toBeGreaterThan(25);
  const rows = list.map(({ order, promisedOn }, i) => ({
    number: order,
    day: i % 3 === 0 ? later(promisedOn!, 4) : promisedOn!,
  }));
  expect(await storeArrivals(base.db, rows, ott)).toEqual({ ok: true, value: { shipments: rows.length } });
  await makeAllResults(base.db);
  const view = (await viewPromises(base.db, months))!;
  expect([view.shipments, view.inTime]).toEqual([rows.length, rows.filter((_, i) => i % 3 !== 0).length]);
  const most = view.rows.find(({ differs }) => differs)!;
  expect(most).toMatchObject({ service: "PNP-PARCEL", mostLate: 4 });
  expect(most.proposed!.maxDays).toBeGreaterThan(most.today!.maxDays);
  const { service, zone, proposed } = most;
  expect(await putTransit(base.db, { service, zone, ...proposed! }, ott)).toMatchObject({ ok: true });
  const draft = (await draftSetup(base.db))!;
  const transit = draft.setup.services.find(({ code }) => code === service)!.transit;
  expect(transit.byZone).toContainEqual({ zone: zone.split("/")[1], ...proposed });
  // others stay as they were
  expect(transit.byZone!.length).toBeGreaterThan(0);
  const anew = (await viewPromises(base.db, months))!;
  expect(anew.rows.find((one) => one.service === service && one.zone === zone)).toMatchObject({
    today: proposed,
    differs: false,
  });
});

test("a corrected file replaces what was said; a row that can't be stores nothing of the file", async () => {
  const [one, other] = await sent(2);
  const dayOfOrder = async (order: string) =>
    (await base.db.select().from(deliveries).where(eq(deliveries.order, order))).map(({ day }) => day);
  const [before] = await dayOfOrder(one!.order);
  const right = { number: one!.order, day: later(one!.day, 2) };
  for (const wrong of [
    { number: "nobody", day: "2026-11-01" },
    { number: other!.order, day: "2026-11-25" },
    { number: other!.order, day: later(other!.day, -1) },
  ]) {
    expect(await storeArrivals(base.db, [right, wrong], ott)).toMatchObject({ ok: false, code: "invalid" });
    expect(await dayOfOrder(one!.order)).toEqual([before]);
  }
  // of two rows about one the last counts
  const first = { number: one!.order, day: later(one!.day, 1) };
  expect(await storeArrivals(base.db, [first, right], ott)).toMatchObject({ ok: true });
  expect(await dayOfOrder(one!.order)).toEqual([right.day]);
  expect(
    await base.db.execute(sql`select 1 from stale_results where order_number = ${one!.order}`),
  ).toMatchObject({
    rowCount: expect.any(Number),
  });
});

test("numbers are known by order or tracking number, those of nobody are not", async () => {
  const [one] = await sent(1);
  await base.db.execute(
    sql`update dispatches set tracking = '{"PP-77","PP-78"}' where order_number = ${one!.order}`,
  );
  expect(await knownNumbers(base.db, ["PP-78", "nobody", one!.order, "PP-78"])).toEqual([
    { number: "PP-78", shipments: 1, left: one!.day },
    { number: one!.order, shipments: 1, left: one!.day },
  ]);
  expect(await knownNumbers(base.db, [])).toEqual([]);
});
