import { createHash } from "node:crypto";
import type { BillingAddress, Order, OrderAddress, Wish } from "@/core/orders/order";
import { Decimal, sum } from "@/core/money/decimal";
import type { RequestLine } from "@/core/quote/request";
import { canonicalText } from "@/db/mappers/setup-parts";
import type { OrderLineRow, OrderRow, StoredOrder } from "@/db/queries/orders";
import type { orderLines, orders } from "@/db/schema";

type Known<T> = { [K in keyof T]?: NonNullable<T[K]> };

/** Fields that say nothing are left out. */
function known<T extends object>(fields: T): Known<T> {
  return Object.fromEntries(
    Object.entries(fields).filter(([, value]) => value !== null && value !== undefined && value !== false),
  ) as Known<T>;
}

/** An order as rows hold it, as the desk, the API and files read and write it. */
export function orderOf({ order, lines }: Pick<StoredOrder, "order" | "lines">): Order {
  return {
    number: order.number,
    channel: order.channel,
    placedAt: new Date(order.placedAt).toISOString(),
    customer: {
      name: order.customerName,
      ...known({
        reference: order.customerReference,
        group: order.customerGroup,
        taxId: order.customerTaxId,
      }),
    },
    shipTo: addressOf(order),
    ...known({
      billTo: order.billTo as BillingAddress | null,
      coupon: order.coupon,
      cashOnDelivery: order.cashOnDelivery,
      signature: order.signature,
      note: order.note,
      wish: order.wish as Wish | null,
    }),
    lines: lines.map(lineOf),
  };
}

function addressOf(order: OrderRow): OrderAddress {
  const { recipient, street, city, subdivision, postcode, country, phone, email } = order;
  const lines = street === "" ? [] : street.split("\n");
  return {
    ...known({ name: recipient, subdivision, phone, email }),
    ...(lines.length > 0 ? { lines } : {}),
    city,
    postcode,
    country,
    ...known({ poBox: order.poBox, collectionPoint: order.collectionPoint }),
  };
}

function lineOf(line: OrderLineRow): RequestLine {
  return {
    sku: line.sku,
    quantity: line.quantity,
    unitPrice: line.unitPrice,
    ...known({ discount: line.discount, taxPercent: line.taxPercent, origin: line.origin }),
    ...known({
      origins: line.origins as RequestLine["origins"] | null,
      item: line.item as RequestLine["item"] | null,
    }),
  };
}

/** What of an order is not in itself when it is stored. */
export interface Filing {
  readonly number: string;
  readonly placedAt: string;
  readonly receivedAt: string;
  readonly state: string;
}

/** An order whose lines all have their price, as rows. */
export function rowsOf(
  order: Order,
  { number, placedAt, receivedAt, state }: Filing,
): {
  readonly order: typeof orders.$inferInsert;
  readonly lines: readonly (typeof orderLines.$inferInsert)[];
} {
  return {
    order: {
      number,
      version: 1,
      placedAt,
      receivedAt,
      received: contentOf(order),
      state,
      staleAt: receivedAt,
      look: [],
      services: [],
      origins: [],
      ...fieldsOf({ ...order, number }),
    },
    lines: lineRows(number, order.lines),
  };
}

/** All columns that an order's own fields fill; what it does not say becomes empty. */
export function fieldsOf(order: Order & { readonly number: string }) {
  const { customer, shipTo, lines } = order;
  return {
    channel: order.channel,
    customerName: customer.name,
    customerReference: customer.reference ?? null,
    customerGroup: customer.group ?? null,
    customerTaxId: customer.taxId ?? null,
    recipient: shipTo.name ?? null,
    street: (shipTo.lines ?? []).join("\n"),
    city: shipTo.city ?? "",
    subdivision: shipTo.subdivision ?? null,
    postcode: shipTo.postcode ?? "",
    country: shipTo.country,
    phone: shipTo.phone ?? null,
    email: shipTo.email ?? null,
    poBox: shipTo.poBox === true,
    collectionPoint: shipTo.collectionPoint === true,
    billTo: order.billTo ?? null,
    coupon: order.coupon ?? null,
    cashOnDelivery: order.cashOnDelivery === true,
    signature: order.signature === true,
    note: order.note ?? null,
    wish: order.wish ?? null,
    goods: goodsOf(lines),
    words: wordsOf(order),
  };
}

export function lineRows(number: string, lines: Order["lines"]): (typeof orderLines.$inferInsert)[] {
  return lines.map((line, position) => ({
    order: number,
    position,
    sku: line.sku,
    quantity: line.quantity,
    unitPrice: line.unitPrice ?? "0",
    discount: line.discount ?? null,
    taxPercent: line.taxPercent ?? null,
    origin: line.origin ?? null,
    origins: line.origins ?? null,
    item: line.item ?? null,
  }));
}

/** The name of what an order holds: of two that say the same it is the same, however their fields were ordered. */
export function contentOf(order: Order): string {
  return createHash("sha256").update(canonicalText(order)).digest("hex");
}

/** What a search looks through. */
export function wordsOf({ number, customer, shipTo, lines }: Order & { readonly number: string }): string {
  return [
    number,
    customer.name,
    customer.reference,
    shipTo.name,
    shipTo.city,
    shipTo.postcode,
    ...new Set(lines.map(({ sku }) => sku)),
  ]
    .filter((part) => part !== undefined && part !== "")
    .join(" ")
    .toLowerCase();
}

/** The goods as they are priced, discounts taken off: exact. */
function goodsOf(lines: Order["lines"]): string {
  return sum(
    lines.map(({ unitPrice = "0", quantity, discount = "0" }) =>
      Decimal.of(unitPrice).times(Decimal.whole(quantity)).minus(Decimal.of(discount)),
    ),
  ).toString();
}

/** The items of the catalogue that an order holds. */
export function skusOf({ lines }: Pick<StoredOrder, "lines">): string[] {
  return lines.flatMap(({ sku, item }) => (item === null ? [sku] : []));
}
