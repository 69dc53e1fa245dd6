import "server-only";
import { isOpen } from "@/core/orders/order-state";
import { eq } from "drizzle-orm";
import type { Database, PooledDatabase } from "@/db/connect";
import { commit } from "@/db/queries/commitments";
import { dispatches } from "@/db/schema";
import { failed } from "../result";
import { changeOrder, type OrderCommand } from "./change-order";
import { basisOf, orderRequest } from "./order-request";

/** Locks an order whose charge is up to date with it. Fails with `charge-out-of-date`. */
export function confirmOrder(db: PooledDatabase, command: OrderCommand) {
  return changeOrder(db, command, async (_, { stored }) => {
    const upToDate = stored.charge && stored.charge.basis === basisOf(orderRequest(stored));
    if (!upToDate) return failed("charge-out-of-date");
    if (stored.order.asked !== null) return failed("agreement-needed");
    return {
      values: { state: "confirmed", look: [], staleAt: null },
      what: "order-confirmed",
      from: null,
      to: null,
    };
  });
}

/** Unlocks a confirmed or cancelled order that has not left, with a reason. What a cancelled one was charged is gone with its stock. */
export function reopenOrder(db: PooledDatabase, command: OrderCommand, reason: string) {
  return changeOrder(
    db,
    command,
    async (tx, { stored: { order } }) => {
      if (await hasLeft(tx, order.number)) return failed("locked");
      return {
        values: {
          ...(order.state === "cancelled" ? uncharged : { state: "out-of-date" }),
          staleAt: command.by.now.toISOString(),
        },
        what: "order-reopened",
        from: { value: order.state },
        to: { value: reason },
      };
    },
    (state) => state === "confirmed" || state === "cancelled",
  );
}

/** Whether a part of it has left already. */
async function hasLeft(tx: Database, number: string): Promise<boolean> {
  return (await tx.$count(dispatches, eq(dispatches.order, number))) > 0;
}

/** What an order without a charge keeps beside itself. */
export const uncharged = {
  state: "to-rate",
  charge: null,
  offer: null,
  chargeNet: null,
  cost: null,
  margin: null,
  services: [],
  origins: [],
};

/** Takes an order off the desk for good, with a reason; what was promised to it is free. */
export function cancelOrder(db: PooledDatabase, command: OrderCommand, reason: string) {
  return changeOrder(
    db,
    command,
    async (tx, { stored: { order } }) => {
      if (await hasLeft(tx, order.number)) return failed("locked");
      await commit(tx, order.number, []);
      return {
        values: { state: "cancelled", look: [], staleAt: null, asked: null },
        what: "order-cancelled",
        from: { value: order.state },
        to: { value: reason },
        told: { reason },
      };
    },
    (state) => isOpen(state) || state === "confirmed",
  );
}
