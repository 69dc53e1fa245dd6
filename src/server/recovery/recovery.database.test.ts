import { eq } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import { loadDemoBills } from "../../../scripts/load-demo-bills";
import type { QuotedOffer } from "@/core/quote/quote";
import type { BillLine } from "@/core/recovery/bill";
import { billCauses } from "@/core/recovery/explain-bill";
import { activity, bills, billWords, billedShipments, charges, objections, shipments } from "@/db/schema";
import { readOrder } from "@/db/queries/orders";
import { shippedBy } from "@/db/queries/recovery";
import { runJob } from "../jobs/run-job";
import { jobOf, startJob } from "../services/jobs";
import { liveSetup } from "../services/live-setup";
import { shownJob } from "../services/shown-job";
import { agreeToMatches } from "./agree-matches";
import { setBillWords } from "./bill-words";
import { viewBill, viewBills } from "./bill-view";
import { moveObjection, objectTo, viewObjections } from "./objections";
import { takeBill, takeBillBack } from "./take-bill";

let base: Awaited<ReturnType<typeof demoDatabase>>;
const now = new Date("2026-11-24T09:00:00Z");
const ott = by("Ott", now);
beforeAll(async () => {
  base = await demoDatabase();
}, 60_000);
afterAll(() => base.drop());
beforeEach(async () => {
  await base.db.delete(objections);
  await base.db.delete(bills);
  await base.db.delete(billWords);
});

/** Shipments of the demo by services, charged in euros, with what each was expected to cost. */
async function shipped(services: readonly string[], count: number) {
  const rows = await shippedBy(base.db, services, {
    from: "2026-08-01T00:00:00Z",
    before: "2026-10-25T00:00:00Z",
  });
  const found = [];
  for (const row of rows) {
    const stored = (await readOrder(base.db, row.order))!;
    if (stored.charge!.currency !== "EUR") continue;
    const own = (stored.charge!.quote as QuotedOffer).shipments[row.position]!;
    found.push({ ...row, cost: own.cost, zone: own.zone });
    if (found.length === count) break;
  }
  expect(found).toHaveLength(count);
  return found;
}

const bill = (lines: readonly BillLine[], number = "PP-2026-11") => ({
  number,
  date: "2026-11-20",
  currency: "EUR",
  lines,
});
const freight = (reference: string, amount: string, own: Partial<BillLine> = {}): BillLine => ({
  reference,
  charge: "FRT",
  amount,
  ...own,
});
const more = (amount: string, by: number) => (Number(amount) + by).toFixed(2);
const words = {
  codes: [
    { code: "FRT", kind: "freight" as const },
    { code: "PICK", kind: "fee" as const },
  ],
  services: {},
  zones: {},
};

test("a bill is matched and explained: what is as expected, a kilo too many, twice, unknown, and fees of no shipment", async () => {
  await setBillWords(base.db, "PNP", words, ott);
  const list = await shipped(["PNP-PARCEL"], 4);
  expect(list.some(({ weight }) => Number(weight) < 10)).toBe(true);
  // the lightest is the one that is weighed anew
  const [fourth, first, second, third] = [...list].sort((a, b) => Number(a.weight) - Number(b.weight));
  const taken = await takeBill(
    base.db,
    "PNP",
    bill([
      freight(first!.order, first!.cost),
      freight(second!.order, more(second!.cost, 1.25)),
      freight(third!.order, third!.cost),
      freight(third!.order, third!.cost),
      // another weight: the table of that zone says what it comes to
      freight(fourth!.order, more(fourth!.cost, 3), { weight: "29.5" }),
      freight("NC-NO-SUCH", "9.99", { country: "ES", postcode: "28001" }),
      { charge: "PICK", amount: "15.00" },
    ]),
    ott,
  );
  if (!taken.ok) throw new Error(taken.code);
  expect(taken.value).toMatchObject({ shipments: 6, taken: 4 });
  const view = await viewBill(base.db, taken.value.id);
  if (!view.ok) throw new Error(view.code);
  const { matched, again, unknown, proposed, fees, sums, unread } = view.value;
  expect(matched.map(({ order }) => order).sort()).toEqual(list.map(({ order }) => order).sort());
  const of = (order: string) => matched.find((one) => one.order === order)!.explained!;
  expect(of(first!.order)).toMatchObject({ difference: "0.00", unexplained: "0.00", differs: [] });
  expect(of(second!.order)).toMatchObject({
    difference: "1.25",
    unexplained: "1.25",
    expected: second!.cost,
  });
  const weighed = of(fourth!.order);
  expect(weighed.differs).toContain("weight");
  expect(Number(weighed.causes.weight)).toBeGreaterThan(0);
  expect(again.map(({ order, billed }) => [order, billed])).toEqual([[third!.order, third!.cost]]);
  expect(unknown.map(({ parcel }) => parcel.reference)).toEqual(["NC-NO-SUCH"]);
  expect(proposed).toEqual([]);
  expect(fees).toMatchObject({ lines: [{ charge: "PICK" }], home: "15.00" });
  expect(unread).toEqual([]);
  const parts = billCauses.reduce((sum, cause) => sum + Number(sums.causes[cause]), Number(sums.unexplained));
  expect(parts).toBeCloseTo(Number(sums.difference), 6);
  expect(Number(sums.billed) - Number(sums.expected)).toBeCloseTo(Number(sums.difference), 6);
});

test("a number is billed once, whoever takes it in; taken back it can come again", async () => {
  const [one] = await shipped(["PNP-PARCEL"], 1);
  const document = bill([freight(one!.order, one!.cost)]);
  const both = await Promise.all([
    takeBill(base.db, "PNP", document, ott),
    takeBill(base.db, "PNP", document, ott),
  ]);
  expect(both.map((answer) => (answer.ok ? "taken" : answer.code)).sort()).toEqual(["bill-known", "taken"]);
  const [row] = await base.db.select().from(bills);
  expect(await takeBillBack(base.db, row!.id, ott)).toMatchObject({ ok: true });
  expect(await base.db.$count(billedShipments)).toBe(0);
  expect(await takeBill(base.db, "PNP", document, ott)).toMatchObject({ ok: true });
  expect(await takeBillBack(base.db, row!.id, ott)).toMatchObject({ ok: false, code: "not-found" });
  const noted = (await base.db.select().from(activity)).map(({ what }) => what);
  expect(noted.filter((what) => what.startsWith("bill-taken"))).toEqual(
    expect.arrayContaining(["bill-taken", "bill-taken-back"]),
  );
});

test("two bills that are taken in at once do not both have one shipment: the later sees it billed", async () => {
  const [one] = await shipped(["PNP-PARCEL"], 1);
  const take = (number: string) =>
    takeBill(base.db, "PNP", bill([freight(one!.order, one!.cost)], number), ott);
  const both = await Promise.all(["A", "B", "C"].map(take));
  expect(both.map((answer) => (answer.ok ? answer.value.taken : answer.code)).sort()).toEqual([0, 0, 1]);
  const rows = await base.db.select().from(billedShipments);
  expect(rows.map(({ match, taken }) => `${match} ${taken}`).sort()).toEqual([
    "again false",
    "again false",
    "order true",
  ]);
});

test("what another bill has is billed again there, and is no longer waited for", async () => {
  const list = await shipped(["PNP-PARCEL"], 3);
  const lines = list.slice(0, 2).map(({ order, cost }) => freight(order, cost));
  const before = (await viewBills(base.db, now))!;
  expect(before.waiting).toEqual([]);
  expect(await takeBill(base.db, "PNP", bill(lines), ott)).toMatchObject({ ok: true, value: { taken: 2 } });
  const second = await takeBill(base.db, "PNP", bill([lines[0]!], "PP-2026-11B"), ott);
  if (!second.ok) throw new Error(second.code);
  const view = await viewBill(base.db, second.value.id);
  expect(view).toMatchObject({ ok: true, value: { matched: [], again: [{ order: list[0]!.order }] } });
  const after = (await viewBills(base.db, now))!;
  expect(after.bills.map(({ number, matched }) => [number, matched])).toEqual([
    ["PP-2026-11", 2],
    ["PP-2026-11B", 0],
  ]);
  const [waiting] = after.waiting;
  expect(waiting!.orders).not.toContain(list[0]!.order);
  expect(waiting!.shipments).toBeGreaterThan(0);
});

test("a bill in the carrier's currency is held beside what was expected by the rates of its day; one without a rate is told so", async () => {
  await setBillWords(base.db, "STP", words, ott);
  const [one] = await base.db.select().from(shipments).where(eq(shipments.service, "STP-ROAD-TRT")).limit(1);
  const live = (await liveSetup(base.db))!;
  const [charge] = await base.db.select().from(charges).where(eq(charges.id, one!.charge));
  const taken = await takeBill(
    base.db,
    "STP",
    { ...bill([freight(charge!.order, "400.00")]), currency: "PLN" },
    ott,
  );
  if (!taken.ok) throw new Error(taken.code);
  const view = await viewBill(base.db, taken.value.id);
  if (!view.ok) throw new Error(view.code);
  const shown = view.value.matched[0] ?? view.value.unknown[0]!;
  const rate = live.compiled.exchange.on("2026-11-20").find("PLN", "EUR")!;
  const home = Number(rate.numerator.toString()) / Number(rate.denominator.toString());
  expect(Number(shown.billed)).toBeCloseTo(400 * home, 2);
  const none = await takeBill(base.db, "STP", { ...bill([freight("X", "4.00")], "N"), currency: "NOK" }, ott);
  if (!none.ok) throw new Error(none.code);
  const other = await viewBill(base.db, none.value.id);
  expect(other.ok && other.value.unknown[0]!.billed).toBe(
    live.compiled.exchange.find("NOK", "EUR") ? expect.any(String) : undefined,
  );
});

test("what no bill can be is refused with its place, and a carrier nobody knows has none", async () => {
  expect(await takeBill(base.db, "NOBODY", bill([freight("A", "1")]), ott)).toMatchObject({
    code: "not-found",
  });
  expect(await takeBill(base.db, "PNP", bill([freight("A", "one")]), ott)).toMatchObject({
    code: "invalid",
    problems: [{ path: "lines/0/amount" }],
  });
  expect(await base.db.$count(bills)).toBe(0);
  expect(await viewBill(base.db, "00000000-0000-4000-8000-000000000000")).toMatchObject({
    code: "not-found",
  });
});

test("the demo's bills of three months tell every cause, what is billed twice and what is nobody's, and all adds up", async () => {
  await loadDemoBills(base.db, ott);
  const list = (await viewBills(base.db, now))!.bills;
  expect(list.length).toBeGreaterThanOrEqual(9);
  const seen = new Set<string>();
  for (const { id, carrier } of list) {
    const view = await viewBill(base.db, id);
    if (!view.ok) throw new Error(view.code);
    const { sums, again, unknown, fees, matched } = view.value;
    expect(matched.length).toBeGreaterThan(0);
    for (const cause of billCauses) if (Number(sums.causes[cause]) !== 0) seen.add(cause);
    if (again.length > 0) seen.add("again");
    if (unknown.length > 0) seen.add("unknown");
    expect(fees.lines).toHaveLength(1);
    const parts = billCauses.reduce(
      (sum, cause) => sum + Number(sums.causes[cause]),
      Number(sums.unexplained),
    );
    expect(parts).toBeCloseTo(Number(sums.difference), 6);
    // what is worked out anew as it was billed leaves nothing, but where a carrier's rounding falls otherwise
    const total = Math.abs(Number(sums.unexplained));
    expect({ carrier, isSmall: total <= 0.02 * Number(sums.billed) + 0.05 }).toEqual({
      carrier,
      isSmall: true,
    });
  }
  expect([...seen].sort()).toEqual(
    expect.arrayContaining([
      "again",
      "edition",
      "exchange",
      "service",
      "surcharges",
      "unknown",
      "weight",
      "zone",
    ]),
  );
}, 60_000);

test("what is billed twice, unknown or too dear is objected to, followed to its credit, and holds its bill", async () => {
  await setBillWords(base.db, "PNP", words, ott);
  const [one, two] = await shipped(["PNP-PARCEL"], 2);
  const taken = await takeBill(
    base.db,
    "PNP",
    bill([
      freight(one!.order, more(one!.cost, 2)),
      freight(one!.order, more(one!.cost, 2)),
      freight(two!.order, two!.cost),
      freight("NC-NO-SUCH", "9.99"),
    ]),
    ott,
  );
  if (!taken.ok) throw new Error(taken.code);
  const { id } = taken.value;
  const view = await viewBill(base.db, id);
  if (!view.ok) throw new Error(view.code);
  const { matched, again, unknown } = view.value;
  const all = [...matched, ...again, ...unknown];
  expect(matched.find(({ order }) => order === two!.order)).toMatchObject({ objectable: "0" });
  const positions = all.map(({ position }) => position);
  const said = { bill: id, positions, reason: "not ours" };
  const both = await Promise.all([objectTo(base.db, said, ott), objectTo(base.db, said, ott)]);
  // what is as expected is nothing to object to; nobody objects twice
  expect(both.map((answer) => (answer.ok ? `${answer.value.count}` : answer.code)).sort()).toEqual([
    "3",
    "nothing-to-object",
  ]);
  const { list, sums } = await viewObjections(base.db);
  expect(list.map(({ amount }) => amount).sort()).toEqual(["2.00", "9.99", more(one!.cost, 2)].sort());
  expect(sums).toMatchObject([{ currency: "EUR", count: 3, wonBack: "0.00" }]);
  const first = list.find(({ amount }) => amount === "9.99")!;
  const move = (to: "accepted" | "credited" | "rejected", own = {}) =>
    moveObjection(base.db, { id: first.id, to, ...own }, ott);
  expect(await move("credited")).toMatchObject({ ok: false, code: "objection-moved" });
  const agreed = await Promise.all([move("accepted"), move("accepted")]);
  expect(agreed.filter(({ ok }) => ok)).toHaveLength(1);
  expect(await move("credited", { credited: "9.5" })).toMatchObject({ ok: true });
  expect((await viewObjections(base.db)).sums).toMatchObject([{ wonBack: "9.50" }]);
  expect(await takeBillBack(base.db, id, ott)).toMatchObject({ ok: false, code: "bill-objected" });
  expect((await viewBill(base.db, id)).ok).toBe(true);
});

test("likenesses are agreed to or not by a person, each shipment once, whoever is first", async () => {
  await setBillWords(base.db, "PNP", words, ott);
  const list = await shipped(["PNP-PARCEL"], 2);
  const like = ({ country, postcode }: { country: string; postcode: string }, amount: string): BillLine => ({
    ...{ charge: "FRT", amount, country, postcode },
  });
  const lines = list.map((one) => like(one, one.cost));
  const take = async (number: string) => {
    const taken = await takeBill(base.db, "PNP", bill(lines, number), ott);
    if (!taken.ok) throw new Error(taken.code);
    const view = await viewBill(base.db, taken.value.id);
    if (!view.ok) throw new Error(view.code);
    return view.value;
  };
  const [first, second] = [await take("L1"), await take("L2")];
  expect(first.proposed.length).toBeGreaterThan(0);
  const say = (of: typeof first, areOurs: boolean) =>
    agreeToMatches(
      base.db,
      { bill: of.id, positions: of.proposed.map(({ position }) => position), areOurs },
      ott,
    );
  const both = await Promise.all([say(first, true), say(second, true)]);
  const counts = both.map((answer) => (answer.ok ? answer.value : undefined));
  // what one has, the other has billed again
  expect(counts.reduce((sum, one) => sum + (one?.count ?? 0), 0)).toBe(first.proposed.length);
  expect(counts.reduce((sum, one) => sum + (one?.billed ?? 0), 0)).toBe(second.proposed.length);
  const rows = await base.db.select().from(billedShipments);
  expect(rows.filter(({ match, taken }) => match === "person" && taken)).toHaveLength(first.proposed.length);
  // nothing is proposed any more: saying it again changes nothing
  expect(await say(first, false)).toMatchObject({ ok: true, value: { count: 0 } });
});

test("likenesses that are not ours are unknown from then on; until somebody says so there is nothing to object to", async () => {
  await setBillWords(base.db, "PNP", words, ott);
  const [one] = await shipped(["PNP-PARCEL"], 1);
  const { country, postcode, cost } = one!;
  const taken = await takeBill(
    base.db,
    "PNP",
    bill([{ charge: "FRT", amount: cost, country, postcode }]),
    ott,
  );
  if (!taken.ok) throw new Error(taken.code);
  const { id } = taken.value;
  const positions = [0];
  const object = () => objectTo(base.db, { bill: id, positions, reason: "not ours" }, ott);
  const view = await viewBill(base.db, id);
  expect(view).toMatchObject({ ok: true, value: { proposed: [{ position: 0, objectable: "0" }] } });
  expect(await object()).toMatchObject({ ok: false, code: "nothing-to-object" });
  expect(await agreeToMatches(base.db, { bill: id, positions, areOurs: false }, ott)).toMatchObject({
    ok: true,
    value: { count: 1, billed: 0 },
  });
  expect(await viewBill(base.db, id)).toMatchObject({
    ok: true,
    value: { proposed: [], unknown: [{ position: 0, objectable: cost }] },
  });
  expect(await object()).toMatchObject({ ok: true, value: { count: 1 } });
});

test("a long bill is taken in by a worker, which tells how far it is; begun again it is not taken twice", async () => {
  await setBillWords(base.db, "PNP", words, ott);
  const list = await shipped(["PNP-PARCEL"], 3);
  const data = {
    carrier: "PNP",
    bill: bill(
      list.map(({ order, cost }) => freight(order, cost)),
      "LONG",
    ),
  };
  const run = async () => {
    const id = await startJob(base.db, { kind: "take-bill", queue: "long", data }, ott);
    await runJob(base.db, id);
    return (await jobOf(base.db, id))!;
  };
  const first = await run();
  expect(first).toMatchObject({ state: "done", done: 3, total: 3, result: { shipments: 3, taken: 3 } });
  const stored = (first.result as { id: string }).id;
  expect(shownJob(first, now).href).toBe(`/recovery/bills/${stored}`);
  const second = await run();
  expect(second).toMatchObject({ state: "failed", failure: { code: "bill-known" } });
  expect(shownJob(second, now).failure).toContain("is here already");
  expect(await base.db.$count(bills)).toBe(1);
});
