import "server-only";
import type { Order } from "@/core/orders/order";
import { orderTotals, type Totals } from "@/core/orders/order-totals";
import type { Charged } from "@/core/orders/hand-charge";
import type { QuotedShipment } from "@/core/quote/quote";
import type { Item } from "@/core/setup/item";
import type { Database } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { readOrder, type StoredOrder } from "@/db/queries/orders";
import type { Revision } from "../services/live-setup";
import { appliedOffer, byHandOf, chargedOf } from "./applied-offer";
import { creditsOf, soldLines, type ToldCredit } from "./credit-order";
import { dispatchesOf } from "./hand-over";
import { orderOf } from "./order-document";
import { channelOf } from "./rate-order";

/** A charge as whoever asks for an order is told; what it costs only where that may be told. */
export interface ToldCharge {
  readonly revision: number;
  readonly offer: string;
  readonly appliedAt: string;
  readonly appliedBy: string;
  readonly net: string;
  readonly tax: string;
  readonly gross: string;
  readonly cost?: string;
  readonly margin?: string;
  readonly chargeLines: readonly object[];
  readonly shipments: readonly object[];
}

/** An order as the API tells it: what it holds, where it stands, what it comes to. */
export interface ToldOrder extends Order {
  readonly version: number;
  readonly state: string;
  readonly look: readonly string[];
  readonly receivedAt: string;
  readonly currency: string;
  readonly totals: { readonly goodsNet: string; readonly tax: Totals["tax"]; readonly gross: string };
  readonly charge?: ToldCharge;
  /** What has left of it. */
  readonly dispatches?: readonly object[];
  /** What was given back of it. */
  readonly credits?: readonly ToldCredit[];
}

/** An order whole; `undefined` where there is none of that number. */
export async function toldOrder(
  db: Database,
  live: Revision,
  number: string,
  { costs }: { readonly costs: boolean },
): Promise<ToldOrder | undefined> {
  const stored = await readOrder(db, number);
  if (!stored) return undefined;
  const items = await readItems(
    db,
    stored.lines.map(({ sku }) => sku),
  );
  const left = await dispatchesOf(db, [number]);
  const back = await creditsOf(db, number);
  return {
    ...told(stored, live, items, costs),
    ...(left.length > 0 ? { dispatches: left.map(toldDispatch) } : {}),
    ...(back.length > 0 ? { credits: back } : {}),
  };
}

function toldDispatch(row: Awaited<ReturnType<typeof dispatchesOf>>[number]): object {
  const { day, service, origin, tracking, lines, parcels, weight } = row;
  return { day, service, origin, tracking, lines, parcels, ...(weight === null ? {} : { weight }) };
}

function told(stored: StoredOrder, live: Revision, items: readonly Item[], costs: boolean): ToldOrder {
  const { order, charge } = stored;
  const channel = channelOf(live, order.channel);
  const { homeCurrency, deliveryTaxPercent } = live.setup.business;
  const currency = channel?.currency ?? homeCurrency;
  const includesTax = channel?.pricesIncludeTax === true;
  const charged = charge && chargedOf(charge, includesTax);
  const sold = soldLines(stored, items, deliveryTaxPercent);
  const { goodsNet, tax, gross } = orderTotals(
    sold,
    includesTax,
    (charged?.chargeLines ?? []).map((line) => ({ ...line, typeName: line.type })),
    currency,
  );
  return {
    ...orderOf(stored),
    version: order.version,
    state: order.state,
    look: order.look,
    receivedAt: new Date(order.receivedAt).toISOString(),
    currency,
    totals: { goodsNet, tax, gross },
    ...(charge && charged ? { charge: toldCharge(charge, charged, costs) } : {}),
  };
}

function toldCharge(
  charge: NonNullable<StoredOrder["charge"]>,
  charged: Charged,
  costs: boolean,
): ToldCharge {
  const { offer, shipments } = appliedOffer(charge);
  const { amount, lines = [] } = byHandOf(charge);
  // set by hand are the first line, where another amount is charged, and the last ones
  const setBy = [...(amount ? [amount.by] : []), ...lines.map(({ by }) => by)];
  let next = 0;
  const { net, tax, gross, cost, margin } = charged;
  return {
    revision: charge.revision,
    offer,
    appliedAt: new Date(charge.appliedAt).toISOString(),
    appliedBy: charge.appliedBy,
    net,
    tax,
    gross,
    ...(costs ? { cost, margin } : {}),
    chargeLines: charged.chargeLines.map(({ byHand, ...line }) =>
      byHand ? { ...line, byHand: { ...byHand, by: setBy[next++] ?? "" } } : line,
    ),
    shipments: shipments.map((shipment) => toldShipment(shipment, costs)),
  };
}

function toldShipment({ cost, ...shipment }: QuotedShipment, costs: boolean): object {
  return costs ? { ...shipment, cost } : shipment;
}
