import "server-only";
import { quoteRequestSchema } from "@/core/quote/request";
import { parseWith } from "@/core/setup/parse-setup";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { readItems } from "@/db/queries/items";
import {
  insertCharge,
  listOrders,
  readOrder,
  updateOrder,
  updateQuantity,
  type OrderRow,
  type StoredOrder,
} from "@/db/queries/orders";
import { compileItem } from "@/core/parcels/compiled-item";
import { appendRows } from "@/db/queries/bulk";
import { shipments } from "@/db/schema";
import { shipmentRows } from "./shipments";
import { done, failed, type Failure, type Result } from "../result";
import { inTransaction } from "../in-transaction";
import { appliedOffer } from "./applied-offer";
import { liveSetup, type Revision } from "./live-setup";
import { basisOf, orderRequest } from "./order-request";
import { rateWith } from "./rate";
import { settleOrder } from "./settle-order";
import { currentSuspensions } from "./suspensions";

/** Who does something to which order, and the version of it they were looking at. */
export interface OrderCommand {
  readonly number: string;
  readonly version: number;
  readonly by: By;
}

export interface AddressChange {
  readonly street?: string;
  readonly city?: string;
  readonly postcode?: string;
  readonly country?: string;
}

/** What a change of an order is told: the order as it is stored, and the setup it is rated by. */
interface Situation {
  readonly stored: StoredOrder;
  readonly live: Revision | undefined;
}

interface OrderChange {
  readonly values: Partial<OrderRow>;
  readonly what: string;
  readonly from: unknown;
  readonly to: unknown;
}

/** Whether any order was ever confirmed. */
export async function hasConfirmed(db: Database): Promise<boolean> {
  return (await listOrders(db, { state: "done" }, 1)).length > 0;
}

/** Loads the order, lets `change` write, and stores where the order stands afterwards. All or nothing. */
async function changeOrder(
  db: PooledDatabase,
  command: OrderCommand,
  change: (tx: Database, situation: Situation) => Promise<Failure | OrderChange>,
): Promise<Result<{ version: number }>> {
  // read before the transaction: it may have to load the whole setup, on a connection of its own
  const live = await liveSetup(db);
  const { number, version, by } = command;
  return inTransaction(db, async (tx) => {
    const stored = await readOrder(tx, number);
    if (!stored) return failed("not-found");
    if (stored.order.state === "done") return failed("locked");
    if (stored.order.version !== version) return failed("conflict");
    const changed = await change(tx, { stored, live });
    if ("code" in changed) return changed;
    if (!(await updateOrder(tx, number, version, changed.values))) return failed("conflict");
    if (changed.values.state === undefined && live) await settleOrder(tx, number, live, by.now);
    const { what, from, to } = changed;
    await note(tx, by, { what, subject: `orders/${number}`, from, to });
    return done({ version: version + 1 });
  });
}

/** Sets a line's pieces: a whole number from 1 to 1,000,000,000. */
export function setQuantity(db: PooledDatabase, command: OrderCommand, position: number, quantity: number) {
  return changeOrder(db, command, async (tx, { stored }) => {
    const line = stored.lines.find((entry) => entry.position === position);
    if (!line) return failed("not-found");
    const lines = stored.lines.map((entry) => (entry === line ? { ...entry, quantity } : entry));
    const checked = parseWith(quoteRequestSchema, orderRequest({ ...stored, lines }));
    if (!checked.ok) return failed("invalid", checked.problems);
    await updateQuantity(tx, command.number, position, quantity);
    return {
      values: {},
      what: "quantity-changed",
      from: { sku: line.sku, quantity: line.quantity },
      to: { sku: line.sku, quantity },
    };
  });
}

/** Changes where the order goes. */
export function setAddress(db: PooledDatabase, command: OrderCommand, address: AddressChange) {
  return changeOrder(db, command, async (_, { stored }) => {
    const order = { ...stored.order, ...address };
    const checked = parseWith(quoteRequestSchema, orderRequest({ ...stored, order }));
    if (!checked.ok) return failed("invalid", checked.problems);
    const from = Object.fromEntries(
      Object.keys(address).map((field) => [field, stored.order[field as keyof AddressChange]]),
    );
    return { values: address, what: "address-changed", from, to: address };
  });
}

/** Applies an offer's charge as it is quoted now; the one before stays in the history. */
export function applyOffer(db: PooledDatabase, command: OrderCommand, offer: string) {
  return changeOrder(db, command, async (tx, { stored, live }) => {
    if (!live) return failed("unavailable");
    const request = orderRequest(stored);
    const items = await readItems(
      tx,
      stored.lines.map((line) => line.sku),
    );
    const { compiled } = live;
    const suspensions = await currentSuspensions(tx);
    const rated = rateWith(compiled, { ...request, working: true }, items, command.by.now, { suspensions });
    if (!rated.ok) return failed("invalid", rated.problems);
    const given = rated.value.offers.find((entry) => entry.offer === offer);
    if (!given) return failed("not-found");
    const charge = await insertCharge(tx, {
      order: command.number,
      appliedAt: command.by.now.toISOString(),
      appliedBy: command.by.who.name,
      basis: basisOf(request),
      revision: live.number,
      currency: rated.value.currency,
      quote: given,
    });
    const known = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
    const expected = { charge, order: command.number };
    await appendRows(
      tx,
      shipments,
      shipmentRows(expected, given, (sku) => known.get(sku)),
    );
    const before = stored.charge && appliedOffer(stored.charge);
    const figures = (from: { name?: string; net?: string } | undefined) =>
      from && { offer: from.name, net: from.net, currency: rated.value.currency };
    return {
      values: { charge, state: "ready" },
      what: "charge-applied",
      from: figures(before) ?? null,
      to: figures(given),
    };
  });
}

/** Locks an order whose charge is up to date. */
export function confirmOrder(db: PooledDatabase, command: OrderCommand) {
  return changeOrder(db, command, async (_, { stored }) => {
    const upToDate = stored.charge && stored.charge.basis === basisOf(orderRequest(stored));
    if (!upToDate) return failed("charge-out-of-date");
    return { values: { state: "done" }, what: "order-confirmed", from: null, to: null };
  });
}
