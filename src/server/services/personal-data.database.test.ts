import { and, eq, ne } from "drizzle-orm";
import { by } from "../../../tests/support/by";
import { demoDatabase } from "../../../tests/support/database";
import type { PooledDatabase } from "@/db/connect";
import { note } from "@/db/queries/activity";
import { activity, orders } from "@/db/schema";
import { ERASED, eraseCustomer, forgetOld, readKeepMonths, setKeepMonths } from "./personal-data";

let filled: Awaited<ReturnType<Awaited<ReturnType<typeof demoDatabase>>["freeze"]>>;
let base: Awaited<ReturnType<typeof demoDatabase>>;
let db: PooledDatabase;
const now = new Date("2026-11-24T09:00:00Z");
const act = by("Test", now);

beforeAll(async () => {
  const first = await demoDatabase();
  filled = await first.freeze();
}, 60_000);
afterAll(() => filled.drop());
beforeEach(async () => {
  base = await filled.copy();
  db = base.db;
});
afterEach(() => base.drop());

type Order = typeof orders.$inferInsert;

/** Puts orders in that differ from a demo order by what is given. */
async function put(...list: Partial<Order>[]): Promise<void> {
  const [sample] = await db.select().from(orders).where(eq(orders.state, "handed-over")).limit(1);
  await db.insert(orders).values(list.map((own) => ({ ...sample!, charge: null, ...own })));
}
const orderOf = async (number: string) =>
  (await db.select().from(orders).where(eq(orders.number, number)))[0];

const salme = {
  customerName: "Salme Näide",
  street: "Kase 4-2",
  postcode: "51013",
  country: "EE",
  city: "Tartu",
  state: "handed-over",
  recipient: "Endel Näide",
  phone: "+372 5550 0000",
  email: "salme@naide.example",
  billTo: { name: "Näide OÜ", country: "EE" },
  note: "ring Salme Näide",
  words: "e1 salme näide tartu 51013",
};

test("a customer goes from all their done orders and from the record, and nobody else does", async () => {
  await put(
    { ...salme, number: "E1" },
    { ...salme, number: "E2" },
    // another of the same name, and another at the same street
    { ...salme, number: "E3", street: "Kase 5" },
    { ...salme, number: "E4", customerName: "Salme Naide" },
  );
  await note(db, act, {
    what: "address-changed",
    subject: "orders/E2",
    from: { street: "Kase 4" },
    to: salme,
  });
  expect(await eraseCustomer(db, "E1", act)).toEqual({ ok: true, value: { orders: 2 } });
  for (const number of ["E1", "E2"])
    expect(await orderOf(number)).toMatchObject({
      customerName: ERASED,
      street: "",
      city: "Tartu",
      postcode: "51013",
      recipient: null,
      phone: null,
      email: null,
      billTo: null,
      note: null,
      words: `${number.toLowerCase()} tartu 51013`,
    });
  expect((await orderOf("E3"))?.customerName).toBe("Salme Näide");
  expect((await orderOf("E4"))?.street).toBe("Kase 4-2");
  const record = await db.select().from(activity);
  expect(record.filter(({ subject }) => subject === "orders/E2")).toMatchObject([
    { what: "address-changed", from: null, to: null },
  ]);
  expect(JSON.stringify(record)).not.toMatch(/Salme Näide|Kase 4/);
  expect(record.filter(({ what }) => what === "customer-erased")).toMatchObject([
    { subject: "orders/E1", who: "Test", to: { value: 2 } },
  ]);
  // nobody is left there to erase
  expect(await eraseCustomer(db, "E1", act)).toMatchObject({ ok: false, code: "not-found" });
});

test("a customer who waits for an order stays", async () => {
  await put({ ...salme, number: "E1" }, { ...salme, number: "E2", state: "to-rate" });
  expect(await eraseCustomer(db, "E1", act)).toMatchObject({
    ok: false,
    code: "customer-has-open-orders",
    data: { orders: 1 },
  });
  expect((await orderOf("E1"))?.customerName).toBe("Salme Näide");
});

test("nothing is forgotten until somebody says when; then done orders older than that are", async () => {
  await put(
    { ...salme, number: "OLD", placedAt: "2026-05-23T08:00:00Z" },
    { ...salme, number: "YOUNG", placedAt: "2026-05-25T08:00:00Z" },
    { ...salme, number: "OPEN", placedAt: "2026-01-01T08:00:00Z", state: "to-rate" },
  );
  expect(await readKeepMonths(db)).toBeUndefined();
  expect(await forgetOld(db, now)).toEqual({ ok: true, value: { orders: 0 } });
  await setKeepMonths(db, 6, act);
  const result = await forgetOld(db, now);
  expect(result.ok && result.value.orders).toBeGreaterThan(0);
  expect((await orderOf("OLD"))?.customerName).toBe(ERASED);
  for (const number of ["YOUNG", "OPEN"]) expect((await orderOf(number))?.customerName).toBe("Salme Näide");
  const left = await db
    .select()
    .from(orders)
    .where(and(eq(orders.state, "handed-over"), ne(orders.customerName, ERASED)));
  expect(left.every(({ placedAt }) => new Date(placedAt) >= new Date("2026-05-24T09:00:00Z"))).toBe(true);
  // once more changes nothing
  expect(await forgetOld(db, now)).toEqual({ ok: true, value: { orders: 0 } });
  await setKeepMonths(db, undefined, act);
  expect(await readKeepMonths(db)).toBeUndefined();
});
