import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { failed } from "../result";
import { askedOf } from "./asked-charge";
import { changeOrder, type OrderCommand } from "./change-order";
import { chargeIn } from "./charge-order";

/**
 * Charges what somebody asked for, as a second person: rated afresh, at the amount that was asked. Fails with `not-found` where
 * nothing is asked, `own-request` for whoever asked.
 */
export function agreeAmount(db: PooledDatabase, command: OrderCommand) {
  return changeOrder(db, command, (tx, situation) => {
    const asked = askedOf(situation.stored.order);
    if (!asked) return Promise.resolve(failed("not-found"));
    const { by } = command;
    if (asked.person !== null && asked.person === by.who.id) return Promise.resolve(failed("own-request"));
    const { amount, lines, shipments } = asked;
    const byHand = {
      amount,
      ...(lines ? { lines } : {}),
      ...(shipments ? { shipments } : {}),
      asked: { by: asked.by, at: asked.at },
    };
    return chargeIn(tx, situation, by, { offer: asked.offer, byHand });
  });
}

/** Lets what was asked go, with a reason; whoever asked takes it back the same way. The charge stays as it is. */
export function refuseAmount(db: PooledDatabase, command: OrderCommand, reason: string) {
  return changeOrder(db, command, (_, { stored }) => {
    const asked = askedOf(stored.order);
    if (!asked) return Promise.resolve(failed("not-found"));
    const { gross, net } = asked.amount;
    return Promise.resolve({
      values: { asked: null },
      what: "amount-refused",
      from: { amount: gross ?? net ?? "0", currency: asked.currency },
      to: { value: reason },
    });
  });
}
