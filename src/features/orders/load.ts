import "server-only";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import { ERASED } from "@/server/services/personal-data";
import { viewOrder } from "@/server/services/order-view";
import { orderQueue } from "@/server/services/order-queue";

/** The list beside the order, with how many wait in each queue. */
export function loadQueue(state: string | undefined, search: string | undefined) {
  return load(({ db }) => orderQueue(db, state, search));
}

/** One order, with what this person may do to it. */
export function loadOrder(number: string) {
  return load(async ({ db, person, now }) => {
    const view = await viewOrder(db, number, now);
    const shown = view.ok ? view.value : undefined;
    return {
      view: shown,
      mayEdit: may(person.role, "edit-orders"),
      mayErase:
        may(person.role, "manage-people") && shown?.state === "done" && shown.order.customerName !== ERASED,
    };
  });
}

export type OrderView = NonNullable<Awaited<ReturnType<typeof loadOrder>>["view"]>;
export type OfferView = NonNullable<OrderView["quote"]>["offers"][number];
