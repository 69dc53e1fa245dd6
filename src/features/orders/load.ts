import "server-only";
import { requirePerson } from "@/server/auth/person";
import { may } from "@/server/auth/roles";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { viewOrder } from "@/server/services/order-view";
import { orderQueue } from "@/server/services/order-queue";

/** The list beside the order, with how many wait in each queue. */
export async function loadQueue(state: string | undefined, search: string | undefined) {
  return orderQueue(database(), state, search);
}

/** One order, with what this person may do to it. */
export async function loadOrder(number: string) {
  const person = await requirePerson();
  const view = await viewOrder(database(), number, now());
  return { view: view.ok ? view.value : undefined, mayEdit: may(person.role, "edit-orders") };
}

export type OrderView = NonNullable<Awaited<ReturnType<typeof loadOrder>>["view"]>;
export type OfferView = NonNullable<OrderView["quote"]>["offers"][number];
