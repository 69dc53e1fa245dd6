import type { Look, OrderState } from "@/core/orders/order-state";

/** How queues are called, and the sign beside each so that state never hangs on colour. */
export const stateNames: Readonly<
  Record<OrderState, { readonly name: string; readonly sign: string; readonly short: string }>
> = {
  received: { name: "Received", sign: "·", short: "new" },
  "to-rate": { name: "To rate", sign: "○", short: "to rate" },
  "out-of-date": { name: "Out of date", sign: "◐", short: "out of date" },
  ready: { name: "Ready", sign: "●", short: "ready" },
  confirmed: { name: "Confirmed", sign: "■", short: "confirmed" },
  "handed-over": { name: "Handed over", sign: "▶", short: "left" },
  cancelled: { name: "Cancelled", sign: "✕", short: "cancelled" },
};

/** What is odd about an order: as a queue, and as a word in a list. */
export const lookNames: Readonly<Record<Look, { readonly name: string; readonly short: string }>> = {
  "nothing-offered": { name: "Nothing offered", short: "no offer" },
  "weight-missing": { name: "Weight missing", short: "no weight" },
  "address-odd": { name: "Address odd", short: "address" },
  loss: { name: "Loses too much", short: "loss" },
  "wish-differs": { name: "Choice differs", short: "choice" },
  "agreement-needed": { name: "To approve", short: "to approve" },
  "stock-short": { name: "Stock short", short: "stock" },
  suspended: { name: "Suspended", short: "suspended" },
};
