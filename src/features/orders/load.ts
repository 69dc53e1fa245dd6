import "server-only";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import { ERASED } from "@/server/services/personal-data";
import { liveSetup } from "@/server/services/live-setup";
import { viewOrder } from "@/server/orders/order-view";
import { isOpen } from "@/core/orders/order-state";
import { orderQueue, type QueueAsked } from "@/server/orders/order-queue";

/** How the address of a list says what is in it. */
export type QueueQuery = QueueAsked;

/** The list beside the order, with how many wait in each queue. */
export function loadQueue(asked: QueueAsked) {
  return load(async ({ db, person }) => ({
    ...(await orderQueue(db, asked)),
    mayEdit: may(person.role, "edit-orders"),
  }));
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
        may(person.role, "manage-people") &&
        shown !== undefined &&
        !isOpen(shown.state) &&
        shown.order.customerName !== ERASED,
      mayReopen: may(person.role, "reopen-orders"),
      // never to what one asks for oneself
      mayAgree: may(person.role, "agree-amounts") && shown?.asked?.person !== person.id,
      business: (await liveSetup(db))?.setup.business.name ?? "",
    };
  });
}

export type Queue = Awaited<ReturnType<typeof loadQueue>>;
export type OrderView = NonNullable<Awaited<ReturnType<typeof loadOrder>>["view"]>;
export type OfferView = NonNullable<OrderView["quote"]>["offers"][number];
export type { SplitView } from "@/server/orders/split-order";
