import type { Order } from "@/core/orders/order";
import type { StoredOrder } from "@/db/queries/orders";
import { rowsOf } from "@/server/orders/order-document";
import type { DemoOrder } from "../demo/parts/orders";

/** An order of the demo as shops send it. */
export function demoOrder(demo: DemoOrder): Order {
  const { number, channel, placedAt, customerName, customerGroup, coupon, wish } = demo;
  const { street, city, postcode, country, poBox, cashOnDelivery, lines } = demo;
  return {
    number,
    channel,
    placedAt,
    customer: { name: customerName, ...(customerGroup ? { group: customerGroup } : {}) },
    shipTo: { lines: [street], city, postcode, country, ...(poBox ? { poBox } : {}) },
    ...(coupon ? { coupon } : {}),
    ...(cashOnDelivery ? { cashOnDelivery } : {}),
    ...(wish ? { wish } : {}),
    lines: lines.map(({ sku, quantity, unitPrice, origin }) => ({
      sku,
      quantity,
      unitPrice,
      ...(origin ? { origin } : {}),
    })),
  };
}

/** What an order's row holds where nothing is said. */
const blank = {
  recipient: null,
  phone: null,
  email: null,
  charge: null,
  chargeNet: null,
  cost: null,
  margin: null,
  offer: null,
};

/** An order of the demo as rows, not yet rated. */
export function demoRows(demo: DemoOrder): StoredOrder {
  const filed = {
    number: demo.number,
    placedAt: demo.placedAt,
    receivedAt: demo.placedAt,
    state: "received",
  };
  const { order, lines } = rowsOf(demoOrder(demo), filed);
  return {
    order: { ...blank, ...order } as StoredOrder["order"],
    lines: lines as StoredOrder["lines"],
    charge: undefined,
  };
}
