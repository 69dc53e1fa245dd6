/** How far an order is. */
export const orderStates = [
  "received",
  "to-rate",
  "out-of-date",
  "ready",
  "confirmed",
  "handed-over",
  "cancelled",
] as const;
export type OrderState = (typeof orderStates)[number];

/** States in which an order can still be changed and charged. */
export const openStates = ["received", "to-rate", "out-of-date", "ready"] as const;
export type OpenState = (typeof openStates)[number];

export function isOrderState(text: unknown): text is OrderState {
  return orderStates.some((state) => state === text);
}

export function isOpen(state: string): state is OpenState {
  return openStates.some((open) => open === state);
}

/** What is odd about an order that has not left yet. */
export const looks = [
  "nothing-offered",
  "weight-missing",
  "address-odd",
  "loss",
  "wish-differs",
  "agreement-needed",
  "stock-short",
  "suspended",
] as const;
export type Look = (typeof looks)[number];

export function isLook(text: unknown): text is Look {
  return looks.some((look) => look === text);
}
