import "server-only";
import { orderSchema, type Order, type OrderAddress } from "@/core/orders/order";
import type { RequestLine } from "@/core/quote/request";
import { parseWith } from "@/core/setup/parse-setup";
import type { Database, PooledDatabase } from "@/db/connect";
import { canonicalText } from "@/db/mappers/setup-parts";
import { replaceLines } from "@/db/queries/orders";
import { failed, type Failure } from "../result";
import { changeOrder, type OrderChange, type OrderCommand, type Situation } from "./change-order";
import { fieldsOf, lineRows, orderOf } from "./order-document";
import { priced } from "./priced-lines";

/** What of an order can be put in another's place: whole parts, as the order has them; what is `null` is taken away. */
export type OrderPatch = {
  readonly [P in Exclude<keyof Order, "number" | "placedAt">]?: Order[P] | null;
};

/** Changes parts of an order. */
export function editOrder(db: PooledDatabase, command: OrderCommand, patch: OrderPatch) {
  return rewriteOrder(db, command, (before) => ({ ...before, ...patch }));
}

/** Changes where an order goes. */
export function setAddress(db: PooledDatabase, command: OrderCommand, address: Partial<OrderAddress>) {
  return rewriteOrder(db, command, ({ shipTo, ...before }) => ({
    ...before,
    shipTo: { ...shipTo, ...address },
  }));
}

/** Sets a line's pieces: a whole number from 1 to 1,000,000,000. Pins of it by pieces are taken off. */
export function setQuantity(db: PooledDatabase, command: OrderCommand, position: number, quantity: number) {
  return rewriteOrder(db, command, (before) => {
    const line = before.lines[position];
    if (!line) return undefined;
    const { origins: _, ...rest } = line;
    return { ...before, lines: before.lines.with(position, { ...rest, quantity }) };
  });
}

/** An order as somebody wants it: parts that are `null` are taken away. */
type Wanted = { readonly [P in keyof Order]?: Order[P] | null };

/** Puts an order in the place of what it was; fails with `not-found` where there is nothing to change. */
export function rewriteOrder(
  db: PooledDatabase,
  command: OrderCommand,
  rewrite: (before: Order) => Wanted | undefined,
) {
  return changeOrder(db, command, (tx, situation) => rewriteIn(tx, situation, rewrite, command.by.now));
}

/** The same as part of a change that is under way: read, priced and checked before anything is stored. */
export async function rewriteIn(
  tx: Database,
  { stored, live }: Situation,
  rewrite: (before: Order) => Wanted | undefined,
  now: Date,
): Promise<Failure | OrderChange> {
  if (!live) return failed("unavailable");
  const before = orderOf(stored);
  const wanted = rewrite(before);
  if (!wanted) return failed("not-found");
  const said = Object.entries(wanted).filter(([, part]) => part !== null && part !== undefined);
  const read = parseWith(orderSchema, Object.fromEntries(said));
  if (!read.ok) return failed("invalid", read.problems);
  const order = await priced(tx, live, read.value, now);
  if (!order.ok) return failed("invalid", order.problems);
  const { number } = stored.order;
  if (canonicalText(before.lines) !== canonicalText(order.value.lines))
    await replaceLines(tx, number, lineRows(number, order.value.lines));
  return { values: fieldsOf({ ...order.value, number }), ...wordsOfChange(before, order.value) };
}

/** What the history says: the parts that changed, old and new. */
function wordsOfChange(before: Order, after: Order) {
  const parts = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof Order)[];
  const changed = parts.filter((part) => canonicalText(before[part]) !== canonicalText(after[part]));
  const [only] = changed;
  const of = (order: Order) => Object.fromEntries(changed.map((part) => [part, order[part] ?? null]));
  const pieces =
    only === "lines" && changed.length === 1 ? piecesChanged(before.lines, after.lines) : undefined;
  if (pieces) return { what: "quantity-changed", ...pieces };
  const what = changed.length === 1 && only === "shipTo" ? "address-changed" : "order-changed";
  return what === "address-changed"
    ? { what, ...differing(before.shipTo, after.shipTo) }
    : { what, from: of(before), to: of(after) };
}

function piecesChanged(before: readonly RequestLine[], after: readonly RequestLine[]) {
  const at = before.findIndex((line, i) => canonicalText(line) !== canonicalText(after[i]));
  const [old, now] = [before[at], after[at]];
  if (before.length !== after.length || !old || !now || old.sku !== now.sku) return undefined;
  if (before.some((line, i) => i !== at && canonicalText(line) !== canonicalText(after[i]))) return undefined;
  if (old.quantity === now.quantity) return undefined;
  return { from: { sku: old.sku, quantity: old.quantity }, to: { sku: now.sku, quantity: now.quantity } };
}

function differing(before: Order["shipTo"], after: Order["shipTo"]) {
  const fields = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof Order["shipTo"])[];
  const changed = fields.filter((field) => canonicalText(before[field]) !== canonicalText(after[field]));
  const of = (address: Order["shipTo"]) =>
    Object.fromEntries(
      changed.map((field) => {
        const value = address[field];
        return [field, Array.isArray(value) ? value.join(", ") : (value ?? null)];
      }),
    );
  return { from: of(before), to: of(after) };
}
