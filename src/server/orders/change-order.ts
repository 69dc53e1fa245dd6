import "server-only";
import { isOpen, type OrderState } from "@/core/orders/order-state";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { readOrder, updateOrder, type OrderRow, type StoredOrder } from "@/db/queries/orders";
import { inTransaction } from "../in-transaction";
import { done, failed, type Failure, type Result } from "../result";
import { liveSetup, type Revision } from "../services/live-setup";
import { tellOfOrder } from "../webhooks/tell-order";
import { settleOrder } from "./settle-order";

/** Who does something to which order, and the version of it they were looking at; without one whichever it is. */
export interface OrderCommand {
  readonly number: string;
  readonly version?: number;
  readonly by: By;
}

/** What a change of an order is told: the order as it is stored, and the setup it is rated by. */
export interface Situation {
  readonly stored: StoredOrder;
  readonly live: Revision | undefined;
}

export interface OrderChange {
  readonly values: Partial<OrderRow>;
  readonly what: string;
  readonly from: unknown;
  readonly to: unknown;
  /** What belongs to this change alone, as other programs are told of it. */
  readonly told?: object;
}

/** In which states a change is possible. */
type Allowed = (state: OrderState) => boolean;

/**
 * Loads the order, lets `change` write, and stores where the order stands afterwards. All or nothing. Fails with
 * `not-found`, `locked` in another state than those allowed, `conflict` when somebody was faster.
 */
export async function changeOrder(
  db: PooledDatabase,
  command: OrderCommand,
  change: (tx: Database, situation: Situation) => Promise<Failure | OrderChange>,
  allowed: Allowed = isOpen,
): Promise<Result<{ version: number }>> {
  // read before the transaction: it may have to load the whole setup, on a connection of its own
  const live = await liveSetup(db);
  return inTransaction(db, (tx) => changeOrderIn(tx, live, command, change, allowed));
}

/** The same as part of a transaction. */
export async function changeOrderIn(
  tx: Database,
  live: Revision | undefined,
  { number, version: seen, by }: OrderCommand,
  change: (tx: Database, situation: Situation) => Promise<Failure | OrderChange>,
  allowed: Allowed = isOpen,
): Promise<Result<{ version: number }>> {
  // who is second at one order sees what the first has made of it
  const stored = await readOrder(tx, number, { lock: true });
  if (!stored) return failed("not-found");
  if (!allowed(stored.order.state as OrderState)) return failed("locked");
  const { version } = stored.order;
  if (seen !== undefined && version !== seen) return failed("conflict");
  const changed = await change(tx, { stored, live });
  if ("code" in changed) return changed;
  if (!(await updateOrder(tx, number, version, changed.values))) return failed("conflict");
  if (changed.values.state === undefined && live) await settleOrder(tx, number, live, by.now);
  const { what, from, to } = changed;
  await note(tx, by, { what, subject: `orders/${number}`, from, to });
  if (live) await tellOfOrder(tx, live, { number, what, more: changed.told ?? {} }, by.now);
  return done({ version: version + 1 });
}
