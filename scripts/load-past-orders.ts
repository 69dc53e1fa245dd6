import { randomUUID } from "node:crypto";
import { dateOf } from "@/core/calendar/working-days";
import { handOver } from "@/core/promise/hand-over";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import type { QuotedOffer } from "@/core/quote/quote";
import { quote } from "@/core/quote/quote-order";
import type { ItemLookup } from "@/core/quote/read-lines";
import type { Item } from "@/core/setup/item";
import type { Database } from "@/db/connect";
import { appendRows } from "@/db/queries/bulk";
import { charges, dispatches, orderLines, orders, shipments } from "@/db/schema";
import { basisOf, orderRequest } from "@/server/orders/order-request";
import { chargeFields } from "@/server/orders/charge-fields";
import { shipmentRows } from "@/server/orders/shipments";
import { makePastOrders, type DemoOrder } from "../demo/parts/orders";
import { demoRows } from "./demo-order";

/**
 * The last twelve months of the demo: each order rated on its own day, the offer its customer took applied, and done. Orders
 * that nothing was offered for were not sent, and are left out.
 */
export async function loadPastOrders(
  tx: Database,
  items: readonly Item[],
  compiled: CompiledSetup,
  lookup: ItemLookup,
  now: Date,
): Promise<void> {
  const figures = (field: "unitPrice" | "taxPercent") =>
    new Map(items.map((item) => [item.sku, Number(item[field] ?? 0)]));
  const rows = makePastOrders(figures("unitPrice"), figures("taxPercent")).flatMap(
    (demo) => rowsOf(demo, compiled, lookup, now) ?? [],
  );
  for (let at = 0; at < rows.length; at += 500) {
    const part = rows.slice(at, at + 500);
    await appendRows(
      tx,
      orders,
      part.map((row) => row.order),
    );
    await appendRows(
      tx,
      orderLines,
      part.flatMap((row) => row.lines),
    );
    await appendRows(
      tx,
      charges,
      part.map((row) => row.charge),
    );
    await appendRows(
      tx,
      shipments,
      part.flatMap((row) => row.shipments),
    );
    await appendRows(
      tx,
      dispatches,
      part.flatMap((row) => row.dispatches),
    );
  }
}

/** A past order with its charge and what that expects to be shipped; `undefined` when nothing can be offered for it. */
function rowsOf(demo: DemoOrder, compiled: CompiledSetup, lookup: ItemLookup, now: Date) {
  const stored = demoRows(demo);
  const request = orderRequest(stored);
  const rated = quote(compiled, { ...request, working: true }, { items: lookup, now: now.toISOString() });
  if (!rated.ok) return undefined;
  const { offers, currency } = rated.value;
  // who can have it sent does not come for it
  const sent = offers.filter((one) => one.offer !== "collect");
  const choice = sent.length > 0 ? sent : offers;
  const offer = choice[Math.floor((demo.taken ?? 0) * choice.length)];
  if (!offer) return undefined;
  const charge = randomUUID();
  return {
    order: {
      ...stored.order,
      state: "handed-over",
      staleAt: null,
      charge,
      ...chargeFields(offer),
    },
    lines: stored.lines,
    charge: {
      id: charge,
      order: demo.number,
      appliedAt: demo.placedAt,
      appliedBy: "Maarja Kask",
      basis: basisOf(request),
      revision: 1,
      currency,
      quote: offer,
    },
    shipments: shipmentRows({ charge, order: demo.number }, offer, lookup),
    dispatches: dispatchRows(demo, offer, compiled, now),
  };
}

/** What left, on the day its origin hands over what was ordered then. */
function dispatchRows(
  demo: DemoOrder,
  { shipments: sent }: QuotedOffer,
  { origins }: CompiledSetup,
  now: Date,
) {
  const today = now.toISOString().slice(0, 10);
  const placedAt = Date.parse(demo.placedAt);
  return sent.flatMap(({ origin, service, parcels, lines }) => {
    const hours = origins.get(origin)?.hours;
    const left = hours && handOver(hours, placedAt);
    if (!left) return [];
    // nothing has left on a day that is still to come
    const planned = dateOf(left.day);
    const day = planned > today ? today : planned;
    return {
      ...{ order: demo.number, day, service, origin, parcels, lines },
      tracking: [],
      saidAt: `${day}T15:30:00Z`,
      saidBy: "Maarja Kask",
    };
  });
}
