import "server-only";
import { quoteRequestSchema } from "@/core/quote/request";
import { parseWith } from "@/core/setup/parse-setup";
import type { Database } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import {
  insertCharge,
  note,
  readOrder,
  setState,
  updateOrder,
  updateQuantity,
  type OrderRow,
  type StoredOrder,
} from "@/db/queries/orders";
import { compileItem } from "@/core/parcels/compiled-item";
import { appendRows } from "@/db/queries/bulk";
import { shipments } from "@/db/schema";
import { shipmentRows } from "./shipments";
import { wordQuote } from "@/messages/word-quote";
import { done, failed, type Failure, type Result } from "../result";
import { currentSetup } from "./current-setup";
import { basisOf, orderRequest } from "./order-request";
import { openState } from "./order-state";
import { rateWith } from "./rate";

/** Who does something to which order, and the version of it they were looking at. */
export interface OrderCommand {
  readonly number: string;
  readonly version: number;
  readonly who: string;
  readonly now: Date;
}

export interface AddressChange {
  readonly street?: string;
  readonly city?: string;
  readonly postcode?: string;
  readonly country?: string;
}

/** Loads the order, lets `change` write, and stores where the order stands afterwards. All or nothing. */
async function changeOrder(
  db: Database,
  command: OrderCommand,
  change: (
    tx: Database,
    stored: StoredOrder,
  ) => Promise<Failure | { values: Partial<OrderRow>; what: string; from: unknown; to: unknown }>,
): Promise<Result<{ version: number }>> {
  let failure: Failure | undefined;
  try {
    await db.transaction(async (transaction) => {
      const tx = transaction as Database;
      const stored = await readOrder(tx, command.number);
      failure = !stored
        ? failed("not-found")
        : stored.order.state === "done"
          ? failed("locked")
          : stored.order.version !== command.version
            ? failed("conflict")
            : undefined;
      if (failure || !stored) throw new Undo();
      const changed = await change(tx, stored);
      if ("code" in changed) {
        failure = changed;
        throw new Undo();
      }
      if (!(await updateOrder(tx, command.number, command.version, changed.values))) {
        failure = failed("conflict");
        throw new Undo();
      }
      if (changed.values.state === undefined) await settle(tx, command);
      await note(tx, {
        at: command.now.toISOString(),
        who: command.who,
        what: changed.what,
        subject: `orders/${command.number}`,
        from: changed.from,
        to: changed.to,
      });
    });
  } catch (error) {
    if (!(error instanceof Undo)) throw error;
  }
  return failure ?? done({ version: command.version + 1 });
}

/** Ends a transaction without keeping anything of it. */
class Undo extends Error {}

/** Works out anew where the order stands. */
async function settle(tx: Database, { number, now }: OrderCommand): Promise<void> {
  const stored = await readOrder(tx, number);
  const current = await currentSetup(tx, "live");
  if (!stored || !current?.compiled.ok) return;
  const request = orderRequest(stored);
  const rated = rateWith(
    current.compiled.value,
    request,
    await readItems(
      tx,
      stored.lines.map((line) => line.sku),
    ),
    now,
  );
  const state = openState(stored.charge, basisOf(request), rated.ok ? rated.value : undefined);
  if (state !== stored.order.state) await setState(tx, [number], state);
}

/** Sets a line's pieces: a whole number from 1 to 1,000,000,000. */
export function setQuantity(db: Database, command: OrderCommand, position: number, quantity: number) {
  return changeOrder(db, command, async (tx, stored) => {
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
export function setAddress(db: Database, command: OrderCommand, address: AddressChange) {
  return changeOrder(db, command, async (_, stored) => {
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
export function applyOffer(db: Database, command: OrderCommand, offer: string) {
  return changeOrder(db, command, async (tx, stored) => {
    const current = await currentSetup(tx, "live");
    if (!current?.compiled.ok)
      return failed("unavailable", current?.compiled.ok === false ? current.compiled.problems : []);
    const request = orderRequest(stored);
    const items = await readItems(
      tx,
      stored.lines.map((line) => line.sku),
    );
    const live = current.compiled.value;
    const rated = rateWith(live, { ...request, working: true }, items, command.now);
    if (!rated.ok) return failed("invalid", rated.problems);
    const worded = wordQuote(rated.value).offers.find((entry) => entry.offer === offer);
    if (!worded) return failed("not-found");
    const charge = await insertCharge(tx, {
      order: command.number,
      appliedAt: command.now.toISOString(),
      appliedBy: command.who,
      basis: basisOf(request),
      stamp: current.stamp,
      currency: rated.value.currency,
      quote: worded,
    });
    const known = new Map(items.map((item) => [item.sku, compileItem(item, live.defaultWeights)]));
    const expected = { charge, order: command.number };
    await appendRows(
      tx,
      shipments,
      shipmentRows(expected, worded, (sku) => known.get(sku)),
    );
    const before = stored.charge?.quote as { name?: string; net?: string } | undefined;
    const figures = (from: { name?: string; net?: string } | undefined) =>
      from && { offer: from.name, net: from.net, currency: rated.value.currency };
    return {
      values: { charge, state: "ready" },
      what: "charge-applied",
      from: figures(before) ?? null,
      to: figures(worded),
    };
  });
}

/** Locks an order whose charge is up to date. */
export function confirmOrder(db: Database, command: OrderCommand) {
  return changeOrder(db, command, async (_, stored) => {
    const upToDate = stored.charge && stored.charge.basis === basisOf(orderRequest(stored));
    if (!upToDate)
      return failed("invalid", [
        {
          code: "changed-meanwhile",
          path: "charge",
          data: { theirs: "an order without an up-to-date charge" },
        },
      ]);
    return { values: { state: "done" }, what: "order-confirmed", from: null, to: null };
  });
}
