import type { DemoOrder } from "../demo/parts/orders";

/** What an order of the demo does not say. */
export const blankOrder = {
  version: 1,
  customerGroup: null,
  subdivision: null,
  poBox: false,
  collectionPoint: false,
  coupon: null,
  cashOnDelivery: false,
  signature: false,
  charge: null,
};

/** An order of the demo as rows. */
export function orderRows({ lines, apply: _, taken: __, ...order }: DemoOrder) {
  return {
    order: { ...order, state: "to-rate" },
    lines: lines.map((line, position) => ({ order: order.number, position, ...line })),
  };
}
