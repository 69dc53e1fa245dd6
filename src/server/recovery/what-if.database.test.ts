import { setTimeout as sleep } from "node:timers/promises";
import { eq, sql } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { Decimal, sum } from "@/core/money/decimal";
import { readBreakValue } from "@/core/recovery/shipment-result";
import type { Json } from "@/core/setup/path";
import { reviveJobs } from "@/db/queries/jobs";
import { shipmentResults } from "@/db/schema";
import { setBillWords } from "./bill-words";
import { sentOrders } from "./sent-shipments";
import { TableOverShipments } from "./table-over-shipments";
import { takeBill } from "./take-bill";
import { runJob } from "../jobs/run-job";
import { draftSetup } from "../services/draft-setup";
import { editSetup } from "../services/edit-setup";
import { liveSetup } from "../services/live-setup";
import { jobOf, startJob } from "../services/jobs";
import { shownJob } from "../services/shown-job";
import { workOf, type SavingsResult, type TableResult } from "../services/what-if-work";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");
const ott = by("Ott", now);
const months = { from: "2026-10", to: "2026-10" };

beforeAll(async () => {
  base = await demoDatabase();
}, 120_000);
afterAll(() => base.drop());

async function done(kind: "cheaper-services" | "next-table", data: object) {
  const id = await startJob(base.db, { kind, queue: "long", data }, ott);
  await runJob(base.db, id);
  return (await jobOf(base.db, id))!;
}

const inMonths = sql`left(${shipmentResults.day}, 7) = '2026-10'`;

test("shipments over all services: each that is compared counts once, and what is saved adds up to the cent", async () => {
  const row = await done("cheaper-services", months);
  const result = row.result as SavingsResult;
  expect(row).toMatchObject({ state: "done", failure: null });
  expect(result.shipments).toBe(await base.db.$count(shipmentResults, inMonths));
  const { savings, left } = result;
  expect(savings.compared + left.reduce((count, one) => count + one.count, 0)).toBe(result.shipments);
  for (const side of [savings.inTime, savings.any]) {
    const saved = sum(side.rows.map((one) => Decimal.of(one.saved)));
    expect(saved.toString()).toBe(Decimal.of(side.saved).toString());
    for (const one of side.rows) {
      expect(one.other).not.toBe(one.service);
      expect(Decimal.of(one.own).minus(Decimal.of(one.byOther)).toString()).toBe(
        Decimal.of(one.saved).toString(),
      );
      expect(Number(one.saved)).toBeGreaterThan(0);
    }
  }
  // slower ones too can only save more
  expect(Number(savings.any.saved)).toBeGreaterThanOrEqual(Number(savings.inTime.saved));
  expect(Number(savings.any.saved)).toBeGreaterThan(0);
  expect(shownJob(row, now).href).toBe(`/recovery/cheaper?work=${row.id}`);
  expect(await workOf(base.db, "cheaper-services", undefined)).toMatchObject({ row: { id: row.id }, months });
  expect(await workOf(base.db, "next-table", row.id)).toBeUndefined();
});

/** An edition of the draft from a day on: a copy of its last one with all flat rates times a factor. */
async function newEdition(tariff: string, label: string, from: string, factor: string) {
  const draft = (await draftSetup(base.db))!;
  const own = draft.setup.tariffs.find(({ code }) => code === tariff)!;
  const last = own.editions.at(-1)!;
  const raised = (rate: string | null) =>
    rate === null ? null : Decimal.of(rate).times(Decimal.of(factor)).toString();
  const edition = {
    ...last,
    label,
    from,
    rows: last.rows.map((row) => ({
      ...row,
      rates: row.rates.map((page) => (Array.isArray(page) ? page.map(raised) : raised(page))),
    })),
  };
  delete (edition as { to?: string }).to;
  const edited = await editSetup(
    base.db,
    [{ path: `tariffs/${tariff}/editions/${label}`, to: edition as unknown as Json }],
    ott,
  );
  expect(edited).toMatchObject({ ok: true });
}

test("a new table doubles what shipments cost, cell by cell, and names the sell rates it leaves below cost", async () => {
  const tariff = "PNP-PARCEL-BUY";
  await newEdition(tariff, "2031", "2031-01-01", "2");
  const row = await done("next-table", { ...months, tariff, edition: "2031" });
  expect(row.state).toBe("done");
  const { change, ofTable, shipments, left, validFrom } = row.result as TableResult;
  expect(validFrom).toBe("2031-01-01");
  expect(shipments).toBe(await base.db.$count(shipmentResults, inMonths));
  expect(ofTable).toBe(change.shipments + left.reduce((count, one) => count + one.count, 0));
  expect(change.shipments).toBeGreaterThan(20);
  const all = (of: (cell: { before: string; after: string; difference: string }) => string) =>
    sum(change.cells.map((cell) => Decimal.of(of(cell)))).toString();
  expect(all(({ before }) => before)).toBe(Decimal.of(change.before).toString());
  expect(all(({ after }) => after)).toBe(Decimal.of(change.after).toString());
  expect(all(({ difference }) => difference)).toBe(Decimal.of(change.difference).toString());
  expect(change.cells.every(({ tariff: own }) => own === tariff)).toBe(true);
  expect(Number(change.after)).toBeGreaterThan(1.5 * Number(change.before));
  for (const cell of change.belowCost) {
    expect(Number(cell.marginBefore)).toBeGreaterThanOrEqual(0);
    expect(Number(cell.marginAfter)).toBeLessThan(0);
  }
  // a table that stays as it is changes nothing
  await newEdition(tariff, "2032", "2032-01-01", "1");
  const same = await done("next-table", { ...months, tariff, edition: "2032" });
  expect((same.result as TableResult).change).toMatchObject({ difference: "0.00", belowCost: [] });
});

test("a weight that was billed counts instead of the items'", async () => {
  const tariff = "PNP-PARCEL-BUY";
  const result = async () =>
    (await done("next-table", { ...months, tariff, edition: "2032" })).result as TableResult;
  const before = await result();
  expect(before.byBilledWeight).toBe(0);
  const [own] = await base.db
    .select()
    .from(shipmentResults)
    .where(sql`${inMonths} and ${eq(shipmentResults.service, "PNP-PARCEL")}`)
    .orderBy(shipmentResults.order)
    .limit(1);
  // a break away from its own
  const isLight = Number(readBreakValue(own!.break)?.upper ?? 99) <= 10;
  const weight = isLight ? "29" : "0.5";
  const words = { codes: [{ code: "FRT", kind: "freight" as const }], services: {}, zones: {} };
  await setBillWords(base.db, "PNP", words, ott);
  const line = { reference: own!.order, charge: "FRT", amount: "9.00", weight };
  const bill = { number: "W-1", date: "2026-11-01", currency: "EUR", lines: [line] };
  expect(await takeBill(base.db, "PNP", bill, ott)).toMatchObject({ ok: true, value: { taken: 1 } });
  const after = await result();
  expect(after.byBilledWeight).toBe(1);
  expect(after.change.before).not.toBe(before.change.before);
});

test("shipments of an order that names what is gone are told as left out, where the table was theirs", async () => {
  const { compiled } = (await liveSetup(base.db))!;
  const over = new TableOverShipments(
    compiled,
    { tariff: "PNP-PARCEL-BUY", from: "2026-01-01" },
    { instant: now.toISOString(), today: "2026-11-24" },
  );
  for await (const page of sentOrders(base.db, months, compiled))
    for (const order of page) over.add({ ...order, items: () => undefined });
  const theirs = await base.db.$count(
    shipmentResults,
    sql`${inMonths} and ${eq(shipmentResults.service, "PNP-PARCEL")}`,
  );
  expect(theirs).toBeGreaterThan(0);
  expect(over.laid).toMatchObject({ ofTable: theirs, left: [{ why: "gone", count: theirs }] });
});

test("work stopped in its middle, as when its process dies, is begun again by another and comes to the same", async () => {
  const whole = await done("cheaper-services", months);
  const id = await startJob(base.db, { kind: "cheaper-services", queue: "long", data: months }, ott);
  const stop = new AbortController();
  const run = runJob(base.db, id, stop.signal);
  while ((await jobOf(base.db, id))!.state === "waiting") await sleep(2);
  stop.abort();
  await run;
  expect(await jobOf(base.db, id)).toMatchObject({ state: "running", endedAt: null });
  // nobody else may have it as long as it may be alive
  await runJob(base.db, id);
  expect(await jobOf(base.db, id)).toMatchObject({ state: "running", tries: 1 });
  expect(await reviveJobs(base.db, 0, 3)).toMatchObject([{ id, state: "waiting" }]);
  await runJob(base.db, id);
  const again = await jobOf(base.db, id);
  expect(again).toMatchObject({ state: "done", tries: 2 });
  expect(again!.result).toEqual(whole.result);
});

test("an edition that is gone, and work that is nobody's, are said", async () => {
  const gone = await done("next-table", { ...months, tariff: "PNP-PARCEL-BUY", edition: "1999" });
  expect(gone).toMatchObject({ state: "failed", failure: { code: "edition-gone" } });
  expect(shownJob(gone, now).failure).toContain("no longer in the draft");
  const unread = await done("cheaper-services", { from: "2026-13", to: "x" });
  expect(unread).toMatchObject({ state: "failed", failure: { code: "unknown-work" } });
});
