import type { Order } from "@/core/orders/order";

/** What of an order besides its lines and its address is a text of one line. */
export const detailTexts = [
  "customer",
  "reference",
  "group",
  "taxId",
  "recipient",
  "subdivision",
  "phone",
  "email",
  "coupon",
  "note",
] as const;
export type DetailText = (typeof detailTexts)[number];

/** What an order is, or is not. */
export const detailMarks = ["poBox", "collectionPoint", "signature", "cashOnDelivery"] as const;
export type DetailMark = (typeof detailMarks)[number];

export type DetailChange =
  | { readonly field: DetailText; readonly text: string }
  | { readonly field: DetailMark; readonly on: boolean };

/** An order with one detail changed; an empty text and a mark that is taken off are not said any more. */
export function detailsAfter(before: Order, change: DetailChange): Order {
  return "on" in change ? withMark(before, change.field, change.on) : withText(before, change);
}

function withMark(before: Order, field: DetailMark, on: boolean): Order {
  if (field === "signature" || field === "cashOnDelivery") {
    const { [field]: _, ...rest } = before;
    return on ? { ...rest, [field]: true } : rest;
  }
  const { [field]: _, ...shipTo } = before.shipTo;
  return { ...before, shipTo: on ? { ...shipTo, [field]: true } : shipTo };
}

const inCustomer = { customer: "name", reference: "reference", group: "group", taxId: "taxId" } as const;
const inAddress = { recipient: "name", subdivision: "subdivision", phone: "phone", email: "email" } as const;

function withText(before: Order, { field, text }: Extract<DetailChange, { readonly text: string }>): Order {
  const typed = text.trim();
  if (field === "coupon" || field === "note") {
    const { [field]: _, ...rest } = before;
    return typed === "" ? rest : { ...rest, [field]: typed };
  }
  if (field in inCustomer) {
    const key = inCustomer[field as keyof typeof inCustomer];
    // a customer has a name: an empty one is refused where the order is read
    return { ...before, customer: { ...without(before.customer, key), ...said(key, typed, key === "name") } };
  }
  const key = inAddress[field as keyof typeof inAddress];
  const value = field === "subdivision" ? typed.toUpperCase() : typed;
  return { ...before, shipTo: { ...without(before.shipTo, key), ...said(key, value, false) } };
}

function without<T extends object>(of: T, key: string): T {
  return Object.fromEntries(Object.entries(of).filter(([name]) => name !== key)) as T;
}

function said(key: string, text: string, always: boolean): object {
  return text === "" && !always ? {} : { [key]: text };
}
