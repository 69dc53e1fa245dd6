import { and, asc, desc, eq, getTableColumns, gte, inArray, lte, sql } from "drizzle-orm";
import type { Database } from "../connect";
import { appendRows } from "./bulk";
import { bills, billedShipments, billWords, dispatches, objections, orders, shipments } from "../schema";

export type BillRow = typeof bills.$inferSelect;
export type BilledShipmentRow = typeof billedShipments.$inferSelect;

export async function readBillWords(db: Database, carrier: string) {
  const [row] = await db.select().from(billWords).where(eq(billWords.carrier, carrier));
  return row;
}

/** Puts how a carrier's bills are read in place. */
export async function putBillWords(
  tx: Database,
  row: Omit<typeof billWords.$inferSelect, "version">,
): Promise<void> {
  const { carrier: _, ...rest } = row;
  await tx
    .insert(billWords)
    .values(row)
    .onConflictDoUpdate({
      target: billWords.carrier,
      set: { ...rest, version: sql`${billWords.version} + 1` },
    });
}

/** Stores a bill; `undefined` where the carrier has billed by its number before. */
export async function insertBill(
  tx: Database,
  row: Omit<typeof bills.$inferInsert, "id">,
  parts: readonly Omit<BilledShipmentRow, "bill">[],
): Promise<string | undefined> {
  const [stored] = await tx
    .insert(bills)
    .values(row)
    .onConflictDoNothing({ target: [bills.carrier, bills.number] })
    .returning({ id: bills.id });
  if (!stored) return undefined;
  await appendRows(
    tx,
    billedShipments,
    parts.map((part) => ({ ...part, bill: stored.id })),
  );
  return stored.id;
}

export async function readBill(
  db: Database,
  id: string,
  { lock = false }: { readonly lock?: boolean } = {},
): Promise<BillRow | undefined> {
  const asked = db.select().from(bills).where(eq(bills.id, id));
  const [row] = await (lock ? asked.for("update") : asked);
  return row;
}

/** Of a bill's shipments the places of those whose shipment of ours is taken already, by it or another bill. */
export async function takenElsewhere(
  tx: Database,
  list: readonly Pick<BilledShipmentRow, "position" | "charge" | "shipment">[],
): Promise<Set<number>> {
  const charged = list.flatMap(({ charge }) => charge ?? []);
  if (charged.length === 0) return new Set();
  const rows = await tx
    .select({ charge: billedShipments.charge, shipment: billedShipments.shipment })
    .from(billedShipments)
    .where(and(inArray(billedShipments.charge, charged), billedShipments.taken));
  const taken = new Set(rows.map(({ charge, shipment }) => `${charge ?? ""}/${shipment ?? ""}`));
  return new Set(
    list.flatMap(({ position, charge, shipment }) =>
      taken.has(`${charge ?? ""}/${shipment ?? ""}`) ? [position] : [],
    ),
  );
}

/** Takes a bill back; which it was. */
export async function deleteBill(tx: Database, id: string): Promise<BillRow | undefined> {
  const [row] = await tx.delete(bills).where(eq(bills.id, id)).returning();
  return row;
}

/** Something billed, and what we know of the shipment it is. */
export interface BilledAndOurs extends BilledShipmentRow {
  readonly ourService: string | null;
  readonly ourCountry: string | null;
  readonly ourPostcode: string | null;
  /** How far an objection to it is. */
  readonly objection: string | null;
}

export async function shipmentsOfBill(db: Database, bill: string): Promise<BilledAndOurs[]> {
  return db
    .select({
      ...getTableColumns(billedShipments),
      ourService: shipments.service,
      ourCountry: orders.country,
      ourPostcode: orders.postcode,
      objection: objections.state,
    })
    .from(billedShipments)
    .leftJoin(
      objections,
      and(eq(objections.bill, billedShipments.bill), eq(objections.position, billedShipments.position)),
    )
    .leftJoin(
      shipments,
      and(eq(shipments.charge, billedShipments.charge), eq(shipments.position, billedShipments.shipment)),
    )
    .leftJoin(orders, eq(orders.number, billedShipments.order))
    .where(eq(billedShipments.bill, bill))
    .orderBy(asc(billedShipments.position));
}

export async function setBilledShipment(
  tx: Database,
  { bill, position, ...rest }: Pick<BilledShipmentRow, "bill" | "position"> & Partial<BilledShipmentRow>,
): Promise<void> {
  await tx
    .update(billedShipments)
    .set(rest)
    .where(and(eq(billedShipments.bill, bill), eq(billedShipments.position, position)));
}

export type ListedBill = Omit<BillRow, "lines">;

/** The newest first. */
export async function listBills(db: Database, most: number): Promise<ListedBill[]> {
  const { lines: _, ...columns } = getTableColumns(bills);
  return db.select(columns).from(bills).orderBy(desc(bills.date), bills.carrier, bills.number).limit(most);
}

/** Why shipments were billed otherwise than expected, in their order; `undefined` where nothing is billed, or can't be explained. */
export async function explanationsOf(
  db: Database,
  list: readonly { readonly charge: string; readonly position: number }[],
): Promise<unknown[]> {
  if (list.length === 0) return [];
  const rows = await db
    .select({
      charge: billedShipments.charge,
      shipment: billedShipments.shipment,
      explained: billedShipments.explained,
    })
    .from(billedShipments)
    .where(
      and(
        inArray(billedShipments.charge, [...new Set(list.map(({ charge }) => charge))]),
        billedShipments.taken,
      ),
    );
  const known = new Map(rows.map((row) => [`${row.charge ?? ""}/${row.shipment ?? ""}`, row.explained]));
  return list.map(({ charge, position }) => known.get(`${charge}/${position}`) ?? undefined);
}

/** A shipment of a charge that stands, as it left or was to leave. */
export interface ShippedRow {
  readonly charge: string;
  readonly position: number;
  readonly order: string;
  readonly service: string;
  readonly origin: string;
  readonly weight: string | null;
  readonly country: string;
  readonly postcode: string;
  readonly placedAt: string;
  readonly day: string | null;
  readonly tracking: readonly string[] | null;
  /** The bill that has it. */
  readonly billed: string | null;
}

/** What was shipped by services between two instants of ordering, in the order of orders and shipments. */
export async function shippedBy(
  db: Database,
  services: readonly string[],
  { from, before }: { readonly from: string; readonly before: string },
): Promise<ShippedRow[]> {
  if (services.length === 0) return [];
  const left = db
    .selectDistinctOn([dispatches.order, dispatches.service, dispatches.origin], {
      order: dispatches.order,
      service: dispatches.service,
      origin: dispatches.origin,
      day: dispatches.day,
      tracking: dispatches.tracking,
    })
    .from(dispatches)
    .orderBy(dispatches.order, dispatches.service, dispatches.origin, dispatches.day)
    .as("departed");
  const billed = sql<string | null>`(
    select ${bills.number} from ${billedShipments} join ${bills} on ${bills.id} = ${billedShipments.bill}
    where ${billedShipments.charge} = ${shipments.charge} and ${billedShipments.shipment} = ${shipments.position}
      and ${billedShipments.taken} limit 1)`;
  return db
    .select({
      charge: shipments.charge,
      position: shipments.position,
      order: shipments.order,
      service: shipments.service,
      origin: shipments.origin,
      weight: shipments.chargeableWeight,
      country: orders.country,
      postcode: orders.postcode,
      placedAt: orders.placedAt,
      day: left.day,
      tracking: left.tracking,
      billed,
    })
    .from(shipments)
    .innerJoin(orders, and(eq(orders.charge, shipments.charge), eq(orders.number, shipments.order)))
    .leftJoin(
      left,
      and(
        eq(left.order, shipments.order),
        eq(left.service, shipments.service),
        eq(left.origin, shipments.origin),
      ),
    )
    .where(
      and(
        inArray(shipments.service, [...services]),
        gte(orders.placedAt, from),
        lte(orders.placedAt, before),
      ),
    )
    .orderBy(shipments.order, shipments.position);
}

export type ObjectionRow = typeof objections.$inferSelect;

/** Stores objections; those to what is objected to already are left out. How many there are now that were not. */
export async function insertObjections(
  tx: Database,
  rows: readonly Omit<ObjectionRow, "id">[],
): Promise<number> {
  if (rows.length === 0) return 0;
  const stored = await tx
    .insert(objections)
    .values([...rows])
    .onConflictDoNothing({ target: [objections.bill, objections.position] })
    .returning({ id: objections.id });
  return stored.length;
}

export async function lockObjection(tx: Database, id: string): Promise<ObjectionRow | undefined> {
  const [row] = await tx.select().from(objections).where(eq(objections.id, id)).for("update");
  return row;
}

export async function setObjection(
  tx: Database,
  { id, ...rest }: Pick<ObjectionRow, "id"> & Partial<ObjectionRow>,
): Promise<void> {
  await tx.update(objections).set(rest).where(eq(objections.id, id));
}

export async function hasObjections(tx: Database, bill: string): Promise<boolean> {
  const rows = await tx
    .select({ id: objections.id })
    .from(objections)
    .where(eq(objections.bill, bill))
    .limit(1);
  return rows.length > 0;
}

/** Objections with what they are about, the newest first; ties by bill and place. */
export async function listObjections(db: Database) {
  return db
    .select({
      ...getTableColumns(objections),
      carrier: bills.carrier,
      number: bills.number,
      date: bills.date,
      order: billedShipments.order,
      match: billedShipments.match,
      parcel: billedShipments.parcel,
      lines: billedShipments.lines,
    })
    .from(objections)
    .innerJoin(bills, eq(bills.id, objections.bill))
    .innerJoin(
      billedShipments,
      and(eq(billedShipments.bill, objections.bill), eq(billedShipments.position, objections.position)),
    )
    .orderBy(desc(objections.saidAt), bills.number, objections.position);
}
